<?php

declare(strict_types=1);

namespace App\Erasing;

use App\Accounts\User;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Support\Carbon;

/**
 * Someone was erased: who asked for it and why, and how much there was; never what.
 *
 * @property int $id
 * @property int $supporter_id
 * @property ?int $user_id  null for one that was applied again after a restore
 * @property string $asked_by
 * @property string $reason
 * @property 'waiting'|'written'|'done'|'failed' $state  "written": the records are without them, files and copies are not yet
 * @property ?int $act_id
 * @property ?array<string, int> $counts
 * @property ?list<string> $files
 * @property ?string $error
 * @property Carbon $erased_at  the first time
 * @property Carbon $created_at
 * @property ?Carbon $ended_at
 * @property-read ?User $user
 */
final class Erasure extends Model
{
    /** Who may ask for it. */
    public const ASKED_BY = ['the person', 'their family', 'their guardian or lawyer', 'an authority', 'a rule of ours'];

    /** In place of a person, for one that an older copy of the database had again. */
    public const RESTORED = 'a restore point';

    public const UPDATED_AT = null;

    protected $guarded = [];

    protected function casts(): array
    {
        return ['counts' => 'array', 'files' => 'array', 'erased_at' => 'datetime', 'ended_at' => 'datetime'];
    }

    /** @return BelongsTo<User, $this> */
    public function user(): BelongsTo
    {
        return $this->belongsTo(User::class);
    }

    public static function ofSupporter(int $supporter): ?self
    {
        return self::query()->with('user')->where('supporter_id', $supporter)->latest('id')->first();
    }
}
