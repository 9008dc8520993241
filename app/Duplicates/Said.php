<?php

declare(strict_types=1);

namespace App\Duplicates;

use App\Matching\Editions;
use App\Matching\RuleSets;
use App\Records\Merge;
use App\Records\RecordReader;
use App\Records\Snapshot;
use App\Support\Lists;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Addresses\AddressStandardizer;
use PineSieve\Core\Matching\Fields\Traits;
use PineSieve\Core\Names\SupporterKind;
use PineSieve\Core\Records\SupporterRecord;

/** What people said of pairs: whom they merged, and of whom they said that they are not the same. */
final readonly class Said
{
    /** Of each kind of decision, the latest ones. */
    private const MOST = 5000;

    /** Fewer say nothing yet about how sure one can be. */
    private const FEW = 20;

    /** How likely two must be one for anybody to doubt it. */
    private const DOUBT = 0.02;

    public function __construct(private RecordReader $reader, private RuleSets $sets, private Editions $editions) {}

    /** @return \Generator<int, array{SupporterRecord, SupporterRecord, bool}> two as they were, and whether they are one */
    public function pairs(): \Generator
    {
        foreach (
            Merge::query()->whereNull('undone_at')->whereNotNull('records')->orderByDesc('id')->limit(self::MOST)->lazy(200)
            as $merge
        ) {
            $records = array_map(Snapshot::record(...), $merge->records ?? []);
            foreach ($records as $i => $other) {
                foreach (array_slice($records, 0, $i) as $one) {
                    yield [$one, $other, true];
                }
            }
        }
        foreach (
            DB::table('pair_decisions')
                ->orderByDesc('at')
                ->limit(self::MOST)
                ->get(['one', 'other'])
                ->chunk(200)
            as $pairs
        ) {
            $records = $this->reader->read(Lists::ints($pairs->pluck('one')->merge($pairs->pluck('other'))->unique()));
            foreach ($pairs as $pair) {
                if (isset($records[$pair->one], $records[$pair->other])) {
                    yield [$records[$pair->one], $records[$pair->other], false];
                }
            }
        }
    }

    /** Corrects by it how likely two of a kind are said to be one. */
    public function correct(): void
    {
        $kinds = $this->sets->kindsWeighed();
        $judges = array_combine(array_column($kinds, 'value'), array_map($this->sets->judge(...), $kinds));
        $standardizer = new AddressStandardizer();
        $decided = [];
        foreach ($judges === [] ? [] : $this->pairs() as [$one, $other, $isOne]) {
            $judge = $judges[$one->kind()->value] ?? null;
            if ($judge !== null && $one->kind() === $other->kind()) {
                [$a, $b] = array_map(
                    static fn(SupporterRecord $record) => $judge->compared((int) $record->ref, Traits::ofStored($record, $standardizer)),
                    [$one, $other],
                );
                $likely = $judge->likely($a, $b);
                // Those that nobody doubts say nothing about where doubt begins.
                if ($likely > self::DOUBT && $likely < 1 - self::DOUBT / 20) {
                    $decided[$one->kind()->value][] = [$likely, $isOne];
                }
            }
        }
        foreach ($decided as $kind => $of) {
            if (count($of) >= self::FEW) {
                $this->editions->correct(SupporterKind::from($kind), $of);
            }
        }
    }
}
