<?php

declare(strict_types=1);

namespace App\AddressChecks;

use App\Accounts\User;
use App\Addresses\Directory\DirectorySettings;
use App\Intakes\Decisions\Revision;
use App\Intakes\Intake;
use App\Intakes\IntakeState;
use App\Intakes\Sifting\RowsWorkedOut;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Addresses\Directory\Outcome;
use PineSieve\Core\Columns\RowAddresses;

/** The addresses of an intake asked of the postal directory before it is loaded; a load never waits for it. */
final readonly class IntakeAddresses
{
    public function __construct(private Revision $revision) {}

    /** Asks once rows are worked out, if that is a setting of the intake, or someone has asked about its rows before. */
    public function handle(RowsWorkedOut $event): void
    {
        $intake = Intake::query()->find($event->intake);
        $isAsked = AddressCheck::query()->where('kind', AddressCheck::INTAKE)->where('intake_id', $event->intake)->exists();
        if ($intake !== null && ($intake->settings->verifiesAddresses || $isAsked) && DirectorySettings::read()->isSet()) {
            $this->ask($intake, $intake->user);
        }
    }

    /** @return ?AddressCheck null if no column of the intake is an address */
    public function ask(Intake $intake, ?User $user): ?AddressCheck
    {
        if (ListRows::most($intake) === 0) {
            return null;
        }
        $check = AddressCheck::query()->firstOrNew(['kind' => AddressCheck::INTAKE, 'intake_id' => $intake->id]);
        if (!$check->exists || !$check->state->isWorking()) {
            $check->fill(['name' => $intake->name, 'user_id' => $user?->id, 'state' => CheckState::Waiting])->save();
            $check->refresh()->begin(asks: true);
        }

        return $check->refresh();
    }

    /**
     * Corrects the rows by what was decided; a decision that was taken back takes its correction with it.
     *
     * @param  list<CheckedAddress>  $decided
     */
    public function correct(Intake $intake, array $decided, ?int $userId): void
    {
        abort_unless($intake->state === IntakeState::Ready, 409, 'This intake is being worked on or was loaded already.');
        $addresses = new RowAddresses($intake->columnPlan());
        [$edits, $back] = [[], []];
        foreach ($decided as $one) {
            $cells = $addresses->cells($one->address());
            abort_if($cells === null, 422, 'The file has no column for a part of this address. Correct the row itself.');
            if ($one->decision === '') {
                $back[] = $one->number;
            }
            foreach ($one->decision === '' ? [] : $cells as $column => $cell) {
                $edits[] = ['number' => $one->number, 'column' => $column, 'to' => $cell];
            }
        }
        foreach ($back === [] ? [] : $addresses->columns() as $column) {
            DB::table('intake_edits')
                ->where('intake_id', $intake->id)
                ->where('kind', 'cell')
                ->where('column', $column)
                ->whereIn('number', $back)
                ->delete();
        }
        $edits === [] ? $this->revision->again($intake, $back) : $this->revision->together($intake, 'cell', $edits, $userId);
        self::tell($intake, $decided);
    }

    /** @param  list<CheckedAddress>  $decided */
    private static function tell(Intake $intake, array $decided): void
    {
        foreach ($decided as $one) {
            DB::table('intake_results')
                ->where('intake_id', $intake->id)
                ->where('number', $one->number)
                ->update(['address_outcome' => $one->decision === '' ? $one->outcome->value : Outcome::Confirmed->value]);
        }
    }
}
