<?php

declare(strict_types=1);

namespace App\Standards;

use App\Records\Tables;
use Illuminate\Database\Connection;
use PineSieve\Core\Standards\BaseFields;
use PineSieve\Core\Standards\Field;
use PineSieve\Core\Standards\FieldPlace;

/** How full each field is: of the records that can have it, how many do. */
final readonly class FillRates
{
    /** What is counted by itself, and not by the supporters who have it. */
    private const BY_THEMSELVES = ['gift', 'promise'];

    public function __construct(private Connection $db) {}

    /**
     * @param  list<Field>  $fields
     * @return array<string, array{count: int, total: int}> by field; those that nothing of its own is kept for are missing
     */
    public function of(array $fields): array
    {
        $wanted = [];
        foreach ($fields as $field) {
            $place = FieldPlace::of($field->key);
            if ($place !== null) {
                $wanted[$place->subject][$field->key] = $place->column;
            }
        }
        $totals = $this->totals();
        $rates = [];
        foreach ($wanted as $subject => $columns) {
            foreach ($this->counts($subject, $columns) as $field => $count) {
                $rates[$field] = [
                    'count' => $count,
                    'total' =>
                        $totals[
                            in_array($subject, self::BY_THEMSELVES, true)
                                ? $subject
                                : BaseFields::all()[$field]->nature->of->value ?? 'supporter'
                        ],
                ];
            }
        }

        return $rates;
    }

    /** @return array<string, int> supporter, person, household, organization, gift and promise to how many there are */
    public function totals(): array
    {
        $totals = [
            'supporter' => 0,
            'person' => 0,
            'household' => 0,
            'organization' => 0,
            'gift' => (int) $this->db->table('gifts')->count(),
            'promise' => (int) $this->db->table('promises')->count(),
        ];
        foreach ($this->db->select('select kind, count(*) as n from supporters group by kind') as $row) {
            if (isset($totals[$row->kind])) {
                $totals[$row->kind] = (int) $row->n;
            }
            $totals['supporter'] += (int) $row->n;
        }

        return $totals;
    }

    /**
     * @param  array<string, string>  $columns  field to its column
     * @return array<string, int>
     */
    private function counts(string $subject, array $columns): array
    {
        $table = Tables::NAMES[$subject];
        if ($subject === 'custom' || $subject === 'membership') {
            $by = $subject === 'custom' ? 'field' : 'list';
            $found = array_column(
                $this->db->select("select {$by} as of, count(distinct supporter_id) as n from {$table} group by {$by}"),
                'n',
                'of',
            );

            return array_map(
                static fn(string $field): int => (int) ($found[$field] ?? 0),
                array_combine(
                    array_keys($columns),
                    array_map(
                        static fn(string $field): string => $subject === 'custom' ? $field : BaseFields::all()[$field]->nature->list,
                        array_keys($columns),
                    ),
                ),
            );
        }
        $isCounted = $subject === 'supporter' || in_array($subject, self::BY_THEMSELVES, true);
        $who = $isCounted ? 'id' : 'supporter_id';
        $of = $isCounted ? 'count' : 'count(distinct';
        $sums = [];
        $keys = array_keys($columns);
        foreach (array_values($columns) as $i => $column) {
            $kind = $subject === 'supporter' ? BaseFields::all()[$keys[$i]]->nature->of?->value : null;
            $sums[] =
                $kind !== null
                    ? "count(if(kind = '{$kind}', nullif(`{$column}`, ''), null)) as c{$i}"
                    : ($of === 'count'
                        ? "count(nullif(`{$column}`, '')) as c{$i}"
                        : "count(distinct if(`{$column}` <> '', {$who}, null)) as c{$i}");
        }
        $row = (array) $this->db->selectOne('select ' . implode(', ', $sums) . " from {$table}");

        return array_map(intval(...), array_combine(array_keys($columns), array_values($row)));
    }
}
