<?php

declare(strict_types=1);

namespace App\Standards\Http;

use App\Accounts\Audit;
use App\Accounts\Role;
use App\Accounts\User;
use App\Standards\CustomField;
use App\Standards\FieldAccess;
use App\Standards\FieldSetting;
use App\Standards\FillRates;
use App\Standards\Http\Requests\FieldRequest;
use App\Standards\Http\Requests\NewFieldRequest;
use App\Standards\Http\Requests\RetypeRequest;
use App\Standards\PickLists;
use App\Standards\Retyping;
use App\Standards\Rule;
use App\Standards\StandardsStore;
use App\Support\Http\Answers;
use App\Support\Http\Controller;
use App\Support\Http\JsonMap;
use Illuminate\Http\JsonResponse;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use PineSieve\Core\Columns\Steps\StepForm;
use PineSieve\Core\Standards\Defaults;
use PineSieve\Core\Standards\Field;
use PineSieve\Core\Standards\FieldCatalog;
use PineSieve\Core\Standards\FieldType;
use PineSieve\Core\Standards\Limits;
use PineSieve\Core\Standards\RequiredRule;
use PineSieve\Core\Standards\Requirements;
use PineSieve\Core\Standards\Standards;
use PineSieve\Core\Standards\Strength;
use PineSieve\Core\Standards\Target;
use PineSieve\Core\Standards\TargetVariants;
use PineSieve\Core\Standards\Uniques;
use PineSieve\Core\Standards\Unreadable;

/**
 * The field catalog.
 *
 * @phpstan-type PartyField array{key: string, label: string, group: string, type: value-of<FieldType>, options: list<string>, named: bool}
 * @phpstan-type GridField array{
 *     key: string, label: string, group: string, type: value-of<FieldType>, options: list<string>, named: bool, in_grid: bool,
 * }
 * @phpstan-type PartyFields array{party: string, label: string, fields: list<PartyField>}
 * @phpstan-import-type StepFormData from StepForm
 * @phpstan-type Catalog array{
 *     fields: list<GridField>, parties: list<PartyFields>, kinds: JsonMap<list<string>>, types: list<string>, steps: list<StepFormData>,
 * }
 * @phpstan-import-type TargetVariant from TargetVariants
 * @phpstan-type FieldMeant array{field: PartyField, variants: list<TargetVariant>}
 * @phpstan-type FieldLimits array{
 *     least: string, most: string, length: int, pattern: string, example: string, message: string, unique: bool,
 * }
 * @phpstan-type Allowed array{roles: list<string>, users: list<int>}
 * @phpstan-type FieldList array{closed: bool, values: int}
 * @phpstan-type FieldFill array{count: int, total: int}
 * @phpstan-type FieldRule array{id: int, strength: value-of<Strength>, sentence: string}
 * @phpstan-type FieldCan array{hide: bool, list: bool, unique: bool, default: bool, unreadable: bool}
 * @phpstan-type CatalogField array{
 *     key: string, label: string, group: string, type: value-of<FieldType>, options: list<string>, named: bool, custom: bool,
 *     retired: bool, limits: FieldLimits, unreadable: ?value-of<Unreadable>, usually: value-of<Unreadable>, list: ?FieldList,
 *     see: ?Allowed, edit: ?Allowed, hidden_in: list<string>, defaults: JsonMap<string>, fill: ?FieldFill, always: ?string,
 *     rules: list<FieldRule>, can: FieldCan,
 * }
 * @phpstan-type CatalogUser array{id: int, name: string}
 * @phpstan-type WholeCatalog array{
 *     fields: list<CatalogField>, types: list<string>, roles: list<value-of<Role>>, users: list<CatalogUser>, groups: list<string>,
 * }
 * @phpstan-type ConvertedValue array{value: string, becomes: string, records: int}
 * @phpstan-type LostValue array{value: string, reason: string, records: int}
 * @phpstan-type RetypeReport array{values: int, same: int, converted: list<ConvertedValue>, lost: list<LostValue>}
 */
final class FieldController extends Controller
{
    public function __construct(private readonly StandardsStore $store) {}

