<?php

declare(strict_types=1);

namespace Tests\Core\Columns;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use PineSieve\Core\Columns\ColumnChoice;
use PineSieve\Core\Columns\ColumnPlan;
use PineSieve\Core\Columns\ColumnState;
use PineSieve\Core\Columns\Feed;
use PineSieve\Core\Columns\RowMapper;
use PineSieve\Core\Columns\Steps\Blank;
use PineSieve\Core\Columns\Steps\ReadDate;
use PineSieve\Core\Columns\Steps\Steps;
use PineSieve\Core\Standards\FieldCatalog;
use PineSieve\Core\Standards\Formats\DateOrder;
use PineSieve\Core\Standards\Formats\Formats;
use PineSieve\Core\Standards\Standards;

/** What one value of a column becomes, as the person sees it while mapping; and that the row then says the same. */
final class PreviewTest extends TestCase
{
    /** @return iterable<string, array{string, string, string, string}> field, cell, what it becomes ("!" if it is held), part of the note */
    public static function values(): iterable
    {
        $table = [
            ['name.last', 'Lee', 'Lee', ''],
            ['name.last', ' Lee  ', 'Lee', 'blanks tidied'],
            ['name.last', "Lee\u{A0}Smith", 'Lee Smith', 'blanks tidied'],
            ['name.last', 'n/a', '', 'says that nothing is known'],
            ['name.last', '', '', ''],
            ['name.first', 'Ann M.', 'Ann', 'M. becomes the middle name'],
            ['name.first', 'Mary Ann', 'Mary Ann', ''],
            ['name.full', 'Ann M. Lee', 'Lee, Ann M.', 'last name, first name'],
            ['name.full', 'Robert "Bob" Lee (deceased)', 'Lee, Robert', 'nickname Bob, deceased'],
            ['name.first', 'Robert (Bob)', 'Robert', 'nickname Bob'],
            ['name.last', 'Lee (née Park)', 'Lee', '"née Park" goes to the notes'],
            ['name.full', 'The Lee Family', 'The Lee Family', 'a household, last name Lee'],
            ['name.full', 'Larkspur Foundation', 'Larkspur Foundation', 'an organization'],
            ['name.full', 'John & Mary Smith', 'John & Mary Smith', 'a household'],
            ['email', 'ANN@EXAMPLE.ORG', 'ann@example.org', 'small letters'],
            ['email', 'ann at example.org', '!', 'is not an email address'],
            ['phone', '(603) 555-0143', '+16035550143', 'international form'],
            ['phone', '555-0143', '!', 'telephone number'],
            ['phone', '603-555-0143 (cell), 603-555-0144 after 5', '+16035550143 ⏎ +16035550144', 'mobile; "after 5" goes to the notes'],
            ['email', 'a@example.org; b@example.org', 'a@example.org ⏎ b@example.org', 'each is one of its own'],
            ['phone', 'see notes', '!', 'stands for the value of another cell'],
            ['email', 'ditto', '!', 'stands for the value of another cell'],
            ['gift.date', '3/4/2016', '2016-03-04', 'by the steps'],
            ['gift.date', '25/12/2016', '!', "can't be month first"],
            ['gift.date', '2016-03-04', '2016-03-04', ''],
            ['gift.amount', '$1,250', 'USD 1250.00', 'US Dollar'],
            ['gift.amount', '2 tickets', '!', 'is not an amount'],
            ['gift.kind', 'Visa', 'card', 'the value of the list'],
            ['address.state', 'Mass.', 'MA', 'postal code of the state'],
            ['address.postal_code', '4101', '4101', 'a leading zero may be missing'],
            ['address.postal_code', 'e1c4z1', 'E1C 4Z1', 'form of a postal code'],
            ['address.block', "12 Elm St\nDover NH 03820", '12 Elm St | Dover | NH | 03820', 'split'],
            ['address.country', 'Canada', 'CA', 'code of the country'],
            ['id.old', ' TH-1 ', 'TH-1', 'blanks tidied'],
        ];
        foreach ($table as $line) {
            yield "{$line[0]}: {$line[1]}" => $line;
        }
    }

    #[DataProvider('values')]
    public function test_what_a_value_becomes(string $field, string $cell, string $becomes, string $note): void
    {
        $mapper = new RowMapper(
            new ColumnPlan([
                new ColumnChoice(
                    'Column',
                    ColumnState::Sure,
                    '',
                    [new Feed($field)],
                    new Steps([new Blank(['word']), ...str_ends_with($field, 'date') ? [new ReadDate(DateOrder::MonthDayYear)] : []]),
                ),
            ]),
            new Standards(FieldCatalog::builtIn(), new Formats('2026-01-31')),
        );
        $understood = $mapper->preview(0, $cell);

        self::assertSame($becomes, $understood->fault === null ? $understood->value : '!');
        $said = $understood->fault->reason ?? $understood->note;
        self::assertTrue($note === '' ? $said === '' : str_contains($said, $note), "It says \"{$said}\".");
        $own = array_filter(
            $mapper->map([$cell])->problems,
            static fn($problem): bool => $problem->field === $field && !str_ends_with($problem->code, '.required'),
        );
        // Whether a code of four digits can be put right is for the address as a whole to say.
        // A date alone is no gift, so nothing is wrong with one.
        self::assertSame(($becomes === '!' && $field !== 'gift.date') || $cell === '4101', $own !== [], 'The preview and the check agree.');
    }

    public function test_a_column_left_behind_becomes_nothing(): void
    {
        $mapper = new RowMapper(
            new ColumnPlan([new ColumnChoice('Column', ColumnState::LeftBehind)]),
            new Standards(FieldCatalog::builtIn(), new Formats('2026-01-31')),
        );

        self::assertSame(['', ''], [$mapper->preview(0, 'x')->value, $mapper->preview(7, 'x')->value]);
    }
}
