<?php

declare(strict_types=1);

namespace App\Standards\Http\Requests;

use App\Standards\Http\KnownField;
use Closure;
use Illuminate\Validation\Rule;
use PineSieve\Core\Standards\FieldCatalog;
use PineSieve\Core\Standards\FieldPlace;
use PineSieve\Core\Standards\Formats\Formats;
use PineSieve\Core\Standards\RuleSubject;
use PineSieve\Core\Standards\Strength;
use PineSieve\Core\Standards\When;

/** A rule of required data, as a person writes it. */
final class RuleRequest extends StandardsRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        $kept = static fn(string $attribute, mixed $value, Closure $fail) => is_string($value) && FieldPlace::of($value) !== null
            ? null
            : $fail('There is no such field in the catalog.');

        return [
            'subject' => ['required', Rule::enum(RuleSubject::class)],
            'field' => ['required', 'string', new KnownField(), $kept],
            'strength' => ['required', Rule::enum(Strength::class)],
            'conditions' => ['sometimes', 'array', 'max:6'],
            'conditions.*.field' => ['required', 'string', new KnownField(), $kept],
            'conditions.*.test' => ['required', Rule::in(When::TESTS)],
            'conditions.*.values' => ['array', 'max:50'],
            'conditions.*.values.*' => ['string', 'max:120'],
        ];
    }

    /** @return array{subject: string, field: string, strength: string, conditions: list<array{field: string, test: string, values: list<string>}>} */
    public function rule(): array
    {
        $data = $this->validated();
        abort_if(
            !RuleSubject::from($data['subject'])->asksFor($data['field']),
            422,
            'A field of gifts belongs to a rule about gifts, one of promises to a rule about promises, and no other field does.',
        );

        return [
            'subject' => $data['subject'],
            'field' => $data['field'],
            'strength' => $data['strength'],
            'conditions' => array_map(
                fn(array $when): array => $this->condition($when['field'], $when['test'], $when['values'] ?? [])->toArray(),
                array_values($data['conditions'] ?? []),
            ),
        ];
    }

    /** @param  array<string>  $values */
    private function condition(string $field, string $test, array $values): When
    {
        $values = array_values(array_filter(array_map(trim(...), $values), static fn(string $value): bool => $value !== ''));
        abort_if($values === [] && in_array($test, [When::IS, When::IS_NOT], true), 422, 'A condition needs at least one value.');
        abort_if(
            !RuleSubject::from($this->validated('subject'))->looksAt($field),
            422,
            'Only a rule about gifts can look at a gift, and only one about promises at a promise.',
        );

        return new When($field, $test, array_map(static fn(string $value): string => self::asStored($field, $value), $values));
    }

    /** "Canada" is kept as CA: a condition looks at what is stored. */
    private static function asStored(string $field, string $value): string
    {
        $understood = app(Formats::class)->of(app(FieldCatalog::class)->field($field))->read($value);

        return $understood->fault === null ? $understood->value : $value;
    }
}
