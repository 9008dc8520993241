<?php

declare(strict_types=1);

namespace App\Intakes;

use App\Models\Intake;
use App\Records\RecordReader;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Changes\Change;
use PineSieve\Core\Changes\Projection;
use PineSieve\Core\Matching\KeyKind;
use PineSieve\Core\Matching\MatchKey;
use PineSieve\Core\Records\SupporterRecord;

/**
 * The records that the rows of a chunk may be: stored supporters, and supporters that earlier rows of the same file make.
 * Each is seen as it will be once the rows before have been applied.
 */
final class Candidates
{
    /** @var array<string, list<int>> key to supporters that have it */
    private array $stored = [];

    /** @var array<int, array<int, string>> fingerprint to the supporters that the very same row was loaded to, with the name of the intake */
    private array $sameRows = [];

    /** @var array<string, list<int>> key to rows of the file that have it, in order */
    private array $rows = [];

    /** @var array<int, int|string> row to the supporter or the reference that it writes to; rows that write nothing are missing */
    private array $owners = [];

    /** @var array<int|string, SupporterRecord> */
    private array $records = [];

    public function __construct(
        private readonly Intake $intake,
        private readonly RecordReader $reader,
    ) {
    }

    /**
     * @param  list<MatchKey>  $keys  of all rows in the chunk
     * @param  list<int>  $fingerprints  of all rows in the chunk
     * @param  list<int>  $alsoStored  supporters that a person named
     * @param  list<int>  $alsoRows  rows that a person named
     * @param  int  $before  turn of the first row in the chunk
     */
    public function gather(array $keys, array $fingerprints, array $alsoStored, array $alsoRows, int $before): void
    {
        $hashes = [];
        foreach ($keys as $key) {
            $hashes[$key->kind->value][$key->hash] = $key->hash;
        }
        $supporters = array_fill_keys($alsoStored, true);
        $numbers = array_fill_keys($alsoRows, true);
        foreach ($hashes as $kind => $values) {
            $cap = KeyKind::from($kind)->cap();
            $in = implode(',', $values);
            foreach (DB::select("select hash, supporter_id from (select hash, supporter_id, row_number() over (partition by hash order by supporter_id) place from match_keys where kind = {$kind} and hash in ({$in})) ranked where place <= {$cap}") as $hit) {
                $this->stored["{$kind}:{$hit->hash}"][] = $hit->supporter_id;
                $supporters[$hit->supporter_id] = true;
            }
            foreach (DB::select("select hash, number from (select hash, number, row_number() over (partition by hash order by number) place from intake_keys where intake_id = ? and kind = {$kind} and hash in ({$in}) and number < ?) ranked where place <= {$cap}", [$this->intake->id, min($before, Sifter::LATER)]) as $hit) {
                $this->rows["{$kind}:{$hit->hash}"][] = $hit->number;
                $numbers[$hit->number] = true;
            }
        }
        foreach ($fingerprints === [] ? [] : DB::select("select o.fingerprint, o.supporter_id, i.name from intake_outcomes o join intakes i on i.id = o.intake_id and i.state = 'loaded' where o.fingerprint in (".implode(',', $fingerprints).') and o.supporter_id is not null and o.intake_id <> ?', [$this->intake->id]) as $hit) {
            $this->sameRows[$hit->fingerprint][$hit->supporter_id] = $hit->name;
            $supporters[$hit->supporter_id] = true;
        }
        $this->owners(array_keys($numbers), $supporters, $before);
        $this->records($supporters, $before);
    }

    /**
     * @param  list<MatchKey>  $keys  of one row
     * @return array<int|string, SupporterRecord>
     */
    public function of(array $keys): array
    {
        $found = [];
        foreach ($keys as $key) {
            foreach ($this->stored[$key->id()] ?? [] as $id) {
                $found[$id] = true;
            }
            foreach ($this->rows[$key->id()] ?? [] as $number) {
                if (isset($this->owners[$number])) {
                    $found[$this->owners[$number]] = true;
                }
            }
        }

        return array_intersect_key($this->records, $found);
    }

