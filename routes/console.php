<?php

declare(strict_types=1);

use App\AddressChecks\CheckSchedule;
use App\Connections\PullSchedule;
use App\Duplicates\Said;
use App\Duplicates\SearchSchedule;
use App\Erasing\ErasedAgain;
use App\Exports\Export;
use App\Exports\Saved\SavedExport;
use App\Intakes\CutOff;
use App\Matching\Editions;
use App\Matching\RuleSets;
use App\Notices\DeliverNotices;
use App\Records\Acts;
use App\Rereading\ReadAgain;
use App\Standards\Measures;
use App\Supporters\PostalForms;
use Illuminate\Support\Facades\Schedule;
use PineSieve\Core\Names\SupporterKind;

// Commands are found in the Console folder of each area.
Schedule::command('sieve:restore-point --scheduled')->everyTenMinutes()->withoutOverlapping();
Schedule::call(static fn() => app(Measures::class)->take())->hourly()->name('measures');
Schedule::call(static fn() => app(PostalForms::class)->catchUp(30.0))->everyMinute()->name('postal forms')->withoutOverlapping();
Schedule::call(static fn() => app(SearchSchedule::class)->run())->everyTenMinutes()->name('duplicates')->withoutOverlapping();
Schedule::call(static fn() => app(CheckSchedule::class)->run())->everyTenMinutes()->name('addresses')->withoutOverlapping();
Schedule::call(
    static fn() => array_map(
        static fn(SupporterKind $kind) => app(Editions::class)->renew(app(RuleSets::class)->used($kind), app(RuleSets::class)->comparers()),
        SupporterKind::cases(),
    ),
)
    ->dailyAt('3:40')
    ->name('frequencies')
    ->withoutOverlapping();
Schedule::call(static fn() => app(Said::class)->correct())->dailyAt('3:50')->name('decisions')->withoutOverlapping();
// Rules of reading change with the standards and with each new version.
Schedule::call(static fn() => ReadAgain::begin())->weeklyOn(0, '4:20')->name('read again');
Schedule::call(static fn() => app(ErasedAgain::class)->again())->hourly()->name('erased')->withoutOverlapping();
Schedule::call(static fn() => app(PullSchedule::class)->run())->everyMinute()->name('connections')->withoutOverlapping();
Schedule::call(static fn() => app(CutOff::class)->takeUp())->everyTenMinutes()->name('taken up')->withoutOverlapping();
Schedule::call(static fn() => SavedExport::runDue())->everyFiveMinutes()->name('exports')->withoutOverlapping();
Schedule::call(static fn() => Export::forgetOld())->daily()->name('old exports');
Schedule::call(static fn() => app(Acts::class)->endCutOff())->hourly()->name('cut off');
Schedule::job(new DeliverNotices())->everyMinute();
