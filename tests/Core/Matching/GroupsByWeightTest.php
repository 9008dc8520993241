<?php

declare(strict_types=1);

namespace Tests\Core\Matching;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use PineSieve\Bench\Groups;
use PineSieve\Bench\Truth;
use PineSieve\Core\Addresses\Address;
use PineSieve\Core\Addresses\AddressStandardizer;
use PineSieve\Core\Matching\Fields\FieldComparers;
use PineSieve\Core\Matching\Fields\HouseholdNameComparer;
use PineSieve\Core\Matching\Fields\OrganizationNameComparer;
use PineSieve\Core\Matching\Fields\Traits;
use PineSieve\Core\Matching\Pairs\PairJudge;
use PineSieve\Core\Matching\Pairs\PairSearch;
use PineSieve\Core\Matching\Rules\Certainty;
use PineSieve\Core\Matching\Rules\ShippedRules;
use PineSieve\Core\Matching\Weights\Edition;
use PineSieve\Core\Matching\Weights\Frequencies;
use PineSieve\Core\Matching\Weights\Level;
use PineSieve\Core\Matching\Weights\Leveler;
use PineSieve\Core\Matching\Weights\Sketch;
use PineSieve\Core\Matching\Weights\WeighedField;
use PineSieve\Core\Matching\Weights\Weights;
use PineSieve\Core\Matching\Weights\WeightWords;
use PineSieve\Core\Names\PersonName;
use PineSieve\Core\Names\SupporterKind;
use PineSieve\Core\Standards\FieldCatalog;

/** Organizations and households that are weighed. */
final class GroupsByWeightTest extends TestCase
{
    /** "name | street, city, postal code | email | phone", all but the name optional. */
    private static function traits(SupporterKind $kind, string $text): Traits
    {
        [$name, $address, $email, $phone] = array_pad(array_map(trim(...), explode('|', $text)), 4, '');
        [$line, $city, $zip] = array_pad(array_map(trim(...), explode(',', $address)), 3, '');
        $written = new Address($line, '', $city, '', $zip);
        $addresses = $address === '' ? [] : [[$written, (new AddressStandardizer())->standardize($written)->standard]];

        return new Traits($kind, new PersonName(), $name, $addresses, $email === '' ? [] : [$email], $phone === '' ? [] : [$phone]);
    }

    private static function judge(SupporterKind $kind, int $records = 5000): PairJudge
    {
        $comparers = new FieldComparers(FieldCatalog::builtIn());

        return new PairJudge(
            ShippedRules::byWeight($comparers, $kind),
            $comparers,
            Edition::shipped((new Frequencies(new Sketch(1 << 8)))->among($records), $kind),
        );
    }

    /** @return array<string, Level> */
    private static function levels(SupporterKind $kind, string $one, string $other): array
    {
        $judge = self::judge($kind);

        return (new Leveler($judge->places(), $kind))->pattern(
            $judge->compared(1, self::traits($kind, $one))->values,
            $judge->compared(2, self::traits($kind, $other))->values,
        )->levels;
    }

    #[DataProvider('names')]
    public function test_names_of_organizations_agree(string $one, string $other, Level $name, ?Level $number = null): void
    {
        foreach ([[$one, $other], [$other, $one]] as [$a, $b]) {
            $levels = self::levels(SupporterKind::Organization, $a, $b);
            self::assertSame(
                [$name, $number],
                [$levels[WeighedField::Name->value] ?? null, $levels[WeighedField::Number->value] ?? null],
                "{$a} / {$b}",
            );
        }
    }

