<?php

declare(strict_types=1);

namespace App\Standards\Http;

use App\Accounts\Audit;
use App\Standards\CustomField;
use App\Standards\Http\Requests\ListValueRequest;
use App\Standards\Http\Requests\MergeValuesRequest;
use App\Standards\Http\Requests\PickListRequest;
use App\Standards\NamesValues;
use App\Standards\PickLists;
use App\Standards\StandardsStore;
use App\Support\Http\Answers;
use App\Support\Http\Controller;
use Illuminate\Http\JsonResponse;
use PineSieve\Core\Standards\Field;
use PineSieve\Core\Standards\FieldCatalog;
use PineSieve\Core\Standards\FieldType;
use PineSieve\Core\Standards\PickList;
use PineSieve\Core\Standards\PickValue;
use PineSieve\Core\Text\Fold;

/**
 * Pick lists: the values of a field, their use, and what looks like the same value twice.
 *
 * @phpstan-type ListedValue array{value: string, code: string, spellings: list<string>, retired: bool, used: int}
 * @phpstan-type UnlistedValue array{value: string, used: int}
 * @phpstan-type NearValues array{values: array{string, string}, why: string}
 * @phpstan-type PickListData array{
 *     field: string, label: string, closed: bool, values: list<ListedValue>, not_listed: list<UnlistedValue>,
 *     near: list<NearValues>,
 * }
 * @phpstan-type MergedList array{
 *     changed: int, elsewhere: int, field: string, label: string, closed: bool, values: list<ListedValue>,
 *     not_listed: list<UnlistedValue>, near: list<NearValues>,
 * }
 * @phpstan-type ListOptions array{options: list<string>}
 */
final class ListController extends Controller
{
    public function __construct(private readonly PickLists $lists, private readonly StandardsStore $store) {}

    #[Answers(self::class, 'PickListData')]
    public function show(FieldCatalog $catalog, string $field): JsonResponse
    {
        $this->authorize('update', CustomField::class);

        return response()->json($this->shown(self::field($catalog, $field)));
    }

    #[Answers(self::class, 'PickListData')]
    public function update(PickListRequest $request, FieldCatalog $catalog, string $field): JsonResponse
    {
        $known = self::field($catalog, $field);
        $data = $request->validated();
        $this->mustBeClear($data['values']);
        abort_if(
            $data['values'] === [] && in_array($known->type, [FieldType::Choice, FieldType::Choices], true),
            422,
            'A pick list needs at least one value.',
        );
        $this->lists->replace($known->key, array_values($data['values']));
        Audit::note(Audit::STANDARDS, "Changed the pick list of \"{$known->label}\"");
        $this->store->changed();

        return response()->json($this->shown(app(FieldCatalog::class)->field($known->key)));
    }

    /** Adds a value that a file brought, or keeps it as another spelling of one that is there. */
    #[Answers(self::class, 'ListOptions')]
    public function add(ListValueRequest $request, FieldCatalog $catalog, string $field): JsonResponse
    {
        $known = self::field($catalog, $field);
        $data = $request->validated();
        $means = $data['means'] ?? null;
        $values = array_map(
            static fn(PickValue $value): array => [
                'value' => $value->value,
                'code' => $value->code,
                'retired' => $value->isRetired,
                'spellings' => $value->value === $means ? [...$value->spellings, $data['value']] : $value->spellings,
            ],
            $known->list->values ?? [],
        );
        abort_if($means !== null && !in_array($means, array_column($values, 'value'), true), 422, "\"{$means}\" is not in the list.");
        if ($means === null) {
            $values[] = ['value' => $data['value'], 'code' => '', 'retired' => false, 'spellings' => []];
        }
        $this->mustBeClear($values);
        $this->lists->replace($known->key, $values);
        Audit::note(
            Audit::STANDARDS,
            $means !== null
                ? "\"{$data['value']}\" means \"{$means}\" in the pick list of \"{$known->label}\""
                : "Added \"{$data['value']}\" to the pick list of \"{$known->label}\"",
        );
        $this->store->changed();

        return response()->json(['options' => app(FieldCatalog::class)->field($known->key)->options()]);
    }

