<?php

declare(strict_types=1);

namespace App\Mailings;

use App\Accounts\User;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Mailings\Per;

/**
 * Mail to those whom a search finds: as a list, as labels, as letters.
 *
 * @property int $id
 * @property string $name
 * @property ?int $user_id
 * @property 'working'|'done'|'failed' $state
 * @property array<string, string> $query
 * @property Per $per
 * @property bool $must_agree  whether silence is no consent
 * @property ?string $letter
 * @property int $total  supporters who are found
 * @property int $done  that were looked at
 * @property int $position
 * @property ?int $pieces  once it is done
 * @property ?string $error
 * @property Carbon $created_at
 * @property-read ?User $user
 */
final class Mailing extends Model
{
    public const UPDATED_AT = null;

    protected $guarded = [];

    protected function casts(): array
    {
        return ['query' => 'array', 'per' => Per::class, 'must_agree' => 'boolean'];
    }

    /** @return BelongsTo<User, $this> */
    public function user(): BelongsTo
    {
        return $this->belongsTo(User::class);
    }

    public function people(): Builder
    {
        return DB::table('mailing_people')->where('mailing_id', $this->id);
    }
}
