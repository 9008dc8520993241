<?php

declare(strict_types=1);

namespace Tests\Core\Matching;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use PineSieve\Bench\Truth;
use PineSieve\Core\Matching\Fields\Traits;
use PineSieve\Core\Matching\Pairs\Pair;
use PineSieve\Core\Matching\Pairs\PairJudge;
use PineSieve\Core\Matching\Pairs\PairSearch;
use PineSieve\Core\Matching\Pairs\SearchReport;
use PineSieve\Core\Matching\Rules\Certainty;
use PineSieve\Core\Names\SupporterKind;
use Tests\Support\Compared;

/** How pairs are found among many, and what becomes of them beside each other. */
final class PairSearchTest extends TestCase
{
    private string $folder = '';

    protected function setUp(): void
    {
        $this->folder = sys_get_temp_dir() . '/pairs-' . bin2hex(random_bytes(4));
        mkdir($this->folder);
    }

    protected function tearDown(): void
    {
        $this->clear();
        rmdir($this->folder);
    }

    private function clear(): void
    {
        array_map(unlink(...), glob("{$this->folder}/*") ?: []);
    }

    /**
     * @param  iterable<int, Traits>  $records
     * @return array{list<Pair>, SearchReport}
     */
    private function search(PairJudge $judge, iterable $records): array
    {
        $this->clear();
        $search = new PairSearch($judge, $this->folder);
        foreach ($records as $number => $traits) {
            $search->add($judge->prepare($number, $traits));
        }
        $pairs = $search->pairs();

        return [iterator_to_array($pairs, false), $pairs->getReturn()];
    }

    public function test_the_search_finds_what_comparing_each_with_each_finds(): void
    {
        $judge = Compared::judge(SupporterKind::Person);
        $records = [];
        foreach ((new Truth(7, 1.5))->records(700) as $number => [$traits]) {
            if ($traits->kind === SupporterKind::Person) {
                $records[$number] = $traits;
            }
        }
        [$pairs, $report] = $this->search($judge, $records);
        $found = array_map(static fn(Pair $pair): string => "{$pair->one}-{$pair->other} {$pair->certainty->value}", $pairs);
        $prepared = array_map($judge->prepare(...), array_keys($records), $records);
        $all = [];
        foreach ($prepared as $i => $one) {
            for ($j = 0; $j < $i; $j++) {
                $pair = $judge->judge($prepared[$j], $one);
                if ($pair !== null) {
                    $all[] = "{$pair->one}-{$pair->other} {$pair->certainty->value}";
                }
            }
        }

        self::assertSame($found, array_unique($found), 'Each pair once.');
        self::assertSame([], array_diff($found, $all));
        self::assertGreaterThan(60, count($all));
        // Two slips in one email are the only thing that its traces do not promise to find.
        self::assertLessThanOrEqual(1, count(array_diff($all, $found)));
        self::assertSame([count($records), count($found)], [$report->records, $report->found]);
        self::assertLessThan(count($records) ** 2 / 20, $report->compared);
    }

    public function test_what_too_many_share_is_told_and_not_looked_at(): void
    {
        $judge = Compared::judge(SupporterKind::Person, Compared::rules([['most' => 10, 'comparisons' => [['field' => 'phone']]]]));
        [$pairs, $report] = $this->search($judge, array_map(Compared::traits(...), array_fill(1, 12, 'Ann Lee;;+16035550100')));

        self::assertSame(
            [[], 1, 12, '+16035550100', 'Rule 0'],
            [$pairs, $report->tooCommonCount, $report->tooCommon[0]->records, $report->tooCommon[0]->value, $report->tooCommon[0]->rules],
        );
    }

    public function test_of_what_too_many_share_those_who_share_more_are_looked_at(): void
    {
        $judge = Compared::judge(
            SupporterKind::Person,
            Compared::rules([['most' => 10, 'comparisons' => [['field' => 'name'], ['field' => 'address.postal_code']]]]),
        );
        $records = array_map(
            static fn(int $n): Traits => Compared::traits('Ann Lee;;;1 Elm St||Dover|NH|0' . (3800 + ($n % 30))),
            range(1, 40),
        );
        [$pairs, $report] = $this->search($judge, $records);

        self::assertCount(10, $pairs, 'Ann Lee is a common name; few of them live in one place.');
        self::assertSame(0, $report->tooCommonCount);
    }

    public function test_a_row_is_no_duplicate_of_itself(): void
    {
        $judge = Compared::judge(SupporterKind::Person);
        $search = new PairSearch($judge, $this->folder);
        $search->add($judge->prepare(5, Compared::traits('Ann Lee;a@example.org')));
        $search->add($judge->prepare(5, Compared::traits('Ann Lee;a@example.org')));
        $search->add($judge->prepare(6, Compared::traits('')));

        self::assertSame([], iterator_to_array($search->pairs()));
    }