    public static function names(): iterable
    {
        yield ['Dover Public Library', 'DOVER PUBLIC LIBRARY', Level::Same];
        yield ['The Tern Company, Inc.', 'Tern', Level::Same];
        yield ['Oak & Ash Builders', 'Oak and Ash Builders LLC', Level::Same];
        yield ["Saint Ann's Church", 'St. Anns Church', Level::Same];
        yield ['A.B.C. Plumbing', 'ABC Plumbing', Level::Same];
        yield ['First Baptist Church', '1st Baptist Church', Level::Same];
        yield ['Library, Dover Public', 'Dover Public Library', Level::Form];
        yield ['Boat Works', 'Boatworks', Level::Form];
        // A hospital is not its foundation, and nobody who is asked says so to the file.
        yield ['Heron Foundation', 'Heron', Level::Near];
        yield ['Main Street Hardware', 'Main St. Hardware', Level::Same];
        yield ['St. Marys Parish', 'Saint Mary Church', Level::Form];
        yield ['Temple Beth Emet', 'Congregation Beth Emet', Level::Same];
        yield ['VFW Post 1631', 'Veterans of Foreign Wars Post 1631', Level::Form, Level::Same];
        yield ['Grace UMC', 'Grace United Methodist Church', Level::Form];
        yield ['Trinity UMC', 'Trinity United Methodist', Level::Form];
        yield ['K of C Council #140', 'Knights of Columbus Council 140', Level::Form, Level::Same];
        yield ['Oyster River CU', 'Oyster River Credit Union', Level::Form];
        yield ['Tri-County Ford', 'TriCounty Ford', Level::Form];
        yield ['Any Time Auto', 'Anytime Auto Repair', Level::Near];
        yield ['Green Valley Landscaping', 'Green Valley Landscape Co', Level::Form];
        yield ['Alder Community', 'Alder Communications', Level::Part];
        yield ['Law Office of Peter Quint', 'Peter Quint, Attorney at Law', Level::Form];
        yield ['Harbor Dental Associates', 'Harbor Dental Assoc.', Level::Same];
        yield ['Johnson Bros. Roofing', 'Johnson Brothers Roofing', Level::Same];
        yield ['Grace Church', 'Grace School', Level::Part];
        yield ['UM Lodge', 'Ursa Lodge', Level::Part];
        yield ['Elem School of Kittery', 'Kittery Elementary School', Level::Form];
        yield ['Kittery Arts Cncl', 'Kittery Arts Council', Level::Form];
        yield ['Gannet Hardware', 'Ganent Hardware', Level::Alike];
        yield ['Dover Library', 'Dover Public Library', Level::Near];
        yield ['Dover Public Library', 'Friends of the Dover Public Library', Level::Part];
        yield ['DPL', 'Dover Public Library', Level::Near];
        yield ['First Baptist Church', 'First Lutheran Church', Level::Part];
        yield ['Heron Hardware', 'Tern Insurance', Level::Differs];
        yield ['Troop 22', 'Troop 22', Level::Same, Level::Same];
        yield ['Troop 22', 'Troop 29', Level::Same, Level::Differs];
        yield ['Lodge No. 7', 'Lodge #07', Level::Same, Level::Same];
        yield ['Lodge No. 7', 'Lodge', Level::Same, Level::Near];
        yield ['Pack 22', 'Troop 22', Level::Differs, Level::Same];
        yield ['22', '22', Level::Same, Level::Same];
        yield ['First Baptist Church', 'First Baptist Church of Dover | 1 Elm St, Dover, 03820', Level::Near];
        yield ['First Baptist Church | 9 Oak St, Dover, 03820', 'First Baptist Church of Dover', Level::Form];
        yield ['Dover Arts Council | 1 Elm St, Dover, 03820', 'Dover Rotary Club | 2 Elm St, Dover, 03820', Level::Differs];
        yield ['東京教会', '東京教会', Level::Same];
    }

    #[DataProvider('households')]
    public function test_names_of_households_agree(string $one, string $other, Level $last, ?Level $firsts): void
    {
        foreach ([[$one, $other], [$other, $one]] as [$a, $b]) {
            $levels = self::levels(SupporterKind::Household, $a, $b);
            self::assertSame(
                [$last, $firsts],
                [$levels[WeighedField::Last->value] ?? null, $levels[WeighedField::First->value] ?? null],
                "{$a} / {$b}",
            );
        }
    }

