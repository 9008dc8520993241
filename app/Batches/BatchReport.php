<?php

declare(strict_types=1);

namespace App\Batches;

use App\Support\DrawnTable;
use App\Support\PdfPage;
use PineSieve\Core\Gifts\Amount;

/**
 * A batch as a PDF, to be put on a desk beside the bank's slip and signed.
 *
 * @phpstan-import-type BatchPageData from BatchView
 * @phpstan-import-type EntryShown from BatchView
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

    public function __construct(private BatchView $view) {}

    /** @return string the bytes of the file */
    public function pdf(Batch $batch): string
    {
        $page = $this->view->page($batch);
        $pdf = $this->report($batch, $page)->laidOut();
        (new DrawnTable($pdf, "{$batch->name}: each gift", self::GIFTS))->draw(self::gifts($page['entries'], $batch->currency));

        return (string) $pdf->output();
    }

    /** @param  BatchPageData  $page */
    private function report(Batch $batch, array $page): PdfPage
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

        $report = new PdfPage($batch->name, config('sieve.organization'));
        foreach ($lines as $line) {
            $report->line($line);
        }
        $report->table('', ['', 'Gifts', 'Amount'], $expected);
        foreach (['By fund' => $page['by_fund'], 'By kind' => $page['by_kind'], 'By appeal' => $page['by_appeal']] as $title => $slices) {
            $report->table(
                $title,
                ['', 'Gifts', 'Amount'],
                array_map(
                    static fn(array $slice): array => [
                        $slice['name'] === '' ? 'none' : $slice['name'],
                        (string) $slice['gifts'],
                        $amount($slice['amount']),
                    ],
                    $slices,
                ),
            );
        }
        $report->table(
            'What was done to it',
            ['', 'By', 'When'],
            array_map(static fn(array $deed): array => [$deed['what'], $deed['by'] ?? '', substr($deed['at'], 0, 16)], $page['history']),
            numbers: [2],
        );
        $report->signed('Typed', 'Posted');

        return $report;
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
}
