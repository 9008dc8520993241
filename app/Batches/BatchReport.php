<?php

declare(strict_types=1);

namespace App\Batches;

use App\Support\DrawnTable;
use Dompdf\Dompdf;
use Dompdf\Options;
use PineSieve\Core\Gifts\Amount;

/**
 * A batch as a PDF, to be put on a desk beside the bank's slip and signed.
 *
 * @phpstan-import-type BatchPageData from BatchView
 * @phpstan-import-type EntryShown from BatchView
 * @phpstan-import-type Slice from BatchView
 */
final readonly class BatchReport
{
    private const GIFTS = [
        ['head' => '', 'width' => 0.06, 'isNumber' => true],
        ['head' => 'Supporter', 'width' => 0.27],
        ['head' => 'Amount', 'width' => 0.15, 'isNumber' => true],
        ['head' => 'Fund', 'width' => 0.2],
        ['head' => 'How', 'width' => 0.2],
        ['head' => 'Date', 'width' => 0.12],
    ];

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

    public function __construct(private BatchView $view) {}

    /** @return string the bytes of the file */
    public function pdf(Batch $batch): string
    {
        $options = new Options();
        // Nothing is fetched: everything is in the text.
        $options->setIsRemoteEnabled(false)->setIsPhpEnabled(false)->setDefaultFont('DejaVu Sans');
        $options->setTempDir(sys_get_temp_dir())->setFontCache(storage_path('framework/cache'))->setIsFontSubsettingEnabled(true);
        $pdf = new Dompdf($options);
        $pdf->setPaper('letter');
        $page = $this->view->page($batch);
        $pdf->loadHtml($this->html($batch, $page), 'UTF-8');
        $pdf->render();
        (new DrawnTable($pdf, "{$batch->name}: each gift", self::GIFTS))->draw(self::gifts($page['entries'], $batch->currency));

        return (string) $pdf->output();
    }

    /** @param  BatchPageData  $page */
    private function html(Batch $batch, array $page): string
    {
        $about = $page['batch'];
        $amount = static fn(string $amount): string => self::money($batch->currency, $amount);
        $lines = array_filter(
            [
                "Came in on {$batch->received_on}" . ($batch->bank_reference === '' ? '' : ", bank reference {$batch->bank_reference}"),
                $page['typed_by'] === [] ? '' : 'Typed by ' . implode(', ', $page['typed_by']),
                match (true) {
                    $batch->isPosted() => 'Posted' .
                        ($about['posted_by'] === null ? '' : " by {$about['posted_by']}") .
                        " on {$batch->posted_at?->toDateString()}",
                    $batch->isOpen() => 'Open: not posted yet',
                    default => 'Ready: not posted yet',
                },
                $batch->reason === '' ? '' : "Posted though it differs: {$batch->reason}",
                $page['corrected'] === null
                    ? ''
                    : "Taken back or corrected since: {$page['corrected']['entries']}, {$amount($page['corrected']['amount'])}; " .
                        "it comes to {$amount($page['corrected']['comes_to'])}",
            ],
            static fn(string $line): bool => $line !== '',
        );
        $expected = [
            ['Expected', (string) $about['expected_gifts'], $amount($about['expected_amount'])],
            ['Entered', (string) $about['gifts'], $amount($about['amount'])],
            ['Difference', (string) -$about['gifts_missing'], $amount(Amount::difference('0', $about['amount_missing']))],
        ];

        return '<html><head><meta charset="utf-8"><title>' .
            e($batch->name) .
            '</title><style>' .
            self::STYLE .
            '</style></head><body><h1>' .
            e($batch->name) .
            '</h1><p class="quiet">' .
            e(config('sieve.organization')) .
            '</p>' .
            implode('', array_map(static fn(string $line): string => '<p>' . e($line) . '</p>', $lines)) .
            self::table(['', 'Gifts', 'Amount'], $expected, [1, 2]) .
            $this->sums('By fund', $page['by_fund'], $amount) .
            $this->sums('By kind', $page['by_kind'], $amount) .
            $this->sums('By appeal', $page['by_appeal'], $amount) .
            '<table class="signed"><tr><td>Typed: ____________________________</td><td>Posted: ____________________________</td></tr></table></body></html>';
    }

    /**
     * @param  list<Slice>  $slices
     * @param  callable(string): string  $amount
     */
    private function sums(string $title, array $slices, callable $amount): string
    {
        $rows = array_map(
            static fn(array $slice): array => [
                $slice['name'] === '' ? 'none' : $slice['name'],
                (string) $slice['gifts'],
                $amount($slice['amount']),
            ],
            $slices,
        );

        return $rows === [] ? '' : '<h2>' . e($title) . '</h2>' . self::table(['', 'Gifts', 'Amount'], $rows, [1, 2]);
    }

    /**
     * @param  list<EntryShown>  $entries
     * @return list<list<string>> as GIFTS
     */
    private static function gifts(array $entries, string $currency): array
    {
        $rows = [];
        foreach ($entries as $i => $entry) {
            $values = (array) $entry['values']->jsonSerialize();
            $of = static fn(string $part): string => (string) ($values["gift.{$part}"] ?? '');
            $rows[] = [
                (string) ($i + 1),
                $entry['supporter'],
                self::money($currency, $of('amount')),
                $of('splits') === '' ? $of('fund') : str_replace("\n", '; ', $of('splits')),
                trim("{$of('kind')} {$of('reference')}"),
                $of('date'),
            ];
        }

        return $rows;
    }

    /** @return string such as "USD 1,234.50" */
    private static function money(string $currency, string $amount): string
    {
        return "{$currency} " . preg_replace('/\B(?=(\d{3})+\.)/', ',', $amount);
    }

    /**
     * @param  list<string>  $heads
     * @param  list<list<string>>  $rows
     * @param  list<int>  $numbers  columns of figures
     */
    private static function table(array $heads, array $rows, array $numbers): string
    {
        $cells = static fn(string $tag, array $cells): string => '<tr>' .
            implode(
                '',
                array_map(
                    static fn(int $i, string $cell): string => "<{$tag}" .
                        (in_array($i, $numbers, true) ? ' class="num"' : '') .
                        '>' .
                        e($cell) .
                        "</{$tag}>",
                    array_keys($cells),
                    $cells,
                ),
            ) .
            '</tr>';

        return '<table>' .
            $cells('th', $heads) .
            implode('', array_map(static fn(array $row): string => $cells('td', $row), $rows)) .
            '</table>';
    }
}
