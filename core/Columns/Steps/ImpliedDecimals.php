<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns\Steps;

/** Figures that are filled up with zeros and have no point: "000002500" is 25.00 where the last two digits are decimals. */
final readonly class ImpliedDecimals extends EachValue
{
    public const NAME = 'decimals';

    public function __construct(private int $places = 2) {}

    public static function of(StepSettings $settings): self
    {
        return new self($settings->number('places', 2, 0, 2));
    }

    public static function form(): StepForm
    {
        return new StepForm(
            'Say which digits are decimals',
            StepForm::NUMBERS,
            ['places' => 2],
            [StepInput::number('places', 'Digits after the point', 0, 2)],
        );
    }

    public function label(): string
    {
        return match ($this->places) {
            0 => 'Zeros in front mean nothing: 00025 is 25',
            1 => 'The last digit is a decimal: 00025 is 2.5',
            default => 'The last two digits are cents: 00025 is 0.25',
        };
    }

    public function settings(): array
    {
        return ['places' => $this->places];
    }

    protected function work(string $value, Row $row): string
    {
        if (preg_match('/^([-+]?)(\d{1,16})([-+]?)$/D', $value, $parts) !== 1) {
            return $value;
        }
        $digits = str_pad(ltrim($parts[2], '0'), $this->places + 1, '0', STR_PAD_LEFT);
        $sign = $parts[1] === '-' || $parts[3] === '-' ? '-' : '';

        return $sign . ($this->places === 0 ? $digits : substr($digits, 0, -$this->places) . '.' . substr($digits, -$this->places));
    }
}
