<?php

declare(strict_types=1);

namespace Tests\Core\Columns;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use PineSieve\Core\Columns\WrittenContact;
use PineSieve\Core\Standards\FieldType;
use PineSieve\Core\Standards\Target;

final class WrittenContactTest extends TestCase
{
    /** @return iterable<string, array{list<string>}> the cell, and what each in it is: the value, " = " and what is told of it */
    public static function cells(): iterable
    {
        foreach (
            [
                // Nothing but a number or an email, and what is not understood: read as it is.
                ['(603) 555-0134'],
                ['603-555-0134 x12'],
                ['+16035550134;ext=5'],
                ['ann@example.org'],
                ['Ann Lee <ann@example.org>'],
                ['ann lee@example.org'],
                ['john. smith@example.org'],
                ['ann@example .org'],
                ['ann@example.orgbo@example.org'],
                ['603-555-0134, 0135'],
                ['603-555-0134/5'],
                ['603-555-0134 to 0139'],
                ['603-555-01345 cell'],
                ['555-0134 cell'],
                ['see spouse'],
                // What stands beside one.
                ['603-555-0134 (cell)', '603-555-0134 = mobile'],
                ['603.555.0134 (his)', '603.555.0134 = "his" goes to the notes'],
                ['c: 603-555-0134', '603-555-0134 = mobile'],
                ['Work phone: 603-555-0134', '603-555-0134 = work'],
                ['tel:+1-603-555-0134', '+1-603-555-0134 = '],
                ['(unlisted) 603-555-0134', '603-555-0134 = "unlisted" goes to the notes'],
                ['603-555-0134 after 5', '603-555-0134 = "after 5" goes to the notes'],
                ['603-555-0134 (as of 3/2024)', '603-555-0134 = "as of 3/2024" goes to the notes'],
                ['514-555-0134 poste 12 (bur.)', '514-555-0134 x12 = "bur." goes to the notes'],
                ['old 603-555-0134', '603-555-0134 = reaches nobody, "old" goes to the notes'],
                ['603-555-0134 no longer in service', '603-555-0134 = reaches nobody, "no longer in service" goes to the notes'],
                ['603-555-0134 (cell) DO NOT CALL', '603-555-0134 = mobile, not to be used, "DO NOT CALL" goes to the notes'],
                ['603-555-0134 ?', '603-555-0134 = "?" goes to the notes'],
                ['+44 20 7946 0958 (London)', '+44 20 7946 0958 = "London" goes to the notes'],
                ['ann@example.org (work)', 'ann@example.org = work'],
                ['ann@example.org - bounced 2024', 'ann@example.org = reaches nobody, "bounced 2024" goes to the notes'],
                ['do not email ann@example.org', 'ann@example.org = not to be used, "do not email" goes to the notes'],
                ['ann@example.org#mailto:ann@example.org#', 'ann@example.org = '],
                // Several.
                ['603-555-0134 603-555-0177', '603-555-0134 = ', '603-555-0177 = '],
                ['603-555-0134 / 603-555-0134', '603-555-0134 = '],
                ['H 603-555-0134, C 603-555-0177', '603-555-0134 = home', '603-555-0177 = mobile'],
                ['603-555-0134 (h) 603-555-0177 (w)', '603-555-0134 = home', '603-555-0177 = work'],
                ['Bo 603-555-0134 Sue 603-555-0177', '603-555-0134 = "Bo" goes to the notes', '603-555-0177 = "Sue" goes to the notes'],
                ['603-555-0134 Bo, 603-555-0177 Sue', '603-555-0134 = "Bo" goes to the notes', '603-555-0177 = "Sue" goes to the notes'],
                ['603-555-0134 (daughter Sue 603-555-0177)', '603-555-0134 = ', '603-555-0177 = "daughter Sue" goes to the notes'],
                ['ann@example.org; bo@example.org', 'ann@example.org = ', 'bo@example.org = '],
                ['ann@example.org mailto:ann@example.org', 'ann@example.org = '],
                ['work ann@example.org home bo@example.org', 'ann@example.org = work', 'bo@example.org = home'],
            ]
            as $cell
        ) {
            yield $cell[0] => [$cell];
        }
    }

    /** @param  list<string>  $cell */
    #[DataProvider('cells')]
    public function test_what_a_cell_says_of_how_to_reach_someone(array $cell): void
    {
        $written = array_shift($cell);
        $all = WrittenContact::all(str_contains((string) $written, '@') ? FieldType::Email : FieldType::Phone, (string) $written);

        self::assertSame($cell, array_map(static fn(WrittenContact $one): string => "{$one->text} = {$one->told()}", $all));
    }

    public function test_what_stands_beside_it_goes_where_it_belongs(): void
    {
        $one = WrittenContact::all(FieldType::Phone, '603-555-0134 - wrong number, do not call')[0];
        $place = Target::tryParse('spouse.phone.home.2') ?? self::fail();

        self::assertSame(
            [
                ['spouse.consent.phone', 'no'],
                ['spouse.phone.home.2.undeliverable', 'yes'],
                ['spouse.notes', 'With 603-555-0134: wrong number; do not call'],
            ],
            array_map(static fn($value): array => [$value->target->key(), $value->value], $one->beside($place)),
        );
    }
}
