<?php

declare(strict_types=1);

namespace App\AddressChecks;

use App\Lists\Column;
use App\Lists\ListColumns;

/** The columns of the list of stored addresses: of an address (a), of whose it is (s), and of how it stands with the directory (t). */
final class AddressColumns
{
    private function __construct() {}

    public static function list(): ListColumns
    {
        $of = static fn(string $key, string $column, string $label, bool $usual): Column => new Column(
            $key,
            $label,
            "a.`{$column}`",
            ["address.{$key}"],
            usual: $usual,
            isText: true,
        );

        return new ListColumns(
            'addresses',
            [
                new Column('supporter', 'Supporter', 's.sort_key'),
                $of('line1', 'line1', 'Street', true),
                $of('line2', 'line2', 'Second line', false),
                $of('city', 'city', 'City', true),
                $of('state', 'state', 'State', true),
                $of('postal_code', 'postal_code', 'ZIP', true),
                $of('country', 'country', 'Country', false),
                new Column('kind', 'Kind', 'a.kind', usual: true),
                new Column('is_primary', 'Primary', 'a.is_primary'),
                new Column('condition', 'Condition', 'a.`condition`', usual: true),
                new Column('outcome', 'The directory says', 't.outcome', usual: true),
                new Column('asked_on', 'Asked', 't.asked_at'),
                new Column('valid_from', 'From', 'a.valid_from'),
                new Column('valid_until', 'Until', 'a.valid_until'),
            ],
            'a.id',
            ['sort' => 'supporter', 'down' => false],
        );
    }
}