    public static function households(): iterable
    {
        yield ['Ann & Bo Park', 'Bo and Ann Park', Level::Same, Level::Same];
        yield ['Ann & Bo Park', 'Park, Ann & Bo', Level::Same, Level::Same];
        yield ['Ann & Bo Park', 'Ann Park and Bo Park', Level::Same, Level::Same];
        yield ['Ann & Bo Park', 'Mr. and Mrs. Bo Park', Level::Same, Level::Form];
        yield ['Robert & Ann Park', 'Bob & Ann Park', Level::Same, Level::Form];
        yield ['Ann & Bo Park', 'A. & B. Park', Level::Same, Level::Near];
        yield ['Annika & Bo Park', 'Anika & Bo Park', Level::Same, Level::Alike];
        yield ['Ann & Bo Park', 'Ann & Hugo Park', Level::Same, Level::Middle];
        yield ['Ann & Bo Park', 'Ines & Hugo Park', Level::Same, Level::Differs];
        yield ['Ann & Bo Park', 'The Park Family', Level::Same, null];
        yield ['The Park Family', 'Park household', Level::Same, null];
        yield ['Ann & Bo Park', 'Ann & Bo Lark', Level::Differs, Level::Same];
        yield ['Ann Lee & Bo Park', 'Bo Park and Ann Lee', Level::Same, Level::Same];
        yield ['Ann Lee & Bo Park', 'Lee/Park', Level::Same, null];
        yield ['Kim /', 'Mr. & Mrs. Kim', Level::Same, null];
        yield ['Gray & Stone Household', 'Alice Gray and Ms. Beth Stone', Level::Same, null];
        yield ['Mary Ann and Bob Lee', 'Bob & Mary Ann Lee', Level::Same, Level::Same];
    }

    #[DataProvider('pairs')]
    public function test_what_is_said_of_two(SupporterKind $kind, string $one, string $other, ?Certainty $certainty): void
    {
        $judge = self::judge($kind);
        foreach ([[$one, $other], [$other, $one]] as [$a, $b]) {
            self::assertSame(
                $certainty,
                $judge->judge($judge->compared(1, self::traits($kind, $a)), $judge->compared(2, self::traits($kind, $b)))?->certainty,
                "{$a} / {$b}",
            );
        }
    }

    public static function pairs(): iterable
    {
        $organization = SupporterKind::Organization;
        yield 'all the same' => [
            $organization,
            'Heron Hardware | 1 Elm St, Dover, 03820 | info@heron.example',
            'Heron Hardware, Inc. | 1 Elm Street, Dover, 03820',
            Certainty::Certain,
        ];
        yield 'one troop and another of one church hall' => [
            $organization,
            'Scout Troop 22 | 1 Elm St, Dover, 03820',
            'Scout Troop 29 | 1 Elm St, Dover, 03820',
            null,
        ];
        yield 'churches of one saint in two towns' => [
            $organization,
            "Saint Mary's Church | 1 Elm St, Dover, 03820 | | +16035550123",
            "St. Mary's Church | 9 Oak St, Keene, 03431 | | +16035550199",
            null,
        ];
        yield 'a library and its friends' => [
            $organization,
            'Dover Public Library | 1 Elm St, Dover, 03820',
            'Friends of the Dover Public Library | 1 Elm St, Dover, 03820 | friends@example.org',
            null,
        ];
        yield 'a library and its friends, with one email' => [
            $organization,
            'Dover Public Library | 1 Elm St, Dover, 03820 | info@dover.example',
            'Friends of the Dover Public Library | 1 Elm St, Dover, 03820 | info@dover.example',
            null,
        ];
        yield 'a rare name and nothing else' => [
            $organization,
            'Quackenbush Family Foundation',
            'The Quackenbush Family Fdn',
            Certainty::Review,
        ];
        yield 'two in one office house' => [
            $organization,
            'Heron Hardware | 1 Elm St, Dover, 03820',
            'Tern Insurance | 1 Elm St, Dover, 03820',
            null,
        ];
        $household = SupporterKind::Household;
        yield 'one home, one name' => [
            $household,
            'Ann & Bo Quackenbush | 1 Elm St, Dover, 03820',
            'Bo and Ann Quackenbush | 1 Elm Street, Dover, 03820',
            Certainty::Certain,
        ];
        yield 'a family of the home' => [
            $household,
            'Ann & Bo Quackenbush | 1 Elm St, Dover, 03820',
            'The Quackenbush Family | 1 Elm St, Dover, 03820',
            Certainty::Review,
        ];
        yield 'the young ones' => [
            $household,
            'Ann & Bo Quackenbush | 1 Elm St, Dover, 03820',
            'Ines & Hugo Quackenbush | 1 Elm St, Dover, 03820',
            null,
        ];
        yield 'whoever lives there now' => [
            $household,
            'Ann & Bo Quackenbush | 1 Elm St, Dover, 03820',
            'Ines & Hugo Heron | 1 Elm St, Dover, 03820',
            null,
        ];
    }

