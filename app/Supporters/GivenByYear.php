<?php

declare(strict_types=1);

namespace App\Supporters;

use App\Records\GiftSums;
use App\Standards\FieldAccess;
use App\Support\Http\JsonMap;
use Illuminate\Database\Connection;
use PineSieve\Core\Gifts\GiftTotals;

/**
 * What a supporter gave, year by year.
 *
 * @phpstan-import-type Amounts from JsonMap
 * @phpstan-type YearOfGifts array{year: string, gifts: int, given: ?Amounts}
 */
final readonly class GivenByYear
{
    /** Years that are told: the latest. */
    private const MOST = 20;

    public function __construct(private Connection $db) {}

    /** @return list<YearOfGifts> those without gifts between others too; none for whoever may not see days */
    public function of(int $supporter, FieldAccess $sight): array
    {
        $sums = $sight->sees('gift.date')
            ? GiftSums::by($this->db->table('gifts')->where('supporter_id', $supporter), 'year(given_on)')
            : [];
        $years = [];
        foreach (
            $sums === [] ? [] : range(max(max(array_keys($sums)) - self::MOST + 1, min(array_keys($sums))), max(array_keys($sums)))
            as $year
        ) {
            $sum = $sums[$year] ?? GiftTotals::none();
            $years[] = [
                'year' => (string) $year,
                'gifts' => $sum->gifts,
                'given' => $sight->sees('gift.amount') ? new JsonMap($sum->given->toArray()) : null,
            ];
        }

        return $years;
    }
}
