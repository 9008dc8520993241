<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns\Steps;

use PineSieve\Core\Names\TwoPeople;

/** Makes two names of a cell that holds two people. In a column of names they become two supporters and their household. */
final readonly class People implements Step
{
    public const NAME = 'people';

    public static function of(StepSettings $settings): self
    {
        return new self();
    }

    public static function form(): StepForm
    {
        return new StepForm('Two people become two', StepForm::NAMES);
    }

    public function apply(array $values, Row $row): array
    {
        return array_merge(...array_map(TwoPeople::split(...), $values));
    }

    public function label(): string
    {
        return 'Two people in a cell become two';
    }

    public function settings(): array
    {
        return [];
    }
}
