<?php

declare(strict_types=1);

namespace App\Standards;

use App\Records\Tables;
use Illuminate\Database\Connection;
use PineSieve\Core\Standards\Field;
use PineSieve\Core\Standards\FieldPlace;
use PineSieve\Core\Standards\TakenValues;

/** Which supporters have values that only one may have. */
final readonly class UniqueValues implements TakenValues
{
    public function __construct(private Connection $db) {}

    /** @return array<string, array<array-key, list<int>>> */
    public function of(array $values): array
    {
        $taken = [];
        foreach ($values as $field => $wanted) {
            $place = FieldPlace::of($field);
            if ($place === null || $wanted === []) {
                continue;
            }
            // The collation compares without regard to case.
            $rows = $this->db
                ->table(Tables::NAMES[$place->subject])
                ->whereIn($place->column, array_map(strval(...), $wanted))
                ->when(str_starts_with($field, Field::CUSTOM), static fn($query) => $query->where('field', $field))
                ->get(['supporter_id', "{$place->column} as value"]);
            foreach ($rows as $row) {
                $taken[$field][mb_strtolower($row->value)][] = $row->supporter_id;
            }
        }

        return $taken;
    }

    public function name(int|string $owner): string
    {
        return "Supporter {$owner}";
    }
}