    public function test_the_shipped_rules_keep_what_they_promise(): void
    {
        $right = $wrong = $all = $true = 0;
        foreach (SupporterKind::cases() as $kind) {
            $records = [];
            foreach ((new Truth(11))->records(6000) as $number => [$traits]) {
                if ($traits->kind === $kind) {
                    $records[$number] = $traits;
                    $true += $number % Truth::COPIES;
                }
            }
            foreach ($this->search(Compared::judge($kind), $records)[0] as $pair) {
                $isTrue = intdiv($pair->one, Truth::COPIES) === intdiv($pair->other, Truth::COPIES);
                $all += (int) $isTrue;
                $right += (int) ($isTrue && $pair->certainty === Certainty::Certain);
                $wrong += (int) (!$isTrue && $pair->certainty === Certainty::Certain);
            }
        }

        self::assertGreaterThan(0.995, $right / ($right + $wrong), 'precision of what is certain');
        self::assertGreaterThan(0.95, $all / $true, 'recall of what is certain or to be reviewed');
    }

    /** @return iterable<string, array{list<string>, list<string>}> people by their numbers from 1 on, and what is found among them */
    public static function families(): iterable
    {
        $mail = 'lee@example.org';
        $home = '12 Elm St||Dover|NH|03820';
        $father = "Robert Lee;;;{$home};1948-02-03";
        $son = "Robert Lee;;;{$home};1975-11-23";
        yield 'father, son, and one who may be either' => [[$father, $son, "Robert Lee;;;{$home}"], ['1 3 review', '2 3 review']];
        yield 'the father twice, and the son' => [[$father, $father, $son], ['1 2 certain']];
        yield 'two who may be either are one of them each' => [
            [$father, $son, "Robert Lee;;;{$home}", "Robert Lee;;;{$home}"],
            ['1 3 review', '1 4 review', '2 3 review', '2 4 review', '3 4 certain'],
        ];
        yield 'senior, junior, and one without' => [
            ["Robert Lee Sr.;;;{$home}", "Robert Lee Jr.;;;{$home}", "Robert Lee;;;{$home}"],
            ['1 3 review', '2 3 review'],
        ];
        yield 'two without, and a junior' => [
            ["Robert Lee;;;{$home}", "Robert Lee;;;{$home}", "Robert Lee Jr.;;;{$home}"],
            ['1 2 review', '1 3 review', '2 3 review'],
        ];
        yield 'two juniors, and one without' => [
            ["Robert Lee Jr.;;;{$home}", "Robert Lee Jr.;;;{$home}", "Robert Lee;;;{$home}"],
            ['1 2 certain', '1 3 review', '2 3 review'],
        ];
        yield 'two without who have an id in common, and a junior' => [
            ["Robert Lee;;;{$home};;X-1", "Robert Lee;;;{$home};;X-1", "Robert Lee Jr.;;;{$home}"],
            ['1 2 certain', '1 3 review', '2 3 review'],
        ];
        yield 'a namesake who lives elsewhere' => [
            ["Robert Lee;{$mail};;{$home}", "Robert Lee;{$mail};;{$home}", 'Robert Lee Jr.;;;9 Quay Rd||Bath|ME|04530'],
            ['1 2 certain'],
        ];
        yield 'a namesake of one of them alone' => [
            ["Robert Lee;{$mail};;{$home}", "Robert Lee;{$mail}", "Robert Lee Jr.;;;{$home}"],
            ['1 2 certain', '1 3 review'],
        ];
        yield 'middle names at one email' => [
            ["Ann B. Lee;{$mail}", "Ann C. Lee;{$mail}", "Ann Lee;{$mail}"],
            ['1 2 review', '1 3 review', '2 3 review'],
        ];
    }

    /**
     * @param  list<string>  $people
     * @param  list<string>  $found
     */
    #[DataProvider('families')]
    public function test_who_may_be_either_of_two_namesakes_is_neither_for_certain(array $people, array $found): void
    {
        $judge = Compared::judge(SupporterKind::Person);
        $records = array_combine(range(1, count($people)), array_map(Compared::traits(...), $people));
        foreach ([$records, array_reverse($records, true)] as $order) {
            $pairs = array_map(
                static fn(Pair $pair): string => "{$pair->one} {$pair->other} {$pair->certainty->value}",
                $this->search($judge, $order)[0],
            );
            sort($pairs);
            self::assertSame($found, $pairs);
        }
    }
}
