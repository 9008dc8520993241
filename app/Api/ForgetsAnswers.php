<?php

declare(strict_types=1);

namespace App\Api;

use App\Erasing\Forgets;
use App\Erasing\Forgotten;
use Illuminate\Support\Facades\DB;

/** Answers that are kept for a program that asks the same again: that they were given stays, so that nothing is done twice. */
final readonly class ForgetsAnswers implements Forgets
{
    public function has(Forgotten $who): array
    {
        return array_filter(['answers to programs' => DB::table('api_answers')->whereNotNull('body')->count()]);
    }

    public function forget(Forgotten $who): array
    {
        DB::table('api_answers')
            ->whereNotNull('body')
            ->update(['body' => '{"title":"This was done. Its answer is not kept any more."}']);

        return [];
    }
}
