<?php

declare(strict_types=1);

namespace App\AddressChecks;

use App\Addresses\Directory\DirectorySettings;

/** Asks about stored addresses again by itself, at night, once the answer is as old as the settings say. Records stay as they are. */
final readonly class CheckSchedule
{
    /** From which hour on, in the server's time. */
    private const HOUR = 3;

    public function run(): void
    {
        self::forgetDiscarded();
        $settings = DirectorySettings::read();
        if ($settings->everyDays === 0 || !$settings->isSet() || now()->hour < self::HOUR) {
            return;
        }
        $isRun = AddressCheck::query()->where('scope->kind', 'older')->where('created_at', '>=', now()->startOfDay())->exists();
        $scope = ['kind' => 'older', 'days' => $settings->everyDays];
        if (!$isRun && StoredAddresses::count($scope) > 0) {
            $check = AddressCheck::query()->create([
                'kind' => AddressCheck::RECORDS,
                'name' => StoredAddresses::words($scope),
                'state' => CheckState::Waiting,
                'scope' => $scope,
            ]);
            $check->refresh()->begin(asks: true);
        }
    }

    /** What was found of an intake that is not there any more. */
    private static function forgetDiscarded(): void
    {
        $gone = AddressCheck::query()->where('kind', AddressCheck::INTAKE)->whereDoesntHave('intake')->get();
        foreach ($gone as $check) {
            CheckedRows::of($check)->delete();
            $check->delete();
        }
    }
}
