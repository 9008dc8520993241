<?php

declare(strict_types=1);

namespace PineSieve\Core\Findings;

use PineSieve\Core\Columns\RowKind;
use PineSieve\Core\Reading\SheetMarks;

/** Gathers what is odd about the rows of a source while they are read. */
final class SheetSurvey
{
    private const EXAMPLES = 5;

    private readonly RowKind $kinds;

    private readonly int $width;

    private int $last;

    private int $rows = 0;

    /** @var array<string, int> */
    private array $counts = [
        'empty' => 0,
        'header' => 0,
        'total' => 0,
        'section' => 0,
        'wide' => 0,
        'cut amount' => 0,
        'narrow' => 0,
        'ditto' => 0,
    ];

    /** @var array<string, list<array{int, string}>> kind to row and what stands there */
    private array $examples = [];

    /**
     * @param  list<string>  $headers
     * @param  int  $headerRow  0 if there is none
     */
    public function __construct(private readonly array $headers, private readonly int $headerRow)
    {
        $this->kinds = new RowKind($headers);
        $this->width = count($headers);
        $this->last = $headerRow;
    }

    /**
     * @param  list<string>  $cells
     * @return ?string what RowKind says of it
     */
    public function add(int $number, array $cells): ?string
    {
        $this->rows++;
        if ($number > $this->last + 1) {
            $this->note('empty', $this->last + 1, '', $number - $this->last - 1);
        }
        $this->last = $number;
        $width = count($cells);
        if ($width > $this->width) {
            $this->note('wide', $number, implode(' | ', array_slice($cells, $this->width, 3)));
        } elseif ($width < $this->width && $width > 0) {
            $this->note('narrow', $number, '');
        }
        $kind = $this->kinds->of($cells);
        if ($kind !== null) {
            $this->note(
                $kind,
                $number,
                implode(' | ', array_slice(array_filter($cells, static fn(string $cell): bool => trim($cell) !== ''), 0, 4)),
            );
        }

        return $kind;
    }

    /**
     * @param  list<string>  $above  what stands above the header, row by row
     * @param  list<string>  $written  headers as the file has them; '' where there is none
     * @param  ?array{int, list<string>}  $second  number and cells of a row below the header that names its columns once more
     */
    public function oddities(SheetMarks $marks, array $above, array $written, ?array $second): Oddities
    {
        $blank =
            count(array_filter($written, static fn(string $header): bool => trim($header) === '')) + max(0, $this->width - count($written));
        $names = array_count_values(
            array_map(
                static fn(string $header): string => mb_strtolower(trim($header)),
                array_filter($written, static fn(string $header): bool => trim($header) !== ''),
            ),
        );
        $twice = array_map(strval(...), array_keys(array_filter($names, static fn(int $count): bool => $count > 1)));
        // Every row of a workbook is as narrow as its last cell: only where few are is it telling.
        $narrow = $this->counts['narrow'] > 0.5 * $this->rows ? 0 : $this->counts['narrow'];

        return new Oddities(
            array_filter(
                [
                    ...$this->counts,
                    'heading' => $this->counts['section'],
                    'narrow' => $narrow,
                    'above' => count($above),
                    'second header' => $second === null ? 0 : 1,
                    'no header' => $this->headerRow === 0 ? 1 : 0,
                    'blank header' => $this->headerRow === 0 ? 0 : $blank,
                    'same header' => count($twice),
                    ...$marks->counts,
                    'hidden row' => count($marks->hiddenRows),
                    'struck row' => count($marks->struckRows),
                    'hidden column' => count($marks->hiddenColumns),
                ],
                static fn(int $count): bool => $count > 0,
            ),
            [
                ...$this->examples,
                'heading' => $this->examples['section'] ?? [],
                'second header' =>
                    $second === null
                        ? []
                        : [
                            [
                                $second[0],
                                implode(
                                    ' | ',
                                    array_slice(array_filter($second[1], static fn(string $cell): bool => trim($cell) !== ''), 0, 4),
                                ),
                            ],
                        ],
                'above' => array_map(
                    static fn(string $text, int $i): array => [$i + 1, $text],
                    array_slice($above, 0, self::EXAMPLES),
                    array_keys(array_slice($above, 0, self::EXAMPLES)),
                ),
                'same header' => array_map(static fn(string $name): array => [0, $name], array_slice($twice, 0, self::EXAMPLES)),
                ...$marks->examples,
                'hidden column' => array_map(
                    fn(int $column): array => [0, $this->headers[$column] ?? ''],
                    array_slice(array_keys($marks->hiddenColumns), 0, self::EXAMPLES),
                ),
            ],
            $marks->hiddenRows,
            array_keys($marks->hiddenColumns),
            $marks->struckRows,
        );
    }

    /** @param  string  $text  the mark, and what stands above it */
    public function ditto(int $number, string $text): void
    {
        $this->note('ditto', $number, $text);
    }

    /** @param  list<string>  $cells  of a row whose amounts are one cell again */
    public function cutAmount(int $number, array $cells): void
    {
        $this->note(
            'cut amount',
            $number,
            implode(' | ', array_filter($cells, static fn(string $cell): bool => preg_match('/\d,\d{3}/', $cell) === 1)),
        );
    }

    private function note(string $kind, int $number, string $text, int $count = 1): void
    {
        $this->counts[$kind] += $count;
        if (count($this->examples[$kind] ?? []) < self::EXAMPLES) {
            $this->examples[$kind][] = [$number, mb_substr($text, 0, 200)];
        }
    }
}
