<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns\Steps;

use PineSieve\Core\Standards\Formats\PhoneFormat;

/** Reads telephone numbers that have no country code as those of one country. */
final readonly class ReadPhone extends EachValue
{
    public const NAME = 'phone';

    private PhoneFormat $format;

    /** @param  string  $country ISO 3166-1 alpha-2 */
    public function __construct(private string $country)
    {
        $this->format = new PhoneFormat($country);
    }

    public static function of(StepSettings $settings): self
    {
        $country = strtoupper($settings->text('country'));

        return preg_match('/^[A-Z]{2}$/D', $country) === 1
            ? new self($country)
            : throw new BadStep('A country is written with its two letters.');
    }

    public static function form(): StepForm
    {
        return new StepForm(
            'Telephone numbers of a country',
            StepForm::NUMBERS,
            ['country' => 'CA'],
            [StepInput::text('country', 'Country, two letters', needed: true)],
        );
    }

    public function label(): string
    {
        return "Telephone numbers of {$this->country}";
    }

    public function settings(): array
    {
        return ['country' => $this->country];
    }

    protected function work(string $value, Row $row): string
    {
        $understood = $this->format->read($value);

        return $understood->fault === null
            ? $understood->value
            : throw new StepFault($understood->fault->reason, $understood->fault->remedy);
    }
}
