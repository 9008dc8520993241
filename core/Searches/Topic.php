<?php

declare(strict_types=1);

namespace PineSieve\Core\Searches;

/** What a search can ask for beside the fields of the catalog. */
enum Topic: string
{
    /** What gifts come to. */
    case Given = 'gifts.given';
    case Count = 'gifts.count';
    case Largest = 'gifts.largest';
    /** Whether there is a gift at all. */
    case Gave = 'gifts.any';
    case First = 'gifts.first';
    case Last = 'gifts.last';
    /** Words that begin a name, an email, a phone or an id. */
    case Words = 'words';
    /** Miles from a ZIP code. */
    case Near = 'near';
    case Worklist = 'worklist';
    case Intake = 'intake';
    /** Words of a dated note. */
    case Noted = 'noted';
    /** Who changed it, and when. */
    case Changed = 'changed';

    /** @return list<Test> */
    public function tests(): array
    {
        return match ($this) {
            self::Given, self::Count, self::Largest => Test::ofFigures(),
            self::Gave => [Test::Filled, Test::Blank],
            self::First, self::Last => [Test::Since, Test::Before, Test::Between, Test::Is],
            self::Noted => [Test::Contains, Test::Filled, Test::Blank],
            self::Words, self::Near, self::Worklist, self::Intake, self::Changed => [Test::Is, Test::IsNot],
        };
    }

    /** @return list<string> what narrows it further: from, until (days), currency, fund, campaign, appeal, kind, miles, made */
    public function within(): array
    {
        $purposes = ['fund', 'campaign', 'appeal', 'kind'];

        return match ($this) {
            self::Given, self::Largest => ['from', 'until', 'currency', ...$purposes],
            self::Count, self::Gave => ['from', 'until', ...$purposes],
            self::Near => ['miles'],
            self::Intake => ['made'],
            self::Changed, self::Noted => ['from', 'until'],
            default => [],
        };
    }

    /** @return list<string> keys of the fields of which it tells */
    public function tells(): array
    {
        return match ($this) {
            self::Given, self::Largest => ['gift.amount', 'gift.date'],
            self::Count, self::Gave, self::First, self::Last => ['gift.date'],
            self::Near => ['address.postal_code'],
            self::Noted => ['note.text'],
            default => [],
        };
    }

    public function label(): string
    {
        return match ($this) {
            self::Given => 'What they gave',
            self::Count => 'How many gifts',
            self::Largest => 'Largest gift',
            self::Gave => 'Gave at all',
            self::First => 'First gift',
            self::Last => 'Last gift',
            self::Words => 'Name, email, phone or old id',
            self::Near => 'Lives near a ZIP code',
            self::Worklist => 'On a worklist',
            self::Intake => 'Came in with an intake',
            self::Noted => 'Dated notes',
            self::Changed => 'Changed by',
        };
    }
}
