<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns;

use PineSieve\Core\Columns\Steps\Steps;
use PineSieve\Core\Standards\Target;

/**
 * A field that a column becomes.
 *
 * @phpstan-import-type StepData from Steps
 */
final readonly class Feed
{
    /**
     * @param  string  $target  as Target writes it
     * @param  string  $name  which group, or which system, for a field that needs it; '' for others
     * @param  Steps  $steps  done after those of the column, for this field alone
     */
    public function __construct(public string $target, public string $name = '', public Steps $steps = new Steps()) {}

    /** @return array{target: string, name: string, steps: list<StepData>} */
    public function toArray(): array
    {
        return ['target' => $this->target, 'name' => $this->name, 'steps' => $this->steps->toArray()];
    }

    /** @param  array{target: string, name?: string, steps?: list<array<string, mixed>>}  $data as toArray() gives it */
    public static function fromArray(array $data): self
    {
        return new self(Target::normal($data['target']), $data['name'] ?? '', Steps::fromArray($data['steps'] ?? []));
    }
}
