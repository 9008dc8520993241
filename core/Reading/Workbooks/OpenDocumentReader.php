<?php

declare(strict_types=1);

namespace PineSieve\Core\Reading\Workbooks;

use PineSieve\Core\Reading\CannotRead;
use PineSieve\Core\Reading\SheetMark;
use PineSieve\Core\Reading\SheetMarks;
use PineSieve\Core\Reading\SourceReader;

/** Streams one sheet of an OpenDocument spreadsheet. */
final class OpenDocumentReader implements SourceReader
{
    private const OFFICE = 'urn:oasis:names:tc:opendocument:xmlns:office:1.0';

    private const TEXT = 'urn:oasis:names:tc:opendocument:xmlns:text:1.0';

    private const STYLE = 'urn:oasis:names:tc:opendocument:xmlns:style:1.0';

    private const TABLE = OpenDocument::TABLE;

    /** Writers fill a sheet to its end with one repeated blank cell or row; a value beyond the largest sheet is damage. */
    private const MAX_COLUMNS = 16384;

    private const MAX_ROWS = 1_048_576;

    private SheetMarks $marks;

    /** @var array<string, true> names of the styles that strike through */
    private array $struck = [];

    /** @var array<int, array{int, string}> column to the row until which a merged range goes on, and its value */
    private array $below = [];

    public function __construct(private readonly string $path, private readonly string $sheet, private readonly bool $fillMerged)
    {
        $this->marks = new SheetMarks();
    }

    public function marks(): SheetMarks
    {
        return $this->marks;
    }

    public function rows(): iterable
    {
        $this->marks = new SheetMarks();
        $this->below = $this->struck = [];
        $xml = XmlPart::in($this->path, OpenDocument::CONTENT);
        $style = '';
        try {
            while ($xml->read()) {
                if ($xml->nodeType === \XMLReader::ELEMENT && $xml->namespaceURI === self::STYLE) {
                    $style = $xml->localName === 'style' ? (string) $xml->getAttributeNs('name', self::STYLE) : $style;
                    if (!in_array($xml->getAttributeNs('text-line-through-style', self::STYLE), [null, 'none'], true)) {
                        $this->struck[$style] = true;
                    }
                }
                if ($this->isElement($xml, 'table') && $xml->getAttributeNs('name', self::TABLE) === $this->sheet) {
                    yield from $this->table($xml);
                    break;
                }
            }
        } finally {
            $xml->close();
        }
    }

    /** @return iterable<int, list<string>> */
    private function table(\XMLReader $xml): iterable
    {
        $number = 1;
        $column = 0;
        $depth = $xml->depth;
        while ($xml->read() && $xml->depth > $depth) {
            if ($this->isElement($xml, 'table-column')) {
                $repeated = min(self::MAX_COLUMNS, self::count($xml, 'number-columns-repeated'));
                for ($i = 0; $i < $repeated; $i++, $column++) {
                    if ($xml->getAttributeNs('visibility', self::TABLE) === 'collapse') {
                        $this->marks->hiddenColumns[$column] = true;
                    }
                }
            }
            if (!$this->isElement($xml, 'table-row')) {
                continue;
            }
            $repeated = self::count($xml, 'number-rows-repeated');
            $hidden = in_array($xml->getAttributeNs('visibility', self::TABLE), ['collapse', 'filter'], true);
            $cells = $xml->isEmptyElement ? [] : $this->cells($xml, $number);
            if (implode('', $cells) === '') {
                $number += $repeated;

                continue;
            }
            if ($number + $repeated - 1 > self::MAX_ROWS) {
                throw CannotRead::brokenWorkbook("its row {$number} is repeated {$repeated} times");
            }
            for ($i = 0; $i < $repeated; $i++, $number++) {
                if ($hidden) {
                    $this->marks->hiddenRows[$number] = true;
                }
                yield $number => $cells;
            }
        }
    }

    /** @return list<string> */
    private function cells(\XMLReader $xml, int $row): array
    {
        $cells = [];
        $blanks = $filled = $struck = 0;
        $depth = $xml->depth;
        while ($xml->read() && $xml->depth > $depth) {
            if (!$this->isElement($xml, 'table-cell') && !$this->isElement($xml, 'covered-table-cell')) {
                continue;
            }
            $repeated = self::count($xml, 'number-columns-repeated');
            $column = count($cells) + $blanks;
            $isStruck = isset($this->struck[(string) $xml->getAttributeNs('style-name', self::TABLE)]);
            $value = $this->value($xml, $row, $column);
            if ($value === '') {
                $blanks += $repeated;

                continue;
            }
            $filled++;
            if ($isStruck) {
                $this->marks->cell(SheetMark::Struck, $row, $column);
                $struck++;
            }
            if ($column + $repeated > self::MAX_COLUMNS) {
                throw CannotRead::brokenWorkbook("its row {$row} has more cells than a sheet can");
            }
            $cells = [...$cells, ...array_fill(0, $blanks, ''), ...array_fill(0, $repeated, $value)];
            $blanks = 0;
        }
        if ($struck > 0 && $struck === $filled) {
            $this->marks->struckRows[$row] = true;
        }

        return $cells;
    }

