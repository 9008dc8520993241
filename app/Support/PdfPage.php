<?php

declare(strict_types=1);

namespace App\Support;

use Dompdf\Dompdf;
use Dompdf\Options;

/** A report as a PDF: a title, lines, tables of figures, and room for signatures. Nothing is fetched for it: everything is in its text. */
final class PdfPage
{
    private const STYLE = <<<'CSS'
    @page { margin: 54px 48px; }
    body { font: 9.5px "DejaVu Sans", sans-serif; color: #1c2a24; }
    h1 { font-size: 17px; margin: 0 0 4px; }
    h2 { font-size: 11px; margin: 16px 0 4px; }
    p { margin: 0 0 4px; }
    table { width: 100%; border-collapse: collapse; }
    th { text-align: left; font-weight: normal; color: #5b6660; border-bottom: 1px solid #9aa49e; padding: 3px 4px; }
    td { border-bottom: 1px solid #dfe3e0; padding: 3px 4px; vertical-align: top; }
    .num { text-align: right; white-space: nowrap; }
    .quiet { color: #5b6660; }
    .signed td { border: 0; padding-top: 34px; width: 50%; }
    CSS;

    private string $body = '';

    public function __construct(private readonly string $title, string $organization)
    {
        $this->body = '<h1>' . e($title) . '</h1><p class="quiet">' . e($organization) . '</p>';
    }

    public function line(string $text): void
    {
        $this->body .= '<p>' . e($text) . '</p>';
    }

    /**
     * @param  string  $title  '' for none
     * @param  list<string>  $heads
     * @param  list<list<string>>  $rows  without any, there is no table
     * @param  ?list<int>  $numbers  columns of figures; null for all but the first
     */
    public function table(string $title, array $heads, array $rows, ?array $numbers = null): void
    {
        if ($rows === []) {
            return;
        }
        $numbers ??= range(1, count($heads) - 1);
        $cell = static fn(string $tag, int $i, string $text): string => "<{$tag}" .
            (in_array($i, $numbers, true) ? ' class="num"' : '') .
            '>' .
            e($text) .
            "</{$tag}>";
        $line = static fn(string $tag, array $cells): string => '<tr>' .
            implode('', array_map(static fn(int $i, string $text): string => $cell($tag, $i, $text), array_keys($cells), $cells)) .
            '</tr>';
        $this->body .=
            ($title === '' ? '' : '<h2>' . e($title) . '</h2>') .
            '<table>' .
            $line('th', $heads) .
            implode('', array_map(static fn(array $row): string => $line('td', $row), $rows)) .
            '</table>';
    }

    public function signed(string $one, string $other): void
    {
        $line = str_repeat('_', 28);
        $this->body .= "<table class=\"signed\"><tr><td>{$one}: {$line}</td><td>{$other}: {$line}</td></tr></table>";
    }

    /** Laid out, and open for more to be drawn behind it. */
    public function laidOut(): Dompdf
    {
        $options = new Options();
        $options->setIsRemoteEnabled(false)->setIsPhpEnabled(false)->setDefaultFont('DejaVu Sans');
        $options->setTempDir(sys_get_temp_dir())->setFontCache(storage_path('framework/cache'))->setIsFontSubsettingEnabled(true);
        $pdf = new Dompdf($options);
        $pdf->setPaper('letter');
        $head = '<head><meta charset="utf-8"><title>' . e($this->title) . '</title><style>' . self::STYLE . '</style></head>';
        $pdf->loadHtml("<html>{$head}<body>{$this->body}</body></html>", 'UTF-8');
        $pdf->render();

        return $pdf;
    }

    /** @return string the bytes of the file */
    public function pdf(): string
    {
        return (string) $this->laidOut()->output();
    }
}
