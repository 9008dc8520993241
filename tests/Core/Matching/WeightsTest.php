<?php

declare(strict_types=1);

namespace Tests\Core\Matching;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use PineSieve\Core\Addresses\Address;
use PineSieve\Core\Addresses\AddressStandardizer;
use PineSieve\Core\Matching\Fields\FieldComparers;
use PineSieve\Core\Matching\Fields\Traits;
use PineSieve\Core\Matching\Judgement;
use PineSieve\Core\Matching\PairFinding;
use PineSieve\Core\Matching\Pairs\Pair;
use PineSieve\Core\Matching\Pairs\PairJudge;
use PineSieve\Core\Matching\Pairs\PairSearch;
use PineSieve\Core\Matching\PairStrength;
use PineSieve\Core\Matching\Rules\BadRules;
use PineSieve\Core\Matching\Rules\Certainty;
use PineSieve\Core\Matching\Rules\RuleSet;
use PineSieve\Core\Matching\Rules\ShippedRules;
use PineSieve\Core\Matching\Rules\Thresholds;
use PineSieve\Core\Matching\Verdict;
use PineSieve\Core\Matching\Weights\Edition;
use PineSieve\Core\Matching\Weights\Frequencies;
use PineSieve\Core\Matching\Weights\Level;
use PineSieve\Core\Matching\Weights\Leveler;
use PineSieve\Core\Matching\Weights\Pattern;
use PineSieve\Core\Matching\Weights\Sketch;
use PineSieve\Core\Matching\Weights\WeighedField;
use PineSieve\Core\Matching\Weights\Weigher;
use PineSieve\Core\Matching\Weights\Weights;
use PineSieve\Core\Names\PersonName;
use PineSieve\Core\Names\SupporterKind;
use PineSieve\Core\Names\WrittenName;
use PineSieve\Core\Records\Identifier;
use PineSieve\Core\Records\IncomingRecord;
use PineSieve\Core\Records\UnreadValue;
use PineSieve\Core\Standards\FieldCatalog;

/** People by weight: how far they agree, how many have what they share, how likely they are one. */
final class WeightsTest extends TestCase
{
    private string $folder;

    protected function setUp(): void
    {
        $this->folder = sys_get_temp_dir() . '/weights-' . bin2hex(random_bytes(4));
    }

    protected function tearDown(): void
    {
        array_map(unlink(...), glob("{$this->folder}/*") ?: []);
        is_dir($this->folder) && rmdir($this->folder);
    }

    private static function comparers(): FieldComparers
    {
        return new FieldComparers(FieldCatalog::builtIn());
    }

    /** @param  string  $who  "name | address | email | phone | birth date | id", blank from the right */
    private static function person(string $who): Traits
    {
        [$name, $address, $email, $phone, $born, $id] = array_pad(array_map(trim(...), explode('|', $who)), 6, '');
        $written = WrittenName::parse($name)->person;
        [$line, $city, $zip] = array_pad(explode(', ', $address), 3, '');
        $stored = Address::fromParts(['line1' => $line, 'city' => $city, 'state' => $address === '' ? '' : 'NH', 'postal_code' => $zip]);

        return new Traits(
            SupporterKind::Person,
            $written,
            $written->display(),
            $address === '' ? [] : [[$stored, (new AddressStandardizer())->standardize($stored)->standard]],
            $email === '' ? [] : [$email],
            $phone === '' ? [] : [$phone],
            $id === '' ? [] : [new Identifier('old', $id)],
            array_filter(
                [
                    'first_name' => $written->first,
                    'middle_name' => $written->middle,
                    'last_name' => $written->last,
                    'birth_date' => $born,
                ],
                static fn(string $value): bool => $value !== '',
            ),
        );
    }

    private static function pattern(string $one, string $other): Pattern
    {
        $judge = new PairJudge(
            ShippedRules::byWeight($comparers = self::comparers()),
            $comparers,
            Edition::shipped(new Frequencies(new Sketch(1 << 8))),
        );

        return (new Leveler($judge->places()))->pattern(
            $judge->compared(1, self::person($one))->values,
            $judge->compared(2, self::person($other))->values,
        );
    }

