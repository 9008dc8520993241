<?php

declare(strict_types=1);

namespace App\Supporters;

use App\Standards\FieldAccess;

/** What a search word is of. The numbers are stored. */
enum SearchWord: int
{
    case Name = 0;
    case Email = 1;
    case Phone = 2;
    case Id = 3;

    /** @return list<int> those by which a person may find someone */
    public static function seenBy(FieldAccess $sight): array
    {
        $fields = [self::Email->value => 'email', self::Phone->value => 'phone', self::Id->value => 'id.old'];

        return array_column(
            array_filter(
                self::cases(),
                static fn(self $case): bool => !isset($fields[$case->value]) || $sight->sees($fields[$case->value]),
            ),
            'value',
        );
    }
}
