<?php

declare(strict_types=1);

namespace PineSieve\Core\Reading;

/** Streams one worksheet: shared and inline strings, stored results of formulas, dates as ISO 8601. */
final readonly class SheetReader implements SourceReader
{
    /** Columns that a worksheet can have (XFD); a reference beyond it is damage. */
    private const MAX_COLUMNS = 16384;

    /** @param  array<int, true>  $dateStyles */
    public function __construct(
        private string $path,
        private string $part,
        private array $dateStyles,
        private bool $epoch1904,
        private bool $hasSharedStrings,
    ) {
    }

    public function rows(): iterable
    {
        $strings = $this->hasSharedStrings ? $this->sharedStrings() : [];
        $xml = $this->open($this->part);
        $number = 0;
        try {
            while ($xml->read()) {
                if ($xml->nodeType !== \XMLReader::ELEMENT || $xml->localName !== 'row') {
                    continue;
                }
                $number = (int) ($xml->getAttribute('r') ?? $number + 1);
                $cells = $xml->isEmptyElement ? [] : $this->cells($xml, $strings);
                if (implode('', $cells) !== '') {
                    yield $number => $cells;
                }
            }
            $this->assertWellFormed();
        } finally {
            $xml->close();
        }
    }

    /**
     * @param  list<string>  $strings
     * @return list<string>
     */
    private function cells(\XMLReader $xml, array $strings): array
    {
        $cells = [];
        $column = -1;
        while ($xml->read() && ! ($xml->nodeType === \XMLReader::END_ELEMENT && $xml->localName === 'row')) {
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
            $raw = $xml->isEmptyElement ? '' : self::content($xml);
            $cells[$column] = match ($type) {
                's' => $strings[(int) $raw] ?? '',
                'n' => $this->number($raw, $style),
                'b' => $raw === '' ? '' : ($raw === '1' ? 'TRUE' : 'FALSE'),
                default => $raw,
            };
        }

        return array_values($cells);
    }

    /** The text of a cell's value or inline string; phonetic readings and the formula itself are passed over. */
    private static function content(\XMLReader $xml): string
    {
        $text = '';
        $inside = null;
        while ($xml->read() && ! ($xml->nodeType === \XMLReader::END_ELEMENT && $xml->localName === 'c')) {
            if ($xml->nodeType === \XMLReader::ELEMENT && ! $xml->isEmptyElement) {
                $inside = $xml->localName;
            } elseif ($xml->nodeType === \XMLReader::END_ELEMENT) {
                $inside = null;
            } elseif ($inside === 'v' || $inside === 't') {
                $text .= $xml->value;
            }
        }

        return $text;
    }

    private function number(string $raw, int $style): string
    {
        if ($raw === '' || ! is_numeric($raw)) {
            return $raw;
        }
        if (isset($this->dateStyles[$style]) && (float) $raw >= 0 && (float) $raw < 2958466) {
            return $this->date((float) $raw);
        }
        if (preg_match('/^-?\d{1,15}$/D', $raw) === 1) {
            return $raw;
        }
        // A spreadsheet shows 15 significant digits; the file may hold 17, with the noise of binary fractions.
        $shown = sprintf('%.15G', (float) $raw);

        return str_contains($shown, 'E') ? rtrim(rtrim(number_format((float) $raw, 10, '.', ''), '0'), '.') : $shown;
    }

    /** @param  float  $serial days since the epoch: 1900-01-00 with the leap day that never was, or 1904-01-01 */
    private function date(float $serial): string
    {
        $days = (int) floor($serial);
        $seconds = (int) round(($serial - $days) * 86400);
        $days += $this->epoch1904 ? 1462 : 0;
        $days += $days < 60 ? 1 : 0;
        $moment = (new \DateTimeImmutable('1899-12-30T00:00:00Z'))->modify("+{$days} days +{$seconds} seconds");

        return $moment->format($seconds === 0 ? 'Y-m-d' : 'Y-m-d H:i:s');
    }

    /** @return list<string> */
    private function sharedStrings(): array
    {
        $xml = $this->open('xl/sharedStrings.xml');
        $strings = [];
        $text = null;
        $inside = null;
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
                    $strings[] = (string) $text;
                }
                $inside = $inside === 'rPh' && $xml->localName !== 'rPh' ? $inside : null;
            } elseif ($inside === 't') {
                $text .= $xml->value;
            }
        }
        $xml->close();
        $this->assertWellFormed();

        return $strings;
    }

    private function open(string $part): \XMLReader
    {
        libxml_use_internal_errors(true);
        libxml_clear_errors();
        $xml = @\XMLReader::open("zip://{$this->path}#{$part}", null, LIBXML_NONET | LIBXML_COMPACT);
        if (! $xml instanceof \XMLReader) {
            throw CannotRead::brokenWorkbook("its part {$part} is missing");
        }

        return $xml;
    }

    private function assertWellFormed(): void
    {
        $error = libxml_get_last_error();
        if ($error !== false && $error->level === LIBXML_ERR_FATAL) {
            libxml_clear_errors();
            throw CannotRead::brokenWorkbook('its sheet ends in the middle or is not well formed');
        }
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
