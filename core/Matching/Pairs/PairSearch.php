<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching\Pairs;

use PineSieve\Core\Matching\Rules\Certainty;

/**
 * Finds the pairs among many records without comparing each with each: those that share a key are compared.
 * Records and keys wait in files, in parts, so that memory does not grow with them.
 */
final class PairSearch
{
    /** Files that keys are spread over. */
    private const PARTS = 128;

    /** A key, where its record stands in the file, and its lookup. */
    private const ENTRY = 17;

    private const BUFFER = 1 << 15;

    /** Records that share a key beyond which they are not even looked at for what else they share. */
    private const HOPELESS = 5000;

    /** Values that too many records share, which the report names. */
    private const NAMED = 50;

    /** @var resource */
    private $records;

    /** @var array<int, string> of each part, what is not in its file yet: of few records, all */
    private array $buffers;

    private int $position = 0;

    private int $count = 0;

    private int $compared = 0;

    private int $found = 0;

    private readonly CertainPairs $certain;

    /** @var list<TooCommon> */
    private array $tooCommon = [];

    private int $tooCommonCount = 0;

    /**
     * @param  string  $folder  an empty one, which can be thrown away afterwards
     * @param  ?\Closure(Pair): void  $onHome  is told, while pairs() is read, of those who are two and may be a household
     */
    public function __construct(
        private readonly PairJudge $judge,
        private readonly string $folder,
        private readonly ?\Closure $onHome = null,
    ) {
        $records = fopen("{$folder}/records", 'w+b');
        $this->records = $records === false ? throw new \RuntimeException("The folder {$folder} can't be written.") : $records;
        $this->buffers = array_fill(0, self::PARTS, '');
        $this->certain = new CertainPairs("{$folder}/certain");
    }

    public function add(PreparedRecord $record): void
    {
        $this->count++;
        if ($record->keys === []) {
            return;
        }
        $packed = $record->pack();
        foreach ($record->keys as $key => $lookup) {
            $part = ($key >> 57) & (self::PARTS - 1);
            $this->buffers[$part] .= pack('qJC', $key, $this->position, $lookup);
            if (strlen($this->buffers[$part]) > self::BUFFER) {
                file_put_contents($this->keysFile($part), $this->buffers[$part], FILE_APPEND);
                $this->buffers[$part] = '';
            }
        }
        fwrite($this->records, pack('N', strlen($packed)) . $packed);
        $this->position += 4 + strlen($packed);
    }

    /** @return \Generator<int, Pair, void, SearchReport> each pair once, those that are certain last */
    public function pairs(): \Generator
    {
        $common = $this->commonKeys();
        $seen = [];
        foreach (array_keys($this->buffers) as $part) {
            foreach ($this->blocks($part) as [$key, $lookup, $places]) {
                if (!isset($common[$key])) {
                    yield from $this->toReview($this->within($places, $key, $common));

                    continue;
                }
                yield from $this->toReview($this->refined($lookup, $places, $common, $seen));
            }
        }
        yield from $this->certain->settled();
        usort($this->tooCommon, static fn(TooCommon $a, TooCommon $b): int => $b->records <=> $a->records);

        return new SearchReport(
            $this->count,
            $this->compared,
            $this->found,
            $this->tooCommonCount,
            array_slice($this->tooCommon, 0, self::NAMED),
        );
    }

    /**
     * @param  list<int>  $places  of records that share a key
     * @param  array<int, true>  $common  keys that say too little
     * @return \Generator<int, Relation>
     */
    private function within(array $places, int $key, array $common): \Generator
    {
        $packed = array_map($this->packed(...), $places);
        $keys = array_map(PreparedRecord::keysOf(...), $packed);
        $records = [];
        foreach (array_keys($places) as $i) {
            for ($j = 0; $j < $i; $j++) {
                // A pair that shares several keys is compared at the lowest of them.
                foreach (array_intersect($keys[$i], $keys[$j]) as $shared) {
                    if ($shared < $key && !isset($common[$shared])) {
                        continue 2;
                    }
                }
                $records[$i] ??= PreparedRecord::unpack($packed[$i]);
                $records[$j] ??= PreparedRecord::unpack($packed[$j]);
                $relation = $this->compared($records[$i], $records[$j]);
                if ($relation !== null) {
                    yield $relation;
                }
            }
        }
    }

    /**
     * Pairs that are to be reviewed go on; of those that are certain, it is known only when all are compared.
     *
     * @param  iterable<Relation>  $relations
     * @return \Generator<int, Pair>
     */
    private function toReview(iterable $relations): \Generator
    {
        foreach ($relations as $relation) {
            if ($relation->pair?->certainty === Certainty::Review) {
                $this->found++;
                yield $relation->pair;
            } elseif ($relation->pair !== null) {
                $this->found++;
                $this->certain->hold($relation->pair, $relation->isProven);
            } elseif ($relation->home !== null && $this->onHome !== null) {
                ($this->onHome)($relation->home);
            }
        }
    }

