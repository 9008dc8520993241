<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns\Steps;

use PineSieve\Core\Text\Mojibake;

/** Takes back a wrong decoding: "JosÃ©" becomes "José". */
final readonly class Mend extends EachValue
{
    public const NAME = 'mend';

    public static function of(StepSettings $settings): self
    {
        return new self();
    }

    public static function form(): StepForm
    {
        return new StepForm('Mend wrongly decoded letters', StepForm::TEXT);
    }

    public function label(): string
    {
        return 'Mend letters that were decoded wrongly';
    }

    public function settings(): array
    {
        return [];
    }

    protected function work(string $value, Row $row): string
    {
        return Mojibake::mend($value);
    }
}
