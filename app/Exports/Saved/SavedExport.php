<?php

declare(strict_types=1);

namespace App\Exports\Saved;

use App\Accounts\User;
use App\Exports\Export;
use App\Exports\RunExport;
use App\Records\JournalEntry;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasOne;
use Illuminate\Support\Carbon;

/**
 * An export under a name, made again at the press of a button or by itself, with what its owner may see.
 *
 * @property int $id
 * @property string $name
 * @property int $user_id
 * @property array<string, string> $asked  as ExportAsked::of() takes it
 * @property string $format
 * @property ''|'day'|'week'|'month' $every
 * @property int $hour  0 to 23, in the server's time
 * @property int $on_day  1 for Monday to 7, or 1 to 28 of a month
 * @property 'here'|'folder'|'address' $brought_to
 * @property string $target  name of the folder, or the address
 * @property ?string $secret  that is sent to the address as a bearer token
 * @property bool $only_changed
 * @property ?int $mark
 * @property ?Carbon $last_at
 * @property Carbon $created_at
 * @property-read ?User $user
 * @property-read ?Export $latest
 */
final class SavedExport extends Model
{
    public const EVERY = ['', 'day', 'week', 'month'];

    public const UPDATED_AT = null;

    protected $guarded = [];

    protected function casts(): array
    {
        return ['asked' => 'array', 'secret' => 'encrypted', 'only_changed' => 'boolean', 'last_at' => 'datetime'];
    }

    /** @return BelongsTo<User, $this> */
    public function user(): BelongsTo
    {
        return $this->belongsTo(User::class);
    }

    /** @return HasOne<Export, $this> */
    public function latest(): HasOne
    {
        return $this->hasOne(Export::class, 'saved_id')->latestOfMany();
    }

    /** When it was to be made the last time before a moment; null for one that is made by hand. */
    public function dueBefore(Carbon $now): ?Carbon
    {
        $day = $now->copy()->setTime($this->hour, 0);
        $due = match ($this->every) {
            'day' => $day,
            'week' => $day->subDays(($now->dayOfWeekIso - $this->on_day + 7) % 7),
            'month' => $day->day($this->on_day),
            default => null,
        };

        return match (true) {
            $due === null, $due->lessThanOrEqualTo($now) => $due,
            $this->every === 'day' => $due->subDay(),
            $this->every === 'week' => $due->subWeek(),
            default => $due->subMonthNoOverflow(),
        };
    }

    public function isDue(Carbon $now): bool
    {
        $due = $this->dueBefore($now);

        return $due !== null && $due->greaterThan($this->last_at ?? $this->created_at);
    }

    /** Asks for the file. What changes while it is made is in the next one. */
    public function run(): Export
    {
        $export = Export::query()->create([
            'user_id' => $this->user_id,
            'name' => $this->name,
            'asked' => $this->only_changed && $this->mark !== null ? [...$this->asked, 'since' => (string) $this->mark] : $this->asked,
            'format' => $this->format,
            'state' => 'waiting',
            'saved_id' => $this->id,
            'mark' => (int) JournalEntry::query()->max('id'),
        ]);
        $this->update(['last_at' => now()]);
        RunExport::dispatch($export->id);

        return $export;
    }

    /** Those that are due at this moment. */
    public static function runDue(): void
    {
        foreach (self::query()->where('every', '<>', '')->get() as $saved) {
            if ($saved->isDue(now()) && !Export::query()->where('saved_id', $saved->id)->where('state', 'waiting')->exists()) {
                $saved->run();
            }
        }
    }
}
