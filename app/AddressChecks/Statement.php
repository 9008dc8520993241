<?php

declare(strict_types=1);

namespace App\AddressChecks;

use App\Support\PdfPage;
use PineSieve\Core\Addresses\AddressRule;
use PineSieve\Core\Addresses\Directory\Outcome;
use PineSieve\Core\Addresses\Places;

/** What a check comes to as a PDF, to be put on a desk and signed. */
final readonly class Statement
{
    public function __construct(private CheckFigures $figures, private Places $places) {}

    /** @return string the bytes of the file */
    public function pdf(AddressCheck $check): string
    {
        $figures = $check->figures ?? $this->figures->of($check);
        $count = static fn(int $n): string => number_format($n);
        $share = static fn(int $n, int $of): string => $of === 0 ? '' : number_format((100 * $n) / $of, 1) . ' %';
        $addresses = $figures['addresses'];
        $row = static fn(string $words, int $n): array => [$words, $count($n), $share($n, $addresses)];
        $about = array_filter([
            $check->isList()
                ? "The list \"{$check->intake?->file_name}\", {$count($figures['rows'])} rows, {$count($addresses)} with an address"
                : "Addresses in the database: {$count($addresses)}",
            $check->user === null ? '' : "Handed in by {$check->user->name} on {$check->created_at->toDateString()}",
            $check->ended_at === null ? '' : "Checked on {$check->ended_at->toDateString()}",
            $check->edition === '' ? 'No postal directory was asked' : "Postal directory: {$check->edition}",
            "Directory of ZIP codes: {$this->places->about()['source']}, {$this->places->about()['published']}",
        ]);
        $outcomes = [];
        foreach ($figures['outcomes'] as $code => $n) {
            $outcome = Outcome::from($code);
            $outcomes[] = [ucfirst($outcome->words()), $count($n), $share($n, $addresses), $outcome->advice()];
        }
        $rules = [];
        foreach ($figures['rules'] as $code => $n) {
            $rules[] = [ucfirst(AddressRule::from($code)->words()), $count($n), AddressRule::from($code)->source()];
        }
        $regions = array_map(
            static fn(array $region): array => [
                $region['region'] === '' ? 'no state' : $region['region'],
                $count($region['addresses']),
                $count($region['mailable']),
            ],
            $figures['regions'],
        );
        $same = $figures['same'];
        $page = new PdfPage("{$check->name}: statement of addresses", config('sieve.organization'));
        foreach ($about as $line) {
            $page->line($line);
        }
        $page->table(
            'What it comes to',
            ['', 'Addresses', 'Share'],
            [
                $row('Confirmed', $figures['confirmed']),
                $row('Confirmed, with a question', $figures['question']),
                $row('Not found', $figures['not_found']),
                $row('Not asked', $figures['not_asked']),
                $row('All', $addresses),
                $row('Can be mailed', $figures['mailable']),
                $row('Moved away', $figures['moved']),
            ],
        );
        $page->table('By outcome', ['', 'Addresses', 'Share', 'What to do'], $outcomes, [1, 2]);
        $page->table('What was changed', ['', 'Addresses', 'Rule'], $rules, [1]);
        $page->table('By state', ['', 'Addresses', 'Can be mailed'], $regions);
        $page->table(
            'The same again',
            ['', 'Addresses'],
            [
                ['Share an address with an earlier one', $count($same['address'])],
                ['Are the same person at it', $count($same['person'])],
                ['Became alike only now, in postal form', $count($same['became'])],
            ],
        );
        $page->signed('Checked', 'Approved');

        return $page->pdf();
    }
}
