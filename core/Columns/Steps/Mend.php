<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns\Steps;

use PineSieve\Core\Text\Mojibake;
use PineSieve\Core\Text\WebCodes;

/** Takes back a wrong decoding, and reads codes of web pages: "JosÃ©" becomes "José", "Tom &amp; Ann" becomes "Tom & Ann". */
final readonly class Mend extends EachValue
{
    public const NAME = 'mend';

    public static function of(StepSettings $settings): self
    {
        return new self();
    }

    public static function form(): StepForm
    {
        return new StepForm('Mend wrongly decoded letters and web codes', StepForm::TEXT);
    }

    public function label(): string
    {
        return 'Mend letters and codes';
    }

    public function settings(): array
    {
        return [];
    }

    public static function mended(string $value): string
    {
        return WebCodes::read(Mojibake::mend($value));
    }

    protected function work(string $value, Row $row): string
    {
        return self::mended($value);
    }
}
