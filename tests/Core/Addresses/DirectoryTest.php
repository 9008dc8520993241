<?php

declare(strict_types=1);

namespace Tests\Core\Addresses;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use PineSieve\Core\Addresses\Address;
use PineSieve\Core\Addresses\Directory\Answer;
use PineSieve\Core\Addresses\Directory\Move;
use PineSieve\Core\Addresses\Directory\NoAnswer;
use PineSieve\Core\Addresses\Directory\Outcome;
use PineSieve\Core\Addresses\Directory\Reply;
use PineSieve\Core\Addresses\Directory\Standing;
use PineSieve\StandIns\Directory\TownDirectory;

/** What a postal directory says, and what is believed of it. */
final class DirectoryTest extends TestCase
{
    /** @return array<string, array{mixed}> replies of which nothing may be taken */
    public static function unreliable(): array
    {
        $one = ['id' => 'a', 'outcome' => 'confirmed'];

        return [
            'no JSON' => [null],
            'a text' => ['ok'],
            'no answers' => [['directory' => ['name' => 'x']]],
            'answers by name' => [['answers' => ['a' => $one]]],
            'an answer that nobody asked for' => [['answers' => [$one, ['id' => 'c', 'outcome' => 'confirmed']]]],
            'two for one' => [['answers' => [$one, $one]]],
            'one without an id' => [['answers' => [['outcome' => 'confirmed']]]],
            'an id that is a list' => [['answers' => [['id' => ['a'], 'outcome' => 'confirmed']]]],
            'no answer at all' => [['answers' => [null]]],
        ];
    }

    #[DataProvider('unreliable')]
    public function test_a_reply_that_lies_about_its_answers_is_refused_as_a_whole(mixed $body): void
    {
        $this->expectException(NoAnswer::class);
        Reply::of($body, ['a', 'b']);
    }

    public function test_what_is_missing_or_unknown_stays_unanswered(): void
    {
        $reply = Reply::of(
            [
                'directory' => ['name' => 'Towns', 'edition' => '2026-11'],
                'answers' => [
                    ['id' => 'a', 'outcome' => 'confirmed', 'plus4' => '12345', 'use' => 'castle', 'why' => ['a list']],
                    ['id' => 'b', 'outcome' => 'perhaps'],
                    ['id' => 'c', 'outcome' => 'not_yet_verified'],
                ],
            ],
            ['a', 'b', 'c', 'd'],
        );

        self::assertSame(['a'], array_keys($reply->answers));
        self::assertSame(['', '', ''], [$reply->answers['a']->plus4, $reply->answers['a']->use, $reply->answers['a']->why]);
        self::assertSame('Towns 2026-11', $reply->edition->words());
    }

    /** @return array<string, array{string, ?string, string, string, string}> outcome, street of the directory, +4, asked street, what is stored */
    public static function corrections(): array
    {
        return [
            'confirmed as it is' => ['confirmed', '9 Elm St', '1234', '9 Elm St', '9 Elm St 04598-1234'],
            'a direction that was left out' => ['confirmed', '9 N Elm St', '1234', '9 Elm St', '9 N Elm St 04598-1234'],
            'without +4' => ['confirmed', '9 Elm St', '', '9 Elm St', '9 Elm St 04598'],
            'another house' => ['confirmed', '8 Elm St', '1234', '9 Elm St', '9 Elm St 04598'],
            'another house with a letter' => ['confirmed', '9B Elm St', '1234', '9 Elm St', '9 Elm St 04598'],
            'no address' => ['confirmed', null, '1234', '9 Elm St', '9 Elm St 04598'],
            'a box' => ['confirmed', 'PO Box 9', '0009', 'PO Box 9', 'PO Box 9 04598-0009'],
            'unit missing' => ['unit_missing', '9 Elm St', '1234', '9 Elm St', '9 Elm St 04598-1234'],
            'not found' => ['number_not_on_street', '9 Oak St', '1234', '9 Elm St', '9 Elm St 04598'],
            'vacant' => ['vacant', '9 N Elm St', '1234', '9 Elm St', '9 Elm St 04598'],
        ];
    }

