<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns\Steps;

use PineSieve\Core\Addresses\AddressLabel;

/** Takes the name or the address of a cell that holds both, as a label does. */
final readonly class OfLabel extends EachValue
{
    public const NAME = 'label';

    private const WHAT = ['name' => 'the name', 'address' => 'the address'];

    /** @param  string  $what  one of WHAT */
    public function __construct(private string $what) {}

    public static function of(StepSettings $settings): self
    {
        return new self($settings->one('what', array_keys(self::WHAT)));
    }

    public static function form(): StepForm
    {
        return new StepForm(
            'Take a name and an address apart',
            StepForm::TEXT,
            ['what' => 'name'],
            [StepInput::choice('what', 'Take', self::WHAT)],
        );
    }

    public function label(): string
    {
        return $this->what === 'name' ? 'Take the name above the address' : 'Take the address below the name';
    }

    public function settings(): array
    {
        return ['what' => $this->what];
    }

    protected function work(string $value, Row $row): string
    {
        $label = AddressLabel::of($value);

        return $this->what === 'name' ? $label->name : $label->address;
    }
}
