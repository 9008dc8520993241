<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns\Steps;

/** Puts back the zeros that a spreadsheet cut off at the front of numbers. */
final readonly class Pad extends EachValue
{
    public const NAME = 'pad';

    public function __construct(private int $to = 5) {}

    public static function of(StepSettings $settings): self
    {
        return new self($settings->number('to', 5, 2, 40));
    }

    public static function form(): StepForm
    {
        return new StepForm('Put back leading zeros', StepForm::NUMBERS, ['to' => 5], [StepInput::number('to', 'Digits', 2, 40)]);
    }

    public function label(): string
    {
        return "Fill numbers up to {$this->to} digits with zeros";
    }

    public function settings(): array
    {
        return ['to' => $this->to];
    }

    protected function work(string $value, Row $row): string
    {
        return preg_match('/^(\d+)(-\d+)?$/D', $value, $parts) === 1
            ? str_pad($parts[1], $this->to, '0', STR_PAD_LEFT) . ($parts[2] ?? '')
            : $value;
    }
}
