<?php

declare(strict_types=1);

namespace Tests\Core;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use PineSieve\Core\Addresses\Address;
use PineSieve\Core\Addresses\AddressStandardizer;
use PineSieve\Core\Addresses\Lines\StreetLine;
use PineSieve\Core\Addresses\PostalCode;
use PineSieve\Core\Addresses\Regions;
use PineSieve\Core\Columns\Proposals\HeaderWords;
use PineSieve\Core\Names\Nicknames;
use PineSieve\Core\Standards\FieldCatalog;
use PineSieve\Core\Text\Fold;

/** The data files: whole, without contradictions, and used as they say. */
final class ReferenceDataTest extends TestCase
{
    private const CORE = __DIR__ . '/../../core/';

    /** @return iterable<string, array{string, string, string}> */
    public static function suffixes(): iterable
    {
        foreach (['US', 'CA'] as $country) {
            $streets = require self::CORE . 'Addresses/data/streets-' . strtolower($country) . '.php';
            foreach ($streets['suffixes'] as $short => $others) {
                foreach (array_filter(explode(' ', $others)) as $spelling) {
                    yield "{$spelling} is {$short} in {$country}" => [$spelling, $short, $country];
                }
            }
        }
    }

    #[DataProvider('suffixes')]
    public function test_every_spelling_of_a_suffix_gets_its_abbreviation(string $spelling, string $short, string $country): void
    {
        self::assertSame("12 Heron {$short}", StreetLine::parse("12 Heron {$spelling}", $country)->text());
    }

    /** @return iterable<string, array{string, string, string, string, string}> */
    public static function regions(): iterable
    {
        foreach (require self::CORE . 'Addresses/data/regions.php' as $country => $regions) {
            foreach ($regions as $code => [$name, $others, $prefixes]) {
                yield $name => [$country, $code, $name, $others, $prefixes];
            }
        }
    }

    #[DataProvider('regions')]
    public function test_every_region_is_known_by_all_its_spellings_and_owns_its_codes(
        string $country,
        string $code,
        string $name,
        string $others,
        string $prefixes,
    ): void {
        foreach (array_filter([$code, strtolower($code), $name, strtoupper($name), ...explode(' ', $others)]) as $spelling) {
            self::assertSame(['country' => $country, 'code' => $code], Regions::find($spelling), $spelling);
        }
        $first = explode(' ', $prefixes)[0];
        $postal = $country === 'CA' ? "{$first}1A 1A1" : substr($first, 0, 3) . '01';
        self::assertSame($postal, PostalCode::normalize($postal));
        self::assertContains($code, Regions::ofPostalCode($postal));
        self::assertSame([], (new AddressStandardizer())->standardize(new Address('1 Elm St', '', 'Heron', $name, $postal))->faults);
    }

    public function test_no_spelling_stands_for_two_suffixes_units_or_directions(): void
    {
        $streets = require self::CORE . 'Addresses/data/streets-us.php';
        foreach (['suffixes', 'units', 'directions'] as $list) {
            $seen = [];
            foreach ($streets[$list] as $short => $others) {
                foreach (array_filter([strtolower((string) $short), ...explode(' ', $others)]) as $spelling) {
                    self::assertTrue(
                        !isset($seen[$spelling]) || $seen[$spelling] === $short,
                        "{$spelling} stands for {$short} and " . ($seen[$spelling] ?? ''),
                    );
                    $seen[$spelling] = $short;
                }
            }
        }
    }

    public function test_header_words_are_folded_and_name_one_field_of_the_catalog(): void
    {
        $catalog = FieldCatalog::builtIn();
        $seen = [];
        foreach (require self::CORE . 'Columns/Proposals/data/headers.php' as $key => $words) {
            self::assertTrue(
                $catalog->has($key) ||
                    in_array($key, ['', 'role', 'deceased', 'alive', 'death', 'active', 'inactive', 'zip4'], true) ||
                    preg_match('/^(?:refusal|last_gift)\.\w+$/D', $key) === 1,
                $key,
            );
            foreach (explode(' ', $words) as $word) {
                self::assertSame(Fold::solid($word), $word);
                self::assertArrayNotHasKey($word, $seen, "{$word} names two fields.");
                $seen[$word] = $key;
                self::assertNotNull(HeaderWords::read(strtoupper($word)), $word);
            }
        }
    }

    public function test_nicknames_are_folded_and_work_both_ways(): void
    {
        foreach (require self::CORE . 'Names/data/nicknames.php' as $line) {
            $names = explode(' ', $line);
            foreach ($names as $name) {
                self::assertSame(Fold::words($name), $name);
                self::assertNotNull(Nicknames::common($names[0], $name));
                self::assertNotNull(Nicknames::common($name, $names[0]));
            }
        }
    }
}