    /** The fields that columns can become, and the steps on the way there. */
    #[Answers(self::class, 'Catalog')]
    public function index(FieldCatalog $catalog): JsonResponse
    {
        $this->authorize('viewAny', CustomField::class);
        $hidden = FieldSetting::hiddenIn('grid');
        $parties = array_map(
            static fn(string $party, string $label): array => [
                'party' => $party,
                'label' => $label,
                'fields' => array_map(self::shown(...), $catalog->ofParty($party)),
            ],
            array_keys(Target::PARTIES),
            Target::PARTIES,
        );

        return response()->json([
            'fields' => array_map(
                static fn(Field $field): array => [...self::shown($field), 'in_grid' => !in_array($field->key, $hidden, true)],
                $catalog->all(),
            ),
            'parties' => $parties,
            'kinds' => Target::KINDS,
            'types' => array_column(FieldType::CUSTOM, 'value'),
            'steps' => StepForm::all(),
        ]);
    }

    /** The field that a target is of, as it is without its kind and numbers, and what else of it could be meant. */
    #[Answers(self::class, 'FieldMeant')]
    public function meant(string $target, FieldCatalog $catalog): JsonResponse
    {
        $this->authorize('viewAny', CustomField::class);
        $meant = $catalog->has($target) ? Target::tryParse($target) : null;
        abort_if($meant === null, 404, 'There is no such field in the catalog.');
        $key = $meant->party === '' ? $meant->field : "{$meant->party}.{$meant->field}";

        return response()->json(['field' => self::shown($catalog->field($key)), 'variants' => TargetVariants::of($meant)]);
    }

    /** The whole catalog with all that is set for each field. */
    #[Answers(self::class, 'WholeCatalog')]
    public function catalog(Standards $standards, FillRates $rates): JsonResponse
    {
        $this->authorize('update', CustomField::class);
        $settings = FieldSetting::query()->get()->keyBy('field');
        $fields = array_values(
            array_filter($standards->catalog->everything(), static fn(Field $field): bool => $field->key !== 'supporter'),
        );
        $fill = $rates->of($fields);
        $always = array_column(Requirements::ALWAYS, 2, 1);

        return response()->json([
            'fields' => array_map(
                static fn(Field $field): array => [
                    ...self::shown($field),
                    'custom' => $field->isCustom(),
                    'retired' => $field->isRetired,
                    'limits' => $field->limits->toArray(),
                    'unreadable' => $field->unreadable?->value,
                    'usually' => Unreadable::usual(Target::tryParse($field->key) ?? throw new \LogicException('A field has a target.'))
                        ->value,
                    'list' => $field->list === null ? null : ['closed' => $field->list->isClosed, 'values' => count($field->list->values)],
                    'see' => $settings[$field->key]->settings['see'] ?? null,
                    'edit' => $settings[$field->key]->settings['edit'] ?? null,
                    'hidden_in' => $settings[$field->key]->settings['hidden_in'] ?? [],
                    'defaults' => (object) ($settings[$field->key]->settings['defaults'] ?? []),
                    'fill' => $fill[$field->key] ?? null,
                    'always' => $always[$field->key] ?? null,
                    'rules' => array_values(
                        array_map(
                            static fn(RequiredRule $rule): array => [
                                'id' => $rule->id,
                                'strength' => $rule->strength->value,
                                'sentence' => $rule->sentence($standards->catalog),
                            ],
                            array_filter($standards->rules, static fn(RequiredRule $rule): bool => $rule->field === $field->key),
                        ),
                    ),
                    'can' => [
                        'hide' => !in_array($field->key, FieldAccess::ALWAYS, true),
                        'list' => PickLists::areFor($field),
                        'unique' => Uniques::areFor($field),
                        'default' => Defaults::areFor($field->key),
                        'unreadable' => Unreadable::isForChoice($field->key),
                    ],
                ],
                $fields,
            ),
            'types' => array_column(FieldType::CUSTOM, 'value'),
            'roles' => array_column(Role::cases(), 'value'),
            'users' => User::query()
                ->orderBy('name')
                ->get(['id', 'name']),
            'groups' => array_values(array_unique(array_map(static fn(Field $field): string => $field->group, $fields))),
        ]);
    }

