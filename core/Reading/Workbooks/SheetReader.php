<?php

declare(strict_types=1);

namespace PineSieve\Core\Reading\Workbooks;

use PineSieve\Core\Reading\CannotRead;
use PineSieve\Core\Reading\SheetMark;
use PineSieve\Core\Reading\SheetMarks;
use PineSieve\Core\Reading\SourceReader;

/** Streams one worksheet: shared and inline strings, stored results of formulas, dates as ISO 8601. */
final class SheetReader implements SourceReader
{
    /** Columns that a worksheet can have (XFD); a reference beyond it is damage. */
    private const MAX_COLUMNS = 16384;

    private SheetMarks $marks;

    public function __construct(
        private readonly string $path,
        private readonly string $part,
        private readonly CellStyles $styles,
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
        $strings = $this->hasSharedStrings ? SharedStrings::read($this->path) : new SharedStrings();
        $this->readNotes();
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
     * @return list<string>
     */
    private function cells(\XMLReader $xml, SharedStrings $strings, int $row): array
    {
        $cells = [];
        $struck = 0;
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
            [$raw, $formula, $isStruck] = $xml->isEmptyElement ? ['', false, false] : self::content($xml, $row);
            if ($formula) {
                $this->marks->cell(SheetMark::Formula, $row, $column);
            }
            if (
                $raw !== '' &&
                ($isStruck || isset($this->styles->struck[$style]) || ($type === 's' && isset($strings->struck[(int) $raw])))
            ) {
                $this->marks->cell(SheetMark::Struck, $row, $column);
                $struck++;
            }
            $cells[$column] = match ($type) {
                's' => $strings->texts[(int) $raw] ?? '',
                'n' => isset($this->styles->formats[$style])
                    ? $this->styles->formats[$style]->shown($raw, $this->epoch1904)
                    : CellNumber::text($raw),
                'b' => $raw === '' ? '' : ($raw === '1' ? 'TRUE' : 'FALSE'),
                default => $raw,
            };
        }

        $this->marks->row($row, $struck, $cells);

        return array_values($cells);
    }

    /**
     * The text of a cell's value or inline string; phonetic readings and the formula itself are passed over.
     *
     * @return array{string, bool, bool} the text, whether a formula made it, and whether some of it is struck through
     */
    private static function content(\XMLReader $xml, int $row): array
    {
        $text = '';
        $inside = null;
        $formula = $isStruck = false;
        while ($xml->read() && !($xml->nodeType === \XMLReader::END_ELEMENT && $xml->localName === 'c')) {
            if ($xml->nodeType === \XMLReader::ELEMENT) {
                $formula = $formula || $xml->localName === 'f';
                $isStruck = $isStruck || ($xml->localName === 'strike' && CellStyles::isOn($xml));
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

        return [$text, $formula, $isStruck];
    }

    /** Notes that hang on cells are a part of their own, which the relations of the sheet name. A damaged one keeps no file out. */
    private function readNotes(): void
    {
        $relations = dirname($this->part) . '/_rels/' . basename($this->part) . '.rels';
        $zip = new \ZipArchive();
        $zip->open($this->path, \ZipArchive::RDONLY);
        $has = $zip->locateName($relations) !== false;
        $zip->close();
        try {
            $part = $has ? $this->partOfNotes($relations) : null;
            if ($part !== null) {
                $this->notes($part);
            }
        } catch (CannotRead) {
            // What the cells hold is all there.
        }
    }

    /** @throws CannotRead */
    private function notes(string $part): void
    {
        $xml = XmlPart::in($this->path, $part);
        [$row, $text] = [0, ''];
        while ($xml->read()) {
            if ($xml->nodeType === \XMLReader::ELEMENT && $xml->localName === 'comment') {
                [$row, $text] = [(int) preg_replace('/^\D*/', '', (string) $xml->getAttribute('ref')), ''];
            } elseif ($xml->nodeType === \XMLReader::END_ELEMENT && $xml->localName === 'comment') {
                $said = (string) preg_replace('/^\[Threaded comment\].*?Comment:\s*/s', '', $text);
                $this->marks->note(SheetMark::Note, $row, mb_strimwidth($said, 0, 200, '…'));
            } elseif (in_array($xml->nodeType, [\XMLReader::TEXT, \XMLReader::CDATA], true)) {
                $text = substr($text . $xml->value, 0, XmlPart::CELL_LENGTH);
            }
        }
        $xml->close();
    }

    private function partOfNotes(string $relations): ?string
    {
        $xml = XmlPart::in($this->path, $relations);
        $part = null;
        while ($xml->read()) {
            if ($xml->localName === 'Relationship' && str_ends_with((string) $xml->getAttribute('Type'), '/comments')) {
                $target = (string) $xml->getAttribute('Target');
                $part = str_starts_with($target, '/') ? ltrim($target, '/') : 'xl/' . (string) preg_replace('/^\.\.\//', '', $target);
            }
        }
        $xml->close();

        return $part;
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
