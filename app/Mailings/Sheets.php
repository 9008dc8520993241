<?php

declare(strict_types=1);

namespace App\Mailings;

use Dompdf\Canvas;
use Dompdf\Dompdf;
use Dompdf\FontMetrics;
use Dompdf\Options;
use PineSieve\Core\Mailings\LabelSheet;
use PineSieve\Core\Mailings\Piece;

/** Labels, letters and statements as a PDF, drawn piece by piece: laid out as HTML, a thousand of them take minutes. */
final class Sheets
{
    private const INK = [0.0, 0.0, 0.0];

    private const INCH = 72.0;

    private const SIZE = 10.5;

    private const LINE = 15.0;

    private readonly Dompdf $pdf;

    private readonly Canvas $canvas;

    private readonly FontMetrics $metrics;

    private readonly string $font;

    private bool $isBegun = false;

    private float $y = self::INCH;

    public function __construct(string $paper)
    {
        $options = new Options();
        $options->setIsRemoteEnabled(false)->setIsPhpEnabled(false)->setDefaultFont('DejaVu Sans');
        $options->setTempDir(sys_get_temp_dir())->setFontCache(storage_path('framework/cache'))->setIsFontSubsettingEnabled(true);
        $this->pdf = new Dompdf($options);
        $this->pdf->setPaper($paper);
        $this->pdf->loadHtml('<html><body></body></html>', 'UTF-8');
        $this->pdf->render();
        $this->canvas = $this->pdf->getCanvas();
        $this->metrics = $this->pdf->getFontMetrics();
        $this->font = (string) $this->metrics->getFont('DejaVu Sans');
    }

    /** @param  iterable<Piece>  $pieces */
    public function labels(iterable $pieces, LabelSheet $sheet, bool $capitals): string
    {
        $at = $sheet->layout();
        $onPage = $at['columns'] * $at['rows'];
        $number = 0;
        foreach ($pieces as $piece) {
            $place = $number % $onPage;
            $place === 0 ? $this->page() : null;
            $left = $at['left'] + ($place % $at['columns']) * $at['across'];
            $top = $at['top'] + intdiv($place, $at['columns']) * $at['down'];
            $this->block([$piece->envelope, ...$piece->lines], $left + 8, $top + 6, $at['width'] - 16, $at['height'] - 10, $capitals);
            $number++;
        }

        return $this->pdf();
    }

    /**
     * @param  iterable<Piece>  $pieces
     * @param  string  $text  with the fields that Piece::letter() knows
     */
    public function letters(iterable $pieces, string $text, string $day): string
    {
        foreach ($pieces as $piece) {
            $this->page();
            $this->paragraphs($piece->letter($text, $day));
        }

        return $this->pdf();
    }

    /**
     * A statement on a page of its own: text, a table with a line for each gift, text.
     *
     * @param  list<array{string, string, string, string}>  $gifts  day, what for, what came in return, amount
     */
    public function statement(string $before, array $gifts, string $behind): void
    {
        $this->page();
        $this->paragraphs(rtrim($before));
        $this->y += self::LINE;
        $right = $this->canvas->get_width() - self::INCH;
        $numbers = [self::INCH + 330.0, $right];
        foreach ([['Date', 'For', 'In return', 'Amount'], ...$gifts] as $place => [$day, $for, $return, $amount]) {
            $lines = $this->wrapped($for, self::SIZE, 190.0);
            $this->room(count($lines));
            $this->write(self::INCH, $day);
            foreach ([$return, $amount] as $i => $number) {
                $this->write($numbers[$i] - $this->metrics->getTextWidth($number, $this->font, self::SIZE), $number);
            }
            foreach ($lines as $line) {
                $this->write(self::INCH + 80.0, $line);
                $this->y += self::LINE;
            }
            if ($place === 0) {
                $this->canvas->line(self::INCH, $this->y - 1, $right, $this->y - 1, self::INK, 0.5);
                $this->y += 4.0;
            }
        }
        $this->y += self::LINE;
        $this->paragraphs(ltrim($behind));
    }

    public function pdf(): string
    {
        return (string) $this->pdf->output();
    }

    private function paragraphs(string $text): void
    {
        foreach (explode("\n", $text) as $paragraph) {
            foreach ($this->wrapped(rtrim($paragraph), self::SIZE, $this->canvas->get_width() - 2 * self::INCH) as $line) {
                $this->room(1);
                $this->write(self::INCH, $line);
                $this->y += self::LINE;
            }
        }
    }

    /** A new page, unless there is room for some lines. */
    private function room(int $lines): void
    {
        $this->y + ($lines - 1) * self::LINE > $this->canvas->get_height() - self::INCH ? $this->page() : null;
    }

    private function write(float $x, string $text): void
    {
        $text === '' ? null : $this->canvas->text($x, $this->y, $text, $this->font, self::SIZE, self::INK);
    }

    private function page(): void
    {
        // The first page is there already.
        $this->isBegun ? $this->canvas->new_page() : null;
        $this->isBegun = true;
        $this->y = self::INCH;
    }

    /**
     * As large as it fits, down to what can still be read.
     *
     * @param  list<string>  $lines
     */
    private function block(array $lines, float $x, float $y, float $width, float $height, bool $capitals): void
    {
        $lines = $capitals ? array_map(mb_strtoupper(...), $lines) : $lines;
        for ($size = 10.0; $size > 5.5; $size -= 0.5) {
            $wrapped = array_merge(...array_map(fn(string $line): array => $this->wrapped($line, $size, $width), $lines));
            if (count($wrapped) * $size * 1.25 <= $height) {
                break;
            }
        }
        foreach ($wrapped as $i => $line) {
            $this->canvas->text($x, $y + $i * $size * 1.25, $line, $this->font, $size, self::INK);
        }
    }

    /** @return list<string> */
    private function wrapped(string $text, float $size, float $width): array
    {
        $lines = [''];
        foreach (explode(' ', $text) as $word) {
            $longer = ltrim($lines[count($lines) - 1] . " {$word}");
            if ($lines[count($lines) - 1] === '' || $this->metrics->getTextWidth($longer, $this->font, $size) <= $width) {
                $lines[count($lines) - 1] = $longer;
            } else {
                $lines[] = $word;
            }
        }

        return $lines;
    }
}