    /** Makes a field of one's own. */
    #[Answers(self::class, 'PartyField')]
    public function store(NewFieldRequest $request, FieldCatalog $catalog, PickLists $lists): JsonResponse
    {
        $data = $request->validated();
        $this->mustBeFree($data['label'], $catalog, null);
        $field = DB::transaction(function () use ($data, $lists): CustomField {
            $field = CustomField::query()->create([
                'key' => $this->key($data['label']),
                'label' => trim($data['label']),
                'group' => trim($data['group'] ?? '') === '' ? 'Your own fields' : trim((string) $data['group']),
                'type' => $data['type'],
            ]);
            $lists->replace(
                $field->key,
                array_map(static fn(string $value): array => ['value' => $value], array_values($data['options'] ?? [])),
            );
            if ($data['required'] ?? false) {
                Rule::query()->create([
                    'subject' => 'supporter',
                    'field' => $field->key,
                    'strength' => 'must',
                    'conditions' => [],
                ]);
            }

            return $field;
        });
        Audit::note(Audit::STANDARDS, "Made the field \"{$field->label}\", {$field->type->value}");
        $this->store->changed();

        return response()->json(self::shown(app(FieldCatalog::class)->field($field->key)), 201);
    }

    #[Answers(self::class, 'PartyField')]
    public function update(FieldRequest $request, string $field, FieldCatalog $catalog): JsonResponse
    {
        $known = $this->known($catalog, $field);
        $own = CustomField::query()->where('key', $field)->first();
        $data = $request->validated();
        foreach (['see', 'edit'] as $what) {
            if (isset($data[$what])) {
                $data[$what] = ['roles' => array_values($data[$what]['roles'] ?? []), 'users' => array_values($data[$what]['users'] ?? [])];
            }
        }
        abort_if(
            isset($data['see']) && in_array($field, FieldAccess::ALWAYS, true),
            422,
            'Names are always shown: without them nobody could tell one record from another.',
        );
        if (isset($data['label'])) {
            $this->mustBeFree($data['label'], $catalog, $field);
        }
        abort_if(
            isset($data['unreadable']) && !Unreadable::isForChoice($field),
            422,
            'A row without this value can\'t come in, so it is always held.',
        );
        if (isset($data['limits'])) {
            $data['limits'] = $this->limits($data['limits'], $known)->toArray();
        }
        $data['defaults'] = isset($data['defaults']) ? $this->defaults($data['defaults'], $known) : null;
        $setting = FieldSetting::query()->firstOrNew(['field' => $field], ['settings' => []]);
        $setting->settings = [
            ...$setting->settings,
            ...array_filter(
                array_intersect_key($data, array_flip(['see', 'edit', 'hidden_in', 'open_list', 'limits', 'defaults', 'unreadable'])),
                static fn(mixed $value, string $key): bool => $value !== null || in_array($key, ['see', 'edit', 'unreadable'], true),
                ARRAY_FILTER_USE_BOTH,
            ),
        ];
        DB::transaction(static function () use ($setting, $own, $data): void {
            $setting->save();
            $own?->fill([
                ...array_map(trim(...), array_intersect_key($data, ['label' => 1, 'group' => 1])),
                ...isset($data['retired']) ? ['retired_at' => $data['retired'] ? now() : null] : [],
            ])->save();
        });
        Audit::note(
            Audit::STANDARDS,
            isset($data['retired'])
                ? ($data['retired']
                    ? "Retired the field \"{$known->label}\""
                    : "Brought the field \"{$known->label}\" back")
                : "Changed the field \"{$known->label}\": " . implode(', ', array_keys($request->except('field'))),
        );
        $this->store->changed();

        return response()->json(self::shown($this->known(app(FieldCatalog::class), $field)));
    }

    /** Gives a custom field another type; without "convert" it only shows what would become of its values. */
    #[Answers(self::class, 'RetypeReport')]
    public function retype(RetypeRequest $request, string $field, Retyping $retyping): JsonResponse
    {
        $own = CustomField::query()->where('key', $field)->firstOrFail();
        $data = $request->validated();
        $type = FieldType::from($data['type']);
        $isList = in_array($type, [FieldType::Choice, FieldType::Choices], true);
        $options = $isList ? array_values($data['options'] ?? []) : [];
        if ($isList && $options === []) {
            // Its values are its list, unless another one is given.
            $options = array_values(
                array_unique(
                    array_merge(
                        ...array_map(
                            static fn(string $value): array => explode("\n", $value),
                            DB::table('custom_values')
                                ->where('field', $field)
                                ->distinct()
                                ->orderBy('value')
                                ->limit(500)
                                ->pluck('value')
                                ->all(),
                        ),
                        ...[[]],
                    ),
                ),
            );
        }
        $report = $retyping->preview($own, $type, $options);
        if ($data['convert'] ?? false) {
            $retyping->convert($own, $type, $options, $request->user());
            Audit::note(Audit::STANDARDS, "Gave the field \"{$own->label}\" the type {$type->value}");
            $this->store->changed();
        }

        return response()->json($report);
    }

