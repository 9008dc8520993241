<?php

declare(strict_types=1);

namespace App\Supporters;

use App\Support\Lists;
use Illuminate\Support\Facades\DB;

/**
 * With whom records are compared: the rows of an intake, or supporters in a search for duplicates.
 *
 * @phpstan-type Against array{kind: 'all'|'group'|'search'|'ids'|'file'|'nothing', group?: string, search?: int, ids?: list<int>}
 */
final readonly class ComparedWith
{
    public const ALL = 'all';

    public const KINDS = [self::ALL, self::GROUP, self::SEARCH, self::IDS, self::FILE, self::NOTHING];

    private const GROUP = 'group';

    private const SEARCH = 'search';

    private const IDS = 'ids';

    /** Only rows of the same file. */
    private const FILE = 'file';

    private const NOTHING = 'nothing';

    /**
     * @param  'all'|'group'|'search'|'ids'|'file'|'nothing'  $kind
     * @param  string  $group  name of the group, if it is one
     * @param  int  $search  number of the saved search, if it is one
     * @param  list<int>  $ids  numbers of supporters, if it is a list of them
     */
    public function __construct(
        public string $kind = self::ALL,
        public string $group = '',
        public int $search = 0,
        public array $ids = [],
    ) {}

    public static function fromArray(mixed $data): self
    {
        return !is_array($data) || !in_array($data['kind'] ?? null, self::KINDS, true)
            ? new self()
            : new self(
                $data['kind'],
                (string) ($data['group'] ?? ''),
                (int) ($data['search'] ?? 0),
                array_values(array_map(intval(...), $data['ids'] ?? [])),
            );
    }

    /** @return Against */
    public function toArray(): array
    {
        return [
            'kind' => $this->kind,
            ...$this->group === '' ? [] : ['group' => $this->group],
            ...$this->search === 0 ? [] : ['search' => $this->search],
            ...$this->ids === [] ? [] : ['ids' => $this->ids],
        ];
    }

    /** Whether stored supporters are looked at, beside those that a row or a person names. */
    public function looksAtStored(): bool
    {
        return $this->kind !== self::FILE && $this->kind !== self::NOTHING;
    }

    /** Whether earlier rows of the file are looked at. */
    public function looksAtRows(): bool
    {
        return $this->kind !== self::NOTHING;
    }

    /**
     * @param  list<int>  $supporters
     * @return list<int> those of them that are compared
     */
    public function among(array $supporters): array
    {
        if ($supporters === []) {
            return [];
        }

        return match ($this->kind) {
            self::ALL => $supporters,
            self::GROUP => Lists::ints(
                DB::table('memberships')
                    ->where('list', 'group')
                    ->where('name', $this->group)
                    ->whereIn('supporter_id', $supporters)
                    ->distinct()
                    ->pluck('supporter_id'),
            ),
            self::SEARCH => Lists::ints(
                SupporterSearch::of(SavedSearch::ofSupporters()->find($this->search)->query ?? ['none' => '1'])
                    ->whereIn('supporters.id', $supporters)
                    ->pluck('supporters.id'),
            ),
            self::IDS => array_values(array_intersect($supporters, $this->ids)),
            default => [],
        };
    }
}
