<?php

declare(strict_types=1);

namespace App\Intakes\Sifting;

use App\Intakes\Decisions\Decision;
use App\Intakes\Intake;
use App\Matching\KeyTable;
use App\Matching\StoredMatches;
use App\Records\Erased;
use App\Records\RecordReader;
use App\Support\Lists;
use App\Supporters\ComparedWith;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Changes\Change;
use PineSieve\Core\Changes\Projection;
use PineSieve\Core\Changes\Subject;
use PineSieve\Core\Gifts\Gift;
use PineSieve\Core\Matching\Matcher;
use PineSieve\Core\Matching\MatchKey;
use PineSieve\Core\Records\IncomingRecord;
use PineSieve\Core\Records\LinkKind;
use PineSieve\Core\Records\SupporterRecord;

/**
 * The records that the rows of a chunk may be: stored supporters, and supporters that earlier rows of the same file make.
 * Each is seen as it will be once the rows before have been applied.
 */
final class PossibleMatches
{
    /** @var array<int, list<int>> unit of the chunk to the supporters that it may be */
    private array $stored = [];

    /** @var array<int, int> hash of a name that very many have to how many stored ones and earlier rows they are */
    private array $many = [];

    /** @var ?array<int, true> those of the records who were erased; null until someone asks */
    private ?array $erased = null;

    /** @var array<int, array<int, string>> fingerprint to the supporters that the very same row was loaded to, with the name of the intake */
    private array $sameRows = [];

    /** @var array<int, list<int>> hash of a key to units of the file that have it, in order */
    private array $rows = [];

    /** @var array<int, int|string> unit to the supporter or the reference that it writes to; units that write nothing are missing */
    private array $owners = [];

    /** @var array<int|string, SupporterRecord> */
    private array $records = [];

    /** @var array<int|string, list<Change>> owner to what units of the chunk do to their gifts */
    private array $gifts = [];

    /** Turn of the first unit in the chunk. */
    private int $before = 0;

    public function __construct(
        private readonly Intake $intake,
        private readonly RecordReader $reader,
        private readonly Matcher $matcher,
        private readonly ComparedWith $against,
    ) {}

    /**
     * @param  array<int, IncomingRecord>  $incoming  of all units in the chunk
     * @param  array<int, list<MatchKey>>  $keys  of each
     * @param  list<int>  $fingerprints  of all units in the chunk
     * @param  list<int>  $alsoStored  supporters that a person named
     * @param  list<int>  $alsoUnits  units that a person named
     * @param  int  $before  turn of the first unit in the chunk
     */
    public function gather(array $incoming, array $keys, array $fingerprints, array $alsoStored, array $alsoUnits, int $before): void
    {
        $this->before = $before;
        $this->erased = null;
        $stored = $this->against->looksAtStored()
            ? StoredMatches::find($incoming, $keys, $this->matcher, $this->reader)
            : StoredMatches::none();
        // Those that are unique are looked for in any case.
        $rows = KeyTable::units($this->intake->id, array_merge(...array_values($keys)), min($before, Sifter::LATER));
        [$this->stored, $this->rows] = [$this->compared($stored), $rows->of];
        foreach ([$stored->many, $rows->many] as $many) {
            foreach ($many as $hash => $holders) {
                $this->many[$hash] = ($this->many[$hash] ?? 0) + $holders;
            }
        }
        $supporters = array_fill_keys([...$alsoStored, ...array_merge(...array_values($this->stored))], true);
        $units = array_fill_keys([...$alsoUnits, ...array_merge(...array_values($this->rows))], true);
        foreach (
            $fingerprints === [] || !$this->against->looksAtStored()
                ? []
                : DB::select(
                    "select o.fingerprint, o.supporter_id, i.name from intake_outcomes o join intakes i on i.id = o.intake_id and i.state = 'loaded' where o.fingerprint in (" .
                        implode(',', $fingerprints) .
                        ') and o.supporter_id is not null and o.intake_id <> ?',
                    [$this->intake->id],
                )
            as $hit
        ) {
            $this->sameRows[$hit->fingerprint][$hit->supporter_id] = $hit->name;
        }
        $compared = array_flip(
            $this->against->among(array_values(array_unique(array_merge(...array_map(array_keys(...), array_values($this->sameRows)))))),
        );
        $this->sameRows = array_map(static fn(array $of): array => array_intersect_key($of, $compared), $this->sameRows);
        $supporters += array_fill_keys(array_keys($compared), true);
        $this->owners(array_keys($units), $supporters, $before);
        $this->records(array_keys($supporters), array_map(intval(...), array_filter($this->owners, is_string(...))), $before);
        $households = $this->households();
        if ($households !== []) {
            $this->records(
                array_filter($households, is_int(...)),
                array_map(intval(...), array_filter($households, is_string(...))),
                $before,
            );
        }
    }

