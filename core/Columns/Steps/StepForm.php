<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns\Steps;

/**
 * What a step is called where one is chosen, what it begins with, and what can be set about it.
 *
 * @phpstan-import-type StepData from Steps
 * @phpstan-import-type StepInputData from StepInput
 * @phpstan-type StepFormData array{do: string, name: string, group: string, begin: StepData, inputs: list<StepInputData>}
 */
final readonly class StepForm
{
    public const TEXT = 'Text';

    public const VALUES = 'Values';

    public const NUMBERS = 'Numbers and dates';

    public const NAMES = 'Names';

    public const REST = 'For the rest';

    /**
     * @param  self::*  $group
     * @param  array<string, mixed>  $begin  settings that it begins with
     * @param  list<StepInput>  $inputs
     */
    public function __construct(private string $name, private string $group, private array $begin = [], private array $inputs = []) {}

    /**
     * Of all steps, as a screen lists them.
     *
     * @return list<StepFormData>
     */
    public static function all(): array
    {
        $forms = array_map(static fn(string $step): array => $step::form()->of($step::NAME), array_values(Steps::KINDS));
        $groups = [self::TEXT, self::VALUES, self::NUMBERS, self::NAMES, self::REST];
        usort(
            $forms,
            static fn(array $one, array $other): int => array_search($one['group'], $groups, true) <=>
                array_search($other['group'], $groups, true),
        );

        return $forms;
    }

    /** @return StepFormData */
    private function of(string $do): array
    {
        return [
            'do' => $do,
            'name' => $this->name,
            'group' => $this->group,
            'begin' => ['do' => $do] + $this->begin,
            'inputs' => array_map(static fn(StepInput $input): array => $input->toArray(), $this->inputs),
        ];
    }
}
