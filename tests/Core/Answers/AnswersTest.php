<?php

declare(strict_types=1);

namespace Tests\Core\Answers;

use LogicException;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Answers\AnswerCheck;
use Tests\Support\Answers\AnswerTypes;
use Tests\Support\Answers\TypeScript;

/** What is said of answers is held against them, and written for the screens. */
final class AnswersTest extends TestCase
{
    private const GOOD = ['id' => 1, 'kind' => 'person', 'share' => 2, 'tags' => ['a'], 'by_name' => ['x' => 1.5], 'pair' => ['a', 1]];

    /** @return iterable<string, array{array<string, mixed>, ?string}> */
    public static function answers(): iterable
    {
        yield 'of its type' => [self::GOOD, null];
        yield 'what may be missing is there' => [[...self::GOOD, 'note' => 'Hi'], null];
        yield 'what may be missing is null' => [[...self::GOOD, 'note' => null], 'Book.note is to be string, and is null'];
        yield 'null where nothing may be' => [[...self::GOOD, 'share' => null], 'Book.share is to be float, and is null'];
        yield 'a text for a number' => [[...self::GOOD, 'id' => '1'], 'Book.id is to be int, and is "1"'];
        yield 'no value of the enum' => [[...self::GOOD, 'kind' => 'cat'], 'Book.kind is to be value-of<SupporterKind>, and is "cat"'];
        yield 'a map for a list' => [[...self::GOOD, 'tags' => ['x' => 'a']], 'Book.tags is to be list<string>, and is {"x":"a"}'];
        yield 'one of a list' => [[...self::GOOD, 'tags' => ['a', 2]], 'Book.tags.1 is to be string, and is 2'];
        yield 'one of a map' => [[...self::GOOD, 'by_name' => ['x' => 'y']], 'Book.by_name.x is to be float, and is "y"'];
        yield 'a pair cut short' => [[...self::GOOD, 'pair' => ['a']], 'Book.pair: "1" is missing'];
        yield 'something unsaid' => [[...self::GOOD, 'pin' => '0000'], 'Book: nothing is said of "pin"'];
        yield 'something missing' => [array_diff_key(self::GOOD, ['id' => 0]), 'Book: "id" is missing'];
        yield 'one within itself' => [
            [...self::GOOD, 'next' => [...self::GOOD, 'id' => true]],
            'Book.next is to be (Book | null), and is ',
        ];
        yield 'none within itself' => [[...self::GOOD, 'next' => null], null];
    }

    /** @param  array<string, mixed>  $answer */
    #[DataProvider('answers')]
    public function test_an_answer_is_held_against_its_type(array $answer, ?string $fault): void
    {
        $found = (new AnswerCheck(new AnswerTypes()))->fault(Described::class, 'Book', $answer);

        self::assertSame($fault, $found === null ? null : substr($found, 0, strlen((string) $fault)));
    }

    /** @return iterable<string, array{string, array<string, mixed>, ?string}> */
    public static function openAnswers(): iterable
    {
        yield 'nothing more' => ['Tag', ['id' => 1], null];
        yield 'anything more' => ['Tag', ['id' => 1, 'any' => [true]], null];
        yield 'more of a type' => ['Label', ['id' => 1, 'text' => 'a', 'size' => 2], null];
        yield 'more of another type' => ['Label', ['id' => 1, 'text' => null], 'Label.text is to be (string | int), and is null'];
        yield 'without what must be there' => ['Tag', ['any' => 1], 'Tag: "id" is missing'];
    }

    /** @param  array<string, mixed>  $answer */
    #[DataProvider('openAnswers')]
    public function test_an_answer_may_be_open(string $type, array $answer, ?string $fault): void
    {
        self::assertSame($fault, (new AnswerCheck(new AnswerTypes()))->fault(Described::class, $type, $answer));
    }

    public function test_an_open_type_is_written_for_the_screens(): void
    {
        $made = new TypeScript(new AnswerTypes());
        $made->declare(Described::class, 'Label');
        $made->declare(Described::class, 'Tag');

        self::assertSame(
            "export type Label = { 'id': number } & Record<string, string | number>;\n\n" .
                "export type Tag = { 'id': number } & Record<string, unknown>;\n",
            explode("\n\n", $made->text(), 2)[1],
        );
    }

    public function test_types_are_written_for_the_screens_with_what_they_name(): void
    {
        $made = new TypeScript(new AnswerTypes());
        $made->declare(Described::class, 'Shelf');
        $made->declare(Described::class, 'Book');

        self::assertSame(
            "export type Book = { 'id': number; 'kind': 'person' | 'household' | 'organization'; 'share': number; 'tags': (string)[]; " .
                "'by_name': Record<string, number>; 'pair': [string, number]; 'note'?: string; 'next'?: Book | null };\n\n" .
                "export type Shelf = { 'books': (Book)[]; 'sort': 'name' | 'age' };\n",
            explode("\n\n", $made->text(), 2)[1],
        );
    }

    public function test_two_types_of_one_name_are_refused(): void
    {
        $made = new TypeScript(new AnswerTypes());
        $made->declare(Described::class, 'Book');
        $this->expectException(LogicException::class);
        $made->declare(DescribedToo::class, 'Book');
    }

    public function test_a_type_that_nobody_describes_is_refused(): void
    {
        $this->expectException(LogicException::class);
        (new AnswerTypes())->find(Described::class, 'Film');
    }
}
