<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use PineSieve\Core\Changes\Change;

/**
 * What was written to one supporter and what hangs on it, by whom and from which row.
 *
 * @property int $id
 * @property string $at
 * @property string $cause
 * @property ?int $user_id
 * @property ?int $intake_id
 * @property ?int $row_number
 * @property int $supporter_id
 * @property ?int $act_id
 * @property-read ?Intake $intake
 * @property-read ?User $user
 */
final class JournalEntry extends Model
{
    public $timestamps = false;

    protected $table = 'journal';

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

    /** @return array<string, true> "subject:id" of all of a supporter that was written after an entry */
    public static function touchedAfter(int $entry, int $supporter): array
    {
        $touched = [];
        foreach (self::query()->where('supporter_id', $supporter)->where('id', '>', $entry)->get() as $later) {
            foreach ($later->changeList() as $change) {
                $touched["{$change->subject->value}:{$change->ref}"] = true;
            }
        }

        return $touched;
    }

    /** @return list<Change> */
    public function changeList(): array
    {
        return array_map(Change::fromArray(...), json_decode((string) $this->getAttribute('changes'), true, flags: JSON_THROW_ON_ERROR));
    }
}
