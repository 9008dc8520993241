<?php

declare(strict_types=1);

namespace App\Intakes\Plans;

use App\Intakes\Intake;
use App\Intakes\Sources\StagedRows;
use App\Support\Lists;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Columns\ColumnChoice;
use PineSieve\Core\Columns\ColumnPlan;
use PineSieve\Core\Columns\ColumnProfile;
use PineSieve\Core\Columns\ColumnState;
use PineSieve\Core\Columns\Feed;
use PineSieve\Core\Columns\Likeness;
use PineSieve\Core\Columns\Steps\Formula;
use PineSieve\Core\Columns\Steps\Join;
use PineSieve\Core\Columns\Steps\Row;
use PineSieve\Core\Columns\Steps\Step;
use PineSieve\Core\Columns\Steps\StepFault;
use PineSieve\Core\Columns\Steps\Steps;
use PineSieve\Core\Gifts\GiftKind;
use PineSieve\Core\Names\SupporterKind;
use PineSieve\Core\Standards\FieldType;
use PineSieve\Core\Standards\Formats\DateOrder;
use PineSieve\Core\Standards\Standards;
use PineSieve\Core\Standards\Target;
use PineSieve\Core\Text\Tidy;

/**
 * The columns of an intake as a person looks at them.
 *
 * @phpstan-import-type StepData from Steps
 * @phpstan-type ColumnFeed array{target: string, name: string, steps: list<StepData>, label: string, step_labels: list<string>}
 * @phpstan-type Column array{
 *     column: int, header: string, state: value-of<ColumnState>, target: ?string, label: ?string, feeds: list<ColumnFeed>,
 *     steps: list<StepData>, step_labels: list<string>, evidence: string, date_order: ?value-of<DateOrder>, needs_date_order: bool,
 *     filled: int, rows: int, distinct: int, exact: bool, gifts: ?int, samples: list<string>,
 * }
 * @phpstan-type Constant array{target: string, value: string, only_blank: bool, label: string}
 * @phpstan-type Condition array{header: string, how: string, value: string}
 * @phpstan-type RowRules array{left_out: list<string>, conditions: list<Condition>}
 * @phpstan-type Difference array{kind: string, header: string, message: string, values: list<string>}
 * @phpstan-type ColumnsView array{
 *     columns: list<Column>, constants: list<Constant>, link_organizations: bool, rows: RowRules, differences: list<Difference>,
 *     plan_name: ?string, offered_plan: ?string,
 * }
 * @phpstan-type ColumnValue array{value: string, rows: int, becomes: string, note: string, held: bool, unread: bool, through: list<string>}
 * @phpstan-type ColumnValues array{
 *     values: list<ColumnValue>, shown: int, distinct: int, by_rows: bool, step_labels: list<string>, new_names: list<string>,
 * }
 * @phpstan-type TableValue array{value: string, rows: int, proposal: string}
 * @phpstan-type ColumnTable array{options: list<string>, values: list<TableValue>}
 */
