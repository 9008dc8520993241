<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns\Steps;

use PineSieve\Core\Gifts\Currency;
use PineSieve\Core\Gifts\WrittenMoney;

/** Reads numbers and amounts as one country writes them: thousands separators, parentheses for less than zero. Signs and codes of currencies stay. */
final readonly class ReadNumber extends EachValue
{
    public const NAME = 'number';

    private const DECIMAL = ['.' => '1,234.50', ',' => '1.234,50'];

    /** @param  string  $decimal mark before the decimals: "." or "," */
    public function __construct(private string $decimal = '.') {}

    public static function of(StepSettings $settings): self
    {
        return new self($settings->one('decimal', array_keys(self::DECIMAL), '.'));
    }

    public static function form(): StepForm
    {
        return new StepForm(
            'Read numbers and amounts',
            StepForm::NUMBERS,
            ['decimal' => '.'],
            [StepInput::choice('decimal', 'Written as', self::DECIMAL)],
        );
    }

    public function label(): string
    {
        return 'Numbers as ' . ($this->decimal === '.' ? '1,234.50' : '1.234,50');
    }

    public function settings(): array
    {
        return ['decimal' => $this->decimal];
    }

    protected function work(string $value, Row $row): string
    {
        [$negative, $bare, $marks] = WrittenMoney::apart($value);
        foreach ($marks as $mark) {
            if (Currency::meanings($mark) === []) {
                throw new StepFault("\"{$value}\" is not a number", 'Correct the number, or change the step of the column');
            }
        }
        // Blanks and apostrophes part groups of three digits and nothing else.
        $digits = (string) preg_replace("/(?<=\d)['\u{2019} \u{A0}\u{2009}\u{202F}](?=\d{3}(?!\d))/u", '', $bare);
        $other = $this->decimal === '.' ? ',' : '.';
        $plain = str_replace([$other, $this->decimal], ['', '.'], $digits);
        // Groups of other than three digits say that the number is written another way.
        $isGrouped =
            preg_match('/^\d{1,3}(?:' . preg_quote($other, '/') . '\d{3})*(?:' . preg_quote($this->decimal, '/') . '\d*)?$/D', $digits) ===
                1 || !str_contains($digits, $other);
        if (!$isGrouped || preg_match('/^(?:\d+(?:\.\d*)?|\.\d+)$/D', $plain) !== 1) {
            throw new StepFault(
                "\"{$value}\" is not written as " . ($this->decimal === '.' ? '1,234.50' : '1.234,50'),
                'Correct the number, or change the step of the column',
            );
        }
        // "1.500" says from here on how many decimals it has.
        $plain = rtrim((string) preg_replace('/(\.\d\d)0+$/D', '$1', $plain), '.');

        // What says the currency stays with the number: it is not this step's to take away.
        return implode(
            '',
            array_map(static fn(string $mark): string => preg_match('/\p{Sc}$/u', $mark) === 1 ? $mark : "{$mark} ", $marks),
        ) .
            ($negative && trim($plain, '0.') !== '' ? '-' : '') .
            (str_starts_with($plain, '.') ? "0{$plain}" : $plain);
    }
}
