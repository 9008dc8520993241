<?php

declare(strict_types=1);

namespace PineSieve\Core\Gifts;

/** Currencies by their codes (ISO 4217), and the marks by which people write them. */
final class Currency
{
    public const DEFAULT = 'USD';

    /** Of money whose currency nobody can tell (ISO 4217: no currency). */
    public const UNKNOWN = 'XXX';

    /** @var ?array{codes: array<string, true>, signs: array<string, list<string>>} */
    private static ?array $known = null;

    private function __construct() {}

    public static function isCode(string $text): bool
    {
        return isset(self::known()['codes'][$text]);
    }

    /** @return list<string> all codes, in the order of the alphabet */
    public static function codes(): array
    {
        return array_map(strval(...), array_keys(self::known()['codes']));
    }

    /** How many digits its smallest unit stands for: 2 for USD, 0 for JPY; 2 for what is no currency (ISO 4217). */
    public static function digits(string $code): int
    {
        if (!self::isCode($code)) {
            return 2;
        }
        $format = new \NumberFormatter("en@currency={$code}", \NumberFormatter::CURRENCY);

        return $format->getAttribute(\NumberFormatter::FRACTION_DIGITS);
    }

    /** "US Dollar"; the code itself if it has no name. */
    public static function name(string $code): string
    {
        $currencies = \ResourceBundle::create('en', 'ICUDATA-curr')?->get('Currencies');
        $names = $currencies instanceof \ResourceBundle ? $currencies->get($code) : null;
        $name = $names instanceof \ResourceBundle ? $names->get(1) : null;

        return is_string($name) ? $name : $code;
    }

    /**
     * What a sign, a code or a word can stand for.
     *
     * @return list<string> codes; empty if it is no mark of a currency
     */
    public static function meanings(string $mark): array
    {
        $folded = mb_strtolower(trim($mark, ' .'));
        $code = strtoupper($folded);

        return isset(self::known()['codes'][$code]) ? [$code] : self::known()['signs'][$folded] ?? [];
    }

    /**
     * The one currency that all the marks can mean; of several the organization's own.
     *
     * @param  non-empty-list<string>  $marks
     * @return ?string null if they contradict each other, or can mean several others
     */
    public static function of(array $marks, string $home): ?string
    {
        $meanings = self::meanings($marks[0]);
        foreach (array_slice($marks, 1) as $mark) {
            $meanings = array_values(array_intersect($meanings, self::meanings($mark)));
        }

        return in_array($home, $meanings, true) ? $home : (count($meanings) === 1 ? $meanings[0] : null);
    }

    /** @return array{codes: array<string, true>, signs: array<string, list<string>>} */
    private static function known(): array
    {
        if (self::$known === null) {
            /** @var array{codes: string, signs: array<string, string>} $data */
            $data = require __DIR__ . '/data/currencies.php';
            self::$known = [
                'codes' => array_fill_keys(explode(' ', $data['codes']), true),
                'signs' => array_map(static fn(string $codes): array => explode(' ', $codes), $data['signs']),
            ];
        }

        return self::$known;
    }
}
