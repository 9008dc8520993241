<?php

declare(strict_types=1);

namespace Tests\Core\Gifts;

use PHPUnit\Framework\TestCase;
use PineSieve\Core\Gifts\Gift;
use PineSieve\Core\Gifts\GivingStatement;

final class GivingStatementTest extends TestCase
{
    /** @param  array<string, string>  $values */
    private static function gift(array $values): Gift
    {
        return Gift::stored(['currency' => 'USD', ...$values]);
    }

    public function test_a_year_gift_by_gift(): void
    {
        $statement = GivingStatement::of(2025, [
            self::gift(['given_on' => '2025-12-31', 'amount' => '30.00', 'splits' => "10.00 | Nets\n20.00 | Boats"]),
            self::gift(['given_on' => '2025-01-01', 'amount' => '100.00', 'fund' => 'Nets', 'benefit' => '25.00']),
            self::gift(['given_on' => '2026-01-01', 'amount' => '7.00']),
            self::gift(['given_on' => '2024-12-31', 'amount' => '8.00']),
            self::gift(['given_on' => '2025-06-01', 'amount' => '500.00', 'kind' => 'pledge']),
            self::gift(['given_on' => '2025-03-01', 'amount' => '-100.00', 'fund' => 'Nets', 'corrects_id' => '1']),
            self::gift(['given_on' => '2025-02-01', 'amount' => '20.00', 'currency' => 'CAD']),
            self::gift(['given_on' => '2025-05-01', 'kind' => 'in kind', 'description' => 'Two oars', 'amount' => '40.00']),
        ]);
        self::assertSame(
            [
                ['2025-01-01', 'Nets', 'USD 25.00', 'USD 100.00'],
                ['2025-02-01', '', '', 'CAD 20.00'],
                ['2025-03-01', 'Nets (taken back)', '', 'USD -100.00'],
                ['2025-05-01', 'Two oars', '', 'USD 40.00'],
                ['2025-12-31', 'Nets 10.00, Boats 20.00', '', 'USD 30.00'],
            ],
            $statement->rows(),
        );
        self::assertSame('CAD 20.00 and USD 70.00', GivingStatement::told($statement->given));
        self::assertSame(['USD' => '25.00'], $statement->benefits->toArray());
    }

    public function test_a_year_without_gifts(): void
    {
        $statement = GivingStatement::of(2025, []);
        self::assertSame([[], '0.00'], [$statement->rows(), GivingStatement::told($statement->given)]);
    }
}