    #[DataProvider('pairs')]
    public function test_how_far_two_agree_in_each_field(string $one, string $other, string $levels): void
    {
        $said = static fn(Pattern $pattern): string => implode(
            ', ',
            array_map(
                static fn(string $field, $level): string => "{$field} {$level->value}",
                array_keys($pattern->levels),
                $pattern->levels,
            ),
        );

        self::assertSame($levels, $said(self::pattern($one, $other)));
        $both = [explode(', ', $said(self::pattern($other, $one))), explode(', ', $levels)];
        self::assertEqualsCanonicalizing($both[1], $both[0], 'Whichever comes first.');
    }

    public static function pairs(): iterable
    {
        yield 'the same' => ['Ann Lee', 'Ann Lee', 'last name same, first name same'];
        yield 'nothing to compare' => ['Ann Lee | 12 Elm St, Dover, 03820', 'Bo Park', 'last name differs, first name differs'];
        yield 'a short form' => ['Robert Lee', 'Bob Lee', 'last name same, first name form'];
        yield 'the beginning of a first name' => ['Ann Lee', 'Annmarie Lee', 'last name same, first name alike'];
        yield 'a form with a slip' => ['Jackie Moss', 'Jacquelien Moss', 'last name same, first name alike'];
        yield 'a short form of a form of another' => ['Carol Moss', 'Linda Moss', 'last name same, first name differs'];
        yield 'an initial' => ['R. Lee', 'Robert Lee', 'last name same, first name near'];
        yield 'the initial of what a short form stands for' => ['R. Lee', 'Bob Lee', 'last name same, first name near'];
        yield 'initials' => ['R. Lee', 'R. Lee', 'last name same, first name near'];
        yield 'the wrong initial' => ['P. Lee', 'Robert Lee', 'last name same, first name differs'];
        yield 'slips in both' => ['Katherine Johannsen', 'Kathrine Johansen', 'last name alike, first name alike'];
        // Two who live together and are called otherwise often have an initial in common.
        yield 'an initial, called otherwise, in one house' => [
            'J. Halloran | 12 Elm St, Dover, 03820',
            'Joan Bixby | 12 Elm St, Dover, 03820',
            'last name differs, address same',
        ];
        yield 'changed places' => ['Ann Hartley', 'Hartley Ann', 'last name form, first name form'];
        yield 'changed places, with a short form' => ['Robert Hartley', 'Hartley Bob', 'last name form, first name form'];
        yield 'changed places, with slips in both' => ['Patricia Liangstead', 'Laingstead Patty', 'last name alike, first name form'];
        yield 'changed places, with half a double name' => ['Denise Brown-Parker', 'Parker Denise', 'last name form, first name form'];
        yield 'changed places, and someone else' => ['Robert Hartley', 'Hartley Anna', 'last name form, first name differs'];
        yield 'a part of a double name' => ['Ann Park-Lopez', 'Ann Lopez', 'last name form, first name same'];
        yield 'neither has a first name' => ['Lee', 'Lee', 'last name same, first name form'];
        yield 'goes by the middle name' => ['Ann May Lee', 'May Lee', 'last name same, first name middle'];
        yield 'no first name' => ['Lee', 'Ann Lee', 'last name same'];
        yield 'middle names' => ['Ann May Lee', 'Ann M. Lee', 'last name same, first name same, middle name near'];
        yield 'middle initials' => ['Ann M Lee', 'Ann M. Lee', 'last name same, first name same, middle name near'];
        yield 'more of a middle name' => ['Ann May Rose Lee', 'Ann May Lee', 'last name same, first name same, middle name near'];
        yield 'middle names that begin alike' => [
            'Ann Marie Lee',
            'Ann Matilda Lee',
            'last name same, first name same, middle name differs',
        ];
        yield 'other middle names' => ['Ann May Lee', 'Ann Rose Lee', 'last name same, first name same, middle name differs'];
        yield 'father and son' => ['John Lee Sr.', 'John Lee Jr.', 'last name same, first name same, generation differs'];
        yield 'one is told' => ['John Lee', 'John Lee Jr.', 'last name same, first name same, generation near'];
        yield 'titles' => ['Mr. Chris Lee', 'Ms. Chris Lee', 'last name same, first name same, title differs'];
        yield 'one house' => [
            'Ann Lee | 12 Elm Street, Dover, 03820',
            'Bo Lee | 12 ELM ST, Dover, 03820',
            'last name same, first name differs, address same',
        ];
        yield 'a unit left out' => [
            'Ann Lee | 12 Elm St Apt 4, Dover, 03820',
            'Ann Lee | 12 Elm St, Dover, 03820',
            'last name same, first name same, address alike',
        ];
        yield 'one town' => [
            'Ann Lee | 12 Elm St, Dover, 03820',
            'Ann Lee | 9 Oak Ave, Dover, 03820',
            'last name same, first name same, address near',
        ];
        yield 'emails' => [
            'Ann Lee | | ann.lee@example.org',
            'Ann Lee | | ann.lee@example.com',
            'last name same, first name same, email near',
        ];
        yield 'an email with a slip' => [
            'Ann Lee | | annabel.lee@example.org',
            'Ann Lee | | anabel.lee@example.org',
            'last name same, first name same, email alike',
        ];
        yield 'an email of the same names' => [
            'Ann Lee | | alee@example.org',
            'Ann Lee | | annlee@example.org',
            'last name same, first name same, email differs',
        ];
        yield 'phones with a slip' => [
            'Ann Lee | | | +16035550143',
            'Ann Lee | | | +16035550144',
            'last name same, first name same, phone alike',
        ];
        yield 'birth dates turned' => [
            'Ann Lee | | | | 1970-03-05',
            'Ann Lee | | | | 1970-05-03',
            'last name same, first name same, birth date form',
        ];
        yield 'two of one system' => ['Ann Lee | | | | | 7', 'Ann Lee | | | | | 8', 'last name same, first name same, id differs'];
    }

