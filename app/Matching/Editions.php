<?php

declare(strict_types=1);

namespace App\Matching;

use App\Models\RulesInUse;
use App\Records\RecordReader;
use App\Standards\StandardsVersion;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Addresses\AddressStandardizer;
use PineSieve\Core\Matching\Fields\FieldComparers;
use PineSieve\Core\Matching\Fields\Traits;
use PineSieve\Core\Matching\Pairs\PairJudge;
use PineSieve\Core\Matching\Rules\ShippedRules;
use PineSieve\Core\Matching\Weights\Frequencies;
use PineSieve\Core\Names\SupporterKind;

/** How frequent what people are weighed by is among the supporters. Counted now and then, and kept as a numbered edition: whoever judges meanwhile goes by the last one. */
final readonly class Editions
{
    private const CHUNK = 1000;

    /** How much larger or smaller the database has become since the last edition when it is time for the next. */
    private const MOVED = 0.1;

    public function __construct(private RecordReader $reader)
    {
    }

    /** Number of the one in use; 0 if there is none. */
    public static function number(): int
    {
        return (int) DB::table('frequency_editions')->max('id');
    }

    /** Those of the edition in use, for a database as large as it is now. */
    public static function inUse(): Frequencies
    {
        $edition = DB::table('frequency_editions')->orderByDesc('id')->first();
        $records = DB::table('supporters')->where('kind', SupporterKind::Person->value)->count();

        return ($edition === null ? new Frequencies : Frequencies::unpack($edition->counts, $edition->records))->among($records);
    }

    /** Counts all people anew. */
    public function make(FieldComparers $comparers): void
    {
        $judge = new PairJudge(ShippedRules::byWeight($comparers), $comparers, $counts = new Frequencies);
        $standardizer = new AddressStandardizer;
        $after = 0;
        do {
            $ids = DB::table('supporters')->where('kind', SupporterKind::Person->value)->where('id', '>', $after)->orderBy('id')->limit(self::CHUNK)->pluck('id')->all();
            foreach ($this->reader->read($ids) as $id => $record) {
                $judge->count($judge->compared($id, Traits::ofStored($record, $standardizer)), $counts);
            }
            $after = $ids === [] ? $after : max($ids);
        } while (count($ids) === self::CHUNK);
        DB::transaction(static function () use ($counts): void {
            $id = DB::table('frequency_editions')->insertGetId(['records' => $counts->records(), 'counts' => $counts->pack(), 'made_at' => now()->format('Y-m-d H:i:s.v')]);
            DB::table('frequency_editions')->where('id', '<', $id)->delete();
        });
    }

    /** Makes the next edition where pairs are weighed. */
    public function renew(FieldComparers $comparers): void
    {
        if (self::areUsed()) {
            $this->ensure($comparers);
        }
    }

    private static function areUsed(): bool
    {
        $used = RulesInUse::query()->find(SupporterKind::Person->value)?->rules;

        // Where nobody has chosen yet, people are weighed.
        return $used === null || ($used['by'] ?? '') === 'weight';
    }

    /** Makes the next edition if there is none, or if the database has changed enough; rows that wait are worked out again by it. */
    public function ensure(FieldComparers $comparers): void
    {
        $last = DB::table('frequency_editions')->orderByDesc('id')->value('records');
        $now = DB::table('supporters')->where('kind', SupporterKind::Person->value)->count();
        if ($last === null || abs($now - $last) > self::MOVED * max(1, $last)) {
            $this->make($comparers);
            if (self::areUsed()) {
                StandardsVersion::raise();
            }
        }
    }
}
