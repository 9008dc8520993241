<?php

declare(strict_types=1);

namespace Tests\Core\Gifts;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use PineSieve\Core\Gifts\Gift;
use PineSieve\Core\Gifts\SameGifts;

final class SameGiftsTest extends TestCase
{
    /** @return iterable<string, array{list<string>, list<string>, list<bool>}> ids of stored gifts, of those in the file, and which are there. All are $25 on one day; '' has no id */
    public static function files(): iterable
    {
        yield 'nothing stored' => [[], ['', 'a'], [false, false]];
        yield 'the same once more' => [['', ''], ['', '', ''], [true, true, false]];
        yield 'the same by id' => [['a', 'b'], ['b', 'a', 'c'], [true, true, false]];
        yield 'stored without ids, the file has them' => [['', ''], ['a', 'b', 'c'], [true, true, false]];
        yield 'stored with ids, the file has none' => [['a', 'b'], ['', '', ''], [true, true, false]];
        yield 'one of each, by id first' => [['a', ''], ['a', 'b', 'c'], [true, true, false]];
        yield 'one of each, whatever the order' => [['a', ''], ['b', 'a', 'c'], [true, true, false]];
        yield 'one of each, and none in the file has one' => [['a', ''], ['', '', ''], [true, true, false]];
        yield 'the same id twice in the file' => [['a'], ['a', 'a'], [true, false]];
    }

    /**
     * @param  list<string>  $stored
     * @param  list<string>  $file
     * @param  list<bool>  $expected
     */
    #[DataProvider('files')]
    public function test_which_are_there(array $stored, array $file, array $expected): void
    {
        $gift = static fn(string $id): Gift => new Gift('2020-01-02', '25.00', currency: 'USD', sourceId: $id);
        $counts = array_count_values(array_map(static fn(string $id): string => SameGifts::identity($gift($id)), $stored));
        [$seen, $there] = [[], []];
        foreach ($file as $id) {
            $there[] = SameGifts::isThere($gift($id), $counts, $seen);
            $seen[SameGifts::identity($gift($id))] = ($seen[SameGifts::identity($gift($id))] ?? 0) + 1;
        }

        self::assertSame($expected, $there);
    }

    public function test_another_gift_with_the_same_id_is_told(): void
    {
        $stored = [SameGifts::identity(new Gift('2020-01-02', '25.00', currency: 'USD', sourceId: 'a-1')) => 1];

        self::assertTrue(SameGifts::isThereDifferently(new Gift('2020-01-02', '26.00', currency: 'USD', sourceId: 'a-1'), $stored));
        self::assertFalse(SameGifts::isThereDifferently(new Gift('2020-01-02', '26.00', currency: 'USD', sourceId: '1'), $stored));
        self::assertFalse(SameGifts::isThereDifferently(new Gift('2020-01-02', '26.00', currency: 'USD'), $stored));
    }
}
