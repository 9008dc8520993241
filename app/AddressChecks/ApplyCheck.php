<?php

declare(strict_types=1);

namespace App\AddressChecks;

use App\Accounts\Audit;
use App\Accounts\Message;
use App\Accounts\User;
use App\Addresses\Directory\AddressStates;
use App\Addresses\Directory\KeptAnswers;
use App\Duplicates\DuplicateSearch;
use App\Duplicates\FindDuplicates;
use App\Records\Act;
use App\Records\ActKind;
use App\Records\Acts;
use App\Records\Entry;
use App\Records\Ids;
use App\Records\RecordReader;
use App\Records\RecordWriter;
use App\Support\Lists;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Addresses\Address;
use PineSieve\Core\Changes\Checker;
use PineSieve\Core\Records\RecordPart;
use PineSieve\Core\Records\SupporterRecord;

/** Writes what a check of stored addresses found into the records: one act, taken back as one. What was changed since is left. */
final readonly class ApplyCheck
{
    private const CHUNK = 300;

    /** Seconds above which whoever waits is told. */
    private const PATIENCE = 20;

    public function __construct(
        private KeptAnswers $kept,
        private RecordReader $reader,
        private RecordWriter $writer,
        private Checker $checker,
        private AddressOutcome $outcomes,
        private Acts $acts,
        private Ids $ids,
    ) {}

    private static function words(AddressCheck $check): string
    {
        return "Put addresses right: \"{$check->name}\"";
    }

    /** It is written in the queue: hundreds of thousands take minutes. */
    public function begin(AddressCheck $check, ?User $user): void
    {
        DB::transaction(static function () use ($check, $user): void {
            $act = Act::begin(ActKind::Verify, $user?->id, self::words($check));
            $check
                ->fill([
                    'state' => CheckState::Writing,
                    'position' => 0,
                    'act_id' => $act->id,
                    'applied' => [
                        'of' => CheckedRows::of($check)->distinct()->count('supporter_id'),
                        'done' => 0,
                        'written' => 0,
                        'refused' => 0,
                        'changed' => 0,
                    ],
                ])
                ->save();
        });
        RunCheck::dispatch($check->id);
    }

    /** The next some hundred supporters. What they become and how far the check has come are stored together: cut off, it goes on where it was. */
    public function step(AddressCheck $check): void
    {
        $act = Act::resumed($check->act_id, ActKind::Verify, $check->user_id, self::words($check));
        $check->act_id = $act->id;
        $ids = Lists::ints(
            CheckedRows::of($check)
                ->where('supporter_id', '>', $check->position)
                ->distinct()
                ->orderBy('supporter_id')
                ->limit(self::CHUNK)
                ->pluck('supporter_id'),
        );
        if ($ids === []) {
            $this->end($check, $act);

            return;
        }
        DB::transaction(function () use ($check, $ids, $act): void {
            $sum = $check->applied ?? throw new \LogicException('Nothing is being written.');
            foreach (['done' => count($ids), ...$this->write($check, $ids, $act)] as $what => $count) {
                $sum[$what] += $count;
            }
            $check->fill(['applied' => $sum, 'position' => max($ids)])->save();
        });
    }

    private function end(AddressCheck $check, Act $act): void
    {
        DB::transaction(function () use ($check, $act): void {
            $this->acts->end($act, Audit::MANY);
            $check->fill(['state' => CheckState::Done, 'act_id' => $act->exists ? $act->id : null])->save();
        });
        if ($act->exists) {
            $this->lookForDuplicates();
        }
        if ($act->at->diffInSeconds(now()) > self::PATIENCE) {
            $said = $check->applied['written'] ?? 0;
            Message::to(
                $act->user_id,
                'done',
                "The addresses of \"{$check->name}\" are written: {$said} " . ($said === 1 ? 'record' : 'records') . ' changed.',
            );
        }
    }

    /** It can't be carried on: what was written stands, and can be taken back. */
    public function stop(AddressCheck $check, string $why): void
    {
        $act = Act::query()->find($check->act_id);
        if ($act !== null) {
            $this->acts->end($act, Audit::MANY);
        }
        $check
            ->fill([
                'state' => CheckState::Done,
                'act_id' => $act?->exists === true ? $act->id : null,
                'error' => "Writing stopped. {$why}",
            ])
            ->save();
    }

    /**
     * @param  list<int>  $ids
     * @return array{written: int, refused: int, changed: int}
     */
    private function write(AddressCheck $check, array $ids, Act $act): array
    {
        $this->ids->queueUp();
        $records = $this->reader->read($ids);
        $gifts = $this->reader->gifts($ids);
        $checked = CheckedAddress::all(CheckedRows::of($check)->whereIn('supporter_id', $ids)->orderBy('number')->get(), $this->kept);
        $bySupporter = [];
        foreach ($checked as $one) {
            $bySupporter[(int) $one->supporter][] = $one;
        }
        [$entries, $refused, $changed] = [[], 0, 0];
        foreach ($bySupporter as $id => $addresses) {
            $record = $records[$id] ?? null;
            $found = array_filter($addresses, static fn(CheckedAddress $one): bool => self::isAsRead($one, $record));
            $changed += count($addresses) - count($found);
            $changes = $record === null ? [] : $this->outcomes->changes($record, array_values($found));
            if ($record === null || $changes === []) {
                continue;
            }
            if ($this->checker->blocking($record, $changes, $gifts[$id] ?? []) !== []) {
                $refused++;
            } else {
                $entries[] = new Entry($id, $changes);
            }
        }
        if ($entries !== []) {
            $this->writer->write($entries, $act);
        }
        $kept = array_filter($checked, static fn(CheckedAddress $one): bool => $one->decision === CheckedAddress::KEPT);
        AddressStates::saidToBeRight(array_values(array_map(static fn(CheckedAddress $one): int => $one->number, $kept)));

        return ['written' => count($entries), 'refused' => $refused, 'changed' => $changed];
    }

    /** Whether the address is still there, as it was when it was read. */
    private static function isAsRead(CheckedAddress $one, ?SupporterRecord $record): bool
    {
        $stored = array_filter($record->addresses ?? [], static fn(RecordPart $part): bool => (int) $part->ref === $one->number);

        return $stored !== [] && Address::fromParts(array_values($stored)[0]->values)->parts() === $one->written->parts();
    }

    /** Two may have become one address by it. */
    private function lookForDuplicates(): void
    {
        if (DuplicateSearch::underWay() === null) {
            $search = DuplicateSearch::query()->create(['state' => 'waiting', 'scope' => ['kind' => DuplicateSearch::CHANGED]]);
            DB::afterCommit(static fn() => FindDuplicates::dispatch($search->id));
        }
    }
}
