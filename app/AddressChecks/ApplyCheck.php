<?php

declare(strict_types=1);

namespace App\AddressChecks;

use App\Accounts\Audit;
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

    public function __construct(
        private KeptAnswers $kept,
        private RecordReader $reader,
        private RecordWriter $writer,
        private Checker $checker,
        private AddressOutcome $outcomes,
        private Acts $acts,
        private Ids $ids,
    ) {}

    /**
     * @return array{written: int, refused: int, changed: int, act: ?int} supporters that were written, whom a rule keeps as they are, and
     *     addresses that were changed since
     */
    public function apply(AddressCheck $check, ?User $user): array
    {
        $act = Act::begin(ActKind::Verify, $user?->id, "Put addresses right: \"{$check->name}\"");
        $sum = ['written' => 0, 'refused' => 0, 'changed' => 0];
        $after = 0;
        do {
            $rows = CheckedRows::of($check)
                ->where('supporter_id', '>', $after)
                ->distinct()
                ->orderBy('supporter_id')
                ->limit(self::CHUNK)
                ->pluck('supporter_id');
            $ids = Lists::ints($rows);
            $done = DB::transaction(fn(): array => $this->write($check, $ids, $act));
            foreach ($done as $what => $count) {
                $sum[$what] += $count;
            }
            $after = $ids === [] ? $after : max($ids);
        } while (count($ids) === self::CHUNK);
        $this->acts->end($act, Audit::MANY);
        $isWritten = $act->exists;
        if ($isWritten) {
            $check->update(['act_id' => $act->id]);
            $this->lookForDuplicates();
        }

        return [...$sum, 'act' => $isWritten ? $act->id : null];
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
