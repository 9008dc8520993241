<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns\Steps;

use PineSieve\Core\Addresses\Countries;
use PineSieve\Core\Addresses\Regions;

/** Makes codes of the names of states, provinces or countries; what it does not know stays. */
final readonly class PlaceCode extends EachValue
{
    public const NAME = 'code';

    private const OF = ['state' => 'states and provinces', 'country' => 'countries'];

    /** @param  string  $of "state" or "country" */
    public function __construct(private string $of) {}

    public static function of(StepSettings $settings): self
    {
        return new self($settings->one('of', array_keys(self::OF)));
    }

    public static function form(): StepForm
    {
        return new StepForm('States or countries to codes', StepForm::VALUES, ['of' => 'state'], [StepInput::choice('of', 'Of', self::OF)]);
    }

    public function label(): string
    {
        return $this->of === 'state' ? 'States and provinces to their codes' : 'Countries to their codes';
    }

    public function settings(): array
    {
        return ['of' => $this->of];
    }

    protected function work(string $value, Row $row): string
    {
        return ($this->of === 'state' ? Regions::find($value)['code'] ?? null : Countries::code($value)) ?? $value;
    }
}
