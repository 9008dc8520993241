<?php

declare(strict_types=1);

namespace App\Mailings;

use App\Erasing\Forgets;
use App\Erasing\Forgotten;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;

/** Mailings that are kept know to whom they go: whoever is erased is not among them any more. */
final readonly class ForgetsPeople implements Forgets
{
    public function has(Forgotten $who): array
    {
        return array_filter(['mailings' => self::people($who)->distinct()->count('mailing_id')]);
    }

    public function forget(Forgotten $who): array
    {
        $mailings = self::people($who)->groupBy('mailing_id')->selectRaw('mailing_id, count(*) as n')->pluck('n', 'mailing_id');
        self::people($who)->delete();
        foreach (Mailing::query()->whereIn('id', $mailings->keys())->get() as $mailing) {
            $n = (int) $mailings[$mailing->id];
            $mailing->update(['total' => max(0, $mailing->total - $n), 'done' => max(0, $mailing->done - $n)]);
            if ($mailing->state === 'done') {
                Gathering::number($mailing);
            }
        }

        return [];
    }

    private static function people(Forgotten $who): Builder
    {
        return DB::table('mailing_people')->whereIn('supporter_id', $who->ids);
    }
}
