<?php

declare(strict_types=1);

namespace Tests\Core\Matching;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use PineSieve\Core\Matching\Rules\Thresholds;
use PineSieve\Core\Matching\Weights\Calibration;
use PineSieve\Core\Matching\Weights\Estimator;
use PineSieve\Core\Matching\Weights\Frequencies;
use PineSieve\Core\Matching\Weights\KnownRate;
use PineSieve\Core\Matching\Weights\Level;
use PineSieve\Core\Matching\Weights\Pattern;
use PineSieve\Core\Matching\Weights\Sameness;
use PineSieve\Core\Matching\Weights\SampledPair;
use PineSieve\Core\Matching\Weights\Sketch;
use PineSieve\Core\Matching\Weights\Spread;
use PineSieve\Core\Matching\Weights\WeighedField;
use PineSieve\Core\Matching\Weights\Weights;
use Random\Engine\Mt19937;
use Random\Randomizer;

/** Weights estimated from pairs that nobody has labelled; likelihoods that hold, and where certain begins. */
final class EstimateTest extends TestCase
{
    /** How far records of one person agree in a world that is not the usual one: many have moved, and have other emails. */
    private const TRUE_ONES = [
        'last name' => ['same' => 0.8, 'differs' => 0.2],
        'first name' => ['same' => 0.9, 'form' => 0.1],
        'address' => ['same' => 0.45, 'differs' => 0.55],
        'email' => ['same' => 0.5, 'differs' => 0.5],
        'phone' => ['same' => 0.6, 'differs' => 0.4],
        'birth date' => ['same' => 0.9, 'alike' => 0.1],
    ];

    private const STRANGERS = [
        'last name' => ['same' => 0.002, 'differs' => 0.998],
        'first name' => ['same' => 0.01, 'form' => 0.01, 'differs' => 0.98],
        'address' => ['differs' => 1.0],
        'email' => ['differs' => 1.0],
        'phone' => ['differs' => 1.0],
        'birth date' => ['alike' => 0.01, 'differs' => 0.99],
    ];

    private const BLOCKS = [
        'name' => [WeighedField::Last, WeighedField::First],
        'email' => [WeighedField::Email],
        'birth date' => [WeighedField::Born],
        'address' => [WeighedField::Address],
    ];

    /** @return list<SampledPair> a third of them of one person */
    private static function pairs(int $count, int $seed = 7): array
    {
        $chance = new Randomizer(new Mt19937($seed));
        $drawn = static function (array $levels) use ($chance): Level {
            $dice = $chance->getInt(0, 999_999) / 1e6;
            foreach ($levels as $level => $share) {
                if (($dice -= $share) < 0) {
                    return Level::from($level);
                }
            }

            return Level::from((string) array_key_last($levels));
        };
        $pairs = [];
        for ($i = 0; $i < $count; $i++) {
            $block = array_keys(self::BLOCKS)[$i % count(self::BLOCKS)];
            $levels = array_map($drawn, $chance->getInt(1, 3) === 1 ? self::TRUE_ONES : self::STRANGERS);
            foreach (self::BLOCKS[$block] as $field) {
                $levels[$field->value] = Level::Same;
            }
            $pairs[] = new SampledPair($block, self::BLOCKS[$block], new Pattern($levels));
        }

        return $pairs;
    }

    private static function estimated(array $pairs): Weights
    {
        return (new Estimator(Weights::shipped(), new Frequencies(new Sketch(16))))->estimate($pairs)->weights;
    }

    public function test_known_weights_are_found_without_a_label(): void
    {
        $weights = self::estimated(self::pairs(12_000));
        foreach (self::TRUE_ONES as $field => $levels) {
            foreach ($levels as $level => $share) {
                self::assertEqualsWithDelta($share, $weights->shares['match'][$field][$level], 0.05, "{$field} {$level}");
            }
        }
    }

    public function test_the_same_pairs_in_another_order_give_the_same(): void
    {
        $pairs = self::pairs(800);
        $turned = array_reverse($pairs);
        self::assertEqualsWithDelta(self::estimated($pairs)->shares['match'], self::estimated($turned)->shares['match'], 1e-9);
    }

    #[DataProvider('few')]
    public function test_a_few_records_barely_move_it(int $pairs): void
    {
        $shipped = Weights::shipped();
        $estimate = (new Estimator($shipped, new Frequencies(new Sketch(16))))->estimate(self::pairs($pairs));
        self::assertSame([$pairs, []], [$estimate->pairs, $estimate->discarded]);
        foreach ($shipped->shares['match'] as $field => $levels) {
            self::assertEqualsWithDelta($levels, $estimate->weights->shares['match'][$field], 0.03, $field);
        }
    }

    public static function few(): iterable
    {
        yield 'none' => [0];
        yield 'one' => [1];
        yield 'as fifty records have' => [25];
    }

    public function test_pairs_that_say_nothing_change_nothing(): void
    {
        $blank = array_fill(0, 500, new SampledPair('name', [WeighedField::Last], new Pattern(['last name' => Level::Same])));
        self::assertEqualsWithDelta(Weights::shipped()->shares['match'], self::estimated($blank)->shares['match'], 1e-9);
    }

