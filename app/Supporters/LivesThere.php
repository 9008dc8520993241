<?php

declare(strict_types=1);

namespace App\Supporters;

use App\Addresses\WhereTheyLive;
use App\Records\Supporter;
use App\Standards\FieldAccess;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Support\Facades\DB;

/** Narrows a search to those whose primary address lies in a place, or near one. */
final class LivesThere
{
    private const FARTHEST = 3000;

    private function __construct() {}

    /**
     * @param  Builder<Supporter>  $supporters
     * @param  string  $zip  a ZIP code, or its first signs
     */
    public static function in(Builder $supporters, string $zip): void
    {
        self::among($supporters, preg_match('/^[A-Z0-9]{3,5}$/iD', $zip) === 1 ? [$zip] : []);
    }

    /**
     * @param  Builder<Supporter>  $supporters
     * @param  string  $within  miles
     */
    public static function near(Builder $supporters, string $zip, string $within): void
    {
        $miles = ctype_digit($within) ? min((int) $within, self::FARTHEST) : 0;
        self::among($supporters, app(WhereTheyLive::class)->near($zip, $miles));
    }

    /**
     * @param  Builder<Supporter>  $supporters
     * @param  list<string>  $codes
     */
    private static function among(Builder $supporters, array $codes): void
    {
        if ($codes === [] || !FieldAccess::ofUser()->sees('address.postal_code')) {
            $supporters->whereRaw('1 = 0');

            return;
        }
        $addresses = DB::table('addresses')->select('supporter_id')->where('is_primary', true);
        count($codes) === 1
            ? $addresses->where('postal_code', 'like', "{$codes[0]}%")
            : $addresses->whereRaw(
                "left(postal_code, if(postal_code regexp '^[0-9]', 5, 3)) in (" . implode(',', array_fill(0, count($codes), '?')) . ')',
                $codes,
            );
        $supporters->whereIn('supporters.id', $addresses);
    }
}