    #[DataProvider('corrections')]
    public function test_what_is_stored_of_an_answer(string $outcome, ?string $street, string $plus4, string $asked, string $stored): void
    {
        $at = static fn(string $line1): Address => new Address($line1, '', 'Tern Harbor', 'ME', '04598', 'US');
        $answer = new Answer(Outcome::from($outcome), $street === null ? null : $at($street), $plus4);
        $corrected = $answer->corrected($at($asked));

        self::assertSame($stored, "{$corrected->line1} {$corrected->postalCode}");
        self::assertEquals($answer, Answer::fromArray($answer->toArray()));
    }

    /** @return array<string, array{string, string, string, string, bool}> who moved, who lives there, whether it is their move */
    public static function moves(): array
    {
        return [
            'the same' => ['Ines', 'Ostrander', 'Ines', 'Ostrander', true],
            'in capitals' => ['Ines', 'Ostrander', 'INES', 'OSTRANDER', true],
            'a nickname' => ['William', 'Lee', 'Bill', 'Lee', true],
            'the whole family' => ['', 'Ostrander', 'Percy', 'Ostrander', true],
            'another of the family' => ['Ines', 'Ostrander', 'Percy', 'Ostrander', false],
            'another family' => ['Ines', 'Ostrander', 'Ines', 'Park', false],
            'nobody is named' => ['', 'Ostrander', '', '', false],
            'only a last name' => ['Ines', 'Ostrander', '', 'Ostrander', false],
        ];
    }

    #[DataProvider('moves')]
    public function test_whose_move_it_is(string $first, string $last, string $ownFirst, string $ownLast, bool $isTheirs): void
    {
        self::assertSame($isTheirs, (new Move($first, $last, '2026-01-02', null))->isOf($ownFirst, $ownLast));
    }

    public function test_the_latest_move_counts_and_one_without_a_day_does_not(): void
    {
        $to = ['line1' => '1 Oak St', 'city' => 'Dunlin'];
        $move = static fn(string $on, mixed $to): array => ['first' => '', 'last' => 'Lee', 'on' => $on, 'to' => $to];
        $reply = Reply::of(
            [
                'answers' => [
                    [
                        'id' => 'a',
                        'outcome' => 'confirmed',
                        'moves' => [$move('2020-05-05', $to), $move('2025-01-01', null), $move('soon', $to), 'x'],
                    ],
                ],
            ],
            ['a'],
        );

        self::assertCount(2, $reply->answers['a']->moves);
        self::assertSame(
            ['2025-01-01', null],
            [$reply->answers['a']->moveOf('Ann', 'Lee')?->on, $reply->answers['a']->moveOf('Ann', 'Lee')?->to],
        );
    }

    public function test_every_outcome_has_words_advice_and_one_standing(): void
    {
        foreach (Outcome::cases() as $outcome) {
            self::assertNotSame(['', ''], [$outcome->words(), $outcome->advice()]);
            self::assertContains($outcome->value, Outcome::codes($outcome->standing()));
        }
        self::assertSame(
            count(Outcome::cases()),
            array_sum(array_map(static fn(Standing $one): int => count(Outcome::codes($one)), Standing::cases())),
        );
    }

    /** @return array<string, array{string, string, string, string, string}> street, unit, city, ZIP, outcome */
    public static function madeUp(): array
    {
        return [
            'a house' => ['14 Elm Street', '', 'Tern Harbor', '04598', 'confirmed'],
            'beyond the street' => ['700 Elm St', '', 'Tern Harbor', '04598', 'number_not_on_street'],
            'a street that the town does not have' => ['5 Kelp Ct', '', 'Plover Neck', '01938', 'street_not_in_place'],
            'two streets' => ['5 Lighthouse', '', 'Dunlin', '04029', 'several_fit'],
            'another ZIP' => ['5 Elm St', '', 'Dunlin', '04511', 'place_and_zip_disagree'],
            'a box' => ['P.O. Box 12', '', 'Dunlin', '04029', 'confirmed'],
            'a box that there is not' => ['PO Box 901', '', 'Dunlin', '04029', 'number_not_on_street'],
            'a real town' => ['10 Main St', '', 'Dover', '03820', 'not_verifiable'],
        ];
    }

    #[DataProvider('madeUp')]
    public function test_the_stand_in_knows_its_towns(string $line1, string $line2, string $city, string $zip, string $outcome): void
    {
        $asked = ['line1' => $line1, 'line2' => $line2, 'city' => $city, 'postal_code' => $zip];
        self::assertSame($outcome, (new TownDirectory())->answer($asked)['outcome']);
    }
}