    /**
     * Records that share a key that says too little are compared where they share more of what the rule asks for.
     *
     * @param  list<int>  $places
     * @param  array<int, true>  $common
     * @param  array<int, array<int, true>>  $seen  a pair may share more than one key that says too little
     * @return \Generator<int, Relation>
     */
    private function refined(int $lookup, array $places, array $common, array &$seen): \Generator
    {
        $first = $this->read($places[0]);
        if (count($places) > self::HOPELESS) {
            $this->tellTooCommon($lookup, $first, count($places));

            return;
        }
        $groups = [];
        foreach ($places as $place) {
            foreach ($this->judge->lookups->further($lookup, $this->read($place)->values) as $trace) {
                $groups[$trace][] = $place;
            }
        }
        $isTold = false;
        if ($groups === []) {
            $this->tellTooCommon($lookup, $first, count($places));
        }
        foreach ($groups as $group) {
            if (count($group) > $this->judge->lookups->most($lookup)) {
                if (!$isTold) {
                    $this->tellTooCommon($lookup, $first, count($group));
                    $isTold = true;
                }

                continue;
            }
            $records = count($group) > 1 ? array_map($this->read(...), $group) : [];
            foreach ($records as $i => $one) {
                for ($j = 0; $j < $i; $j++) {
                    $shared = array_diff_key(array_intersect_key($one->keys, $records[$j]->keys), $common);
                    [$a, $b] = [min($one->ref, $records[$j]->ref), max($one->ref, $records[$j]->ref)];
                    $relation = $shared === [] && !isset($seen[$a][$b]) ? $this->compared($one, $records[$j]) : null;
                    if ($relation !== null) {
                        $seen[$a][$b] = true;
                        yield $relation;
                    }
                }
            }
        }
    }

    private function compared(PreparedRecord $one, PreparedRecord $other): ?Relation
    {
        if ($one->ref === $other->ref) {
            return null;
        }
        $this->compared++;
        $relation = $this->judge->relation($one, $other);
        if ($relation !== null) {
            $this->certain->namesakes->tell($one->ref, $other->ref, $relation);
        }

        return $relation;
    }

    private function tellTooCommon(int $lookup, PreparedRecord $example, int $records): void
    {
        $this->tooCommonCount++;
        if (count($this->tooCommon) < 20 * self::NAMED) {
            $this->tooCommon[] = new TooCommon(
                $this->judge->lookups->rules($lookup),
                $this->judge->lookups->shown($lookup, $example),
                $records,
            );
        }
    }

    /** @return array<int, true> keys that more records share than are looked at */
    private function commonKeys(): array
    {
        $common = [];
        foreach (array_keys($this->buffers) as $part) {
            foreach ($this->blocks($part) as [$key, $lookup, $places]) {
                if (count($places) > $this->judge->lookups->most($lookup)) {
                    $common[$key] = true;
                }
            }
        }

        return $common;
    }

    /** @return \Generator<int, array{int, int, non-empty-list<int>}> a key that several records share, its lookup, and where they stand */
    private function blocks(int $part): \Generator
    {
        $file = $this->keysFile($part);
        $packed = (is_file($file) ? (string) file_get_contents($file) : '') . $this->buffers[$part];
        $entries = $packed === '' ? [] : str_split($packed, self::ENTRY);
        unset($packed);
        sort($entries, SORT_STRING);
        $run = [];
        foreach ([...$entries, ''] as $entry) {
            if ($run !== [] && strncmp($entry, $run[0], 8) !== 0) {
                if (count($run) > 1) {
                    yield self::block($run);
                }
                $run = [];
            }
            $run[] = $entry;
        }
    }

    /**
     * @param  non-empty-list<string>  $run  entries of one key
     * @return array{int, int, non-empty-list<int>}
     */
    private static function block(array $run): array
    {
        /** @var array{key: int, place: int, lookup: int} $head */
        $head = unpack('qkey/Jplace/Clookup', $run[0]);

        return [
            $head['key'],
            $head['lookup'],
            array_map(static function (string $entry): int {
                /** @var array{1: int} $place */
                $place = unpack('J', $entry, 8);

                return $place[1];
            }, $run),
        ];
    }

    private function read(int $place): PreparedRecord
    {
        return PreparedRecord::unpack($this->packed($place));
    }

    private function packed(int $place): string
    {
        fseek($this->records, $place);
        /** @var array{1: int<1, max>} $length */
        $length = unpack('N', (string) fread($this->records, 4));

        return (string) stream_get_contents($this->records, $length[1]);
    }

    private function keysFile(int $part): string
    {
        return "{$this->folder}/keys-{$part}";
    }
}
