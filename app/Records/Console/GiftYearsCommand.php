<?php

declare(strict_types=1);

namespace App\Records\Console;

use App\Records\GiftYears;
use Illuminate\Console\Command;

/** Holds what each supporter gave by year against the gifts, or makes it anew. */
final class GiftYearsCommand extends Command
{
    protected $signature = 'gifts:by-year {--build : makes it anew}';

    protected $description = 'Holds what each supporter gave by year against the gifts, or makes it anew';

    public function handle(GiftYears $years): int
    {
        if ($this->option('build') === true) {
            $years->build();
        }
        $wrong = $years->wrong();
        $this->line(
            $wrong === 0 ? 'What each gave by year is what the gifts say.' : "{$wrong} years of supporters are not what the gifts say.",
        );

        return $wrong === 0 ? self::SUCCESS : self::FAILURE;
    }
}
