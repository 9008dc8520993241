<?php

declare(strict_types=1);

namespace App\Standards;

use App\Records\Tables;
use Illuminate\Database\Connection;
use PineSieve\Core\Records\SupporterRecord;
use PineSieve\Core\Standards\Field;
use PineSieve\Core\Standards\FieldCatalog;
use PineSieve\Core\Standards\FieldPlace;
use PineSieve\Core\Standards\Problem;
use PineSieve\Core\Standards\Uniques;

/** Who has a value already that only one may have. */
final readonly class UniqueValues
{
    public function __construct(private Connection $db) {}

    /**
     * What others have already of the values that only one record may have.
     *
     * @param  ?SupporterRecord  $before  as it is stored; null if it is new
     * @param  list<array<string, ?string>>  $gifts  columns of each gift that is new
     * @return list<Problem>
     */
    public function problems(FieldCatalog $catalog, SupporterRecord $after, ?SupporterRecord $before, array $gifts = []): array
    {
        $uniques = new Uniques($catalog);
        $own = $before === null ? [] : $uniques->of($before);
        $values = [];
        foreach ($uniques->of($after, $gifts) as $field => $ofField) {
            $values[$field] = array_values(array_diff($ofField, $own[$field] ?? []));
        }
        $problems = [];
        foreach ($this->of($values) as $field => $taken) {
            foreach ($taken as $value => $owners) {
                $others = array_values(
                    array_filter($owners, static fn(int $owner): bool => $field === 'gift.reference' || $owner !== $before?->ref),
                );
                if ($others !== []) {
                    $problems[] = $uniques->problem($field, (string) $value, "Supporter {$others[0]}");
                }
            }
        }

        return $problems;
    }

    /**
     * @param  array<string, list<string>>  $values  field to values in small letters
     * @return array<string, array<string, list<int>>> field to value in small letters to the supporters that have it
     */
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
}
