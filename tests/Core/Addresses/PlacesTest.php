<?php

declare(strict_types=1);

namespace Tests\Core\Addresses;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use PineSieve\Core\Addresses\Address;
use PineSieve\Core\Addresses\AddressStandardizer;
use PineSieve\Core\Addresses\Place;
use PineSieve\Core\Addresses\PlaceCheck;
use PineSieve\Core\Addresses\PlaceRemark;
use PineSieve\Core\Addresses\Places;

final class PlacesTest extends TestCase
{
    public function test_codes_and_cities_are_found_however_they_are_spelled(): void
    {
        $places = Places::shipped();

        self::assertSame(['Dover', 'NH'], [$places->of('03820-1234')?->city, $places->of('03820')?->state]);
        self::assertEqualsWithDelta([43.2, -70.9], $places->of('03820')->at ?? [], 0.2);
        self::assertSame(['', 'ON'], [$places->of('K1A 0B1')?->city, $places->of('k1a 0b1')?->state]);
        foreach (['00000', 'ABC', '', '0382'] as $none) {
            self::assertNull($places->of($none), $none);
        }
        self::assertSame(['04072'], $places->codes('SACO', 'ME'));
        self::assertSame($places->codes('Saint Albans', 'VT'), $places->codes('St. Albans', 'VT'));
        self::assertSame([], $places->codes('Saco', 'NH'));
        self::assertGreaterThan(42_000, $places->about()['places']);
        self::assertMatchesRegularExpression('/^\d{4}-\d\d-\d\d$/', $places->about()['published']);
    }

    public function test_other_places_stand_beside_those_of_the_directory(): void
    {
        $places = Places::shipped()->with(new Place('04029', 'Dunlin', 'ME', null), new Place('04998', 'Kittiwake', 'ME', [44.0, -69.0]));

        self::assertTrue($places->of('04029')?->has('Dunlin'));
        self::assertTrue($places->of('04029')->has('Sebago'), 'The one that the directory has is one still.');
        self::assertSame(
            ['Kittiwake', 'ME', [44.0, -69.0]],
            [$places->of('04998')?->city, $places->of('04998')?->state, $places->of('04998')?->at],
        );
        self::assertSame(['04998'], $places->codes('kittiwake', 'ME'));
        self::assertNull(Places::shipped()->of('04998'), 'The shipped one stays as it is.');
    }

    /** @return iterable<string, array{string, string, string, array<string, string>}> city, state, ZIP code, what is said and proposed */
    public static function doubts(): iterable
    {
        yield 'all is well' => ['Dover', 'NH', '03820', []];
        yield 'well, with four more digits' => ['DOVER', 'NH', '03820-1234', []];
        yield 'misspelled' => ['Portsmoth', 'NH', '03801', ['city.misspelled' => 'Portsmouth']];
        yield 'another city of the state' => ['Dover', 'NH', '03801', ['city.other' => '']];
        yield 'a city that nobody knows' => ['Larkspur Heights', 'NH', '03801', ['city.other' => '']];
        yield 'no city' => ['', 'NH', '03820', ['city.blank' => 'Dover']];
        yield 'no state' => ['Dover', '', '03820', ['state.blank' => 'NH']];
        yield 'neither' => ['', '', '03820', ['state.blank' => 'NH', 'city.blank' => 'Dover']];
        yield 'another state' => ['Saco', 'ME', '03820', ['place.state' => '04072']];
        yield 'no such code' => ['Saco', 'ME', '04999', ['postal_code.unknown' => '04072']];
        yield 'no code, one can be meant' => ['Saco', 'ME', '', ['postal_code.blank' => '04072']];
        yield 'no code, several can be meant' => ['Portland', 'ME', '', ['postal_code.blank' => '']];
        yield 'no code and no city' => ['', 'ME', '', ['city.blank' => '']];
        yield 'no code and no state' => ['Dover', '', '', ['state.blank' => '']];
        yield 'nothing but a street' => ['', '', '', []];
        yield 'an apostrophe that the directory does not have' => ["Coeur d'Alene", 'ID', '83814', []];
        yield 'and a blank' => ['OFallon', 'IL', '62269', []];
        yield 'an apostrophe and no code' => ["O'Fallon", 'IL', '', ['postal_code.blank' => '62269']];
        yield 'as everybody calls it' => ['NYC', 'NY', '10001', []];
        yield 'New York of New York' => ['NY', 'NY', '10021', []];
        yield 'a word written short' => ['Westhampton Bch', 'NY', '11978', []];
        yield 'a street where the city should be' => ['12 Elm St', 'NH', '', ['city.form' => '']];
        yield 'more than a city' => ['Dover 03820 603-555-0143', 'NH', '', ['city.form' => '']];
        yield 'a city with a number' => ['29 Palms', 'CA', '92277', ['city.other' => '']];
        yield 'a code that is none' => ['Saco', 'ME', '4x072', []];
    }

    /** @param  array<string, string>  $expected */
    #[DataProvider('doubts')]
    public function test_city_state_and_code_are_held_against_the_directory(
        string $city,
        string $state,
        string $code,
        array $expected,
    ): void {
        $remarks = (new PlaceCheck(Places::shipped()))->of(new Address('1 Elm St', '', $city, $state, $code, 'US'));

        self::assertSame(
            $expected,
            array_combine(
                array_map(static fn(PlaceRemark $remark): string => $remark->doubt->value, $remarks),
                array_column($remarks, 'proposal'),
            ),
        );
    }

    public function test_what_can_be_proposed_is_a_change_with_its_reason_and_what_can_not_is_told(): void
    {
        $standardizer = new AddressStandardizer('US', new PlaceCheck(Places::shipped()));
        $filled = $standardizer->standardize(new Address('1 Elm St', '', '', '', '03820'));

        self::assertSame(['Dover', 'NH'], [$filled->standard->city, $filled->standard->state]);
        self::assertSame(['03820 is Dover', '03820 is in NH'], array_column($filled->changes, 'reason'));
        $mended = $standardizer->standardize(new Address('1 Elm St', '', 'PORTSMOTH', 'NH', '03801'));
        self::assertSame('Portsmouth', $mended->standard->city);
        self::assertStringContainsString('NH has no Portsmoth', $mended->changes[0]->reason);
        $told = $standardizer->standardize(new Address('1 Elm St', '', 'Dover', 'NH', '03801'));
        self::assertSame(['Dover', []], [$told->standard->city, $told->changes]);
        self::assertSame(['city.other'], array_map(static fn(PlaceRemark $remark): string => $remark->doubt->value, $told->remarks));
        // Nothing can be proposed.
        $where = $standardizer->standardize(new Address('1 Elm St', '', 'Portland', 'ME', '', 'US'));
        self::assertSame([[], ['There is no ZIP code']], [$where->changes, array_column($where->remarks, 'words')]);
        // A street of which nothing says where it is.
        $canada = (new PlaceCheck(Places::shipped()))->of(new Address('345 rue Champlain', '', '', 'QC', 'J8X 3R1', 'CA'));
        self::assertSame(['There is no city'], array_column($canada, 'words'));
        // Nobody's address abroad is held against it.
        self::assertSame([], $standardizer->standardize(new Address('Hauptstr. 5', '', 'Berlin', '', '10115', 'DE'))->remarks);
    }
}
