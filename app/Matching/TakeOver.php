<?php

declare(strict_types=1);

namespace App\Matching;

use App\Records\Bulk;
use App\Records\Ids;
use App\Records\RecordReader;
use App\Standards\StandardsStore;
use App\Support\Lists;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Matching\Rules\RuleSet;
use PineSieve\Core\Names\SupporterKind;
use PineSieve\Core\Records\SupporterRecord;

/**
 * Puts match rules to use. Until every record has keys for them, the earlier ones stay in use;
 * what is written meanwhile gets keys for both, so no record is ever without the keys by which it is looked for.
 */
final readonly class TakeOver
{
    private const CHUNK = 500;

    public function __construct(
        private RuleSets $sets,
        private RecordReader $reader,
        private Ids $ids,
        private Bulk $bulk,
        private StandardsStore $standards,
        private Editions $editions,
    ) {}

    /**
     * Says which rules are to be used.
     *
     * @param  ?int  $id  of the set that they are from; null for those that come with the program
     */
    public function announce(RuleSet $set, ?int $id): void
    {
        DB::transaction(function () use ($set, $id): void {
            $this->ids->queueUp();
            RulesInUse::query()->updateOrCreate(
                ['kind' => $set->kind->value],
                ['coming_id' => $id, 'coming' => $set->toArray(), 'changed_at' => self::now()],
            );
        });
    }

    /** Announces anew what this version of the program reads or looks up otherwise than the one that made the keys, and what has none yet. */
    public function announceOutdated(): void
    {
        foreach (SupporterKind::cases() as $kind) {
            $used = RulesInUse::query()->find($kind->value);
            $set = $used?->set_id === null ? $this->sets->shipped($kind, $used->rules['name'] ?? null) : $this->sets->used($kind);
            $isCurrent = $used !== null && $used->rules == $set->toArray() && $used->recipe === $this->sets->matcher()->recipe($kind);
            if ($used?->coming === null && !$isCurrent) {
                $this->announce($set, $used?->set_id);
            }
        }
    }

    /** Makes the keys for all that are announced, and then uses them. Broken off, it can be run again. */
    public function run(): void
    {
        $coming = RulesInUse::query()->whereNotNull('coming')->get();
        if ($coming->isEmpty()) {
            return;
        }
        $kinds = Lists::texts($coming->pluck('kind'));
        $before = $this->sets->matcher();
        $this->eachChunk(
            $kinds,
            fn(array $records) => $this->bulk->insertMissing(
                'match_keys',
                ['hash', 'supporter_id'],
                KeyTable::rows($this->sets->keys($records)),
            ),
        );
        foreach ($coming->filter(static fn(RulesInUse $used): bool => ($used->coming['by'] ?? '') === 'weight') as $used) {
            $this->editions->make($this->sets->read($used->coming), $this->sets->comparers());
        }
        DB::transaction(function () use ($coming): void {
            $this->ids->queueUp();
            $matcher = $this->sets->comingMatcher();
            foreach ($coming as $used) {
                // What was announced since waits for the next run.
                RulesInUse::query()
                    ->where('kind', $used->kind)
                    ->where('changed_at', $used->getRawOriginal('changed_at'))
                    ->update([
                        'set_id' => $used->coming_id,
                        'rules' => $used->getRawOriginal('coming'),
                        'recipe' => $matcher->recipe(SupporterKind::from($used->kind)),
                        'coming_id' => null,
                        'coming' => null,
                        'changed_at' => self::now(),
                    ]);
            }
        });
        $this->standards->changed();
        // Keys that no rules look for any more only take room.
        $this->eachChunk($kinds, function (array $records) use ($before): void {
            $kept = array_fill_keys(
                array_map(static fn(array $row): string => implode(' ', $row), KeyTable::rows($this->sets->keys($records))),
                true,
            );
            $stale = array_filter(
                KeyTable::rows(array_map($before->keysOfStored(...), $records)),
                static fn(array $row): bool => !isset($kept[implode(' ', $row)]),
            );
            $this->bulk->deleteRows('match_keys', ['hash', 'supporter_id'], array_values($stale));
        });
    }

    /**
     * @param  list<string>  $kinds
     * @param  callable(array<int, SupporterRecord>): mixed  $work  done while nobody else writes records
     */
    private function eachChunk(array $kinds, callable $work): void
    {
        $after = 0;
        do {
            $ids = Lists::ints(
                DB::table('supporters')->whereIn('kind', $kinds)->where('id', '>', $after)->orderBy('id')->limit(self::CHUNK)->pluck('id'),
            );
            DB::transaction(function () use ($ids, $work): void {
                $this->ids->queueUp();
                $work($this->reader->read($ids));
            });
            $after = $ids === [] ? 0 : max($ids);
        } while (count($ids) === self::CHUNK);
    }

    private static function now(): string
    {
        return now()->format('Y-m-d H:i:s.v');
    }
}
