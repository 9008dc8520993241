<?php

declare(strict_types=1);

namespace Tests\Core\Searches;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use PineSieve\Core\Searches\Searched;
use PineSieve\Core\Searches\SearchReader;
use PineSieve\Core\Searches\SearchWords;
use PineSieve\Core\Searches\UnusableSearch;
use PineSieve\Core\Standards\Field;
use PineSieve\Core\Standards\FieldCatalog;
use PineSieve\Core\Standards\FieldNature;
use PineSieve\Core\Standards\FieldType;
use PineSieve\Core\Standards\Formats\Formats;
use PineSieve\Core\Standards\PickList;
use PineSieve\Core\Standards\Standards;

/** Searches: as sentences, and what can't be asked. */
final class SearchesTest extends TestCase
{
    private static function standards(): Standards
    {
        $own = static fn(string $key, string $label, FieldType $type, bool $isRetired = false): Field => new Field(
            "custom.{$key}",
            $label,
            'Our own',
            $type,
            $type === FieldType::Choices ? PickList::of(['Boat', 'Beach']) : null,
            isRetired: $isRetired,
            nature: FieldNature::custom(),
        );

        return new Standards(
            FieldCatalog::builtIn()->with([
                $own('area', 'Helps at', FieldType::Choices),
                $own('hours', 'Hours', FieldType::Number),
                $own('shirt', 'Shirt', FieldType::Text, true),
            ]),
            new Formats('2026-11-24'),
        );
    }

    /** @return iterable<string, array{array<mixed>, string}> */
    public static function searches(): iterable
    {
        $one = static fn(string $of, string $test, array $values = [], array $within = []): array => compact(
            'of',
            'test',
            'values',
            'within',
        );
        $all = static fn(array ...$of): array => ['any' => false, 'not' => false, 'of' => $of];
        yield 'nothing' => [$all(), 'All supporters'];
        yield 'a state, however it is written' => [
            $all($one('address.state', 'is', ['Maine'])),
            'Supporters whose state or province is ME',
        ];
        yield 'any of several' => [
            $all($one('address.state', 'is', ['ME', 'NH', 'VT'])),
            'Supporters whose state or province is ME, NH or VT',
        ];
        yield 'none of several' => [$all($one('name.last', 'is not', ['Lee', 'Park'])), 'Supporters whose last name is not Lee nor Park'];
        yield 'a year' => [
            $all($one('gifts.given', 'over', ['500'], ['from' => '2025-01-01', 'until' => '2025-12-31'])),
            'Supporters who gave over 500.00 USD in 2025',
        ];
        yield 'money is asked in its currency' => [
            $all($one('gifts.given', 'at least', ['1,000.5'], ['currency' => 'CAD', 'fund' => 'Nets'])),
            'Supporters who gave at least 1000.50 CAD to the fund Nets',
        ];
        yield 'who gave nothing gave less' => [
            $all($one('gifts.given', 'under', ['50'])),
            'Supporters who gave under 50.00 USD, or nothing,',
        ];
        yield 'gifts' => [
            $all($one('gifts.count', 'is', ['1'], ['from' => '2026-01-01'])),
            'Supporters who gave exactly 1 gift since 2026-01-01',
        ];
        yield 'not since' => [
            $all($one('gifts.any', 'is blank', [], ['from' => '2026-01-01'])),
            'Supporters who did not give since 2026-01-01',
        ];
        yield 'first gift' => [$all($one('gifts.first', 'before', ['2020-01-01'])), 'Supporters who first gave before 2020-01-01'];
        yield 'last gift' => [
            $all($one('gifts.last', 'between', ['2024-01-01', '2024-06-30'])),
            'Supporters who last gave between 2024-01-01 and 2024-06-30',
        ];
        yield 'near' => [$all($one('near', 'is', ['04101'], ['miles' => '30'])), 'Supporters who live within 30 miles of 04101'];
        yield 'groups' => [$all($one('groups', 'is', ['Board'])), 'Supporters in the group Board'];
        yield 'not in a group' => [$all($one('tags', 'is not', ['VIP'])), 'Supporters without the tag VIP'];
        yield 'filled' => [$all($one('email', 'is filled')), 'Supporters with an email'];
        yield 'blank' => [$all($one('phone', 'is blank')), 'Supporters without any phone'];
        yield 'own fields' => [
            $all($one('custom.area', 'is', ['Boat']), $one('custom.hours', 'over', ['10'])),
            'Supporters with Boat in helps at and whose hours is over 10',
        ];
        yield 'groups of conditions' => [
            [
                'any' => true,
                'of' => [
                    $one('email', 'is filled'),
                    ['of' => [$one('phone', 'is filled'), $one('status', 'is', ['active'])]],
                    ['not' => true, 'any' => true, 'of' => [$one('kind', 'is', ['person'])]],
                ],
            ],
            'Supporters with an email or (with a phone and whose status is active) or not (whose kind of record is person)',
        ];
        yield 'who changed it' => [
            $all($one('changed', 'is', ['Odile Marchetti'], ['from' => '2026-11-01'])),
            'Supporters changed by Odile Marchetti since 2026-11-01',
        ];
        yield 'an intake' => [$all($one('intake', 'is', ['7'], ['made' => 'new'])), 'Supporters made by intake 7'];
        yield 'a worklist' => [$all($one('worklist', 'is', ['alike'])), 'Supporters who may be the same'];
    }

