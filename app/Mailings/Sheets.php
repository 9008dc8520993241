<?php

declare(strict_types=1);

namespace App\Mailings;

use Dompdf\Canvas;
use Dompdf\Dompdf;
use Dompdf\FontMetrics;
use Dompdf\Options;
use PineSieve\Core\Mailings\LabelSheet;
use PineSieve\Core\Mailings\Piece;

/** Labels and letters as a PDF, drawn piece by piece: laid out as HTML, a thousand of them take minutes. */
final class Sheets
{
    private const INK = [0.0, 0.0, 0.0];

    private const INCH = 72.0;

    private readonly Dompdf $pdf;

    private readonly Canvas $canvas;

    private readonly FontMetrics $metrics;

    private readonly string $font;

    private bool $isBegun = false;

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

        return (string) $this->pdf->output();
    }

    /**
     * @param  iterable<Piece>  $pieces
     * @param  string  $text  with the fields that Piece::letter() knows
     */
    public function letters(iterable $pieces, string $text, string $day): string
    {
        foreach ($pieces as $piece) {
            $this->page();
            $y = self::INCH;
            foreach (explode("\n", $piece->letter($text, $day)) as $paragraph) {
                foreach ($this->wrapped(rtrim($paragraph), 10.5, $this->canvas->get_width() - 2 * self::INCH) as $line) {
                    if ($y > $this->canvas->get_height() - self::INCH) {
                        $this->page();
                        $y = self::INCH;
                    }
                    $this->canvas->text(self::INCH, $y, $line, $this->font, 10.5, self::INK);
                    $y += 15.0;
                }
            }
        }

        return (string) $this->pdf->output();
    }

    private function page(): void
    {
        // The first page is there already.
        $this->isBegun ? $this->canvas->new_page() : null;
        $this->isBegun = true;
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