    /** @return array<int, list<int>> by unit, without those with whom nothing is compared */
    private function compared(StoredMatches $stored): array
    {
        $among = array_fill_keys($this->against->among($stored->all()), true);

        return array_map(
            static fn(array $of): array => array_values(array_filter($of, static fn(int $supporter): bool => isset($among[$supporter]))),
            $stored->of,
        );
    }

    /** @return list<int|string> households of those who were found, as far as they are not among them */
    private function households(): array
    {
        $households = [];
        foreach ($this->records as $record) {
            foreach ($record->links as $link) {
                $ref = ctype_digit($link->value('other_id')) ? (int) $link->value('other_id') : $link->value('other_id');
                if ($link->value('kind') === LinkKind::Member->value && !isset($this->records[$ref])) {
                    $households[] = $ref;
                }
            }
        }

        return $households;
    }

    /**
     * @param  list<MatchKey>  $keys  of the unit
     * @return array<int|string, SupporterRecord>
     */
    public function of(int $unit, IncomingRecord $record, array $keys): array
    {
        $found = [];
        foreach ($this->stored[$unit] ?? [] as $id) {
            $found[$id] = $this->records[$id] ?? null;
        }
        foreach ($this->against->looksAtRows() ? $keys : [] as $key) {
            foreach ($this->rows[$key->hash] ?? [] as $earlier) {
                $owner = $this->records[$this->owners[$earlier] ?? ''] ?? null;
                if ($owner !== null && !isset($found[$owner->ref]) && $this->matcher->mayBe($record, $key, $owner)) {
                    $found[$owner->ref] = $owner;
                }
            }
        }

        return array_filter($found);
    }

    /**
     * How many have the name of a unit, if they are too many for any of them to be looked at.
     *
     * @param  list<MatchKey>  $keys  of one unit
     */
    public function crowd(array $keys): int
    {
        return max([0, ...array_map(fn(MatchKey $key): int => $key->isName ? $this->many[$key->hash] ?? 0 : 0, $keys)]);
    }

    /** Whether it is someone who was erased: by the row that was loaded before, or by a person's word. */
    public function isErased(int|string $ref): bool
    {
        $this->erased ??= Erased::among(array_values(array_filter(array_keys($this->records), is_int(...))));

        return isset($this->erased[$ref]);
    }

    /** @return array<int, string> supporters that the very same row was loaded to before, with the name of the intake; those that are there still */
    public function sameRow(int $fingerprint): array
    {
        return array_intersect_key($this->sameRows[$fingerprint] ?? [], $this->records);
    }

    /** @return list<int|string> supporters of earlier rows, or what stands for them, that have a key */
    public function ofRows(MatchKey $key): array
    {
        return array_values(
            array_unique(
                array_filter(
                    array_map(fn(int $unit): int|string|null => $this->owners[$unit] ?? null, $this->rows[$key->hash] ?? []),
                    static fn(int|string|null $owner): bool => $owner !== null,
                ),
            ),
        );
    }

    public function record(int|string $ref): ?SupporterRecord
    {
        return $this->records[$ref] ?? null;
    }

    /** The record that a person's decision names; null if it is not there any more. */
    public function named(string $decision): ?SupporterRecord
    {
        $owner = $decision[0] === 's' ? (int) substr($decision, 2) : $this->owners[Decision::unit($decision)] ?? null;

        return $owner === null ? null : $this->records[$owner] ?? null;
    }

    /**
     * A unit of the chunk has been planned: those after it see what it does.
     *
     * @param  list<MatchKey>  $keys
     * @param  list<Change>  $changes
     * @param  list<string>  $gifts  identities of all gifts that it brings
     */
    public function add(int $unit, array $keys, ?SupporterRecord $stored, array $changes, array $gifts): int|string
    {
        $record = Projection::after($stored, $changes, $gifts);
        $this->records[$record->ref] = $record;
        foreach ($changes as $change) {
            if ($change->subject === Subject::Gift) {
                $this->gifts[$record->ref][] = $change;
            }
        }
        $this->owners[$unit] = $record->ref;
        foreach ($keys as $key) {
            $this->rows[$key->hash][] = $unit;
        }

        return $record->ref;
    }

