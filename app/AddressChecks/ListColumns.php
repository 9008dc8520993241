<?php

declare(strict_types=1);

namespace App\AddressChecks;

use App\Intakes\Intake;
use PineSieve\Core\Columns\ColumnChoice;
use PineSieve\Core\Columns\ColumnState;
use PineSieve\Core\Columns\Feed;
use PineSieve\Core\Standards\FieldCatalog;

/**
 * What the columns of a list are, as far as addresses ask: parts of an address, and whose it is.
 *
 * @phpstan-type ListColumn array{header: string, target: ?string, examples: list<string>, filled: int, evidence: string}
 * @phpstan-type ListField array{key: string, label: string}
 * @phpstan-type ListColumnsView array{columns: list<ListColumn>, fields: list<ListField>, sheets: list<string>, sheet: ?string, rows: int}
 */
final readonly class ListColumns
{
    private const FIELDS = [
        'address.block',
        'address.line1',
        'address.line2',
        'address.city',
        'address.state',
        'address.postal_code',
        'address.country',
        'name.full',
        'name.first',
        'name.last',
        'organization.name',
    ];

    private const EXAMPLES = 3;

    /** @return array<string, string> key to label */
    public static function fields(): array
    {
        $catalog = FieldCatalog::builtIn();
        $fields = [];
        foreach (self::FIELDS as $key) {
            $fields[$key] = $catalog->field($key)->label;
        }

        return $fields;
    }

    /** @return ListColumnsView */
    public function of(Intake $intake): array
    {
        $profiles = $intake->columnProfiles();
        $columns = [];
        foreach ($intake->columnPlan()->choices as $i => $choice) {
            $profile = $profiles[$i] ?? null;
            $columns[] = [
                'header' => $choice->header,
                'target' => $choice->target(),
                'examples' => array_slice($profile === null ? [] : array_map(strval(...), array_keys($profile->values)), 0, self::EXAMPLES),
                'filled' => $profile->filled ?? 0,
                'evidence' => $choice->evidence,
            ];
        }

        $fields = [...self::fields(), ...self::proposed($columns)];

        return [
            'columns' => $columns,
            'fields' => array_map(
                static fn(string $key, string $label): array => ['key' => $key, 'label' => $label],
                array_keys($fields),
                array_values($fields),
            ),
            'sheets' => $intake->sheets,
            'sheet' => $intake->sheets_read[0] ?? null,
            'rows' => $intake->row_count,
        ];
    }

    /**
     * @param  list<ListColumn>  $columns
     * @return array<string, string> key to label of fields that were proposed, or said by a saved plan, beyond those that are offered
     */
    private static function proposed(array $columns): array
    {
        $catalog = app(FieldCatalog::class);
        $proposed = [];
        foreach ($columns as $column) {
            if ($column['target'] !== null && !isset(self::fields()[$column['target']])) {
                $proposed[$column['target']] = $catalog->field($column['target'])->label;
            }
        }

        return $proposed;
    }

    /** @param  array<int, ?string>  $targets  column to its field; null for one that is not looked at */
    public function set(Intake $intake, array $targets): void
    {
        $plan = $intake->columnPlan();
        $choices = [];
        foreach ($plan->choices as $i => $choice) {
            $target = array_key_exists($i, $targets) ? $targets[$i] : $choice->target();
            $choices[] = match (true) {
                $target === $choice->target() => $choice,
                $target === null => new ColumnChoice($choice->header, ColumnState::LeftBehind),
                default => new ColumnChoice($choice->header, ColumnState::Sure, 'Said by a person.', [new Feed($target)]),
            };
        }
        $intake->setColumnPlan($plan->withChoices($choices));
        $intake->save();
    }
}