    /** @return array<int, string> supporters that the very same row was loaded to before, with the name of the intake; those that are there still */
    public function sameRow(int $fingerprint): array
    {
        return array_intersect_key($this->sameRows[$fingerprint] ?? [], $this->records);
    }

    public function record(int|string $ref): ?SupporterRecord
    {
        return $this->records[$ref] ?? null;
    }

    /** The record that a person's decision names; null if it is not there any more. */
    public function named(string $decision): ?SupporterRecord
    {
        $id = (int) substr($decision, 2);
        $owner = $decision[0] === 's' ? $id : ($this->owners[$id] ?? null);

        return $owner === null ? null : ($this->records[$owner] ?? null);
    }

    /**
     * A row of the chunk has been planned: the rows after it see what it does.
     *
     * @param  list<MatchKey>  $keys
     * @param  list<Change>  $changes
     */
    public function add(int $number, array $keys, ?SupporterRecord $stored, array $changes, ?string $gift): int|string
    {
        $record = Projection::after($stored, $changes, $gift);
        $this->records[$record->ref] = $record;
        $this->owners[$number] = $record->ref;
        foreach ($keys as $key) {
            $this->rows[$key->id()][] = $number;
        }

        return $record->ref;
    }

    /**
     * @param  list<int>  $numbers
     * @param  array<int, true>  $supporters
     */
    private function owners(array $numbers, array &$supporters, int $before): void
    {
        if ($numbers === []) {
            return;
        }
        $rows = DB::table('intake_results as r')
            ->leftJoin('intake_outcomes as o', static fn ($join) => $join->on('o.intake_id', 'r.intake_id')->on('o.number', 'r.leader'))
            ->where('r.intake_id', $this->intake->id)->whereIn('r.number', $numbers)->where('r.turn', '<', $before)->whereIn('r.outcome', ['new', 'updated', 'unchanged'])
            ->get(['r.number', 'r.leader', DB::raw('coalesce(r.supporter_id, o.supporter_id) as supporter_id')]);
        foreach ($rows as $row) {
            $this->owners[$row->number] = $row->supporter_id ?? "{$row->leader}:supporter";
            if ($row->supporter_id !== null) {
                $supporters[$row->supporter_id] = true;
            }
        }
    }

    /** @param  array<int, true>  $supporters */
    private function records(array $supporters, int $before): void
    {
        $this->records = $this->reader->read(array_keys($supporters), $this->intake->id);
        $leaders = [];
        foreach ($this->owners as $owner) {
            if (is_string($owner)) {
                $leaders[(int) $owner] = true;
            }
        }
        if ($leaders === [] && $this->records === []) {
            return;
        }
        $earlier = DB::table('intake_results as r')
            ->leftJoin('intake_outcomes as o', static fn ($join) => $join->on('o.intake_id', 'r.intake_id')->on('o.number', 'r.number'))
            ->leftJoin('intake_outcomes as l', static fn ($join) => $join->on('l.intake_id', 'r.intake_id')->on('l.number', 'r.leader'))
            ->where('r.intake_id', $this->intake->id)->where('r.turn', '<', $before)->whereIn('r.outcome', ['new', 'updated', 'unchanged'])
            ->where(static fn ($query) => $query->whereIn('r.supporter_id', array_keys($supporters))->orWhereIn('r.leader', array_keys($leaders)))
            ->orderBy('r.turn')
            ->get(['r.changes', 'r.gift', 'r.leader', 'o.number as loaded', DB::raw('coalesce(r.supporter_id, l.supporter_id) as supporter_id')]);
        foreach ($earlier as $row) {
            $owner = $row->supporter_id ?? "{$row->leader}:supporter";
            // What is loaded is in the database already.
            $changes = $row->loaded !== null || $row->changes === null ? [] : array_map(Change::fromArray(...), json_decode($row->changes, true));
            $this->records[$owner] = Projection::after($this->records[$owner] ?? null, $changes, $row->gift);
        }
    }
}
