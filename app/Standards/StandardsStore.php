<?php

declare(strict_types=1);

namespace App\Standards;

use App\Accounts\Organization;
use App\Support\Lists;
use PineSieve\Core\Standards\Defaults;
use PineSieve\Core\Standards\Field;
use PineSieve\Core\Standards\FieldCatalog;
use PineSieve\Core\Standards\FieldType;
use PineSieve\Core\Standards\Formats\Formats;
use PineSieve\Core\Standards\PickList;
use PineSieve\Core\Standards\RequiredRule;
use PineSieve\Core\Standards\Standards;
use PineSieve\Core\Standards\Unreadable;

/** Keeps the organization's standards, and gives them to the core. */
final readonly class StandardsStore
{
    public function read(): Standards
    {
        $settings = FieldSetting::query()->get()->keyBy('field')->all();
        $lists = ListValue::query()->orderBy('place')->orderBy('id')->get()->groupBy('field')->all();
        $base = FieldCatalog::builtIn();
        $fields = [
            ...$base->everything(),
            ...CustomField::query()->orderBy('label')->get()->map(static fn(CustomField $field): Field => $field->field())->all(),
        ];
        $defaults = [];
        $set = [];
        foreach ($fields as $field) {
            $setting = $settings[$field->key] ?? null;
            foreach ($setting->settings['defaults'] ?? [] as $kind => $value) {
                $defaults[$kind][$field->key] = $value;
            }
            $listed = $field->nature->listOf === '' ? $field->key : $field->nature->listOf;
            $values = isset($lists[$listed]) ? Lists::of($lists[$listed]->map(static fn(ListValue $value) => $value->pickValue())) : [];
            $isList = in_array($field->type, [FieldType::Choice, FieldType::Choices], true);
            $list =
                $values === [] && !$isList ? null : new PickList($values, !(($settings[$listed] ?? null)->settings['open_list'] ?? false));
            if ($field->isCustom() || $list !== null || $setting !== null) {
                $set[] = $field->with(
                    $list,
                    $setting?->limits() ?? $field->limits,
                    Unreadable::tryFrom($setting->settings['unreadable'] ?? ''),
                );
            }
        }
        $rules = Lists::of(Rule::query()->orderBy('id')->get()->map(static fn(Rule $rule): RequiredRule => $rule->rule()));

        // Someone east of the server may already be in tomorrow.
        return new Standards(
            $base->with($set),
            new Formats(now()->addDay()->format('Y-m-d'), Organization::read()),
            $rules,
            new Defaults($defaults),
        );
    }

    /** The standards have changed: what was worked out by the old ones is worked out anew. */
    public function changed(): void
    {
        StandardsVersion::raise();
        self::forget();
        event(new StandardsChanged());
    }

    /** What this process has read of the standards is read anew. */
    public static function forget(): void
    {
        app()->forgetScopedInstances();
    }
}
