<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns\Steps;

use PineSieve\Core\Names\NameCasing;

/** Changes capitals and small letters. */
final readonly class CasingStep extends EachValue
{
    public const NAME = 'case';

    private const LABELS = [
        'name' => 'Capitals as in names',
        'upper' => 'All capitals',
        'lower' => 'All small letters',
        'sentence' => 'A capital at the beginning',
    ];

    public function __construct(private string $to = 'name') {}

    public static function of(StepSettings $settings): self
    {
        return new self($settings->one('to', array_keys(self::LABELS), 'name'));
    }

    public static function form(): StepForm
    {
        return new StepForm(
            'Change capitals',
            StepForm::TEXT,
            ['to' => 'name'],
            [
                StepInput::choice('to', 'To', [
                    'name' => 'as in names',
                    'upper' => 'all capitals',
                    'lower' => 'all small',
                    'sentence' => 'a capital at the beginning',
                ]),
            ],
        );
    }

    public function label(): string
    {
        return self::LABELS[$this->to];
    }

    public function settings(): array
    {
        return ['to' => $this->to];
    }

    protected function work(string $value, Row $row): string
    {
        return match ($this->to) {
            'upper' => mb_strtoupper($value),
            'lower' => mb_strtolower($value),
            'sentence' => mb_strtoupper(mb_substr($value, 0, 1)) . mb_strtolower(mb_substr($value, 1)),
            default => NameCasing::of($value),
        };
    }
}
