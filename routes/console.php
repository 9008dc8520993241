<?php

declare(strict_types=1);

use App\Duplicates\SearchSchedule;
use App\Jobs\DeliverNotices;
use App\Records\PostalForms;
use App\Standards\Measures;
use Illuminate\Support\Facades\Schedule;

// Commands are found in app/Console/Commands.
Schedule::command('sieve:restore-point --scheduled')->everyTenMinutes()->withoutOverlapping();
Schedule::call(static fn () => app(Measures::class)->take())->hourly()->name('measures');
Schedule::call(static fn () => app(PostalForms::class)->catchUp(30.0))->everyMinute()->name('postal forms')->withoutOverlapping();
Schedule::call(static fn () => app(SearchSchedule::class)->run())->everyTenMinutes()->name('duplicates')->withoutOverlapping();
Schedule::job(new DeliverNotices)->everyMinute();
