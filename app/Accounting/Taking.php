<?php

declare(strict_types=1);

namespace App\Accounting;

use App\Accounts\User;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\DB;

/**
 * Gifts that were taken for accounting together.
 *
 * @property int $id
 * @property ?int $user_id
 * @property string $from_on  ISO 8601
 * @property string $until_on  ISO 8601
 * @property 'working'|'done'|'failed' $state
 * @property int $position
 * @property bool $is_at_changed
 * @property int $mark
 * @property ?string $error
 * @property Carbon $created_at
 * @property-read ?User $user
 */
final class Taking extends Model
{
    public const UPDATED_AT = null;

    protected $table = 'ledger_takings';

    protected $guarded = [];

    protected function casts(): array
    {
        return ['is_at_changed' => 'boolean'];
    }

    /** @return BelongsTo<User, $this> */
    public function user(): BelongsTo
    {
        return $this->belongsTo(User::class);
    }

    public function lines(): Builder
    {
        return DB::table('ledger_lines')->where('taking_id', $this->id);
    }

    /** Whether no other came after it: only the last can be put back. */
    public function isLast(): bool
    {
        return (int) self::query()->max('id') === $this->id;
    }
}
