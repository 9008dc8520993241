<?php

declare(strict_types=1);

namespace PineSieve\Core\Reading;

/** The cell formats of an Office Open XML workbook, as far as they say that a number is a date. */
final class CellStyles
{
    public const PART = 'xl/styles.xml';

    /** Formats that a workbook can have are some 65,000; more are damage, or meant to fill the memory. */
    private const MOST = 100_000;

    private function __construct() {}

    /**
     * @return array<int, true> indexes of the cell formats that show a date
     *
     * @throws CannotRead
     */
    public static function dates(string $path): array
    {
        $xml = XmlPart::in($path, self::PART);
        $codes = [];
        $dates = [];
        $inCells = false;
        $index = 0;
        while ($xml->read()) {
            if ($xml->localName === 'cellXfs') {
                $inCells = $xml->nodeType === \XMLReader::ELEMENT && !$xml->isEmptyElement;
            }
            if ($xml->nodeType !== \XMLReader::ELEMENT) {
                continue;
            }
            if ($xml->localName === 'numFmt') {
                $codes[(int) $xml->getAttribute('numFmtId')] ??= (string) $xml->getAttribute('formatCode');
            } elseif ($xml->localName === 'xf' && $inCells) {
                $id = (int) $xml->getAttribute('numFmtId');
                if (self::isDate($id, $codes[$id] ?? '')) {
                    $dates[$index] = true;
                }
                $index++;
            }
            if ($index > self::MOST || count($codes) > self::MOST) {
                throw CannotRead::brokenWorkbook('it has more cell formats than a workbook can');
            }
        }
        $xml->close();

        return $dates;
    }

    private static function isDate(int $id, string $code): bool
    {
        // ECMA-376 part 1, 18.8.30: 14 to 22 and 45 to 47 are built-in dates and times; 27 to 36 and 50 to 58 in East Asian editions.
        $bare = preg_replace(['/"[^"]*"/', '/\\\\./', '/\[[^\]]*\]/'], '', $code) ?? '';

        return ($id >= 14 && $id <= 22) || ($id >= 27 && $id <= 36) || ($id >= 50 && $id <= 58) || preg_match('/[dy]/i', $bare) === 1;
    }
}