    /**
     * @param  list<int>  $units
     * @param  array<int, true>  $supporters
     */
    private function owners(array $units, array &$supporters, int $before): void
    {
        if ($units === []) {
            return;
        }
        $rows = DB::table('intake_results as r')
            ->leftJoin('intake_outcomes as o', static fn($join) => $join->on('o.intake_id', 'r.intake_id')->on('o.unit', 'r.leader'))
            ->where('r.intake_id', $this->intake->id)
            ->whereIn('r.unit', $units)
            ->where('r.turn', '<', $before)
            ->whereIn('r.outcome', Results::COMES_IN)
            ->get(['r.unit', 'r.leader', DB::raw('coalesce(r.supporter_id, o.supporter_id) as supporter_id')]);
        foreach ($rows as $row) {
            $this->owners[$row->unit] = $row->supporter_id ?? "{$row->leader}:supporter";
            if ($row->supporter_id !== null) {
                $supporters[(int) $row->supporter_id] = true;
            }
        }
    }

    /**
     * Reads supporters, and what earlier rows make of them or make anew.
     *
     * @param  array<int>  $supporters  ids
     * @param  array<int>  $leaders  units that make a supporter
     */
    private function records(array $supporters, array $leaders, int $before): void
    {
        $records = $this->reader->read(array_values($supporters), $this->intake->id);
        foreach ($this->earlier(array_keys($records), array_values($leaders), $before) as $row) {
            $records[$row->owner] = Projection::after(
                $records[$row->owner] ?? null,
                $row->undone,
                $row->gifts === null ? [] : json_decode($row->gifts, true),
            );
        }
        $this->records += $records;
    }

    /**
     * What earlier rows of the file do to supporters.
     *
     * @param  list<int>  $supporters
     * @param  list<int>  $leaders  units that make a supporter
     * @return list<\stdClass> in turn, each with its owner and those of its changes that are not loaded yet
     */
    private function earlier(array $supporters, array $leaders, int $before): array
    {
        $rows =
            $supporters === [] && $leaders === []
                ? []
                : Lists::of(
                    DB::table('intake_results as r')
                        ->leftJoin(
                            'intake_outcomes as o',
                            static fn($join) => $join->on('o.intake_id', 'r.intake_id')->on('o.unit', 'r.unit'),
                        )
                        ->leftJoin(
                            'intake_outcomes as l',
                            static fn($join) => $join->on('l.intake_id', 'r.intake_id')->on('l.unit', 'r.leader'),
                        )
                        ->where('r.intake_id', $this->intake->id)
                        ->where('r.turn', '<', $before)
                        ->whereIn('r.outcome', Results::COMES_IN)
                        ->where(
                            static fn($query) => $query
                                ->whereIn('r.supporter_id', $supporters)
                                ->orWhereIn('r.leader', array_unique($leaders)),
                        )
                        ->orderBy('r.turn')
                        ->get([
                            'r.changes',
                            'r.gifts',
                            'r.leader',
                            'o.unit as loaded',
                            DB::raw('coalesce(r.supporter_id, l.supporter_id) as supporter_id'),
                        ]),
                );
        foreach ($rows as $row) {
            $row->owner = $row->supporter_id ?? "{$row->leader}:supporter";
            // What is loaded is in the database already.
            $row->undone = $row->loaded !== null || $row->changes === null ? [] : Change::listFrom($row->changes);
        }

        return $rows;
    }

    /** @return array<int|string, Gift> the gifts of someone: those stored, and those of earlier rows of the file under what stands for them */
    public function gifts(int|string $ref): array
    {
        $changes = [];
        foreach ($this->earlier(is_int($ref) ? [$ref] : [], is_int($ref) ? [] : [(int) $ref], $this->before) as $row) {
            array_push($changes, ...array_filter($row->undone, static fn(Change $one): bool => $one->subject === Subject::Gift));
        }

        // Numbers stay what they are.
        return (is_int($ref) ? $this->reader->gifts([$ref])[$ref] ?? [] : []) +
            Projection::gifts([], [...$changes, ...$this->gifts[$ref] ?? []]);
    }
}