    /** @param  list<string>  $crowd  others that are counted */
    private static function likely(string $one, string $other, array $crowd = [], int $records = 20000): float
    {
        $judge = new PairJudge(
            ShippedRules::byWeight($comparers = self::comparers()),
            $comparers,
            Edition::shipped($counts = new Frequencies(new Sketch(1 << 12))),
        );
        foreach ([$one, $other, ...$crowd] as $i => $who) {
            $judge->count($judge->compared($i, self::person($who)), $counts);
        }

        return (new Weigher(Weights::shipped(), $counts->among($records)))->weigh(self::pattern($one, $other))->match;
    }

    public function test_a_name_is_not_a_person(): void
    {
        $elsewhere = [
            '| 12 Elm St, Dover, 03820 | js@example.org | +16035550143',
            '| 9 Oak Ave, Keene, 03431 | smithy@example.com | +12075550199',
        ];
        self::assertLessThan(
            0.001,
            self::likely("John Smith {$elsewhere[0]}", "John Smith {$elsewhere[1]}"),
            'A name that many have, and nothing else.',
        );
        self::assertGreaterThan(
            0.2,
            self::likely('Ottoline Quackenbush | 12 Elm St, Dover, 03820', 'Ottoline Quackenbush | | ottoline@example.org'),
            'One that few have is asked about.',
        );
        self::assertLessThan(
            0.3,
            self::likely("Ottoline Quackenbush {$elsewhere[0]}", "Ottoline Quackenbush {$elsewhere[1]}"),
            'If nothing else that is known agrees, it is not likely.',
        );
        self::assertLessThan(0.001, self::likely('Ottoline Quackenbush', 'Bo Park'));
        self::assertGreaterThan(0.93, self::likely('John Smith | | js@example.org', 'John Smith | | js@example.org'));
        self::assertGreaterThan(
            0.9,
            self::likely(
                'Bob Smith | 12 Elm St, Dover, 03820 | | +16035550143',
                'Robert Smith | 12 Elm Street, Dover, 03820 | | +16035550143',
            ),
        );
        self::assertLessThan(
            0.1,
            self::likely('Ann Smith | 12 Elm St, Dover, 03820 | | +16035550143', 'Bo Smith | 12 Elm St, Dover, 03820 | | +16035550143'),
            'They live together.',
        );
        self::assertLessThan(0.2, self::likely('John Smith Sr. | 12 Elm St, Dover, 03820', 'John Smith Jr. | 12 Elm St, Dover, 03820'));
    }

