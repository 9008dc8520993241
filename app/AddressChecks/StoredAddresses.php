<?php

declare(strict_types=1);

namespace App\AddressChecks;

use App\Records\Supporter;
use App\Supporters\SupporterSearch;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Addresses\Address;
use PineSieve\Core\Names\PersonName;

/** Stored addresses that are to be checked. Former ones, and those that are not to be used, are left in peace. */
final readonly class StoredAddresses
{
    public const LEFT = ['former', 'not to be used'];

    /** @param  array<string, mixed>  $scope */
    public static function count(array $scope): int
    {
        return self::of($scope)->count();
    }

    /**
     * @param  array<string, mixed>  $scope
     * @return array{found: list<FoundAddress>, read: int, last: ?int}
     */
    public function next(array $scope, int $after, int $limit): array
    {
        $rows = self::of($scope)
            ->join('supporters as s', 's.id', '=', 'a.supporter_id')
            ->where('a.id', '>', $after)
            ->orderBy('a.id')
            ->limit($limit)
            ->get([
                'a.id',
                'a.supporter_id',
                'a.line1',
                'a.line2',
                'a.city',
                'a.state',
                'a.postal_code',
                'a.country',
                's.display_name',
                's.first_name',
                's.last_name',
                's.organization_name',
            ]);
        $found = [];
        foreach ($rows as $row) {
            $address = Address::fromParts(
                array_map(static fn(mixed $part): ?string => $part === null ? null : (string) $part, (array) $row),
            );
            if (!$address->isBlank()) {
                $name = new PersonName(
                    first: (string) $row->first_name,
                    last: (string) ($row->last_name ?? '') === '' ? (string) $row->organization_name : (string) $row->last_name,
                );
                $found[] = new FoundAddress((int) $row->id, $address, (string) $row->display_name, $name, (int) $row->supporter_id);
            }
        }

        return ['found' => $found, 'read' => count($rows), 'last' => $rows->last()?->id];
    }

    /** @param  array<string, mixed>  $scope */
    private static function of(array $scope): Builder
    {
        $addresses = DB::table('addresses as a')->whereNotIn('a.condition', self::LEFT);

        return match ($scope['kind']) {
            'search' => $addresses->whereIn(
                'a.supporter_id',
                SupporterSearch::of((array) $scope['query'])->select('supporters.id')->toBase(),
            ),
            'supporter' => $addresses->where('a.supporter_id', (int) $scope['supporter']),
            'older' => $addresses->whereNotExists(
                static fn(Builder $states) => $states
                    ->from('address_states as t')
                    ->whereColumn('t.address_id', 'a.id')
                    ->where('t.asked_at', '>=', now()->subDays((int) $scope['days'])),
            ),
            default => $addresses,
        };
    }

    /**
     * @param  array<string, mixed>  $scope
     * @return string whose addresses they are, as a name for the check
     */
    public static function words(array $scope): string
    {
        return match ($scope['kind']) {
            'search' => 'Supporters of a search',
            'supporter' => (string) Supporter::query()->where('id', (int) $scope['supporter'])->value('display_name'),
            'older' => "Not verified for {$scope['days']} days",
            default => 'All addresses',
        };
    }
}