final readonly class ColumnView
{
    /** Rows that a column is shown with if its steps look at other cells. */
    private const SAMPLE = 100;

    public function __construct(private Standards $standards, private StagedRows $staged, private Mappers $mappers) {}

    /** @return ColumnsView */
    public function of(Intake $intake): array
    {
        $profiles = $intake->columnProfiles();
        $plan = $intake->columnPlan();

        return [
            'columns' => array_map(
                fn(ColumnChoice $choice, ColumnProfile $profile, int $column): array => [
                    'column' => $column,
                    'header' => $choice->header,
                    'state' => $choice->state->value,
                    'target' => $choice->target(),
                    'label' => $choice->feeds === [] ? null : implode(', ', array_map($this->label(...), $choice->feeds)),
                    'feeds' => array_map(
                        fn(Feed $feed): array => [
                            ...$feed->toArray(),
                            'label' => $this->label($feed),
                            'step_labels' => self::labels($feed->steps),
                        ],
                        $choice->feeds,
                    ),
                    'steps' => $choice->steps->toArray(),
                    'step_labels' => self::labels($choice->steps),
                    'evidence' => $choice->evidence,
                    'date_order' => $choice->dateOrder()?->value,
                    'needs_date_order' => $this->needsDateOrder($choice, $profile),
                    'filled' => $profile->filled,
                    'rows' => $profile->rows,
                    'distinct' => $profile->distinct,
                    'exact' => $profile->exact,
                    'gifts' => $this->gifts($choice, $plan, $profiles),
                    'samples' => array_map(strval(...), array_slice(array_keys($profile->values), 0, 3)),
                ],
                $plan->choices,
                $profiles,
                array_keys($profiles),
            ),
            'constants' => array_map(
                fn($constant): array => [...$constant->toArray(), 'label' => $this->standards->catalog->label($constant->target)],
                $plan->constants,
            ),
            'link_organizations' => $plan->linkOrganizations,
            'rows' => $plan->rows->toArray(),
            'differences' => $intake->differences ?? [],
            'plan_name' => $intake->plan_name,
            'offered_plan' => $intake->offered_plan,
        ];
    }

    /**
     * How many rows have a gift that a detail of one can belong to: those with an amount or with goods, or without a column for either, with a date.
     *
     * @param  list<ColumnProfile>  $profiles
     */
    private function gifts(ColumnChoice $choice, ColumnPlan $plan, array $profiles): ?int
    {
        $target = Target::tryParse((string) $choice->target());
        if ($target === null || $target->party !== '' || !str_starts_with($target->field, 'gift.')) {
            return null;
        }
        $filled = static function (string $part) use ($plan, $profiles, $target): int {
            $column = $plan->columns()[$target->with(field: "gift.{$part}")->key()] ?? null;

            return $column === null ? 0 : $profiles[$column]->filled;
        };
        [$amounts, $goods] = [$filled('amount'), min($filled('date'), $filled('description'))];

        return $amounts > 0 ? max($amounts, $goods) : max($goods, min($filled('date'), max($filled('kind'), $filled('fund'))));
    }

    /** Whether a person must say in which order the dates stand before the column is settled. */
    public function needsDateOrder(ColumnChoice $choice, ColumnProfile $profile): bool
    {
        return $choice->target() !== null &&
            $this->standards->catalog->field($choice->target())->type === FieldType::Date &&
            $choice->dateOrder() === null &&
            $profile->needsDateOrder();
    }

    /** @return ColumnValues what the values of a column become by a plan, the most frequent first */
    public function values(Intake $intake, ColumnPlan $plan, int $column): array
    {
        $profile = $intake->columnProfiles()[$column];
        $choice = $plan->choices[$column];
        $mapper = $this->mappers->of($intake, $plan);
        $values = [];
        foreach ($this->cells($intake, $choice, $column, $profile) as [$value, $count, $cells]) {
            $row = $mapper->row($cells);
            $understood = $mapper->preview($column, $value, $row);
            $values[] = [
                'value' => $value,
                'rows' => $count,
                'becomes' => $understood->value,
                'note' => $understood->fault->reason ?? $understood->note,
                'held' => $understood->fault !== null && $mapper->holds($column),
                'unread' => $understood->fault !== null && !$mapper->holds($column),
                'through' => self::through($choice->steps, $value, $row),
            ];
        }
        $blank = $profile->rows - array_sum($profile->values);
        if ($blank > 0 && $profile->exact && !array_key_exists('', $profile->values) && !$this->looksAround($choice)) {
            $values[] = [
                'value' => '',
                'rows' => $blank,
                'becomes' => '',
                'note' => '',
                'held' => false,
                'unread' => false,
                'through' => [],
            ];
        }

        return [
            'values' => $values,
            'shown' => count($profile->values),
            'distinct' => $profile->distinct,
            'by_rows' => $this->looksAround($choice),
            'step_labels' => self::labels($choice->steps),
            'new_names' => $this->newNames($choice, $values),
        ];
    }

    /** @return ColumnTable */
    public function table(Intake $intake, int $column): array
    {
        $profile = $intake->columnProfiles()[$column];
        $target = $intake->columnPlan()->choices[$column]->target();
        $options = $target === null ? [] : $this->options($target);
        $values = [];
        foreach ($profile->values as $value => $count) {
            $values[] = ['value' => (string) $value, 'rows' => $count, 'proposal' => Likeness::closest((string) $value, $options) ?? ''];
        }

        return ['options' => $options, 'values' => $values];
    }

    /** @return list<string> what the field can have, if it has a list or has used values before */
    private function options(string $target): array
    {
        $field = $this->standards->catalog->field($target);

        return Lists::texts(
            match (true) {
                $field->options() !== [] => $field->options(),
                $field->type === FieldType::GiftKind => array_column(GiftKind::cases(), 'value'),
                $field->type === FieldType::Status => ['active', 'inactive', 'deceased'],
                $field->type === FieldType::RecordKind => array_column(SupporterKind::cases(), 'value'),
                $field->type === FieldType::YesNo, $field->type === FieldType::Consent => ['yes', 'no'],
                in_array($field->key, ['groups', 'tags'], true) => DB::table('memberships')
                    ->where('list', $field->nature->list)
                    ->distinct()
                    ->orderBy('name')
                    ->limit(500)
                    ->pluck('name')
                    ->all(),
                in_array($field->key, ['gift.fund', 'gift.campaign', 'gift.appeal'], true) => DB::table('gifts')
                    ->whereNotNull(substr($field->key, 5))
                    ->distinct()
                    ->orderBy(substr($field->key, 5))
                    ->limit(500)
                    ->pluck(substr($field->key, 5))
                    ->all(),
                default => [],
            },
        );
    }

    /** @return iterable<array{string, int, list<string>}> value, number of rows, and the row that it stands in if that matters */
    private function cells(Intake $intake, ColumnChoice $choice, int $column, ColumnProfile $profile): iterable
    {
        if ($this->looksAround($choice)) {
            foreach ($this->staged->rows($intake->id, 0, self::SAMPLE) as $cells) {
                yield [$cells[$column] ?? '', 1, $cells];
            }

            return;
        }
        foreach ($profile->values as $value => $count) {
            yield [(string) $value, $count, []];
        }
    }

    private function looksAround(ColumnChoice $choice): bool
    {
        $steps = [
            ...$choice->steps->list,
            ...array_merge(...array_map(static fn(Feed $feed): array => $feed->steps->list, $choice->feeds), ...[[]]),
        ];

        return array_filter($steps, static fn(Step $step): bool => $step instanceof Join || $step instanceof Formula) !== [];
    }

    /** @return list<string> the value after each step, until one can't work on it */
    private static function through(Steps $steps, string $value, Row $row): array
    {
        $through = [];
        for ($i = 1; $i <= count($steps->list); $i++) {
            try {
                $through[] = implode(' ⏎ ', (new Steps(array_slice($steps->list, 0, $i)))->apply(Tidy::block($value), $row));
            } catch (StepFault) {
                break;
            }
        }

        return $through;
    }

    /**
     * Groups and tags that the column names and that nobody is in yet.
     *
     * @param  list<ColumnValue>  $values
     * @return list<string>
     */
    private function newNames(ColumnChoice $choice, array $values): array
    {
        $target = $choice->target();
        if (!in_array($target, ['groups', 'tags', 'group'], true)) {
            return [];
        }
        $list = $target === 'tags' ? 'tag' : 'group';
        $names =
            $target === 'group'
                ? [$choice->feeds[0]->name]
                : array_merge(...array_map(static fn(array $value): array => explode(' ⏎ ', $value['becomes']), $values), ...[[]]);
        $names = array_values(array_unique(array_filter($names, static fn(string $name): bool => $name !== '')));
        $known = DB::table('memberships')
            ->where('list', $list)
            ->whereIn('name', $names)
            ->distinct()
            ->pluck('name')
            ->map(mb_strtolower(...))
            ->all();

        return array_values(array_filter($names, static fn(string $name): bool => !in_array(mb_strtolower($name), $known, true)));
    }

    private function label(Feed $feed): string
    {
        $label = $this->standards->catalog->label($feed->target);

        return match (true) {
            $feed->name === '' => $label,
            $feed->target === 'group' => "Group \"{$feed->name}\"",
            default => "Id in {$feed->name}",
        };
    }

    /** @return list<string> */
    private static function labels(Steps $steps): array
    {
        return array_map(static fn(Step $step): string => $step->label(), $steps->list);
    }
}
