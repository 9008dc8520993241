<?php

declare(strict_types=1);

namespace App\Accounts;

use Illuminate\Support\Facades\DB;
use PineSieve\Core\Standards\Formats\DateOrder;
use PineSieve\Core\Standards\Home;

/** The organization's currency, country and order of dates, as they are kept. */
final class Organization
{
    private const SETTING = 'organization';

    private function __construct() {}

    public static function read(): Home
    {
        $kept = json_decode((string) DB::table('settings')->where('name', self::SETTING)->value('value'), true) ?? [];
        $usual = new Home();

        return new Home(
            $kept['currency'] ?? $usual->currency,
            $kept['country'] ?? $usual->country,
            DateOrder::tryFrom($kept['dates'] ?? '') ?? $usual->dates,
        );
    }

    public static function keep(Home $home): void
    {
        DB::table('settings')->updateOrInsert(
            ['name' => self::SETTING],
            [
                'value' => json_encode(
                    ['currency' => $home->currency, 'country' => $home->country, 'dates' => $home->dates->value],
                    JSON_THROW_ON_ERROR,
                ),
            ],
        );
    }
}