    private function value(\XMLReader $xml, int $row, int $column): string
    {
        $type = $xml->getAttributeNs('value-type', self::OFFICE);
        $number = CellNumber::text((string) $xml->getAttributeNs('value', self::OFFICE));
        $currency = (string) $xml->getAttributeNs('currency', self::OFFICE);
        $stored = match ($type) {
            'date' => str_replace(['T00:00:00', 'T'], ['', ' '], (string) $xml->getAttributeNs('date-value', self::OFFICE)),
            'float' => $number,
            'currency' => $currency === '' || $currency === 'USD' ? $number : "{$currency} {$number}",
            'percentage' => CellNumber::text((string) (100 * (float) $number)) . '%',
            'boolean' => strtoupper((string) $xml->getAttributeNs('boolean-value', self::OFFICE)),
            default => null,
        };
        if ($xml->getAttributeNs('formula', self::TABLE) !== null) {
            $this->marks->cell(SheetMark::Formula, $row, $column);
        }
        $across = self::count($xml, 'number-columns-spanned');
        $down = self::count($xml, 'number-rows-spanned');
        $text = $xml->isEmptyElement ? '' : $this->text($xml, $row);
        $value = $type === 'float' && self::isMasked($text, $number) ? $text : $stored ?? $text;
        [$until, $above] = $this->below[$column] ?? [0, ''];
        if ($value === '' && $until >= $row) {
            return $above;
        }
        if ($across * $down > 1) {
            $this->marks->merge(
                SheetMarks::reference($row, $column) . ':' . SheetMarks::reference($row + $down - 1, $column + $across - 1),
            );
            for ($i = 0; $this->fillMerged && $i < min($across, self::MAX_COLUMNS); $i++) {
                $this->below[$column + $i] = [$row + $down - 1, $value];
            }
        }

        return $value;
    }

    /** Paragraphs of a cell, line by line; a repeated blank is written as an element. Notes are no part of the value. */
    private function text(\XMLReader $xml, int $row): string
    {
        $lines = [];
        $line = null;
        $depth = $xml->depth;
        $skip = null;
        while ($xml->read() && $xml->depth > $depth) {
            if ($skip !== null && $xml->depth > $skip) {
                continue;
            }
            $skip = null;
            if ($xml->nodeType === \XMLReader::ELEMENT) {
                if ($xml->localName === 'annotation') {
                    $this->marks->note(SheetMark::Note, $row, mb_strimwidth(self::noteText($xml), 0, 200, '…'));
                    $skip = $xml->isEmptyElement ? null : $xml->depth;
                } elseif ($xml->localName === 'p' && $xml->namespaceURI === self::TEXT) {
                    $line = '';
                    if ($xml->isEmptyElement) {
                        $lines[] = '';
                    }
                } elseif ($xml->localName === 's') {
                    $line .= str_repeat(' ', min(XmlPart::CELL_LENGTH, max(0, (int) ($xml->getAttributeNs('c', self::TEXT) ?? 1))));
                } elseif ($xml->localName === 'line-break') {
                    $line .= "\n";
                }
            } elseif ($xml->nodeType === \XMLReader::END_ELEMENT && $xml->localName === 'p') {
                $lines[] = (string) $line;
            } elseif (in_array($xml->nodeType, [\XMLReader::TEXT, \XMLReader::SIGNIFICANT_WHITESPACE, \XMLReader::CDATA], true)) {
                $line .= $xml->value;
                if (strlen($line) > XmlPart::CELL_LENGTH) {
                    throw CannotRead::longCell($row);
                }
            }
        }

        return implode("\n", $lines);
    }

    /** Whether a number is shown with zeros before it, or apart: "04072" for 4072, "03820-1234". */
    private static function isMasked(string $shown, string $number): bool
    {
        return preg_match('/^(?=0\d|.*[()-])[\d ()-]+$/D', $shown) === 1 && (string) preg_replace('/\D|^\D*0+/', '', $shown) === $number;
    }

    private static function noteText(\XMLReader $xml): string
    {
        $note = $xml->expand();
        $lines = [];
        foreach ($note instanceof \DOMElement ? $note->getElementsByTagNameNS(self::TEXT, 'p') : [] as $line) {
            $lines[] = $line->textContent;
        }

        return implode(' ', $lines);
    }

    /** How often or how far: 1 if it is not said, or not in numbers. */
    private static function count(\XMLReader $xml, string $attribute): int
    {
        return max(1, (int) $xml->getAttributeNs($attribute, self::TABLE));
    }

    private function isElement(\XMLReader $xml, string $name): bool
    {
        return $xml->nodeType === \XMLReader::ELEMENT && $xml->localName === $name && $xml->namespaceURI === self::TABLE;
    }
}
