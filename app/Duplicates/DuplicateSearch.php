<?php

declare(strict_types=1);

namespace App\Duplicates;

use App\Matching\RulesInUse;
use App\Supporters\ComparedWith;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Support\Carbon;

/**
 * A search for duplicates through the whole database.
 *
 * @phpstan-type TooCommonKey array{rules: string, value: string, records: int}
 * @phpstan-type SearchShown array{
 *     id: int, state: 'waiting'|'searching'|'done'|'failed', done: int, total: int, compared: int, too_common: ?list<TooCommonKey>,
 *     error: ?string, created_at: string, ended_at: ?string, ...,
 * }
 *
 * @property int $id
 * @property string $state
 * @property int $done
 * @property int $total
 * @property int $certain
 * @property int $review
 * @property int $compared
 * @property ?list<array{rules: string, value: string, records: int}> $too_common
 * @property ?string $error
 * @property ?array<string, mixed> $tried  a rule set
 * @property ?array<string, mixed> $found
 * @property ?array<string, mixed> $scope  null for everyone
 * @property int $journal_mark
 * @property Carbon $created_at
 * @property ?Carbon $ended_at
 */
final class DuplicateSearch extends Model
{
    public const UPDATED_AT = null;

    /** Scope of a search for those who are new or changed since the last one. */
    public const CHANGED = 'changed';

    /** Scope of a set that is tried on the rows of an intake. */
    public const INTAKE = 'intake';

    /** Added to the unit of a row, so that it is a number that no supporter has. */
    public const ROW = 1 << 48;

    protected $guarded = [];

    protected function casts(): array
    {
        return [
            'too_common' => 'array',
            'tried' => 'array',
            'found' => 'array',
            'scope' => 'array',
            'created_at' => 'immutable_datetime',
            'ended_at' => 'immutable_datetime',
        ];
    }

    /** @return Builder<self> searches that count, the latest first */
    public static function real(): Builder
    {
        return self::query()->whereNull('tried')->orderByDesc('id');
    }

    /** The last search that went through everyone, or all that had changed; null if there is none, or if the rules have changed since. */
    public function before(): ?self
    {
        $before = self::real()
            ->where('state', 'done')
            ->where('id', '<', $this->id)
            ->where(static fn($query) => $query->whereNull('scope')->orWhereIn('scope->kind', [ComparedWith::ALL, self::CHANGED]))
            ->first();

        return $before === null || RulesInUse::query()->where('changed_at', '>', $before->created_at)->exists() ? null : $before;
    }

    public function isOfChanged(): bool
    {
        return ($this->scope['kind'] ?? ComparedWith::ALL) === self::CHANGED;
    }

    /** Whether only a part of the database is asked for, whoever is changed. */
    public function isOfPart(): bool
    {
        return !$this->isOfChanged() && ($this->scope['kind'] ?? ComparedWith::ALL) !== ComparedWith::ALL;
    }

    public static function underWay(): ?self
    {
        return self::real()
            ->whereIn('state', ['waiting', 'searching'])
            ->first();
    }
}
