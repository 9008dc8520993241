<?php

declare(strict_types=1);

namespace App\BulkChanges;

use App\Standards\FieldAccess;
use Illuminate\Database\Query\Builder;
use PineSieve\Core\Bulk\BulkKind;
use PineSieve\Core\Bulk\BulkStep;
use PineSieve\Core\Bulk\Effect;
use PineSieve\Core\Standards\FieldCatalog;
use PineSieve\Core\Standards\Standards;

/**
 * A change of many as its page shows it: what it comes to, step by step, and who is behind each.
 *
 * @phpstan-import-type BulkOutcome from BulkChange
 * @phpstan-type BulkEffect array{key: string, words: string, records: int, writes: bool, held: bool}
 * @phpstan-type BulkSummary array{
 *     id: int, sentence: string, state: value-of<BulkState>, total: int, done: int, writes: int, effects: list<BulkEffect>,
 *     outcome: ?BulkOutcome, act_id: ?int, is_undone: bool, error: ?string,
 * }
 * @phpstan-type BulkRecord array{id: int, name: string}
 * @phpstan-type BulkRecords array{records: list<BulkRecord>, more: bool}
 * @phpstan-type BulkField array{key: string, label: string, group: string, type: string, kinds: list<value-of<BulkKind>>, options: list<string>}
 * @phpstan-type BulkFields array{fields: list<BulkField>, may_delete: bool}
 */
final readonly class BulkView
{
    private const PAGE = 100;

    public function __construct(private Standards $standards, private FieldCatalog $catalog) {}

    /** @return BulkSummary */
    public function summary(BulkChange $change): array
    {
        return [
            'id' => $change->id,
            'sentence' => $change->sentence($this->standards),
            'state' => $change->state->value,
            'total' => $change->total,
            'done' => $change->done,
            'writes' => $change->records()->where('writes', true)->count(),
            'effects' => $change->state === BulkState::Planning ? [] : $this->effects($change),
            'outcome' => $change->outcome,
            'act_id' => $change->act_id,
            'is_undone' => $change->act?->undone_at !== null,
            'error' => $change->error,
        ];
    }

    /** @return list<BulkEffect> what writes first, then what stays, then what the standards refuse */
    private function effects(BulkChange $change): array
    {
        $steps = $change->stepList($this->standards);
        $effects = [];
        $counts = $change->records()->groupBy('effect')->selectRaw('effect, count(*) as n')->orderBy('effect')->get();
        foreach ($counts as $row) {
            if (str_starts_with($row->effect, Planning::REFUSED)) {
                $effects[$row->effect] = [
                    'key' => $row->effect,
                    'words' => 'stay as they are: ' . substr($row->effect, strlen(Planning::REFUSED)),
                    'records' => (int) $row->n,
                    'writes' => false,
                    'held' => true,
                ];

                continue;
            }
            foreach ($row->effect === '' ? [] : explode('|', $row->effect) as $i => $of) {
                $effect = Effect::from($of);
                $key = "{$i}:{$of}";
                $effects[$key] = [
                    'key' => $key,
                    'words' => $steps[$i]->effect($effect, $this->catalog),
                    'records' => ($effects[$key]['records'] ?? 0) + (int) $row->n,
                    'writes' => $effect->writes(),
                    'held' => $effect->isHeld(),
                ];
            }
        }
        $rank = static fn(array $effect): int => $effect['writes'] ? 0 : ($effect['held'] ? 2 : 1);
        usort($effects, static fn(array $a, array $b): int => [$rank($a), $a['key']] <=> [$rank($b), $b['key']]);

        return $effects;
    }

    /**
     * @param  string  $key  of an effect
     * @return BulkRecords
     */
    public function records(BulkChange $change, string $key, int $after): array
    {
        $found = $change
            ->records()
            ->join('supporters', 'supporters.id', '=', 'bulk_records.supporter_id')
            ->where('bulk_records.supporter_id', '>', $after)
            ->where(static fn(Builder $of) => self::narrow($of, $key))
            ->orderBy('bulk_records.supporter_id')
            ->limit(self::PAGE + 1)
            ->get(['supporters.id', 'supporters.sort_name']);

        return [
            'records' => array_values(
                $found->take(self::PAGE)->map(static fn(\stdClass $row): array => ['id' => $row->id, 'name' => $row->sort_name])->all(),
            ),
            'more' => $found->count() > self::PAGE,
        ];
    }

    private static function narrow(Builder $of, string $key): void
    {
        if (preg_match('/^(\d+):([a-z ]+)$/D', $key, $match) === 1) {
            // The effect of one step stands between as many others.
            $of->whereRaw("substring_index(substring_index(effect, '|', ?), '|', -1) = ?", [(int) $match[1] + 1, $match[2]])->where(
                'effect',
                'not like',
                Planning::REFUSED . '%',
            );
        } else {
            $of->where('effect', $key);
        }
    }

    /** @return BulkFields what can be done to many at once, with the fields that the person may change */
    public function fields(): array
    {
        $sight = FieldAccess::ofUser();
        $fields = [];
        foreach ($this->catalog->all() as $field) {
            $kinds = $sight->edits($field->key) ? BulkStep::kindsFor($field) : [];
            if ($kinds !== []) {
                $fields[] = [
                    'key' => $field->key,
                    'label' => $field->label,
                    'group' => $field->group,
                    'type' => $field->type->value,
                    'kinds' => array_column($kinds, 'value'),
                    'options' => $field->options(),
                ];
            }
        }

        return ['fields' => $fields, 'may_delete' => $sight->seesAll()];
    }
}
