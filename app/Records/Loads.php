<?php

declare(strict_types=1);

namespace App\Records;

use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Changes\Action;
use PineSieve\Core\Changes\Subject;

/** What the loads of an intake did, asked of the journal. A trial that was undone as a whole is none of it. */
final class Loads
{
    private function __construct() {}

    /** Numbers of the acts. What was undone before the intake was loaded was a trial. */
    public static function acts(int $intake): Builder
    {
        $loaded = DB::table('intakes')->select('loaded_at')->where('id', $intake);

        return DB::table('acts')
            ->select('id')
            ->where('intake_id', $intake)
            ->where('kind', ActKind::Load)
            ->where(static fn(Builder $query) => $query->whereNull('undone_at')->orWhere('undone_at', '>', $loaded));
    }

    /** Supporters that the loads wrote; each as often as it was written. */
    public static function touched(int $intake): Builder
    {
        return DB::table('journal as j')
            ->select('j.owner_id')
            ->where('j.owner_kind', Subject::Supporter)
            ->whereIn('j.act_id', self::acts($intake));
    }

    /** Supporters that the loads made. */
    public static function made(int $intake): Builder
    {
        return self::things($intake, Subject::Supporter);
    }

    /** Numbers of the things of a kind that the loads made. */
    public static function things(int $intake, Subject $kind): Builder
    {
        return DB::table('journal as j')
            ->join('journal_things as t', 't.entry_id', '=', 'j.id')
            ->select('t.thing_id')
            ->where('t.kind', $kind)
            ->where('t.action', Action::Create)
            ->whereIn('j.act_id', self::acts($intake));
    }
}
