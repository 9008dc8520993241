<?php

declare(strict_types=1);

namespace App\Connections;

use App\Accounts\User;
use App\Intakes\Intake;
use App\Intakes\Plans\SavedPlan;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Support\Carbon;
use PineSieve\Core\Connections\ConnectionForm;
use PineSieve\Core\Connections\LearnedPlan;

/**
 * Another system from which gifts go on coming.
 *
 * @phpstan-import-type FormData from ConnectionForm
 *
 * @property int $id
 * @property string $name
 * @property FormData $form
 * @property ?string $key
 * @property ?int $plan_id
 * @property ?int $user_id
 * @property int $every
 * @property bool $loads
 * @property ?Carbon $place
 * @property int $failures
 * @property ?string $error
 * @property ?Carbon $next_at
 * @property ?string $inbox
 * @property ?string $inbox_key
 * @property int $refused
 * @property ?Carbon $refused_at
 * @property-read ?User $user
 * @property-read ?SavedPlan $plan
 */
final class Connection extends Model
{
    /** Minutes after which one that failed is tried again, longer each time. */
    private const LATER = [5, 15, 60, 240, 720];

    protected $guarded = [];

    /** @var list<string> */
    protected $hidden = ['key', 'inbox_key'];

    protected function casts(): array
    {
        return [
            'form' => 'array',
            'key' => 'encrypted',
            'inbox_key' => 'encrypted',
            'refused_at' => 'datetime',
            'loads' => 'boolean',
            'place' => 'datetime',
            'next_at' => 'datetime',
        ];
    }

    /** @return BelongsTo<User, $this> */
    public function user(): BelongsTo
    {
        return $this->belongsTo(User::class);
    }

    /** @return BelongsTo<SavedPlan, $this> */
    public function plan(): BelongsTo
    {
        return $this->belongsTo(SavedPlan::class);
    }

    public function settings(): ConnectionForm
    {
        return ConnectionForm::of($this->form);
    }

    /** @return 'by hand'|'automatic'|'failing' */
    public function state(): string
    {
        return match (true) {
            $this->failures > 0 => 'failing',
            $this->every > 0 => 'automatic',
            default => 'by hand',
        };
    }

    /** Where it has no columns yet, those of its last intake that was loaded are kept as a plan, to be used and changed like any other. */
    public function learnPlan(): void
    {
        $loaded =
            $this->plan !== null
                ? null
                : Intake::query()->where('connection_id', $this->id)->whereNotNull('loaded_at')->latest('id')->first();
        if ($loaded === null) {
            return;
        }
        $this->takePlan(
            new SavedPlan([
                'plan' => LearnedPlan::of($loaded->columnPlan(), $loaded->columnProfiles())->toArray(),
                'settings' => $loaded->settings->ofPlan(),
            ]),
            $loaded->loaded_by,
        );
    }

    /** Keeps a plan for its columns, below its own name or the next one that is free. */
    public function takePlan(SavedPlan $plan, ?int $user): void
    {
        $name = $this->name;
        for ($i = 2; SavedPlan::query()->where('name', $name)->exists(); $i++) {
            $name = "{$this->name} {$i}";
        }
        $plan->forceFill(['name' => $name, 'user_id' => $user])->save();
        $this->update(['plan_id' => $plan->id]);
        $this->setRelation('plan', $plan);
    }

    /** It went well: what went wrong before is forgotten. */
    public function wentWell(): void
    {
        $this->fill(['failures' => 0, 'error' => null, 'next_at' => $this->every > 0 ? now()->addMinutes($this->every) : null])->save();
    }

    /** It keeps its place, and is tried again later, each time later. */
    public function failed(string $says): void
    {
        $later = self::LATER[min($this->failures, count(self::LATER) - 1)];
        $this->fill([
            'failures' => $this->failures + 1,
            'error' => mb_substr($says, 0, 500),
            'next_at' => $this->every > 0 ? now()->addMinutes($later) : null,
        ])->save();
    }
}
