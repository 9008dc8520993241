<?php

declare(strict_types=1);

namespace Tests\Core\Changes;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use PineSieve\Core\Changes\Action;
use PineSieve\Core\Changes\Change;
use PineSieve\Core\Changes\Erasure;
use PineSieve\Core\Changes\Subject;

final class ErasureTest extends TestCase
{
    public function test_who_it_was_goes_and_what_was_given_stays(): void
    {
        $changes = Erasure::of(7, [
            'supporter:7' => ['kind' => 'person', 'status' => 'active', 'first_name' => 'Ada', 'display_name' => 'Ada', 'notes' => null],
            'email:3' => ['address' => 'ada@example.org', 'label' => null],
            'gift:9' => ['amount' => '5.00', 'tribute' => 'For Bo', 'notes' => '', 'reference' => '1047'],
            'gift:10' => ['amount' => '6.00'],
            'promise:2' => ['amount' => '100.00', 'notes' => 'By phone'],
            'link to:4' => ['supporter_id' => '8'],
        ]);
        $written = array_map(
            static fn(Change $change): array => [$change->subject->value, $change->ref, $change->action->value, $change->after()],
            $changes,
        );
        self::assertSame(
            [
                ['supporter', 7, 'update', ['first_name' => null, 'display_name' => 'Erased person', 'sort_name' => 'Erased person']],
                ['email', 3, 'delete', ['address' => null]],
                ['gift', 9, 'update', ['tribute' => null]],
                ['promise', 2, 'update', ['notes' => null]],
            ],
            $written,
        );
    }

    /** @return iterable<string, array{Subject, array<string, array{?string, ?string}>, list<string>}> */
    public static function told(): iterable
    {
        yield 'a name' => [Subject::Supporter, ['first_name' => [null, 'Ada'], 'kind' => [null, 'person']], ['kind']];
        yield 'an email' => [Subject::Email, ['address' => ['a@example.org', null]], []];
        yield 'a note' => [Subject::Note, ['text' => [null, 'Called'], 'noted_on' => [null, '2026-01-01']], []];
        yield 'a link' => [Subject::Link, ['other_id' => [null, '8'], 'role' => [null, 'Treasurer']], []];
        yield 'a gift' => [
            Subject::Gift,
            [
                'amount' => [null, '5.00'],
                'tribute' => [null, 'Bo'],
                'tell' => [null, 'Cy'],
                'notes' => ['x', 'y'],
                'fund' => [null, 'General'],
            ],
            ['amount', 'fund'],
        ];
        yield 'a gift that waits' => [Subject::Entry, ['amount' => [null, '5.00'], 'description' => [null, 'His boat']], ['amount']];
        yield 'a promise' => [Subject::Promise, ['amount' => [null, '5.00'], 'written_off_reason' => [null, 'Moved']], ['amount']];
    }

    /**
     * @param  array<string, array{?string, ?string}>  $fields
     * @param  list<string>  $kept
     */
    #[DataProvider('told')]
    public function test_the_journal_tells_only_what_says_nothing_of_anyone(Subject $subject, array $fields, array $kept): void
    {
        self::assertSame($kept, array_keys(Erasure::told(new Change($subject, 1, Action::Update, $fields))->fields));
    }
}
