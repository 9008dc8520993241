<?php

declare(strict_types=1);

namespace Tests\Core\Matching;

use PHPUnit\Framework\TestCase;
use PineSieve\Core\Matching\Weights\Frequencies;
use PineSieve\Core\Matching\Weights\Sketch;
use PineSieve\Core\Matching\Weights\Tally;
use PineSieve\Core\Matching\Weights\WeighedField;

final class FrequenciesTest extends TestCase
{
    public function test_a_file_stands_beside_what_is_counted(): void
    {
        $counts = self::counted(['lee', 'lee', 'park']);
        $with = $counts->with(self::tally(['lee', 'moreau']));

        self::assertSame([3, 1, 1, 0], self::of($with, 'lee', 'park', 'moreau', 'quist'));
        self::assertSame([5, 5], [$with->counted(), $with->records()]);
        self::assertSame(
            [2, 1, 0, 3],
            [...self::of($counts, 'lee', 'park', 'moreau'), $counts->counted()],
            'The records stay as they are.',
        );
    }

    public function test_of_a_file_each_counts_for_those_that_it_stands_for(): void
    {
        $with = (new Frequencies())->with(self::tally(['lee', 'moreau'], 25));

        self::assertSame([25, 25, 0, 50], [...self::of($with, 'lee', 'moreau', 'quist'), $with->records()]);
    }

    public function test_what_is_packed_is_the_same_when_it_is_unpacked_however_wide(): void
    {
        foreach ([0, 200, 5_000, 1_000_000] as $records) {
            $counts = Frequencies::wideFor($records);
            $counts->count([[WeighedField::Last, 'lee'], [WeighedField::Last, 'park']], 7);
            $kept = Frequencies::unpack($counts->pack(), $counts->records());
            self::assertSame([7, 7, 0], self::of($kept, 'lee', 'park', 'quist'), "For {$records}");
            self::assertSame([8, 1], self::of($kept->with(self::tally(['lee', 'quist'])), 'lee', 'quist'));
        }
    }

    public function test_as_wide_as_records_need_hardly_any_count_is_too_high(): void
    {
        $names = array_map(static fn(int $i): string => "name {$i}", range(1, 10 * 400));
        $counts = Frequencies::wideFor(400);
        foreach ($names as $name) {
            $counts->count([[WeighedField::Last, $name]]);
        }

        self::assertLessThan(40, count(array_filter(self::of($counts, ...$names), static fn(int $count): bool => $count !== 1)));
    }

    public function test_two_files_do_not_stand_beside_the_records_at_once(): void
    {
        $this->expectException(\LogicException::class);

        (new Frequencies())->with(self::tally(['lee']))->with(self::tally(['park']));
    }

    /** @param  list<string>  $names */
    private static function counted(array $names): Frequencies
    {
        $counts = new Frequencies(new Sketch(1 << 8));
        foreach ($names as $name) {
            $counts->count([[WeighedField::Last, $name]]);
        }

        return $counts;
    }

    /** @param  list<string>  $names */
    private static function tally(array $names, int $times = 1): Tally
    {
        $tally = new Tally();
        foreach ($names as $name) {
            $tally->count([[WeighedField::Last, $name]], $times);
        }

        return $tally;
    }

    /** @return list<int> */
    private static function of(Frequencies $counts, string ...$names): array
    {
        return array_map(static fn(string $name): int => $counts->of(WeighedField::Last, $name), $names);
    }
}
