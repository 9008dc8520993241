<?php

declare(strict_types=1);

namespace PineSieve\Core\Reading\Workbooks;

use PineSieve\Core\Reading\CannotRead;
use PineSieve\Core\Reading\SheetMark;
use PineSieve\Core\Reading\SheetMarks;
use PineSieve\Core\Reading\SourceReader;

/** Streams one sheet of a workbook in the XML of Excel 2002 and 2003. */
final class XmlWorkbookReader implements SourceReader
{
    private const SHEET = XmlWorkbook::SHEET;

    private const MAX_COLUMNS = 16384;

    private SheetMarks $marks;

    /** @var array<string, ?ShownNumber> id of a style to how it shows numbers */
    private array $shown = [];

    /** @var array<string, true> ids of the styles that strike through */
    private array $struck = [];

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
        $this->shown = $this->struck = [];
        $xml = XmlPart::file($this->path);
        $style = '';
        try {
            while ($xml->read()) {
                if ($this->isElement($xml, 'Style')) {
                    $style = $this->said($xml, 'ID');
                } elseif ($this->isElement($xml, 'NumberFormat')) {
                    $this->shown[$style] = ShownNumber::of(0, $this->said($xml, 'Format'));
                } elseif ($this->isElement($xml, 'Font') && $this->said($xml, 'StrikeThrough') === '1') {
                    $this->struck[$style] = true;
                } elseif ($this->isElement($xml, 'Worksheet') && $this->said($xml, 'Name') === $this->sheet) {
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
        [$number, $column, $depth] = [0, 0, $xml->depth];
        $merged = [];
        while ($xml->read() && $xml->depth > $depth) {
            if ($this->isElement($xml, 'Column')) {
                $column = max($column + 1, (int) $this->said($xml, 'Index'));
                if ($this->said($xml, 'Hidden') === '1') {
                    $this->marks->hiddenColumns[$column - 1] = true;
                }
                $column += (int) $this->said($xml, 'Span');
            }
            if (!$this->isElement($xml, 'Row')) {
                continue;
            }
            $number = max($number + 1, (int) $this->said($xml, 'Index'));
            $isHidden = $this->said($xml, 'Hidden') === '1';
            $cells = $xml->isEmptyElement ? [] : $this->cells($xml, $number, $merged);
            if (implode('', $cells) !== '') {
                if ($isHidden) {
                    $this->marks->hiddenRows[$number] = true;
                }
                yield $number => $cells;
            }
        }
    }

    /**
     * @param  array<int, array{int, string}>  $merged  column to the last row of a merged range that goes on below, and its value
     * @return list<string>
     */
    private function cells(\XMLReader $xml, int $row, array &$merged): array
    {
        $cells = [];
        [$column, $struck, $depth] = [0, 0, $xml->depth];
        while ($xml->read() && $xml->depth > $depth) {
            if (!$this->isElement($xml, 'Cell')) {
                continue;
            }
            $column = max($column, (int) $this->said($xml, 'Index') - 1);
            [$across, $down] = [(int) $this->said($xml, 'MergeAcross'), (int) $this->said($xml, 'MergeDown')];
            $style = $this->said($xml, 'StyleID');
            if ($column + $across >= self::MAX_COLUMNS) {
                throw CannotRead::brokenWorkbook("its row {$row} has more cells than a sheet can");
            }
            if ($this->said($xml, 'Formula') !== '') {
                $this->marks->cell(SheetMark::Formula, $row, $column);
            }
            $value = $xml->isEmptyElement ? '' : $this->value($xml, $row, $this->shown[$style] ?? null);
            if ($value !== '' && isset($this->struck[$style])) {
                $this->marks->cell(SheetMark::Struck, $row, $column);
                $struck++;
            }
            if ($across + $down > 0) {
                $this->marks->merge(SheetMarks::reference($row, $column) . ':' . SheetMarks::reference($row + $down, $column + $across));
            }
            for ($i = 0; $i <= $across; $i++) {
                $cells[$column + $i] = $i === 0 || $this->fillMerged ? $value : '';
                if ($this->fillMerged && $down > 0) {
                    $merged[$column + $i] = [$row + $down, $value];
                }
            }
            $column += $across + 1;
        }
        foreach ($merged as $at => [$until, $value]) {
            $cells[$at] = $until >= $row && ($cells[$at] ?? '') === '' ? $value : $cells[$at] ?? '';
        }
        $whole = $cells === [] ? [] : array_map(static fn(int $at): string => $cells[$at] ?? '', range(0, max(array_keys($cells))));
        $this->marks->row($row, $struck, $whole);

        return $whole;
    }

    private function value(\XMLReader $xml, int $row, ?ShownNumber $shown): string
    {
        [$text, $type, $note, $depth] = ['', '', null, $xml->depth];
        while ($xml->read() && $xml->depth > $depth) {
            if ($this->isElement($xml, 'Comment')) {
                $note = '';
            } elseif ($this->isElement($xml, 'Data') && $note === null) {
                $type = $this->said($xml, 'Type');
            } elseif (in_array($xml->nodeType, [\XMLReader::TEXT, \XMLReader::SIGNIFICANT_WHITESPACE, \XMLReader::CDATA], true)) {
                if ($note === null) {
                    $text .= $type === '' ? '' : $xml->value;
                } else {
                    $note .= $xml->value;
                }
                if (strlen($text) > XmlPart::CELL_LENGTH) {
                    throw CannotRead::longCell($row);
                }
            }
        }
        if ($note !== null) {
            $this->marks->note(SheetMark::Note, $row, mb_strimwidth(trim($note), 0, 200, '…'));
        }

        return match ($type) {
            'Number' => $shown === null ? CellNumber::text($text) : $shown->shown($text, false),
            'DateTime' => str_replace('T', ' ', (string) preg_replace('/T00:00:00(?:\.0+)?$|\.0+$/', '', $text)),
            'Boolean' => $text === '1' ? 'TRUE' : 'FALSE',
            default => $text,
        };
    }

    private function said(\XMLReader $xml, string $attribute): string
    {
        return (string) $xml->getAttributeNs($attribute, self::SHEET);
    }

    private function isElement(\XMLReader $xml, string $name): bool
    {
        return $xml->nodeType === \XMLReader::ELEMENT && $xml->localName === $name && $xml->namespaceURI === self::SHEET;
    }
}
