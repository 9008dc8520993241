<?php

declare(strict_types=1);

namespace App\Gifts;

use App\Records\Gift;
use App\Support\Lists;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Query\Builder as Query;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Gifts\Amount;

/** What became of a gift. */
enum GiftStatus: string
{
    case Given = 'given';
    case Corrected = 'corrected';
    case TakenBack = 'taken back';
    /** An entry that takes a gift back or corrects it. */
    case Correction = 'correction';

    /**
     * @param  ?int  $corrects  the gift that it takes back or corrects
     * @param  int  $corrections  how many do that to it
     * @param  string  $left  what is left of it, as Amount writes it
     */
    public static function of(?int $corrects, int $corrections, string $left): self
    {
        return match (true) {
            $corrects !== null => self::Correction,
            $corrections === 0 => self::Given,
            Amount::isZero($left) => self::TakenBack,
            default => self::Corrected,
        };
    }

    /** @param  Builder<Gift>  $gifts */
    public function narrow(Builder $gifts): void
    {
        match ($this) {
            self::Given => $gifts->whereNull('corrects_id')->whereNotIn('id', self::corrected()),
            self::Correction => $gifts->whereNotNull('corrects_id'),
            self::TakenBack => $gifts->whereIntegerInRaw('id', self::left('=')),
            self::Corrected => $gifts->whereIntegerInRaw('id', self::left('<>')),
        };
    }

    private static function corrected(): Query
    {
        return DB::table('gifts')->whereNotNull('corrects_id')->select('corrects_id');
    }

    /**
     * @param  '='|'<>'  $test
     * @return list<int> gifts of which nothing is left, or something: few of all
     */
    private static function left(string $test): array
    {
        $back = self::corrected()->groupBy('corrects_id')->selectRaw('sum(amount) as back');

        return Lists::ints(
            DB::query()
                ->fromSub($back, 'c')
                ->join('gifts as g', 'g.id', '=', 'c.corrects_id')
                ->whereRaw("g.amount + c.back {$test} 0")
                ->pluck('g.id'),
        );
    }
}
