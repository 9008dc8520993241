<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns\Steps;

use PineSieve\Core\Text\Tidy;

/** Cuts outer blanks; inner blanks, no-break spaces and line breaks become one blank. */
final readonly class Trim extends EachValue
{
    public const NAME = 'trim';

    public static function of(StepSettings $settings): self
    {
        return new self();
    }

    public static function form(): StepForm
    {
        return new StepForm('Trim blanks', StepForm::TEXT);
    }

    public function label(): string
    {
        return 'Trim blanks';
    }

    public function settings(): array
    {
        return [];
    }

    protected function work(string $value, Row $row): string
    {
        return Tidy::line($value);
    }
}
