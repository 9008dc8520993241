<?php

declare(strict_types=1);

namespace PineSieve\Core\Searches;

use PineSieve\Core\Standards\Field;
use PineSieve\Core\Standards\FieldPlace;
use PineSieve\Core\Standards\FieldType;

/** One thing that a search asks for. */
final readonly class Condition
{
    /**
     * @param  string  $of  key of a field in the catalog, or value of a Topic
     * @param  list<string>  $values  any of them for IS, none of them for IS NOT; two for BETWEEN
     * @param  array<string, string>  $within  what narrows it: see Topic::within()
     */
    public function __construct(public string $of, public Test $test, public array $values = [], public array $within = []) {}

    /** @return list<string> what narrows a condition on a field: an amount is one of a currency */
    public static function narrowing(Field $field): array
    {
        $hasCurrency = in_array(FieldPlace::of($field->key)?->subject, ['gift', 'promise'], true);

        return $field->type === FieldType::Amount && $hasCurrency ? ['currency'] : [];
    }

    public function topic(): ?Topic
    {
        return Topic::tryFrom($this->of);
    }

    public function value(): string
    {
        return $this->values[0] ?? '';
    }

    /** What narrows it; '' if nothing does. */
    public function narrowed(string $by): string
    {
        return $this->within[$by] ?? '';
    }

    /** @return array{of: string, test: value-of<Test>, values: list<string>, within: array<string, string>} */
    public function toArray(): array
    {
        return ['of' => $this->of, 'test' => $this->test->value, 'values' => $this->values, 'within' => $this->within];
    }
}
