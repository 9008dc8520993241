<?php

declare(strict_types=1);

namespace App\Batches;

use App\Accounts\User;
use App\Records\Act;
use App\Records\ActKind;
use App\Records\Acts;
use App\Records\Entry;
use App\Records\Ids;
use App\Records\RecordReader;
use App\Records\RecordWriter;
use App\Support\Lists;
use Illuminate\Database\Connection;
use Illuminate\Database\Query\Builder;
use PineSieve\Core\Changes\Action;
use PineSieve\Core\Changes\Change;
use PineSieve\Core\Changes\Reversal;
use PineSieve\Core\Changes\Subject;
use PineSieve\Core\Gifts\Amount;
use PineSieve\Core\Gifts\BatchState;
use PineSieve\Core\Gifts\Corrections;
use PineSieve\Core\Gifts\Gift;
use PineSieve\Core\Promises\Promise;
use PineSieve\Core\Promises\Standing;
use PineSieve\Core\Records\RecordPart;

/** Opens batches, makes them ready, posts them and takes them back. Each of these is whole or not at all. */
final readonly class Batches
{
    /** Entries that one transaction posts: others wait for as long. */
    public const MOST = 5000;

    public function __construct(
        private Connection $db,
        private RecordReader $reader,
        private RecordWriter $writer,
        private Ids $ids,
        private Acts $acts,
        private BatchSums $sums,
        private BatchHistory $history,
    ) {}

    /** @param  array{received_on?: string, bank_reference?: string, currency: string, defaults?: array<string, string>, expected_gifts?: int, expected_amount?: string}  $about */
    public function open(string $name, array $about, ?int $userId): Batch
    {
        $batch = Batch::query()->create(['received_on' => now()->toDateString(), ...$about, 'name' => $name, 'user_id' => $userId]);
        $this->history->note($batch, "Opened the batch \"{$name}\"", $userId);

        return $batch;
    }

    /** The batch in which gifts may wait, under this name or the next that is free: one that is not open any more takes nothing in. */
    public function toFill(Batch $batch): Batch
    {
        return $this->db->transaction(function () use ($batch): Batch {
            $batch = $this->locked($batch);
            for ($number = 2; !$batch->isOpen(); $number++) {
                $name = self::numbered((string) preg_replace('/ \(\d+\)$/D', '', $batch->name), $number);
                $batch =
                    Batch::query()->where('name', $name)->first() ??
                    $this->open(
                        $name,
                        ['currency' => $batch->currency, 'received_on' => $batch->received_on, 'defaults' => $batch->defaults],
                        $batch->user_id,
                    );
            }

            return $batch;
        });
    }

    /** The name, or the next that no batch has: files of two months are called the same. */
    public static function freeName(string $name): string
    {
        $free = $name;
        for ($number = 2; Batch::query()->where('name', $free)->exists(); $number++) {
            $free = self::numbered($name, $number);
        }

        return $free;
    }

    private static function numbered(string $name, int $number): string
    {
        return mb_substr($name, 0, 180) . " ({$number})";
    }

    /**
     * What is said of it. The currency stays as soon as there is something in it.
     *
     * @param  array{name?: string, received_on?: string, bank_reference?: string, currency?: string, expected_gifts?: int, expected_amount?: string, defaults?: array<string, string>}  $about
     */
    public function change(Batch $batch, array $about): void
    {
        $this->db->transaction(function () use ($batch, $about): void {
            $locked = $this->locked($batch);
            if ($locked->isPosted()) {
                throw new CannotPost("The batch \"{$locked->name}\" is posted, and stays as it is.");
            }
            if (($about['currency'] ?? $locked->currency) !== $locked->currency && $this->sums->gifts($locked)->exists()) {
                throw new CannotPost('There are gifts in this batch, so its currency stays.');
            }
            $locked->fill($about);
            $this->history->noteChanges($locked);
            $locked->save();
        });
        $batch->refresh();
    }

    /** More is expected than was so far. */
    public function expectMore(Batch $batch, int $gifts, string $amount): void
    {
        $this->db->transaction(function () use ($batch, $gifts, $amount): void {
            $locked = $this->locked($batch);
            $locked->fill([
                'expected_gifts' => $locked->expected_gifts + $gifts,
                'expected_amount' => Amount::sum([$locked->expected_amount, $amount]),
            ]);
            $this->history->noteChanges($locked);
            $locked->save();
        });
        $batch->refresh();
    }

    /** Nothing more is typed into it; whoever posts it looks it over. */
    public function makeReady(Batch $batch, ?User $user): void
    {
        $this->mustBeComplete($batch);
        $this->move($batch, BatchState::Open, BatchState::Ready, ['readied_by' => $user?->id]);
        $this->history->note($batch, "Made the batch \"{$batch->name}\" ready", $user?->id);
    }

    public function reopen(Batch $batch, ?User $user): void
    {
        $this->move($batch, BatchState::Ready, BatchState::Open, ['readied_by' => null]);
        $this->history->note($batch, "Opened the batch \"{$batch->name}\" again", $user?->id);
    }

    /**
     * Its entries become gifts, in one act: all of them or none.
     *
     * @param  string  $reason  why, if it is not what was expected
     * @param  bool  $fromOpen  whether nobody has to make it ready before
     *
     * @throws CannotPost
     */
    public function post(Batch $batch, string $reason, ?User $user, bool $fromOpen = false): void
    {
        $this->db->transaction(function () use ($batch, $reason, $user, $fromOpen): void {
            $this->ids->queueUp();
            $batch->setRawAttributes($this->locked($batch)->getAttributes(), true);
            if (!$fromOpen || !$batch->isOpen()) {
                $this->mustBe($batch, BatchState::Ready);
            }
            $this->mustBeComplete($batch);
            $this->mustBeAnother($batch, $user);
            $entries = $this->reader->ofBatch(Subject::Entry, $batch->id);
            $this->mustNotOverdraw($entries);
            $this->mustNotOverpay($entries);
            $this->mustBePostable($batch, array_sum(array_map(count(...), $entries)), $reason);
            $act = Act::once(ActKind::Post, $user?->id);
            $this->writer->write(
                array_map(
                    static fn(int $supporter, array $gifts): Entry => new Entry($supporter, self::given($gifts)),
                    array_keys($entries),
                    $entries,
                ),
                $act,
            );
            $act->fill(['records' => count($entries), 'what' => "Posted the batch \"{$batch->name}\""])->save();
            $batch
                ->fill([
                    'state' => BatchState::Posted,
                    'posted_by' => $user?->id,
                    'posted_at' => now(),
                    'reason' => $reason,
                    'act_id' => $act->id,
                ])
                ->save();
            $this->history->note(
                $batch,
                "Posted the batch \"{$batch->name}\"" . ($reason === '' ? '' : ", though it is not what was expected: {$reason}"),
                $user?->id,
            );
        });
    }

    /** @param  array<int, array<int, Gift>>  $entries  by supporter */
    private function mustNotOverdraw(array $entries): void
    {
        $correcting = array_filter(
            $entries,
            static fn(array $gifts): bool => array_filter($gifts, static fn(Gift $gift): bool => $gift->corrects !== null) !== [],
        );
        foreach ($this->reader->gifts(array_keys($correcting)) as $supporter => $given) {
            foreach (
                array_filter($correcting[$supporter], static fn(Gift $gift): bool => $gift->corrects !== null)
                as $number => $correction
            ) {
                $gift = $given[(int) $correction->corrects] ?? null;
                $fault = $gift === null ? '' : Corrections::fault($correction, $gift, Corrections::of((int) $correction->corrects, $given));
                if ($gift === null || $fault !== '') {
                    throw new CannotPost(
                        "{$correction->currency} {$correction->amount} goes back of a gift " .
                            ($gift === null ? 'that is not there any more.' : "of {$gift->date}. {$fault}."),
                    );
                }
                $given["entry:{$number}"] = $correction;
            }
        }
    }

    /** @param  array<int, array<int, Gift>>  $entries  by supporter */
    private function mustNotOverpay(array $entries): void
    {
        $paying = array_filter(
            $entries,
            static fn(array $gifts): bool => array_filter($gifts, static fn(Gift $gift): bool => $gift->promise !== null) !== [],
        );
        $given = $this->reader->gifts(array_keys($paying));
        foreach ($this->reader->read(array_keys($paying)) as $supporter => $record) {
            $promises = array_column(
                array_map(static fn(RecordPart $part): array => [$part->ref, Promise::stored($part->values)], $record->promises),
                1,
                0,
            );
            $payments = $given[$supporter] ?? [];
            foreach (array_filter($paying[$supporter], static fn(Gift $gift): bool => $gift->promise !== null) as $number => $payment) {
                $promise = $promises[(int) $payment->promise] ?? null;
                $others = array_filter($payments, static fn(Gift $gift): bool => $gift->promise === $payment->promise);
                $fault = $promise === null ? 'The promise is not there any more' : Standing::fault($payment, $promise, $others);
                if ($fault !== '') {
                    throw new CannotPost(
                        "{$payment->currency} {$payment->amount} of {$record->field('display_name')} pays a promise. {$fault}.",
                    );
                }
                $payments["entry:{$number}"] = $payment;
            }
        }
    }

    /**
     * A posted batch waits to be posted once more: its gifts are entries again.
     *
     * @throws CannotPost if one of its gifts was changed meanwhile
     */
    public function takeBack(Batch $batch, ?User $user): void
    {
        $this->db->transaction(function () use ($batch, $user): void {
            $this->ids->queueUp();
            $batch->setRawAttributes($this->locked($batch)->getAttributes(), true);
            $this->mustBe($batch, BatchState::Posted);
            $act = Act::query()->findOrFail($batch->act_id);
            $entries = [];
            foreach (array_chunk($this->owners($act), 500) as $owners) {
                foreach ($this->acts->reversals($act, $owners) as $supporter => $reversal) {
                    $this->mustBeWhole($reversal);
                    $entries[] = new Entry($supporter, $reversal->changes);
                }
            }
            $this->writer->write($entries, Act::once(ActKind::Unpost, $user?->id));
            $act->markUndone($user?->id);
            $batch
                ->fill(['state' => BatchState::Ready, 'posted_by' => null, 'posted_at' => null, 'reason' => '', 'act_id' => null])
                ->save();
            $this->history->note($batch, "Took the posted batch \"{$batch->name}\" back", $user?->id);
        });
    }

    /** @throws CannotPost if there is something in it */
    public function drop(Batch $batch): void
    {
        $this->db->transaction(function () use ($batch): void {
            $batch = $this->locked($batch);
            if ($batch->isPosted() || $this->sums->gifts($batch)->exists()) {
                throw new CannotPost('There are gifts in this batch. Take them out first.');
            }
            $batch->delete();
            $this->history->note($batch, "Deleted the batch \"{$batch->name}\"");
        });
    }

    /** @return list<int> ids of the people who typed what is in it, or brought it in */
    public function typists(Batch $batch): array
    {
        return Lists::ints(
            $this->db
                ->table('journal_things as t')
                ->join('journal as j', 'j.id', '=', 't.entry_id')
                ->join('acts as a', 'a.id', '=', 'j.act_id')
                ->where('t.kind', Subject::Entry->value)
                ->whereIn('t.thing_id', $this->numbers($batch))
                ->whereNotIn('a.kind', [ActKind::Post->value, ActKind::Unpost->value, ActKind::Merge->value, ActKind::Unmerge->value])
                ->whereNotNull('a.user_id')
                ->distinct()
                ->orderBy('a.user_id')
                ->pluck('a.user_id'),
        );
    }

    /** Numbers of its entries, those that were posted among them. */
    private function numbers(Batch $batch): Builder
    {
        return $batch->isPosted()
            ? $this->db
                ->table('journal_things as e')
                ->join('journal as p', 'p.id', '=', 'e.entry_id')
                ->where('p.act_id', $batch->act_id)
                ->where('e.kind', Subject::Entry->value)
                ->select('e.thing_id')
            : $this->db->table('batch_entries')->where('batch_id', $batch->id)->select('id');
    }

    private function locked(Batch $batch): Batch
    {
        return Batch::query()->lockForUpdate()->find($batch->id) ?? throw new CannotPost('This batch is not there any more.');
    }

    /** @param  array<string, ?int>  $with */
    private function move(Batch $batch, BatchState $from, BatchState $to, array $with): void
    {
        $this->db->transaction(function () use ($batch, $from, $to, $with): void {
            $locked = $this->locked($batch);
            $this->mustBe($locked, $from);
            $locked->fill(['state' => $to, ...$with])->save();
        });
        $batch->refresh();
    }

    private function mustBe(Batch $batch, BatchState $state): void
    {
        if ($batch->state !== $state) {
            throw new CannotPost("The batch \"{$batch->name}\" is {$batch->state->value}, not {$state->value}. Look at it again.");
        }
    }

    private function mustBeComplete(Batch $batch): void
    {
        $missing = BatchSettings::missing($batch);
        if ($missing !== []) {
            throw new CannotPost('A batch must have ' . implode(' and ', $missing) . '. Write that first.');
        }
    }

    private function mustBeAnother(Batch $batch, ?User $user): void
    {
        if (!BatchSettings::byAnother()) {
            return;
        }
        if ($user === null) {
            throw new CannotPost('Whoever typed a batch may not post it here: say who posts it.');
        }
        if (in_array($user->id, $this->typists($batch), true)) {
            throw new CannotPost('You typed some of this batch, so another person posts it.');
        }
    }

    private function mustBePostable(Batch $batch, int $entries, string $reason): void
    {
        if ($entries === 0) {
            throw new CannotPost('There is nothing in this batch.');
        }
        if ($entries > self::MOST) {
            throw new CannotPost(
                'There are ' .
                    number_format($entries) .
                    ' gifts in this batch; ' .
                    number_format(self::MOST) .
                    ' can be posted at once. Move the others into a second batch.',
            );
        }
        $totals = $this->sums->totals($batch);
        if (!$totals->agree() && trim($reason) === '') {
            throw new CannotPost("{$totals->difference($batch->currency)} Put it right, or say why it is posted so.", isDifference: true);
        }
    }

    private function mustBeWhole(Reversal $reversal): void
    {
        foreach ($reversal->kept as $kept) {
            throw new CannotPost(
                "It can't be taken back as a whole: {$kept->thing} " .
                    lcfirst($kept->reason) .
                    '. Correct its gifts one by one, or put that back first.',
            );
        }
    }

    /** @return list<int> supporters whose gifts it posted */
    private function owners(Act $act): array
    {
        return Lists::ints(
            $this->db->table('journal')->where('act_id', $act->id)->where('owner_kind', Subject::Supporter)->distinct()->pluck('owner_id'),
        );
    }

    /**
     * @param  array<int, Gift>  $entries  by number
     * @return list<Change>
     */
    private static function given(array $entries): array
    {
        $changes = [];
        foreach ($entries as $number => $gift) {
            $changes[] = new Change(
                Subject::Entry,
                $number,
                Action::Delete,
                array_map(static fn(string $value): array => [$value, null], $gift->fields()),
            );
            // A pledge card that came with the checks is a promise.
            $changes[] = $gift->isPromise()
                ? Change::create(Subject::Promise, "promise:{$number}", Promise::ofGift($gift)->fields())
                : Change::create(Subject::Gift, "post:{$number}", $gift->fields());
        }

        return $changes;
    }
}
