<?php

declare(strict_types=1);

namespace App\Connections;

use App\Accounts\User;
use App\Intakes\Intake;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Support\Carbon;

/**
 * What was fetched of another system at one time, and what of it was new.
 *
 * @property int $id
 * @property int $connection_id
 * @property ?int $intake_id  null if nothing of it had to be brought in
 * @property ?int $user_id
 * @property 'fetching'|'done'|'failed' $state
 * @property ?Carbon $since
 * @property ?string $until
 * @property ?string $into_batch  name of the batch in which its gifts wait; null if they are given at once
 * @property bool $loads  whether what is sure is loaded with nobody asked
 * @property int $fetched
 * @property int $seen_before
 * @property int $new
 * @property int $changed
 * @property int $went_back
 * @property int $not_counted
 * @property list<array{id: string, says: string}> $told
 * @property ?string $error
 * @property Carbon $created_at
 * @property ?Carbon $ended_at
 * @property-read Connection $connection
 * @property-read ?Intake $intake
 * @property-read ?User $user
 */
final class Pull extends Model
{
    public $timestamps = false;

    protected $table = 'connection_pulls';

    protected $guarded = [];

    protected $dateFormat = 'Y-m-d H:i:s.v';

    protected function casts(): array
    {
        return [
            'since' => 'datetime',
            'loads' => 'boolean',
            'told' => 'array',
            'created_at' => 'datetime',
            'ended_at' => 'datetime',
        ];
    }

    /** @return BelongsTo<Connection, $this> */
    public function connection(): BelongsTo
    {
        return $this->belongsTo(Connection::class);
    }

    /** @return BelongsTo<Intake, $this> */
    public function intake(): BelongsTo
    {
        return $this->belongsTo(Intake::class);
    }

    /** @return BelongsTo<User, $this> */
    public function user(): BelongsTo
    {
        return $this->belongsTo(User::class);
    }

    /** @param  ?string  $since  day (ISO 8601); null for the place up to which it was fetched, with some days of overlap */
    public static function begin(
        Connection $connection,
        ?string $since,
        ?string $until,
        bool $loads,
        ?int $user,
        ?string $batch = null,
    ): self {
        $place = $connection->place?->copy()->subDays($connection->settings()->overlap);

        return self::query()->create([
            'connection_id' => $connection->id,
            'user_id' => $user,
            'state' => 'fetching',
            'since' => $since === null ? $place : Carbon::parse($since, $connection->settings()->zone)->utc(),
            'until' => $until,
            'loads' => $loads,
            'into_batch' => $batch,
            'told' => [],
            'created_at' => now(),
        ]);
    }
}
