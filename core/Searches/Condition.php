<?php

declare(strict_types=1);

namespace PineSieve\Core\Searches;

/** One thing that a search asks for. */
final readonly class Condition
{
    /**
     * @param  string  $of  key of a field in the catalog, or value of a Topic
     * @param  list<string>  $values  any of them for IS, none of them for IS NOT; two for BETWEEN
     * @param  array<string, string>  $within  what narrows it: see Topic::within()
     */
    public function __construct(public string $of, public Test $test, public array $values = [], public array $within = []) {}

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
