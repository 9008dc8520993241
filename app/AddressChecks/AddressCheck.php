<?php

declare(strict_types=1);

namespace App\AddressChecks;

use App\Accounts\User;
use App\Intakes\Intake;
use App\Records\Act;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Support\Carbon;
use PineSieve\Core\Addresses\Directory\Outcome;

/**
 * Addresses that are put into postal form and asked of the postal directory: those of a list that someone handed in, stored ones, or those
 * of an intake before it is loaded.
 *
 * @phpstan-import-type Figures from CheckFigures
 * @phpstan-type Applied array{of: int, done: int, written: int, refused: int, changed: int}
 *
 * @property int $id
 * @property string $kind  LIST, RECORDS or INTAKE
 * @property string $name
 * @property CheckState $state
 * @property ?int $user_id
 * @property ?int $intake_id  source of a list, or the intake whose rows have the addresses
 * @property ?array<string, mixed> $scope  of records: {"kind": "all"}, {"kind": "search", "query": {...}}, {"kind": "older", "days": 90}
 * @property bool $asks  whether the postal directory is asked
 * @property int $position  number of the last row that was read, or whose answer was looked at
 * @property int $total  rows, or addresses
 * @property int $done
 * @property int $to_ask  distinct addresses
 * @property int $asked  of them
 * @property string $edition  of the directory that answered
 * @property ?Figures $figures  once it is done
 * @property ?string $error
 * @property ?int $act_id  the act by which it was applied to the records
 * @property ?Applied $applied  supporters that it is about and those that were looked at; those that were written, those whom a rule keeps as they are, and
 *     addresses that were changed since
 * @property Carbon $created_at
 * @property ?Carbon $began_at
 * @property ?Carbon $ended_at
 * @property-read ?User $user
 * @property-read ?Intake $intake
 * @property-read ?Act $act
 */
final class AddressCheck extends Model
{
    public const LIST = 'list';

    public const RECORDS = 'records';

    public const INTAKE = 'intake';

    public const UPDATED_AT = null;

    protected $guarded = [];

    protected function casts(): array
    {
        return [
            'state' => CheckState::class,
            'scope' => 'array',
            'asks' => 'boolean',
            'figures' => 'array',
            'applied' => 'array',
            'began_at' => 'datetime',
            'ended_at' => 'datetime',
        ];
    }

    /** @return BelongsTo<User, $this> */
    public function user(): BelongsTo
    {
        return $this->belongsTo(User::class);
    }

    /** @return BelongsTo<Intake, $this> */
    public function intake(): BelongsTo
    {
        return $this->belongsTo(Intake::class);
    }

    /** @return BelongsTo<Act, $this> */
    public function act(): BelongsTo
    {
        return $this->belongsTo(Act::class);
    }

    public function isList(): bool
    {
        return $this->kind === self::LIST;
    }

    /** Whether its addresses are stored ones; those of others stand in rows of an intake. */
    public function isOfRecords(): bool
    {
        return $this->kind === self::RECORDS;
    }

    public function isOfIntake(): bool
    {
        return $this->kind === self::INTAKE;
    }

    public function isDone(): bool
    {
        return $this->state === CheckState::Done;
    }

    /** Whether its outcome stands in the records. */
    public function isApplied(): bool
    {
        return $this->state !== CheckState::Writing && $this->act !== null && $this->act->undone_at === null;
    }

    /** Begins from its first row. */
    public function begin(bool $asks): void
    {
        $this->fill([
            'state' => CheckState::Waiting,
            'asks' => $asks,
            'position' => 0,
            'done' => 0,
            'to_ask' => 0,
            'asked' => 0,
            'error' => null,
            'figures' => null,
            'began_at' => now(),
            'ended_at' => null,
        ])->save();
        RunCheck::dispatch($this->id);
    }

    /** Asks for what could not be asked before; what is decided stays. */
    public function goOn(): void
    {
        CheckedRows::of($this)
            ->where('outcome', Outcome::NotYetVerified->value)
            ->update(['outcome' => '']);
        $this->fill([
            'state' => CheckState::Asking,
            'asks' => true,
            'to_ask' => 0,
            'asked' => 0,
            'error' => null,
            'began_at' => now(),
            'ended_at' => null,
        ])->save();
        RunCheck::dispatch($this->id);
    }
}
