<?php

declare(strict_types=1);

namespace App\Matching;

use App\Records\RecordReader;
use PineSieve\Core\Matching\Matcher;
use PineSieve\Core\Matching\MatchKey;
use PineSieve\Core\Records\IncomingRecord;

/**
 * Which stored supporters records on their way in may be. Of the many who share no more than a house number and a postal code,
 * those whose own names speak against it are passed over before what hangs on them is read.
 */
final readonly class StoredMatches
{
    /**
     * @param  array<int, list<int>>  $of  unit to the supporters that it may be
     * @param  array<int, int>  $many  hash of a name that too many have for any of them to be looked at to how many they are
     */
    private function __construct(public array $of, public array $many) {}

    public static function none(): self
    {
        return new self([], []);
    }

    /**
     * @param  array<int, IncomingRecord>  $records  by unit
     * @param  array<int, list<MatchKey>>  $keys  of each of them
     */
    public static function find(array $records, array $keys, Matcher $matcher, RecordReader $reader): self
    {
        $holders = KeyTable::holders(array_merge(...array_values($keys)), isOfRows: true);
        $narrowed = array_filter(
            array_merge(...array_values($keys)),
            static fn(MatchKey $key): bool => $key->narrowed !== null && isset($holders->of[$key->hash]),
        );
        $themselves = $reader->bare(
            array_values(
                array_unique(
                    array_merge(...array_map(static fn(MatchKey $key): array => $holders->of[$key->hash], array_values($narrowed))),
                ),
            ),
        );
        $of = [];
        foreach ($keys as $unit => $ofUnit) {
            $found = [];
            foreach ($ofUnit as $key) {
                foreach ($holders->of[$key->hash] ?? [] as $id) {
                    $itself = $key->narrowed === null ? null : $themselves[$id] ?? null;
                    if (!isset($found[$id]) && ($itself === null || $matcher->mayBe($records[$unit], $key, $itself))) {
                        $found[$id] = true;
                    }
                }
            }
            $of[$unit] = array_keys($found);
        }

        return new self($of, $holders->many);
    }

    /** @return list<int> all of them, each once */
    public function all(): array
    {
        return array_values(array_unique(array_merge(...array_values($this->of))));
    }
}
