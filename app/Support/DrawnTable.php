<?php

declare(strict_types=1);

namespace App\Support;

use Dompdf\Canvas;
use Dompdf\Dompdf;
use Dompdf\FontMetrics;

/** A long table at the end of a PDF, drawn line by line: laid out as HTML, five thousand rows take a minute and half a gigabyte. */
final class DrawnTable
{
    private const SIZE = 7.5;

    private const LINE = 10.5;

    private const MARGIN = 36.0;

    private const GAP = 9.0;

    private const INK = [0.11, 0.165, 0.141];

    private const QUIET = [0.357, 0.4, 0.376];

    private const RULE = [0.875, 0.89, 0.878];

    private readonly Canvas $canvas;

    private readonly FontMetrics $metrics;

    private readonly string $font;

    private float $y = 0.0;

    /**
     * @param  Dompdf  $pdf  rendered already
     * @param  list<array{head: string, width: float, isNumber?: bool}>  $columns  widths are shares of the page's width, 1 together
     */
    public function __construct(Dompdf $pdf, private readonly string $title, private readonly array $columns)
    {
        $this->canvas = $pdf->getCanvas();
        $this->metrics = $pdf->getFontMetrics();
        $this->font = (string) $this->metrics->getFont('DejaVu Sans');
    }

    /** @param  iterable<list<string>>  $rows  a value for each column; one that is too long goes on in the next line */
    public function draw(iterable $rows): void
    {
        $this->page();
        foreach ($rows as $row) {
            $cells = array_map(
                fn(string $value, array $column): array => $this->lines($value, $this->width($column)),
                $row,
                $this->columns,
            );
            $lines = max(1, ...array_map(count(...), $cells));
            if ($this->y + $lines * self::LINE > $this->canvas->get_height() - self::MARGIN) {
                $this->page();
            }
            for ($line = 0; $line < $lines; $line++) {
                $this->line(array_map(static fn(array $cell): string => $cell[$line] ?? '', $cells), self::INK);
            }
            $this->rule();
        }
    }

    private function page(): void
    {
        $this->canvas->new_page();
        $this->y = self::MARGIN;
        $this->canvas->text(self::MARGIN, $this->y, $this->title, $this->font, self::SIZE + 1.5, self::INK);
        $number = 'page ' . $this->canvas->get_page_number();
        $right = $this->canvas->get_width() - self::MARGIN - $this->widthOf($number);
        $this->canvas->text($right, $this->y, $number, $this->font, self::SIZE, self::QUIET);
        $this->y += 2 * self::LINE;
        $this->line(array_column($this->columns, 'head'), self::QUIET);
        $this->rule();
    }

    /**
     * @param  list<string>  $cells
     * @param  array{float, float, float}  $color
     */
    private function line(array $cells, array $color): void
    {
        $x = self::MARGIN;
        foreach ($this->columns as $i => $column) {
            $width = $this->width($column);
            $from = $column['isNumber'] ?? false ? $x + $width - $this->widthOf($cells[$i]) : $x;
            if ($cells[$i] !== '') {
                $this->canvas->text($from, $this->y, $cells[$i], $this->font, self::SIZE, $color);
            }
            $x += $width + self::GAP;
        }
        $this->y += self::LINE;
    }

    private function rule(): void
    {
        $this->canvas->line(self::MARGIN, $this->y + 1, $this->canvas->get_width() - self::MARGIN, $this->y + 1, self::RULE, 0.5);
        $this->y += 4;
    }

    /** @param  array{width: float, ...}  $column */
    private function width(array $column): float
    {
        return ($this->canvas->get_width() - 2 * self::MARGIN) * $column['width'] - self::GAP;
    }

    /** @return list<string> the value in lines that are no wider; a word that is wider is cut */
    private function lines(string $value, float $width): array
    {
        $fits = fn(string $text): bool => $this->widthOf(rtrim($text)) <= $width;
        if ($fits($value)) {
            return [$value];
        }
        [$lines, $line] = [[], ''];
        foreach (preg_split('/(?<=\s)/u', $value) ?: [] as $word) {
            foreach ($fits($word) ? [$word] : mb_str_split($word) as $piece) {
                if ($line !== '' && !$fits($line . $piece)) {
                    $lines[] = rtrim($line);
                    $line = '';
                }
                $line .= $piece;
            }
        }

        return [...$lines, rtrim($line)];
    }

    private function widthOf(string $text): float
    {
        return $this->metrics->getTextWidth($text, $this->font, self::SIZE);
    }
}