    public function test_what_few_have_says_more_than_what_many_have_and_a_larger_crowd_asks_for_more(): void
    {
        $one = 'Ines Fairweather | 12 Elm St, Dover, 03820';
        $other = 'Ines Fairweather | 9 Oak Ave, Keene, 03431';
        $crowd = array_fill(0, 300, 'Ines Fairweather | 1 Way, Derry, 03038');
        self::assertGreaterThan(10 * self::likely($one, $other, $crowd), self::likely($one, $other));
        self::assertGreaterThan(self::likely($one, $other, [], 1_000_000), self::likely($one, $other, [], 1000));
        [$one, $other, $third] = ['Ann Lee | | info@example.org', 'Bo Park | | info@example.org', 'Cy Moss | | info@example.org'];
        self::assertGreaterThan(
            self::likely($one, $other, array_fill(0, 60, $third)),
            self::likely($one, $other),
            'An email of an office.',
        );
        self::assertSame(self::likely($one, $other), self::likely($other, $one));
    }

    public function test_where_most_live_in_one_town_it_says_nothing_that_two_do(): void
    {
        [$one, $other] = ['Ottoline Parker | 12 Elm St, Dover, 03820', 'Ottoline Parker | 9 Oak Ave, Dover, 03820'];
        $town = array_map(static fn(int $i): string => "Person{$i} Name{$i} | {$i} Way, Dover, 03820", range(1, 700));
        $country = array_map(static fn(int $i): string => "Person{$i} Name{$i} | {$i} Way, Derry, " . (10000 + $i), range(1, 700));
        $odds = static fn(float $likely): float => $likely / (1 - $likely);
        self::assertGreaterThan(10 * $odds(self::likely($one, $other, $town)), $odds(self::likely($one, $other, $country)));
        // It is no worse than to live in two towns.
        $elsewhere = 'Ottoline Parker | 9 Oak Ave, Keene, 03431';
        self::assertGreaterThan(0.5 * self::likely($one, $elsewhere, $town), self::likely($one, $other, $town));
    }

    public function test_one_is_told_how_many_live_in_a_place_if_they_were_counted(): void
    {
        $words = static function (Frequencies $counts, int $people): array {
            $judge = new PairJudge(ShippedRules::byWeight($comparers = self::comparers()), $comparers, Edition::shipped($counts));
            foreach (range(1, $people) as $i) {
                $judge->count($judge->compared($i, self::person("Person{$i} Name{$i} | {$i} Way, Dover, 03820")), $counts);
            }

            return $judge->words(
                $judge->compared(1, self::person('Ottoline Parker | 12 Elm St, Dover, 03820')),
                $judge->compared(2, self::person('Ottoline Parker | 9 Oak Ave, Dover, 03820')),
            )[1];
        };
        self::assertSame(['Another address in the same place, which 400 of 400 have'], $words(new Frequencies(new Sketch(1 << 14)), 400));
        self::assertSame([], $words(new Frequencies(new Sketch(1 << 14)), 1), 'It speaks for them: little is known.');
    }

    public function test_an_email_with_a_slip_makes_one_of_two_with_the_whole_name(): void
    {
        self::assertTrue(self::pattern('Ann Lee | | annabel.lee@example.org', 'Ann Lee | | anabel.lee@example.org')->isMoreThanName());
        self::assertFalse(self::pattern('Ann Lee | | annabel.lee@example.org', 'Bo Lee | | anabel.lee@example.org')->isMoreThanName());
    }

    #[DataProvider('mailboxes')]
    public function test_the_mailbox_of_an_office_is_nobodys_own(string $email, bool $isAnother): void
    {
        $pattern = self::pattern("Ottoline Lee | 12 Elm St, Dover, 03820 | {$email}", "Ottoline Moss | 9 Way, Derry, 03038 | {$email}");
        self::assertSame($isAnother, $pattern->isAnotherName());
    }

    public static function mailboxes(): iterable
    {
        yield ['ottoline@example.org', false];
        yield ['office@lee.example.org', true];
        yield ['INFO@example.org', true];
        yield ['Treasurer+gala@example.org', true];
        yield ['officer77@example.org', false];
    }

    public function test_a_last_name_with_a_slip_is_found_where_first_and_middle_name_agree(): void
    {
        $found = $this->found([
            1 => 'Ottoline Ruth Benett | 12 Elm St, Dover, 03820',
            2 => 'Ottoline R. Bennett | | ob@example.org',
            3 => 'Ottoline Karen Bennet | | ok@example.org',
        ]);
        self::assertSame(['1-2 review'], $found);
    }

