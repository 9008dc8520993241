<?php

declare(strict_types=1);

namespace App\Http\Controllers\Standards;

use App\Http\Controllers\Controller;
use App\Models\CustomField;
use App\Models\Intake;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Str;
use Illuminate\Validation\Rule;
use PineSieve\Core\Standards\Field;
use PineSieve\Core\Standards\FieldCatalog;
use PineSieve\Core\Standards\FieldType;
use PineSieve\Core\Standards\Target;

/** The field catalog. */
final class FieldController extends Controller
{
    public function index(FieldCatalog $catalog): JsonResponse
    {
        $this->authorize('viewAny', Intake::class);
        $parties = array_map(static fn (string $party, string $label): array => ['party' => $party, 'label' => $label, 'fields' => array_map(self::shown(...), $catalog->ofParty($party))], array_keys(Target::PARTIES), Target::PARTIES);

        return response()->json(['fields' => array_map(self::shown(...), $catalog->all()), 'parties' => $parties, 'kinds' => Target::KINDS, 'types' => array_column(FieldType::CUSTOM, 'value')]);
    }

    /** Makes a field of one's own. */
    public function store(Request $request, FieldCatalog $catalog): JsonResponse
    {
        $this->authorize('create', CustomField::class);
        $data = $request->validate([
            'label' => ['required', 'string', 'max:120', Rule::unique('custom_fields', 'label')],
            'group' => ['nullable', 'string', 'max:60'],
            'type' => ['required', Rule::in(array_column(FieldType::CUSTOM, 'value'))],
            'options' => ['array', 'max:500', Rule::requiredIf(in_array($request->input('type'), [FieldType::Choice->value, FieldType::Choices->value], true))],
            'options.*' => ['string', 'distinct:ignore_case', 'max:120'],
            'required' => ['boolean'],
        ]);
        foreach ($catalog->all() as $field) {
            abort_if(mb_strtolower($field->label) === mb_strtolower(trim($data['label'])), 422, "There is a field \"{$field->label}\" already.");
        }
        $field = CustomField::query()->create([
            'key' => $this->key($data['label']), 'label' => trim($data['label']), 'group' => trim($data['group'] ?? '') === '' ? 'Your own fields' : trim((string) $data['group']),
            'type' => $data['type'], 'options' => array_values($data['options'] ?? []), 'is_required' => (bool) ($data['required'] ?? false),
        ]);

        app()->forgetInstance(FieldCatalog::class);

        return response()->json(self::shown($field->field()), 201);
    }

    private function key(string $label): string
    {
        $word = mb_substr(Str::slug($label, '_'), 0, 40);
        $key = Field::CUSTOM.($word === '' ? 'field' : $word);
        for ($i = 2; CustomField::query()->where('key', $key)->exists(); $i++) {
            $key = Field::CUSTOM.$word."_{$i}";
        }

        return $key;
    }

    /** @return array<string, mixed> */
    private static function shown(Field $field): array
    {
        return ['key' => $field->key, 'label' => $field->label, 'group' => $field->group, 'type' => $field->type->value, 'options' => $field->options, 'required' => $field->required, 'named' => $field->named];
    }
}
