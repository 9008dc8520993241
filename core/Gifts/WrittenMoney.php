<?php

declare(strict_types=1);

namespace PineSieve\Core\Gifts;

/** An amount as someone wrote it, with the marks that say its currency: "$1,234.50", "CAD 25", "(50.00)", "1.234,50 €", "50.-". */
final readonly class WrittenMoney
{
    private const BLANK = '[ \x{A0}\x{2009}\x{202F}]';

    /** Letters and signs before or behind the figures. */
    private const MARK = '\p{L}{0,4}\.?\p{Sc}|\p{L}{1,7}\.?';

    /**
     * @param  string  $amount  as Amount writes it
     * @param  list<string>  $marks  each of which Currency knows
     * @param  bool  $isPadded  whether zeros stand before it and no point in it: what it is worth is a guess
     * @param  bool  $isEither  whether three digits stand behind its only point: "1.500" may be fifteen hundred
     */
    private function __construct(
        public string $amount,
        public array $marks,
        public bool $isPadded = false,
        public bool $isEither = false,
    ) {}

    /** Null if it is no amount. */
    public static function parse(string $text): ?self
    {
        if (preg_match('/^(?:0|[1-9]\d{0,11})(?:\.\d{1,2})?$/D', $text) === 1) {
            return new self(self::twoDecimals($text), []);
        }
        [$negative, $bare, $marks] = self::apart($text);
        foreach ($marks as $mark) {
            if (Currency::meanings($mark) === []) {
                return null;
            }
        }
        $plain = self::plain($bare);
        if ($plain === null || strlen(ltrim(explode('.', $plain)[0], '0')) > Amount::MOST_DIGITS) {
            return null;
        }
        $decimals = rtrim(explode('.', $plain)[1] ?? '', '0');
        if (strlen($decimals) > 2) {
            return null;
        }
        $amount = self::twoDecimals($plain);

        return new self(
            $negative && $amount !== '0.00' ? "-{$amount}" : $amount,
            $marks,
            preg_match('/^0\d*[1-9]\d*$/D', $bare) === 1,
            preg_match('/^[1-9]\d{0,2}\.\d{3}$/D', $bare) === 1,
        );
    }

    /** @return array{bool, string, list<string>} whether it is less than zero, the figures, and what stands before and behind them */
    public static function apart(string $text): array
    {
        [$bare, $marks] = self::withoutMarks((string) preg_replace('/^[\s\x{A0}]+|[\s\x{A0}]+$/u', '', $text));
        if (
            preg_match('/^\((.+)\)$/uD', $bare, $inner) === 1 ||
            preg_match('/^[-\x{2212}](.+)$/uD', $bare, $inner) === 1 ||
            preg_match('/^(.*\d)' . self::BLANK . '?-$/uD', $bare, $inner) === 1
        ) {
            [$inside, $more] = self::withoutMarks(trim($inner[1]));

            return [true, $inside, [...$marks, ...$more]];
        }

        return [false, $bare, $marks];
    }

    /** @return array{string, list<string>} the figures, and what stands before and behind them */
    private static function withoutMarks(string $text): array
    {
        $marks = [];
        foreach (
            [
                '/^(' . self::MARK . ')' . self::BLANK . '*(?=[-\x{2212}(\p{Sc}\d.])/u',
                '/(?<=[\d).,-])' . self::BLANK . '*(' . self::MARK . ')$/u',
            ]
            as $pattern
        ) {
            while (preg_match($pattern, $text, $found) === 1) {
                $marks[] = $found[1];
                $text = trim((string) preg_replace($pattern, '', $text));
            }
        }

        return [$text, $marks];
    }

    /** @return ?string digits with a full stop before the decimals; null if they are not written as a number is */
    private static function plain(string $bare): ?string
    {
        // "50.-" and "50,--" are whole units, as in Switzerland.
        $bare = (string) preg_replace('/^(\d[\d\',. ]*?)[.,][-\x{2013}\x{2014}]{1,2}$/uD', '$1', $bare);
        $plain = match (1) {
            preg_match('/^\d+(?:\.\d*)?$/D', $bare), preg_match('/^\.\d+$/D', $bare) => $bare,
            preg_match('/^\d{1,3}(?:,\d{3})+(?:\.\d+)?$/D', $bare) => str_replace(',', '', $bare),
            preg_match('/^\d{1,3}(?:\.\d{3})+,\d{1,2}$/D', $bare), preg_match('/^\d+,\d{1,2}$/D', $bare) => strtr($bare, [
                '.' => '',
                ',' => '.',
            ]),
            preg_match("/^\d{1,3}(?:['\u{2019}]\d{3})+(?:\.\d+)?$/uD", $bare) => str_replace(["'", "\u{2019}"], '', $bare),
            // Blanks part groups of three and nothing else: a telephone number is no amount.
            preg_match('/^\d{1,3}(?:' . self::BLANK . '\d{3})+(?:[.,]\d{1,2})?$/uD', $bare) => str_replace(
                ',',
                '.',
                (string) preg_replace('/' . self::BLANK . '/u', '', $bare),
            ),
            default => null,
        };

        return $plain === null ? null : rtrim(str_starts_with($plain, '.') ? "0{$plain}" : $plain, '.');
    }

    private static function twoDecimals(string $plain): string
    {
        [$units, $decimals] = [...explode('.', $plain), ''];
        $units = ltrim($units, '0');

        return ($units === '' ? '0' : $units) . '.' . str_pad(substr($decimals, 0, 2), 2, '0');
    }
}
