<?php

declare(strict_types=1);

namespace App\Exports;

use App\Accounts\User;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\Storage;

/**
 * A file that someone asked for.
 *
 * @property int $id
 * @property int $user_id
 * @property string $name  as it is shown, and what its file is called without the ending
 * @property array<string, string> $asked  as ExportAsked::of() takes it; "of" may be "everything"
 * @property string $format  "csv", "xlsx", "json" or "zip"
 * @property string $state  "waiting", "done" or "failed"
 * @property ?int $rows
 * @property ?array<string, string> $amounts
 * @property ?string $error
 * @property ?int $saved_id  the saved export that it is of
 * @property ?int $mark  the last entry of the journal before it was made
 * @property ?string $delivered  where it was brought to, or why it was not as yet
 * @property Carbon $created_at
 * @property ?Carbon $ended_at
 * @property-read ?User $user
 */
final class Export extends Model
{
    /** Days for which a file is kept. */
    public const KEPT_DAYS = 7;

    public const UPDATED_AT = null;

    protected $guarded = [];

    protected function casts(): array
    {
        return ['asked' => 'array', 'amounts' => 'array', 'ended_at' => 'datetime'];
    }

    /** @return BelongsTo<User, $this> */
    public function user(): BelongsTo
    {
        return $this->belongsTo(User::class);
    }

    /** Path of the file on this machine. */
    public function path(): string
    {
        Storage::disk('local')->makeDirectory('exports');

        return Storage::disk('local')->path($this->file());
    }

    /** As whoever takes it gets it. */
    public function fileName(): string
    {
        return str_replace(['/', '\\', '%'], '-', "{$this->name} {$this->created_at->format('Y-m-d')}.{$this->format}");
    }

    /** Path of the file in the store. */
    public function file(): string
    {
        return "exports/{$this->id}.{$this->format}";
    }

    /** Files that are older than they are kept for, with what is remembered of them. */
    public static function forgetOld(): void
    {
        foreach (self::query()->where('created_at', '<', now()->subDays(self::KEPT_DAYS))->get() as $export) {
            @unlink($export->path());
            @unlink($export->path() . Exporting::CONTROL);
            $export->delete();
        }
    }
}