    /** @param  array<mixed>  $search */
    #[DataProvider('searches')]
    public function test_a_search_is_a_sentence(array $search, string $sentence): void
    {
        $standards = self::standards();
        $group = (new SearchReader($standards))->read(json_encode($search, JSON_THROW_ON_ERROR));

        self::assertSame($sentence, (new SearchWords($standards->catalog, ['alike' => 'may be the same']))->sentence($group));
        // Read once more, it is the same.
        self::assertEquals($group, (new SearchReader($standards))->read(json_encode($group->toArray(), JSON_THROW_ON_ERROR)));
    }

    /** @return iterable<string, array{Searched, string, string}> */
    public static function ofThings(): iterable
    {
        yield 'nothing' => [Searched::Addresses, '{"of":[]}', 'All addresses'];
        yield 'an amount is one of a currency' => [
            Searched::Gifts,
            '{"of":[{"of":"gift.amount","test":"over","values":["500"]},{"of":"gift.fund","test":"is","values":["Nets","Boats"]}]}',
            'Gifts whose amount is over 500.00 USD and whose fund is Nets or Boats',
        ];
        yield 'between amounts' => [
            Searched::Promises,
            '{"of":[{"of":"promise.amount","test":"between","values":["5","50"],"within":{"currency":"CAD"}}]}',
            'Promises whose amount is between 5.00 and 50.00 CAD',
        ];
        yield 'all else is asked of whose it is' => [
            Searched::Gifts,
            '{"of":[{"of":"address.state","test":"is","values":["ME"]},{"of":"gifts.any","test":"is blank","within":{"from":"2026-01-01"}}]}',
            'Gifts of supporters whose state or province is ME and of supporters who did not give since 2026-01-01',
        ];
        yield 'its own' => [
            Searched::Addresses,
            '{"any":true,"of":[{"of":"address.state","test":"is","values":["ME"]},{"of":"groups","test":"is","values":["Board"]}]}',
            'Addresses whose state or province is ME or of supporters in the group Board',
        ];
    }

    #[DataProvider('ofThings')]
    public function test_what_supporters_have_is_searched_for_too(Searched $searched, string $json, string $sentence): void
    {
        $standards = self::standards();
        $group = (new SearchReader($standards))->read($json);
        self::assertSame($sentence, (new SearchWords($standards->catalog, [], $searched))->sentence($group));
    }

    /** @return iterable<string, array{string, string}> */
    public static function faults(): iterable
    {
        $one = static fn(string $condition): string => "{\"of\":[{$condition}]}";
        yield 'no JSON' => ['{', 'This search can\'t be read.'];
        yield 'a list' => ['[]', 'This search can\'t be read.'];
        yield 'text for a condition' => ['{"of":["x"]}', 'This search can\'t be read.'];
        yield 'a field that is not there' => [$one('{"of":"shoe","test":"is","values":["x"]}'), 'There is no field "shoe" to search by.'];
        yield 'a field of no value of its own' => [
            $one('{"of":"name.full","test":"is","values":["x"]}'),
            'There is no field "name.full" to search by.',
        ];
        yield 'a retired field' => [
            $one('{"of":"custom.shirt","test":"is","values":["x"]}'),
            'The field "Shirt" is retired: take it out of the search, or bring the field back.',
        ];
        yield 'a test of another type' => [$one('{"of":"email","test":"over","values":["5"]}'), 'Email: this can\'t be asked of it.'];
        yield 'no value' => [$one('{"of":"email","test":"is","values":[" "]}'), 'Email: a value is missing.'];
        yield 'a value too many' => [$one('{"of":"email","test":"is blank","values":["x"]}'), 'Email: nothing more is asked of it.'];
        yield 'no amount' => [
            $one('{"of":"gifts.given","test":"over","values":["much"]}'),
            'What they gave: "much" is no amount, such as 500.00.',
        ];
        yield 'below zero' => [
            $one('{"of":"gifts.given","test":"over","values":["-5"]}'),
            'What they gave: "-5" is no amount, such as 500.00.',
        ];
        yield 'no day' => [
            $one('{"of":"gifts.last","test":"before","values":["2026-02-30"]}'),
            'Last gift: "2026-02-30" is no day, such as 2026-01-31.',
        ];
        yield 'days the wrong way round' => [
            $one('{"of":"gifts.last","test":"between","values":["2026-02-03","2026-01-01"]}'),
            'Last gift: 2026-02-03 comes after 2026-01-01.',
        ];
        yield 'a period the wrong way round' => [
            $one('{"of":"gifts.any","test":"is filled","within":{"from":"2026-02-01","until":"2026-01-01"}}'),
            'Gave at all: the days end before they begin.',
        ];
        yield 'narrowed by what it has not' => [
            $one('{"of":"email","test":"is","values":["x"],"within":{"fund":"Nets"}}'),
            'Email: it can\'t be narrowed by "fund".',
        ];
        yield 'no miles' => [$one('{"of":"near","test":"is","values":["04101"]}'), 'Lives near a ZIP code: say how many miles.'];
        yield 'too deep' => ['{"of":[{"of":[{"of":[{"of":[{"of":[]}]}]}]}]}', 'Groups of conditions can lie 4 deep at most.'];
        yield 'too many' => [
            '{"of":[' . implode(',', array_fill(0, 61, '{"of":"email","test":"is filled"}')) . ']}',
            'A search can have 60 conditions at most.',
        ];
    }

    #[DataProvider('faults')]
    public function test_what_cannot_be_asked(string $json, string $says): void
    {
        $this->expectExceptionObject(new UnusableSearch($says));
        (new SearchReader(self::standards()))->read($json);
    }
}