    public function test_a_number_that_can_not_exist_is_compared_all_the_same(): void
    {
        $phones = static fn(string ...$texts): array => Traits::ofIncoming(
            (new IncomingRecord(SupporterKind::Person, new PersonName(first: 'Ann', last: 'Lee')))->withUnread(
                ...array_map(static fn(string $text): UnreadValue => new UnreadValue('phone', $text), array_values($texts)),
            ),
        )->phones;
        self::assertSame(['(322) 870-9831', '1-322-870-9831'], $phones('(322) 870-9831', '1-322-870-9831'));
        self::assertSame([], $phones('999-999-9999', 'ask Bo 322 870 9831', '870-9831', '322-870-98312', '322-222-3333', '-'));
    }

    public function test_with_nothing_to_go_by_nothing_is_said(): void
    {
        $weigher = static fn(Frequencies $counts): Weigher => new Weigher(Weights::shipped(), $counts);
        foreach ([0, 1, 50, 100_000] as $records) {
            self::assertLessThan(
                0.01,
                $weigher((new Frequencies(new Sketch(16)))->among($records))->weigh(new Pattern([]))->match,
                "Among {$records}",
            );
        }
        self::assertSame(0.0, $weigher(new Frequencies(new Sketch(16)))->bits(new Pattern([]), WeighedField::Email));
        self::assertGreaterThan(
            10,
            $weigher(new Frequencies(new Sketch(16)))->bits(
                self::pattern('Ann Lee | | a@example.org', 'Ann Lee | | a@example.org'),
                WeighedField::Email,
            ),
        );
        self::assertLessThan(0, $weigher(new Frequencies(new Sketch(16)))->bits(self::pattern('Ann Lee', 'Bo Lee'), WeighedField::First));
    }

    public function test_counts_are_never_too_few_and_come_back_as_they_were_kept(): void
    {
        $counts = new Frequencies(new Sketch(1 << 6));
        foreach (range(1, 500) as $i) {
            $counts->count([[WeighedField::Last, 'name' . $i % 40]]);
        }
        $counts->count([[WeighedField::Last, 'name1'], [WeighedField::Email, 'name1']], 10);
        foreach (range(0, 39) as $i) {
            self::assertGreaterThanOrEqual(12, $counts->of(WeighedField::Last, "name{$i}"));
        }
        self::assertGreaterThanOrEqual(22, $counts->of(WeighedField::Last, 'name1'));
        $again = Frequencies::unpack($counts->pack(), $counts->records());
        self::assertSame(
            [510, $counts->of(WeighedField::Last, 'name7'), $counts->share(WeighedField::Last, 'name7')],
            [$again->records(), $again->of(WeighedField::Last, 'name7'), $again->share(WeighedField::Last, 'name7')],
        );
        self::assertGreaterThan(
            $again->share(WeighedField::Last, 'quackenbush'),
            (new Frequencies())->share(WeighedField::Last, 'smith'),
            'What is usual fills in.',
        );
    }

    public function test_two_candidates_can_not_both_be_the_one(): void
    {
        $found = static fn(int $ref, float $likely): PairFinding => new PairFinding(
            $ref,
            $likely >= 0.93 ? PairStrength::Certain : PairStrength::Doubtful,
            50,
            ['x'],
            [],
            likely: $likely,
        );
        $by = static fn(PairFinding ...$found): Judgement => Judgement::of(array_values($found), new Thresholds(certain: 0.93));
        self::assertSame([Verdict::Known, 1], [$by($found(1, 0.99))->verdict, $by($found(1, 0.99))->ref]);
        self::assertSame(Verdict::Known, $by($found(1, 0.999), $found(2, 0.3))->verdict);
        self::assertSame(Verdict::Unsure, $by($found(1, 0.95), $found(2, 0.95))->verdict);
        self::assertSame([48, 48], array_column($by($found(1, 0.95), $found(2, 0.95))->findings, 'score'));
        self::assertSame(Verdict::Unsure, $by($found(1, 0.95), $found(2, 0.8))->verdict, 'One of them is likely, neither certain.');
        $byId = new PairFinding(3, PairStrength::CertainById, 90, [], [], likely: 0.97);
        self::assertSame([Verdict::Known, 3], [$by($byId, $found(1, 0.95))->verdict, $by($byId, $found(1, 0.95))->ref]);
    }

