<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns\Steps;

/** Reads numbers and amounts as one country writes them: currency signs, thousands separators, parentheses for less than zero. */
final readonly class ReadNumber extends EachValue
{
    public const NAME = 'number';

    /** @param  string  $decimal mark before the decimals: "." or "," */
    public function __construct(private string $decimal = '.')
    {
    }

    public static function of(Settings $settings): self
    {
        return new self($settings->one('decimal', ['.', ','], '.'));
    }

    public function label(): string
    {
        return 'Numbers as '.($this->decimal === '.' ? '1,234.50' : '1.234,50').'; no currency signs';
    }

    public function settings(): array
    {
        return ['decimal' => $this->decimal];
    }

    protected function work(string $value, Row $row): string
    {
        $bare = (string) preg_replace('/[\p{Sc}\s\x{A0}\x{202F}\']|\b[A-Z]{2,3}\b\$?|(?:US|CA|C|A)(?=\$)/u', '', $value);
        $negative = preg_match('/^\((.*)\)$/D', $bare, $inner) === 1 || preg_match('/^[-\x{2212}](.*)$/uD', $bare, $inner) === 1 || preg_match('/^(.*)-$/D', $bare, $inner) === 1;
        $digits = $negative ? $inner[1] : $bare;
        $other = $this->decimal === '.' ? ',' : '.';
        $plain = str_replace([$other, $this->decimal], ['', '.'], $digits);
        // Groups of other than three digits say that the number is written another way.
        $isGrouped = preg_match('/^\d{1,3}(?:'.preg_quote($other, '/').'\d{3})*(?:'.preg_quote($this->decimal, '/').'\d*)?$/D', $digits) === 1 || ! str_contains($digits, $other);
        if (! $isGrouped || preg_match('/^(?:\d+(?:\.\d*)?|\.\d+)$/D', $plain) !== 1) {
            throw new StepFault("\"{$value}\" is not written as ".($this->decimal === '.' ? '1,234.50' : '1.234,50'), 'Correct the number, or change the step of the column');
        }
        $plain = rtrim($plain, '.');

        return ($negative && trim($plain, '0.') !== '' ? '-' : '').(str_starts_with($plain, '.') ? "0{$plain}" : $plain);
    }
}