    public function test_what_turns_an_agreement_into_evidence_against_is_discarded_and_said_so(): void
    {
        // Whoever is one here by everything else never has the same middle name.
        $odd = new Pattern([
            'last name' => Level::Same,
            'first name' => Level::Same,
            'address' => Level::Same,
            'email' => Level::Same,
            'phone' => Level::Same,
            'middle name' => Level::Differs,
        ]);
        $estimate = (new Estimator(Weights::shipped(), new Frequencies(new Sketch(16))))->estimate(
            array_fill(0, 12_000, new SampledPair('id', [WeighedField::Id], $odd)),
        );
        self::assertStringStartsWith('Middle name: ', $estimate->discarded[0]);
        self::assertSame(Weights::shipped()->shares['match']['middle name'], $estimate->weights->shares['match']['middle name']);
        self::assertGreaterThan(
            0.9,
            $estimate->weights->share(Sameness::Match, WeighedField::Email, Level::Same),
            'The rest is taken over.',
        );
    }

    public function test_a_likelihood_is_made_one_that_holds(): void
    {
        self::assertEqualsWithDelta(0.3, (new Calibration())->of(0.3), 1e-9, 'Nothing is known: it stays.');
        $calibration = new Calibration([[-2.0, -3.0], [0.0, 1.0], [2.0, 4.0]]);
        self::assertEqualsWithDelta(1 / (1 + exp(-1.0)), $calibration->of(0.5), 1e-9);
        $before = 0.0;
        foreach ([0.0, 1e-9, 0.01, 0.1, 0.5, 0.6, 0.9, 0.99, 1.0] as $likely) {
            self::assertGreaterThanOrEqual($before, $before = $calibration->of($likely));
            self::assertTrue($before >= 0.0 && $before <= 1.0);
        }
    }

    public function test_decisions_of_people_correct_it_and_those_that_contradict_each_other_do_not(): void
    {
        $pairs = static fn(int $yes, int $no): array => [...array_fill(0, $yes, [0.5, true]), ...array_fill(0, $no, [0.5, false])];
        self::assertSame(0.0, (new Calibration())->correctedBy([])->move);
        self::assertEqualsWithDelta(0.0, (new Calibration())->correctedBy($pairs(50, 50))->move, 1e-6);
        self::assertEqualsWithDelta(
            0.8,
            (new Calibration())->correctedBy($pairs(800, 200))->of(0.5),
            0.02,
            'Of pairs that were called even, four in five were one.',
        );
        $once = (new Calibration())->correctedBy($pairs(0, 10));
        self::assertLessThan(0.5, $once->of(0.5));
        $same = array_fill(0, 10, [$once->of(0.5), false]);
        self::assertEqualsWithDelta(
            $once->move,
            $once->correctedBy($same)->move,
            1e-6,
            'The same decisions, looked at again the next night.',
        );
        self::assertGreaterThan(0.1, (new Calibration())->correctedBy($pairs(0, 10_000))->of(0.5), 'It goes only so far.');
    }

    public function test_certain_begins_where_no_more_are_wrong_than_is_accepted(): void
    {
        $chance = new Randomizer(new Mt19937(3));
        $pairs = [];
        for ($i = 0; $i < 20_000; $i++) {
            $pairs[] = [1 / (1 + exp(-$chance->getInt(-40, 120) / 10)), 1.0];
        }
        $spread = Spread::of($pairs);
        $before = 1.0;
        foreach ([0.5, 1.0, 2.0, 5.0, 20.0] as $wrong) {
            $from = $spread->certainFrom($wrong);
            $certain = array_filter(array_column($pairs, 0), static fn(float $likely): bool => $likely >= $from);
            self::assertLessThanOrEqual(($wrong / 1000) * 1.15, (count($certain) - array_sum($certain)) / count($certain));
            self::assertLessThan($before, $from);
            $before = $from;
        }
        self::assertSame(0.998, (new Spread())->certainFrom(2.0), 'Where nothing is known, each must be it by itself.');
    }

    public function test_where_hardly_any_of_a_file_are_known_a_name_says_less(): void
    {
        $usual = Weights::shipped()->match;
        self::assertSame($usual, KnownRate::of($usual, []));
        self::assertEqualsWithDelta($usual, KnownRate::of($usual, [0.0]), 0.02, 'One row says hardly anything.');
        // 400 rows, of which ten have a rare name that somebody has.
        self::assertLessThan(0.06, KnownRate::of($usual, [...array_fill(0, 390, 0.0), ...array_fill(0, 10, 1.0)]));
        self::assertGreaterThan(0.8, KnownRate::of($usual, array_fill(0, 400, 500.0)));
        self::assertGreaterThan(
            0.5,
            KnownRate::of($usual, array_fill(0, 400, 1.0)),
            'All of them may be somebody by no more than a name: chance alone would not do that.',
        );
    }

    public function test_what_is_accepted_is_said_in_a_thousand_or_outright(): void
    {
        self::assertSame(['wrong' => 2.0, 'review' => 0.2], Thresholds::fromArray([])->toArray());
        self::assertSame(['certain' => 0.97, 'review' => 0.1], Thresholds::fromArray(['certain' => 0.97, 'review' => 0.1])->toArray());
        self::assertSame(
            [0.99, 0.97],
            [Thresholds::fromArray([])->from(0.99)->certain, Thresholds::fromArray(['certain' => 0.97])->from(0.99)->certain],
        );
    }
}
