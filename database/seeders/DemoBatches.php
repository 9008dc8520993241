<?php

declare(strict_types=1);

namespace Database\Seeders;

use App\Accounts\User;
use App\Batches\Batch;
use App\Batches\Batches;
use App\Records\Act;
use App\Records\ActKind;
use App\Records\Entry;
use App\Records\RecordWriter;
use App\Records\Supporter;
use App\Support\Lists;
use PineSieve\Core\Changes\Change;
use PineSieve\Core\Changes\Subject;

/** What came by mail in the last weeks: a batch that is posted, one that waits to be, and one that is being typed. */
final readonly class DemoBatches
{
    /** Amount, fund, kind, number of the check. */
    private const CHECKS = [
        ['120.00', 'General fund', 'check', '4471'],
        ['1000.00', 'Puffin nursery', 'check', '20918'],
        ['50.00', 'General fund', 'check', '118'],
        ['25.00', 'General fund', 'cash', ''],
        ['100.00', 'Oil spill response', 'check', '3302'],
        ['365.00', 'Puffin nursery', 'check', '507'],
        ['75.50', 'General fund', 'check', '9014'],
        ['40.00', 'General fund', 'check', '261'],
    ];

    public function __construct(private Batches $batches, private RecordWriter $writer) {}

    public function make(): void
    {
        $typist = User::query()->where('email', 'gifts@example.org')->firstOrFail();
        $poster = User::query()->where('email', 'steward@example.org')->firstOrFail();
        $supporters = Lists::ints(
            Supporter::query()->where('kind', 'person')->where('status', 'active')->orderBy('id')->limit(60)->pluck('id'),
        );
        $posted = $this->batch(20, '77-1987', 8, '1775.50', $typist);
        $this->fill($posted, array_slice($supporters, 10, 8), $typist);
        $this->batches->makeReady($posted, $typist);
        $this->batches->post($posted, '', $poster);
        $ready = $this->batch(6, '77-2035', 6, '1660.00', $typist);
        $this->fill($ready, array_slice($supporters, 24, 6), $typist);
        $this->batches->makeReady($ready, $typist);
        $open = $this->batch(2, '77-2041', 8, '1775.50', $typist);
        $this->fill($open, array_slice($supporters, 40, 7), $typist);
    }

    private function batch(int $daysAgo, string $reference, int $gifts, string $amount, User $typist): Batch
    {
        $day = now()->subDays($daysAgo);

        return $this->batches->open(
            "Mail of {$day->format('j F')}",
            [
                'received_on' => $day->toDateString(),
                'bank_reference' => $reference,
                'currency' => 'USD',
                'defaults' => ['gift.kind' => 'check', 'gift.fund' => 'General fund'],
                'expected_gifts' => $gifts,
                'expected_amount' => $amount,
            ],
            $typist->id,
        );
    }

    /** @param  list<int>  $supporters  one for each of the first checks */
    private function fill(Batch $batch, array $supporters, User $typist): void
    {
        $entries = [];
        foreach ($supporters as $i => $supporter) {
            [$amount, $fund, $kind, $number] = self::CHECKS[$i];
            $entries[] = new Entry($supporter, [
                Change::create(
                    Subject::Entry,
                    "demo:{$i}",
                    array_filter([
                        'given_on' => $batch->received_on,
                        'amount' => $amount,
                        'currency' => $batch->currency,
                        'fund' => $fund,
                        'kind' => $kind,
                        'reference' => $number,
                        'batch_id' => (string) $batch->id,
                    ]),
                ),
            ]);
        }
        $this->writer->write($entries, Act::once(ActKind::Edit, $typist->id));
    }
}
