<?php

declare(strict_types=1);

namespace App\Matching;

use App\Records\RecordReader;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Addresses\AddressStandardizer;
use PineSieve\Core\Matching\Fields\Traits;
use PineSieve\Core\Matching\Pairs\PairJudge;
use PineSieve\Core\Matching\Pairs\PreparedRecord;
use PineSieve\Core\Matching\Weights\SampledPair;

/** Draws pairs of people who share a match key: those of the lowest keys, which are hashes, so that the same database gives the same pairs. */
final class PairSample
{
    private const PAIRS = 20_000;

    /** A key that more have says little, and would give too many pairs of one kind. */
    private const MOST = 25;

    private const CHUNK = 20_000;

    /** @var list<SampledPair> */
    private array $pairs = [];

    public function __construct(private readonly RecordReader $reader, private readonly PairJudge $judge) {}

    /** @return list<SampledPair> */
    public function drawn(): array
    {
        $after = null;
        do {
            $rows = DB::select(
                'select hash, supporter_id from match_keys ' .
                    ($after === null ? '' : "where hash > {$after} ") .
                    'order by hash, supporter_id limit ' .
                    self::CHUNK,
            );
            $isLast = count($rows) < self::CHUNK;
            $holders = [];
            foreach ($rows as $row) {
                $holders[$row->hash][] = $row->supporter_id;
            }
            if (!$isLast && count($holders) > 1) {
                // The last may have more holders than were read.
                array_pop($holders);
            }
            $after = (int) array_key_last($holders);
            // How far into the keys it has gone: hashes lie evenly in 64 bits.
            $share = $isLast ? 1.0 : $after / 2 ** 64 + 0.5;
            $this->draw(array_filter($holders, static fn(array $of): bool => count($of) > 1 && count($of) <= self::MOST));
        } while (!$isLast && count($this->pairs) < self::PAIRS);

        return array_map(
            static fn(SampledPair $pair): SampledPair => new SampledPair(
                $pair->block,
                $pair->by,
                $pair->pattern,
                $pair->standsFor / max(1e-9, $share),
            ),
            $this->pairs,
        );
    }

    /** @param  array<int, list<int>>  $holders  by key */
    private function draw(array $holders): void
    {
        $standardizer = new AddressStandardizer();
        foreach (array_chunk($holders, 500, true) as $chunk) {
            $prepared = [];
            foreach ($this->reader->read(array_values(array_unique(array_merge(...array_values($chunk))))) as $id => $record) {
                if ($record->kind() === $this->judge->set->kind) {
                    $prepared[$id] = $this->judge->prepare($id, Traits::ofStored($record, $standardizer));
                }
            }
            foreach ($chunk as $key => $of) {
                $this->pair(
                    $key,
                    array_values(
                        array_filter(
                            array_map(static fn(int $id): ?PreparedRecord => $prepared[$id] ?? null, $of),
                            static fn(?PreparedRecord $one): bool => isset($one->keys[$key]),
                        ),
                    ),
                );
            }
        }
    }

    /** @param  list<PreparedRecord>  $records  who share a key */
    private function pair(int $key, array $records): void
    {
        foreach ($records as $i => $one) {
            for ($j = 0; $j < $i; $j++) {
                $this->pairs[] = $this->judge->sampled($one, $records[$j], $key);
            }
        }
    }
}
