<?php

declare(strict_types=1);

namespace App\Batches;

use App\Accounts\User;
use App\Records\Act;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Support\Carbon;
use PineSieve\Core\Gifts\BatchState;

/**
 * Gifts that came in together, such as the checks of one day: entered and checked together, and given once they are posted.
 *
 * @property int $id
 * @property string $name
 * @property string $received_on  ISO 8601
 * @property string $bank_reference
 * @property string $currency  ISO 4217; of all of its gifts
 * @property array<string, string> $defaults  field to the value that each of its gifts has unless something else is written
 * @property int $expected_gifts
 * @property string $expected_amount
 * @property BatchState $state
 * @property ?int $user_id  who opened it
 * @property ?int $readied_by
 * @property ?int $posted_by
 * @property ?Carbon $posted_at
 * @property string $reason  why it was posted though it is not what was expected
 * @property ?int $act_id  that posted it
 * @property Carbon $created_at
 * @property-read ?User $opener
 * @property-read ?User $readier
 * @property-read ?User $poster
 */
final class Batch extends Model
{
    public const UPDATED_AT = null;

    protected $guarded = [];

    protected $dateFormat = 'Y-m-d H:i:s.v';

    protected $attributes = [
        'state' => 'open',
        'defaults' => '{}',
        'bank_reference' => '',
        'reason' => '',
        'expected_gifts' => 0,
        'expected_amount' => '0.00',
    ];

    protected function casts(): array
    {
        return ['state' => BatchState::class, 'defaults' => 'array', 'posted_at' => 'datetime', 'created_at' => 'datetime'];
    }

    /** @return BelongsTo<User, $this> */
    public function opener(): BelongsTo
    {
        return $this->belongsTo(User::class, 'user_id');
    }

    /** @return BelongsTo<User, $this> */
    public function readier(): BelongsTo
    {
        return $this->belongsTo(User::class, 'readied_by');
    }

    /** @return BelongsTo<User, $this> */
    public function poster(): BelongsTo
    {
        return $this->belongsTo(User::class, 'posted_by');
    }

    /** @return BelongsTo<Act, $this> */
    public function act(): BelongsTo
    {
        return $this->belongsTo(Act::class);
    }

    public function isOpen(): bool
    {
        return $this->state === BatchState::Open;
    }

    public function isPosted(): bool
    {
        return $this->state === BatchState::Posted;
    }
}
