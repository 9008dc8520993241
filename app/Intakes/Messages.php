<?php

declare(strict_types=1);

namespace App\Intakes;

use App\Accounts\Message;
use App\Intakes\Sifting\Results;
use Illuminate\Support\Facades\DB;

/** Tells a person that an intake is done or needs them: in the application, and by mail. */
final readonly class Messages
{
    public function loaded(Intake $intake): void
    {
        $outcomes = DB::table('intake_outcomes')
            ->where('intake_id', $intake->id)
            ->where('outcome', '<>', Results::WITH)
            ->groupBy('outcome')
            ->selectRaw('outcome, count(*) as n')
            ->pluck('n', 'outcome');
        $held = (int) ($outcomes['held'] ?? 0);
        $this->tell(
            $intake,
            $intake->loaded_by,
            'done',
            sprintf(
                '"%s" is %s: %d new, %d updated%s.',
                $intake->name,
                $intake->loaded_at === null ? 'tried' : 'loaded',
                $outcomes['new'] ?? 0,
                $outcomes['updated'] ?? 0,
                $held > 0 ? ", {$held} held and waiting for you" : '',
            ),
        );
    }

    /** Its rows are worked out, and some need a person. */
    public function needsSomeone(Intake $intake): void
    {
        $held = DB::table('intake_results')->where('intake_id', $intake->id)->where('outcome', 'held')->count();
        if ($held > 0) {
            $this->tell(
                $intake,
                $intake->user_id,
                'needs you',
                "\"{$intake->name}\" is worked out: {$held} rows are held until someone looks at them.",
            );
        }
    }

    public function stopped(Intake $intake): void
    {
        $this->tell(
            $intake,
            $intake->loaded_by ?? $intake->user_id,
            'stopped',
            "The work on \"{$intake->name}\" stopped: nothing is half done, and it can be taken up again.",
        );
    }

    public function assigned(int $userId, string $by, int $rows): void
    {
        $this->tell(null, $userId, 'given', "{$by} gave you " . ($rows === 1 ? 'a held row.' : "{$rows} held rows."));
    }

    public function merged(int $userId, int $merged, int $left): void
    {
        $this->tell(
            null,
            $userId,
            'done',
            ($merged === 1 ? 'One cluster' : number_format($merged) . ' clusters') .
                ' of certain duplicates ' .
                ($merged === 1 ? 'is' : 'are') .
                ' merged' .
                ($left > 0 ? "; {$left} could not be, and wait for someone" : '') .
                '.',
        );
    }

    private function tell(?Intake $intake, ?int $userId, string $kind, string $text): void
    {
        Message::to($userId, $kind, $text, $intake?->id);
    }
}
