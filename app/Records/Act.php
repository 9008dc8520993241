<?php

declare(strict_types=1);

namespace App\Records;

use App\Accounts\User;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Support\Carbon;

/**
 * Something that was done to records, one or many: what the journal's entries belong to, and what is taken back as one.
 *
 * @property int $id
 * @property ActKind $kind
 * @property string $what  a sentence for the audit list; '' where nobody asks
 * @property ?int $user_id
 * @property ?int $intake_id  whose rows it loaded, took back or brought back
 * @property bool $is_quiet  whether other systems are told nothing of it
 * @property ActState $state
 * @property int $records  that it changed
 * @property Carbon $at
 * @property ?Carbon $ended_at
 * @property ?Carbon $undone_at
 * @property ?int $undone_by
 * @property-read ?User $user
 */
final class Act extends Model
{
    public $timestamps = false;

    protected $guarded = [];

    protected $dateFormat = 'Y-m-d H:i:s.v';

    protected function casts(): array
    {
        return [
            'kind' => ActKind::class,
            'state' => ActState::class,
            'is_quiet' => 'boolean',
            'at' => 'datetime',
            'ended_at' => 'datetime',
            'undone_at' => 'datetime',
        ];
    }

    /** @return BelongsTo<User, $this> */
    public function user(): BelongsTo
    {
        return $this->belongsTo(User::class);
    }

    /** One that goes on: what is written with it belongs to it, until it ends. */
    public static function begin(ActKind $kind, ?int $userId, string $what = ''): self
    {
        return self::query()->create([
            'kind' => $kind,
            'user_id' => $userId,
            'what' => mb_substr($what, 0, 500),
            'is_quiet' => $kind === ActKind::Demo,
            'state' => ActState::UnderWay,
            'at' => now(),
        ]);
    }

    /** The same one that was cut off before its end, or else a new one. */
    public static function goOn(ActKind $kind, ?int $userId, string $what): self
    {
        return self::query()->where('kind', $kind)->where('state', ActState::UnderWay)->where('what', mb_substr($what, 0, 500))->first() ??
            self::begin($kind, $userId, $what);
    }

    /** One that goes on in the queue; where nothing was written with it for long, it was ended meanwhile, and another takes its place. */
    public static function resumed(?int $id, ActKind $kind, ?int $userId, string $what): self
    {
        return self::query()->find($id) ?? self::begin($kind, $userId, $what);
    }

    /** One that is over with a single writing. */
    public static function once(ActKind $kind, ?int $userId): self
    {
        return self::query()->create([
            'kind' => $kind,
            'user_id' => $userId,
            'what' => '',
            'is_quiet' => $kind === ActKind::Demo,
            'state' => ActState::Done,
            'records' => 1,
            'at' => now(),
            'ended_at' => now(),
        ]);
    }

    /** One that works on the rows of an intake. */
    public static function ofIntake(int $intake, bool $isQuiet, ActKind $kind, ?int $userId): self
    {
        return self::query()->create([
            'kind' => $kind,
            'user_id' => $userId,
            'intake_id' => $intake,
            'what' => '',
            'is_quiet' => $isQuiet,
            'state' => ActState::UnderWay,
            'at' => now(),
        ]);
    }

    /** One that changed nothing leaves no trace. */
    public function end(): void
    {
        $this->records = JournalEntry::query()->where('act_id', $this->id)->distinct()->count('owner_id');
        if ($this->records === 0) {
            $this->delete();
        } else {
            $this->fill(['state' => ActState::Done, 'ended_at' => now()])->save();
        }
    }

    public function markUndone(?int $userId): void
    {
        $this->fill(['state' => ActState::Undone, 'undone_at' => now(), 'undone_by' => $userId])->save();
    }
}