    /** @param  array<string, mixed>  $data */
    private function limits(array $data, Field $field): Limits
    {
        $limits = Limits::fromArray($data);
        abort_if(
            $limits->pattern !== '' && (mb_strlen($limits->pattern) > 300 || !Limits::isPattern($limits->pattern)),
            422,
            'The pattern is not a regular expression that can be used.',
        );
        abort_if(
            $limits->pattern !== '' && Limits::backtracks($limits->pattern),
            422,
            'With this pattern, a text that nearly fits takes too long to compare. Write it without a repeat inside a repeat, such as (a+)+.',
        );
        abort_if($limits->length < 0 || $limits->length > 5000, 422, 'The length must be a number from 1 to 5000, or blank.');
        abort_if(
            $limits->isUnique && !Uniques::areFor($field),
            422,
            'Many records share a value of this field by nature: it can\'t be unique.',
        );
        foreach ([$limits->least, $limits->most] as $bound) {
            $isBound =
                $bound === '' ||
                match ($field->type) {
                    FieldType::Date => $bound === 'today' ||
                        (preg_match('/^\d{4}-\d{2}-\d{2}$/D', $bound) === 1 &&
                            checkdate((int) substr($bound, 5, 2), (int) substr($bound, 8, 2), (int) substr($bound, 0, 4))),
                    FieldType::Amount, FieldType::Number => preg_match('/^-?\d{1,12}(?:\.\d{1,6})?$/D', $bound) === 1,
                    default => false,
                };
            abort_unless(
                $isBound,
                422,
                "\"{$bound}\" is not a bound that " .
                    ($field->type === FieldType::Date ? 'a date can have: write it as 2016-03-04, or today' : 'this field can have') .
                    '.',
            );
        }
        if ($limits->pattern !== '' && $limits->example !== '') {
            abort_if($limits->fault($limits->example, FieldType::Text, '') !== null, 422, 'The example does not fit the pattern.');
        }

        return $limits;
    }

    /**
     * @param  array<string, string>  $values
     * @return array<string, string>
     */
    private function defaults(array $values, Field $field): array
    {
        $defaults = [];
        foreach ($values as $kind => $value) {
            abort_unless(
                Defaults::areFor($field->key) &&
                    in_array(
                        $kind,
                        str_starts_with($field->key, 'gift.') ? ['gift'] : ['supporter', 'person', 'household', 'organization'],
                        true,
                    ),
                422,
                'This field can\'t have a default for that kind of record.',
            );
            if (trim($value) === '') {
                continue;
            }
            $understood = app(Standards::class)->formats->of($field)->read(trim($value));
            abort_if($understood->fault !== null, 422, "The default can't be used: {$understood->fault?->reason}.");
            $defaults[$kind] = $understood->value;
        }

        return $defaults;
    }

    private function mustBeFree(string $label, FieldCatalog $catalog, ?string $except): void
    {
        foreach ($catalog->everything() as $field) {
            abort_if(
                $field->key !== $except && mb_strtolower($field->label) === mb_strtolower(trim($label)),
                422,
                "There is a field \"{$field->label}\" already." . ($field->isRetired ? ' It is retired and can be brought back.' : ''),
            );
        }
    }

    private function known(FieldCatalog $catalog, string $key): Field
    {
        foreach ($catalog->everything() as $field) {
            if ($field->key === $key && $key !== 'supporter') {
                return $field;
            }
        }
        abort(404, 'There is no such field in the catalog.');
    }

    private function key(string $label): string
    {
        $word = mb_substr(Str::slug($label, '_'), 0, 40);
        $key = Field::CUSTOM . ($word === '' ? 'field' : $word);
        for ($i = 2; CustomField::query()->where('key', $key)->exists(); $i++) {
            $key = Field::CUSTOM . $word . "_{$i}";
        }

        return $key;
    }

    /** @return PartyField */
    public static function shown(Field $field): array
    {
        return [
            'key' => $field->key,
            'label' => $field->label,
            'group' => $field->group,
            'type' => $field->type->value,
            'options' => $field->options(),
            'named' => $field->named,
        ];
    }
}
