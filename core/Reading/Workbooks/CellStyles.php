<?php

declare(strict_types=1);

namespace PineSieve\Core\Reading\Workbooks;

use PineSieve\Core\Reading\CannotRead;

/** The cell formats of an Office Open XML workbook, as far as they say more of a cell than its value does. */
final readonly class CellStyles
{
    public const PART = 'xl/styles.xml';

    /** Formats that a workbook can have are some 65,000; more are damage, or meant to fill the memory. */
    private const MOST = 100_000;

    /**
     * @param  array<int, ShownNumber>  $formats  by the index of the cell format
     * @param  array<int, true>  $struck  indexes of the cell formats that strike through
     */
    private function __construct(public array $formats = [], public array $struck = []) {}

    public static function none(): self
    {
        return new self();
    }

    /** @throws CannotRead */
    public static function read(string $path): self
    {
        $xml = XmlPart::in($path, self::PART);
        $codes = $formats = $fonts = $struck = [];
        $within = '';
        $index = $font = 0;
        while ($xml->read()) {
            if (in_array($xml->localName, ['cellXfs', 'fonts'], true)) {
                $within = $xml->nodeType === \XMLReader::ELEMENT && !$xml->isEmptyElement ? $xml->localName : '';
            }
            if ($xml->nodeType !== \XMLReader::ELEMENT) {
                continue;
            }
            if ($xml->localName === 'numFmt') {
                $codes[(int) $xml->getAttribute('numFmtId')] ??= (string) $xml->getAttribute('formatCode');
            } elseif ($xml->localName === 'font' && $within === 'fonts') {
                $font++;
            } elseif ($xml->localName === 'strike' && $within === 'fonts' && self::isOn($xml)) {
                $fonts[$font - 1] = true;
            } elseif ($xml->localName === 'xf' && $within === 'cellXfs') {
                $id = (int) $xml->getAttribute('numFmtId');
                $format = ShownNumber::of($id, $codes[$id] ?? '');
                $formats += $format === null ? [] : [$index => $format];
                $struck += isset($fonts[(int) $xml->getAttribute('fontId')]) ? [$index => true] : [];
                $index++;
            }
            if (max($index, $font, count($codes)) > self::MOST) {
                throw CannotRead::brokenWorkbook('it has more cell formats than a workbook can');
            }
        }
        $xml->close();

        return new self($formats, $struck);
    }

    /** Whether a property such as "strike" is set: it is, unless its value says that it is not. */
    public static function isOn(\XMLReader $xml): bool
    {
        return !in_array($xml->getAttribute('val'), ['0', 'false'], true);
    }
}
