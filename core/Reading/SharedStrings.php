<?php

declare(strict_types=1);

namespace PineSieve\Core\Reading;

/** The texts that the cells of a workbook share. They are the one part that is held in memory whole, so they have a bound of their own. */
final class SharedStrings
{
    private const PART = 'xl/sharedStrings.xml';

    /** Bytes of memory; a string takes some 48 beside its letters. */
    private const MEMORY = 200_000_000;

    private const OVERHEAD = 48;

    private function __construct() {}

    /**
     * @return list<string>
     *
     * @throws CannotRead if it is damaged, or holds more than can be kept in memory
     */
    public static function read(string $path): array
    {
        $xml = XmlPart::in($path, self::PART);
        $strings = [];
        $text = '';
        $inside = null;
        $memory = 0;
        while ($xml->read()) {
            if ($xml->nodeType === \XMLReader::ELEMENT) {
                if ($xml->localName === 'si') {
                    $text = '';
                    if ($xml->isEmptyElement) {
                        $strings[] = '';
                    }
                }
                // "rPh" holds a phonetic reading, which no cell shows.
                $inside = $xml->isEmptyElement || $inside === 'rPh' ? $inside : $xml->localName;
            } elseif ($xml->nodeType === \XMLReader::END_ELEMENT) {
                if ($xml->localName === 'si') {
                    $strings[] = $text;
                    $memory += strlen($text) + self::OVERHEAD;
                }
                $inside = $inside === 'rPh' && $xml->localName !== 'rPh' ? $inside : null;
            } elseif ($inside === 't') {
                $text .= $xml->value;
            }
            if ($memory + strlen($text) > self::MEMORY) {
                throw CannotRead::tooLarge(
                    'its shared texts alone fill more than ' .
                        self::MEMORY / 1_000_000 .
                        ' MB of memory. Save the sheet as .csv and bring that copy',
                );
            }
        }
        $xml->close();

        return $strings;
    }
}