    /** Makes one value of two, in the list and in every record. */
    #[Answers(self::class, 'MergedList')]
    public function merge(MergeValuesRequest $request, FieldCatalog $catalog, string $field): JsonResponse
    {
        $known = self::field($catalog, $field);
        $data = $request->validated();
        $changed = $this->lists->merge($known, $data['from'], $data['to'], $request->user());
        $elsewhere = array_sum(
            array_map(
                static fn(NamesValues $names): int => $names->rename($known->key, $data['from'], $data['to']),
                iterator_to_array(app()->tagged(NamesValues::class)),
            ),
        );
        if ($known->list !== null) {
            $gone = $known->list->find($data['from']);
            $values = [];
            foreach ($known->list->values as $value) {
                if ($value->value !== $data['from']) {
                    $values[] = [
                        'value' => $value->value,
                        'code' => $value->code,
                        'retired' => $value->isRetired && $value->value !== $data['to'],
                        'spellings' =>
                            $value->value === $data['to'] && ($data['keep_spelling'] ?? true)
                                ? array_values(
                                    array_unique(
                                        array_filter(
                                            [...$value->spellings, $data['from'], $gone->code ?? '', ...$gone->spellings ?? []],
                                            static fn(string $spelling): bool => $spelling !== '',
                                        ),
                                    ),
                                )
                                : $value->spellings,
                    ];
                }
            }
            $this->lists->replace($known->key, $values);
        }
        $this->store->changed();

        return response()->json([
            'changed' => $changed,
            'elsewhere' => $elsewhere,
            ...$this->shown(app(FieldCatalog::class)->field($known->key)),
        ]);
    }

    /** @param  array<array<string, mixed>>  $values */
    private function mustBeClear(array $values): void
    {
        $means = [];
        foreach ($values as $value) {
            foreach (
                array_unique(
                    array_map(Fold::solid(...), [
                        $value['value'],
                        ...isset($value['code']) && $value['code'] !== '' ? [$value['code']] : [],
                        ...$value['spellings'] ?? [],
                    ]),
                )
                as $spelling
            ) {
                abort_if(
                    $spelling !== '' && isset($means[$spelling]),
                    422,
                    "Two values can be written in the same way: \"{$value['value']}\" and \"" .
                        ($means[$spelling] ?? '') .
                        '". Each spelling and code can mean one value.',
                );
                $means[$spelling] = $value['value'];
            }
        }
    }

    /** @return PickListData */
    private function shown(Field $field): array
    {
        $used = $this->lists->used($field);
        $list = $field->list ?? new PickList([], false);
        $known = array_map(static fn(PickValue $value): string => $value->value, $list->values);
        $everything = new PickList(
            array_map(
                static fn(string $value): PickValue => new PickValue($value),
                array_values(array_unique([...$known, ...array_slice(array_map(strval(...), array_keys($used)), 0, 300)])),
            ),
        );

        return [
            'field' => $field->key,
            'label' => $field->label,
            'closed' => $field->list->isClosed ?? false,
            'values' => array_map(
                static fn(PickValue $value): array => [
                    'value' => $value->value,
                    'code' => $value->code,
                    'spellings' => $value->spellings,
                    'retired' => $value->isRetired,
                    'used' => $used[$value->value] ?? 0,
                ],
                $list->values,
            ),
            'not_listed' => array_values(
                array_map(
                    static fn(string $value): array => ['value' => $value, 'used' => $used[$value]],
                    array_filter(
                        array_map(strval(...), array_keys($used)),
                        static fn(string $value): bool => !in_array($value, $known, true),
                    ),
                ),
            ),
            'near' => PickLists::near($everything),
        ];
    }

    private static function field(FieldCatalog $catalog, string $key): Field
    {
        abort_unless($catalog->has($key) && PickLists::areFor($catalog->field($key)), 404, 'This field has no pick list.');

        $listOf = $catalog->field($key)->nature->listOf;

        return $catalog->field($listOf === '' ? $key : $listOf);
    }
}
