<?php

declare(strict_types=1);

namespace App\Batches;

use App\Records\Supporter;
use App\Standards\FieldAccess;
use App\Support\Lists;
use App\Supporters\SearchIndex;
use Illuminate\Database\Connection;
use PineSieve\Core\Names\SupporterKind;

/**
 * Whom someone means who types a few letters: by number, name, email, phone, id or the beginning of an address.
 *
 * @phpstan-type FoundSupporter array{id: int, name: string, kind: value-of<SupporterKind>, status: ?string, address: string}
 */
final readonly class Lookup
{
    private const MOST = 8;

    public function __construct(private Connection $db, private SearchIndex $search) {}

    /** @return list<FoundSupporter> the best first */
    public function find(string $typed, FieldAccess $sight): array
    {
        $typed = trim($typed);
        if ($typed === '') {
            return [];
        }
        $ids = array_slice(
            array_values(
                array_unique([...$this->byNumber($typed), ...$this->byWords($typed, $sight), ...$this->byAddress($typed, $sight)]),
            ),
            0,
            self::MOST,
        );
        $rows = Supporter::query()->whereIn('id', $ids)->with('addresses')->get()->keyBy('id');
        $found = [];
        foreach ($ids as $id) {
            $supporter = $rows[$id] ?? null;
            if ($supporter !== null) {
                $found[] = [
                    'id' => $id,
                    'name' => $supporter->sort_name,
                    'kind' => SupporterKind::from($supporter->kind)->value,
                    'status' => $sight->sees('status') ? $supporter->getAttribute('status') : null,
                    'address' => $this->address($supporter, $sight),
                ];
            }
        }

        return $found;
    }

    /** @return list<int> */
    private function byNumber(string $typed): array
    {
        return ctype_digit($typed) && strlen($typed) < 12 ? Lists::ints(Supporter::query()->whereKey((int) $typed)->pluck('id')) : [];
    }

    /** @return list<int> */
    private function byWords(string $typed, FieldAccess $sight): array
    {
        $matching = $this->search->matching($typed, $sight);

        return $matching === null
            ? []
            : Lists::ints(Supporter::query()->whereIn('id', $matching)->orderBy('sort_key')->orderBy('id')->limit(self::MOST)->pluck('id'));
    }

    /** @return list<int> */
    private function byAddress(string $typed, FieldAccess $sight): array
    {
        return preg_match('/^\d/', $typed) !== 1 || mb_strlen($typed) < 3 || !$sight->sees('address.line1')
            ? []
            : Lists::ints(
                $this->db
                    ->table('addresses')
                    ->where('line1', 'like', addcslashes($typed, '\\%_') . '%')
                    ->limit(self::MOST)
                    ->pluck('supporter_id'),
            );
    }

    private function address(Supporter $supporter, FieldAccess $sight): string
    {
        $parts = [];
        foreach (['line1', 'city', 'state'] as $column) {
            $parts[] = $sight->sees("address.{$column}") ? (string) $supporter->addresses->first()?->getAttribute($column) : '';
        }

        return implode(', ', array_filter($parts, static fn(string $part): bool => $part !== ''));
    }
}