    public function test_the_order_of_records_changes_nothing_and_a_name_that_all_have_asks_nobody(): void
    {
        $people = [
            'Robert Lee | 12 Elm St, Dover, 03820 | bob@example.org',
            'Bob Lee | 12 Elm St, Dover, 03820 | bob@example.org',
            'Bo Park | | | +16035550143',
            'B. Park | | | +16035550143',
            'Cy Moss | 1 Way, Derry, 03038',
        ];
        foreach (range(1, 400) as $i) {
            $people[] = "John Smith | {$i} Elm St, Dover, 03820 | john{$i}@example.org";
        }
        $found = fn(array $order): array => $this->found(
            array_combine($order, array_map(static fn(int $i): string => $people[$i], $order)),
        );
        $pairs = $found(array_keys($people));
        self::assertSame(['0-1 certain', '2-3 review'], $pairs);
        self::assertSame($pairs, $found(array_reverse(array_keys($people))));
    }

    /**
     * @param  array<int, string>  $people
     * @return list<string>
     */
    private function found(array $people): array
    {
        is_dir($this->folder) || mkdir($this->folder);
        $judge = new PairJudge(ShippedRules::byWeight($comparers = self::comparers()), $comparers);
        $search = new PairSearch($judge, $this->folder);
        foreach ($people as $number => $who) {
            $search->add($judge->prepare($number, self::person($who)));
        }
        $pairs = array_map(
            static fn(Pair $pair): string => "{$pair->one}-{$pair->other} {$pair->certainty->value}",
            iterator_to_array($search->pairs(), false),
        );
        sort($pairs);
        array_map(unlink(...), glob("{$this->folder}/*") ?: []);

        return $pairs;
    }

    public function test_a_set_by_weight_is_written_with_its_thresholds_and_one_by_rules_as_before(): void
    {
        $has = self::comparers()->has(...);
        $set = ShippedRules::byWeight(self::comparers());
        self::assertSame(
            [2, 'weight', 2.0, 0.2],
            [$set->toArray()['version'], $set->toArray()['by'], $set->toArray()['wrong'], $set->toArray()['review']],
        );
        self::assertEquals($set, RuleSet::fromArray($set->toArray(), $has));
        self::assertSame(
            [8, 20, 20],
            [
                $set->thresholds?->common,
                ($strict = RuleSet::fromArray([...$set->toArray(), 'common' => 20], $has))->thresholds?->common,
                $strict->toArray()['common'],
            ],
        );
        $rules = ShippedRules::of(SupporterKind::Person, self::comparers())->toArray();
        self::assertSame([1, false], [$rules['version'], isset($rules['by'])]);
        self::assertNull(RuleSet::fromArray([...$rules, 'by' => 'rules'], $has)->thresholds);
    }

    #[DataProvider('badSets')]
    public function test_a_set_that_can_not_be_is_refused(array $more, string $why): void
    {
        $this->expectException(BadRules::class);
        $this->expectExceptionMessage($why);
        RuleSet::fromArray(
            [...ShippedRules::of(SupporterKind::Person, self::comparers())->toArray(), ...$more],
            self::comparers()->has(...),
        );
    }

    public static function badSets(): iterable
    {
        yield 'another way' => [['by' => 'magic'], 'works "by" rules or weight'];
        yield 'no name is common' => [['by' => 'weight', 'common' => 1000], '"common" is a number between 1 and 50'];
        yield 'a word' => [['by' => 'weight', 'certain' => 'very'], '"certain" is a number'];
        yield 'too sure' => [['by' => 'weight', 'certain' => 1.0], 'between 0.5 and 0.9999'];
        yield 'never wrong' => [['by' => 'weight', 'wrong' => 0], '"wrong" is a number between 0.1'];
        yield 'asked above what is certain' => [['by' => 'weight', 'review' => 0.95], '"review" is a number between 0.01 and 0.5'];
    }

    public function test_two_of_one_home_are_told_as_such(): void
    {
        $judge = new PairJudge(
            ShippedRules::byWeight(self::comparers()),
            self::comparers(),
            Edition::shipped((new Frequencies(new Sketch(1 << 8)))->among(5000)),
        );
        $relation = $judge->relation(
            $judge->compared(1, self::person('Ann Quackenbush | 12 Elm St, Dover, 03820')),
            $judge->compared(2, self::person('Bo Quackenbush | 12 Elm St, Dover, 03820')),
        );
        self::assertSame([null, true], [$relation?->pair, $relation?->home !== null]);
        self::assertNull(
            $judge->relation(
                $judge->compared(1, self::person('Ann Quackenbush | 12 Elm St, Dover, 03820')),
                $judge->compared(2, self::person('Bo Park | 9 Way, Derry, 03038')),
            ),
        );
    }

