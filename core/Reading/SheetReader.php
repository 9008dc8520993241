<?php

declare(strict_types=1);

namespace PineSieve\Core\Reading;

/** Streams one worksheet: shared and inline strings, stored results of formulas, dates as ISO 8601. */
final class SheetReader implements SourceReader
{
    /** Columns that a worksheet can have (XFD); a reference beyond it is damage. */
    private const MAX_COLUMNS = 16384;

    private SheetMarks $marks;

    /** @param  array<int, true>  $dateStyles */
    public function __construct(
        private readonly string $path,
        private readonly string $part,
        private readonly array $dateStyles,
        private readonly bool $epoch1904,
        private readonly bool $hasSharedStrings,
        private readonly bool $fillMerged,
    ) {
        $this->marks = new SheetMarks();
    }

    public function marks(): SheetMarks
    {
        return $this->marks;
    }

    public function rows(): iterable
    {
        $this->marks = new SheetMarks();
        $strings = $this->hasSharedStrings ? SharedStrings::read($this->path) : [];
        $merged = new MergedCells($this->fillMerged ? $this->mergedRanges() : []);
        $xml = XmlPart::in($this->path, $this->part);
        $number = 0;
        try {
            while ($xml->read()) {
                if ($xml->nodeType !== \XMLReader::ELEMENT) {
                    continue;
                }
                if ($xml->localName !== 'row') {
                    $this->notice($xml);

                    continue;
                }
                $number = (int) ($xml->getAttribute('r') ?? $number + 1);
                if (in_array($xml->getAttribute('hidden'), ['1', 'true'], true)) {
                    $this->marks->hiddenRows[$number] = true;
                }
                $cells = $merged->fill($number, $xml->isEmptyElement ? [] : $this->cells($xml, $strings, $number));
                if (implode('', $cells) !== '') {
                    yield $number => $cells;
                }
            }
        } finally {
            $xml->close();
        }
    }

    /** Hidden columns stand before the rows, merged ranges after them. */
    private function notice(\XMLReader $xml): void
    {
        if ($xml->localName === 'col' && in_array($xml->getAttribute('hidden'), ['1', 'true'], true)) {
            $last = min((int) $xml->getAttribute('max'), self::MAX_COLUMNS);
            for ($column = (int) $xml->getAttribute('min'); $column <= $last; $column++) {
                $this->marks->hiddenColumns[$column - 1] = true;
            }
        } elseif ($xml->localName === 'mergeCell') {
            $this->marks->merge((string) $xml->getAttribute('ref'));
        }
    }

    /** @return list<string> such as "A2:A5" */
    private function mergedRanges(): array
    {
        $ranges = [];
        $xml = XmlPart::in($this->path, $this->part);
        while ($xml->read()) {
            if ($xml->nodeType === \XMLReader::ELEMENT && $xml->localName === 'mergeCell') {
                $ranges[] = (string) $xml->getAttribute('ref');
            }
        }
        $xml->close();

        return $ranges;
    }

    /**
     * @param  list<string>  $strings
     * @return list<string>
     */
    private function cells(\XMLReader $xml, array $strings, int $row): array
    {
        $cells = [];
        $column = -1;
        while ($xml->read() && !($xml->nodeType === \XMLReader::END_ELEMENT && $xml->localName === 'row')) {
            if ($xml->nodeType !== \XMLReader::ELEMENT || $xml->localName !== 'c') {
                continue;
            }
            $reference = $xml->getAttribute('r');
            $column = $reference === null ? $column + 1 : self::column($reference);
            if ($column >= self::MAX_COLUMNS) {
                throw CannotRead::brokenWorkbook("it has a cell {$reference}");
            }
            while (count($cells) < $column) {
                $cells[] = '';
            }
            $type = $xml->getAttribute('t') ?? 'n';
            $style = (int) ($xml->getAttribute('s') ?? 0);
            [$raw, $formula] = $xml->isEmptyElement ? ['', false] : self::content($xml, $row);
            if ($formula) {
                $this->marks->formula($row, $column);
            }
            if ($type === 'e') {
                $this->marks->error($row, $column);
            }
            $cells[$column] = match ($type) {
                's' => $strings[(int) $raw] ?? '',
                'n' => $this->number($raw, $style),
                'b' => $raw === '' ? '' : ($raw === '1' ? 'TRUE' : 'FALSE'),
                default => $raw,
            };
        }

        return array_values($cells);
    }

    /**
     * The text of a cell's value or inline string; phonetic readings and the formula itself are passed over.
     *
     * @return array{string, bool} the text, and whether a formula made it
     */
    private static function content(\XMLReader $xml, int $row): array
    {
        $text = '';
        $inside = null;
        $formula = false;
        while ($xml->read() && !($xml->nodeType === \XMLReader::END_ELEMENT && $xml->localName === 'c')) {
            if ($xml->nodeType === \XMLReader::ELEMENT) {
                $formula = $formula || $xml->localName === 'f';
                $inside = $xml->isEmptyElement ? $inside : $xml->localName;
            } elseif ($xml->nodeType === \XMLReader::END_ELEMENT) {
                $inside = null;
            } elseif ($inside === 'v' || $inside === 't') {
                $text .= $xml->value;
                if (strlen($text) > XmlPart::CELL_LENGTH) {
                    throw CannotRead::longCell($row);
                }
            }
        }

        return [$text, $formula];
    }

    private function number(string $raw, int $style): string
    {
        return isset($this->dateStyles[$style]) && is_numeric($raw) && (float) $raw >= 0 && (float) $raw < 2958466
            ? CellNumber::date((float) $raw, $this->epoch1904)
            : CellNumber::text($raw);
    }

    /** Zero-based column of a reference such as "AB12". */
    private static function column(string $reference): int
    {
        $column = 0;
        for ($i = 0, $length = strlen($reference); $i < $length && $i < 8 && ctype_alpha($reference[$i]); $i++) {
            $column = $column * 26 + ord(strtoupper($reference[$i])) - 64;
        }

        return $column - 1;
    }
}
