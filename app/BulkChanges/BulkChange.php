<?php

declare(strict_types=1);

namespace App\BulkChanges;

use App\Accounts\User;
use App\Records\Act;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Bulk\BulkPlanner;
use PineSieve\Core\Bulk\BulkStep;
use PineSieve\Core\Bulk\UnusableStep;
use PineSieve\Core\Standards\Standards;

/**
 * What is to be done to many supporters at once: planned first, seen, then written as one act.
 *
 * @phpstan-type StepData array{kind: string, field?: ?string, value?: ?string, from?: ?string, over_refusals?: ?bool}
 * @phpstan-type BulkOutcome array{written: int, refused: int, changed: int}
 *
 * @property int $id
 * @property ?int $user_id
 * @property BulkState $state
 * @property array{query?: array<string, string>, except?: list<int>, ids?: list<int>} $scope
 * @property non-empty-list<StepData> $steps
 * @property int $total  supporters
 * @property int $done  that were looked at
 * @property int $position
 * @property ?BulkOutcome $outcome  records that were written, those whom a rule keeps as they are, and those that came to something else
 *     meanwhile
 * @property ?int $act_id
 * @property ?string $error
 * @property Carbon $created_at
 * @property ?Carbon $ended_at
 * @property-read ?User $user
 * @property-read ?Act $act
 */
final class BulkChange extends Model
{
    public const UPDATED_AT = null;

    protected $guarded = [];

    protected function casts(): array
    {
        return ['state' => BulkState::class, 'scope' => 'array', 'steps' => 'array', 'outcome' => 'array', 'ended_at' => 'datetime'];
    }

    /** @return BelongsTo<User, $this> */
    public function user(): BelongsTo
    {
        return $this->belongsTo(User::class);
    }

    /** @return BelongsTo<Act, $this> */
    public function act(): BelongsTo
    {
        return $this->belongsTo(Act::class);
    }

    /** Supporters and what it comes to for each. */
    public function records(): Builder
    {
        return DB::table('bulk_records')->where('bulk_id', $this->id);
    }

    /**
     * @return non-empty-list<BulkStep>
     *
     * @throws UnusableStep if a field was changed since so that it can't be done any more
     */
    public function stepList(Standards $standards): array
    {
        return array_map(static fn(array $step): BulkStep => BulkStep::of($step, $standards), $this->steps);
    }

    public function planner(Standards $standards): BulkPlanner
    {
        return new BulkPlanner($this->stepList($standards), $standards->catalog, $this->user->name ?? '');
    }

    /** What is done, as a sentence: "Add Spring letter to Groups". */
    public function sentence(Standards $standards): string
    {
        return ucfirst(
            implode(
                ', and ',
                array_map(static fn(BulkStep $step): string => $step->sentence($standards->catalog), $this->stepList($standards)),
            ),
        );
    }
}