    public function test_another_last_name_at_one_address_is_never_certain(): void
    {
        $judge = new PairJudge(
            ShippedRules::byWeight(self::comparers()),
            self::comparers(),
            Edition::shipped((new Frequencies(new Sketch(1 << 8)))->among(5000)),
        );
        $of = static fn(string $one, string $other): ?Certainty => $judge->judge(
            $judge->compared(1, self::person($one)),
            $judge->compared(2, self::person($other)),
        )?->certainty;
        self::assertSame(Certainty::Review, $of('Ottoline Lee | 12 Elm St, Dover, 03820', 'Ottoline Moss | 12 Elm St, Dover, 03820'));
        // Two who live together have one email, and one of them the initial of the other.
        self::assertNotSame(
            Certainty::Certain,
            $of('O. Lee | 12 Elm St, Dover, 03820 | home@example.org', 'Ottoline Moss | 12 Elm St, Dover, 03820 | home@example.org'),
        );
        self::assertSame(
            Certainty::Certain,
            $of(
                'Ottoline Lee | 12 Elm St, Dover, 03820 | ottoline@example.org',
                'Ottoline Moss | 12 Elm St, Dover, 03820 | ottoline@example.org',
            ),
        );
    }

    public function test_an_email_that_a_whole_office_has_makes_nobody_certain(): void
    {
        $judge = new PairJudge(ShippedRules::byWeight(self::comparers()), self::comparers(), Edition::shipped($counts = new Frequencies()));
        $people = [];
        for ($i = 0; $i < 1500; $i++) {
            $office = $i % 30 === 0 ? 'info@office.example.org' : "p{$i}@example.org";
            $people[] = self::person("Person{$i} Name{$i} | {$i} Elm St, Dover, 03820 | {$office}");
        }
        [$one, $other] = ['Ottoline Johnson | %s, 03820 | %s', 'Ottoline Johnson | %s, 03038 | %s'];
        foreach ([[$one, '12 Elm St, Dover'], [$other, '9 Way, Derry']] as [$who, $where]) {
            $people[] = self::person(sprintf($who, $where, 'info@office.example.org'));
        }
        foreach ($people as $number => $traits) {
            $judge->count($judge->prepare($number, $traits), $counts);
        }
        $certainty = static fn(string $email): ?Certainty => $judge->judge(
            $judge->compared(1, self::person(sprintf($one, '12 Elm St, Dover', $email))),
            $judge->compared(2, self::person(sprintf($other, '9 Way, Derry', $email))),
        )?->certainty;
        self::assertNotSame(Certainty::Certain, $certainty('info@office.example.org'));
        self::assertSame(Certainty::Certain, $certainty('ottoline@example.org'));
    }

    public function test_a_middle_initial_that_may_be_the_same_speaks_for_two_being_one(): void
    {
        $weigher = new Weigher(Weights::shipped(), new Frequencies());
        foreach ([Level::Same, Level::Near] as $level) {
            self::assertGreaterThan(2.0, $weigher->bits(new Pattern(['middle name' => $level]), WeighedField::Middle), $level->value);
        }
        self::assertLessThan(-2.0, $weigher->bits(new Pattern(['middle name' => Level::Differs]), WeighedField::Middle));
    }

    public function test_certain_and_to_be_reviewed_are_by_the_thresholds(): void
    {
        $judge = static fn(Thresholds $thresholds): PairJudge => new PairJudge(
            new RuleSet('x', SupporterKind::Person, ShippedRules::byWeight(self::comparers())->rules, [], $thresholds),
            self::comparers(),
            Edition::shipped((new Frequencies(new Sketch(1 << 8)))->among(5000)),
        );
        $of = static function (PairJudge $judge): ?Certainty {
            $records = [
                $judge->compared(1, self::person('Ann Lee | | ann@example.org')),
                $judge->compared(2, self::person('A. Lee | | ann@example.org')),
            ];

            return $judge->judge($records[0], $records[1])?->certainty;
        };
        self::assertSame(Certainty::Review, $of($judge(new Thresholds(certain: 0.9999))));
        self::assertSame(Certainty::Certain, $of($judge(new Thresholds(certain: 0.5))));
    }
}
