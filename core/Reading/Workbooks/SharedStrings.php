<?php

declare(strict_types=1);

namespace PineSieve\Core\Reading\Workbooks;

use PineSieve\Core\Reading\CannotRead;

/** The texts that the cells of a workbook share. They are the one part that is held in memory whole, so they have a bound of their own. */
final readonly class SharedStrings
{
    private const PART = 'xl/sharedStrings.xml';

    /** Bytes of memory; a string takes some 48 beside its letters. */
    private const MEMORY = 200_000_000;

    private const OVERHEAD = 48;

    /**
     * @param  list<string>  $texts
     * @param  array<int, true>  $struck  indexes of those of which something is struck through
     */
    public function __construct(public array $texts = [], public array $struck = []) {}

    /** @throws CannotRead if it is damaged, or holds more than can be kept in memory */
    public static function read(string $path): self
    {
        $xml = XmlPart::in($path, self::PART);
        $strings = $struck = [];
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
                if ($xml->localName === 'strike' && CellStyles::isOn($xml)) {
                    $struck[count($strings)] = true;
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

        return new self($strings, $struck);
    }
}