    public function test_the_words_say_what_is_weighed(): void
    {
        $judge = self::judge(SupporterKind::Organization);
        $of = static fn(string $text, int $ref) => $judge->compared($ref, self::traits(SupporterKind::Organization, $text));
        self::assertSame(
            [['Same address: strong', 'Same name: strong'], ['Another number in the name']],
            $judge->words($of('Grange No. 22 | 1 Elm St, Dover, 03820', 1), $of('Grange No. 29 | 1 Elm St, Dover, 03820', 2)),
        );
        self::assertContains(
            'Emails of one domain',
            $judge->words($of('Tern | | a@tern.example', 1), $of('Tern | | b@tern.example', 2))[0],
        );
        self::assertContains(
            'Another email',
            array_map(
                static fn(string $line): string => explode(':', $line)[0],
                $judge->words($of('Tern | | harbor@gmail.com', 1), $of('Tern | | oysters@gmail.com', 2))[1],
            ),
        );
        $words = array_column(WeightWords::table(Weights::shipped(SupporterKind::Household), SupporterKind::Household), 'says', 'words');
        self::assertSame(['for', 'against'], [$words['Same first names'], $words['Other first names']]);
    }

    public function test_a_name_of_nothing_is_no_name(): void
    {
        foreach (['', '  ', '---'] as $name) {
            $organization = (new OrganizationNameComparer())->values(self::traits(SupporterKind::Organization, $name));
            self::assertSame([], $name === '---' ? [] : $organization);
            self::assertSame([], (new HouseholdNameComparer())->values(self::traits(SupporterKind::Household, $name)));
        }
        self::assertSame([], (new HouseholdNameComparer())->values(self::traits(SupporterKind::Household, 'The Family')));
        self::assertNull(
            self::judge(SupporterKind::Organization)->judge(
                self::judge(SupporterKind::Organization)->compared(1, self::traits(SupporterKind::Organization, '')),
                self::judge(SupporterKind::Organization)->compared(2, self::traits(SupporterKind::Organization, '')),
            ),
        );
    }

    /** In a world whose truth is known, and that the weights were not learned from. */
    #[DataProvider('worlds')]
    public function test_hardly_any_that_are_certain_are_wrong_and_most_are_found(SupporterKind $kind, float $found): void
    {
        $folder = sys_get_temp_dir() . '/groups-' . getmypid();
        mkdir($folder);
        $comparers = new FieldComparers(FieldCatalog::builtIn());
        $search = new PairSearch(($judge = new PairJudge(ShippedRules::byWeight($comparers, $kind), $comparers)), $folder);
        $true = 0;
        foreach ((new Groups(4242))->records($kind, 1500) as $number => [$traits]) {
            $search->add($judge->prepare($number, $traits));
            $true += $number % Truth::COPIES;
        }
        $right = ['certain' => 0, 'review' => 0];
        $wrong = $right;
        foreach ($search->pairs() as $pair) {
            intdiv($pair->one, Truth::COPIES) === intdiv($pair->other, Truth::COPIES)
                ? $right[$pair->certainty->value]++
                : $wrong[$pair->certainty->value]++;
        }
        exec('rm -rf ' . escapeshellarg($folder));
        self::assertLessThanOrEqual(1, $wrong['certain']);
        self::assertGreaterThan($found, array_sum($right) / $true);
        self::assertGreaterThan(0.6, $right['certain'] / $true);
    }

    public static function worlds(): iterable
    {
        yield 'organizations' => [SupporterKind::Organization, 0.88];
        yield 'households' => [SupporterKind::Household, 0.92];
    }
}
