<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns\Steps;

use PineSieve\Core\Names\Words;
use PineSieve\Core\Text\Fold;

/** Turns "Last, First" round. */
final readonly class Turn extends EachValue
{
    public const NAME = 'turn';

    public static function of(StepSettings $settings): self
    {
        return new self();
    }

    public static function form(): StepForm
    {
        return new StepForm('Turn "Last, First" around', StepForm::NAMES);
    }

    public function label(): string
    {
        return 'Turn "Last, First" around';
    }

    public function settings(): array
    {
        return [];
    }

    protected function work(string $value, Row $row): string
    {
        $parts = array_map(trim(...), explode(',', $value));
        $suffixes = [];
        while (count($parts) > 1 && Words::suffix(Fold::solid($parts[count($parts) - 1])) !== null) {
            array_unshift($suffixes, array_pop($parts));
        }

        return count($parts) === 2 && $parts[1] !== '' ? implode(' ', [$parts[1], $parts[0], ...$suffixes]) : $value;
    }
}
