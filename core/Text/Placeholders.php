<?php

declare(strict_types=1);

namespace PineSieve\Core\Text;

/** Values that people and programs write where nothing is known. */
final class Placeholders
{
    /** Kind to what it is called. */
    public const KINDS = [
        'word' => 'placeholders such as "n/a", "none", "-"',
        'test' => 'test values such as "test" and "asdf"',
        'number' => 'filler numbers such as 999-999-9999',
        'date' => 'filler dates such as 1/1/1900',
        'error' => 'errors of the spreadsheet such as #REF!',
        'scientific' => 'ids destroyed by scientific notation',
    ];

    private const WORDS = [
        'word' => [
            'n/a',
            'na',
            'n.a.',
            'none',
            'null',
            'nil',
            'unknown',
            'unk',
            '-',
            '--',
            '---',
            '?',
            '??',
            '.',
            '(blank)',
            '(none)',
            'not available',
            'not applicable',
            'not provided',
            'not given',
            'no email',
            'no phone',
            'no address',
            'noemail',
            'tbd',
            'tba',
            'xxx',
            'xxxx',
            '*',
        ],
        'test' => [
            'test',
            'testing',
            'test test',
            'asdf',
            'qwerty',
            'foo',
            'test@test.com',
            'none@none.com',
            'no@email.com',
            'noemail@noemail.com',
            'na@na.com',
            'a@a.com',
        ],
        'date' => [
            '1/1/1900',
            '01/01/1900',
            '1900-01-01',
            '1/0/1900',
            '1/0/00',
            '0000-00-00',
            '00/00/0000',
            '12/30/1899',
            '1899-12-30',
            '1899-12-31',
            '12/31/1899',
            '9999-12-31',
            '12/31/9999',
            '1900-01-00',
            '1/1/1753',
            '1/1/0001',
            '0001-01-01',
        ],
    ];

    /** Whose mail nobody gets. */
    private const NOBODY = '/^(?:none|no|na|noemail|no-?email|unknown|nobody|noone|notprovided|notgiven|declined|refused|fake|asdf|x+|test|anon(?:ymous)?|no-?reply|donotemail|donotcontact|noaddress|nomail|abc(?=@abc\.))@\S+$/iD';

    /** @var ?array<string, string> */
    private static ?array $words = null;

    private function __construct() {}

    /** @param  string  $tidied as Tidy::line() gives it */
    public static function kind(string $tidied): ?string
    {
        $length = strlen($tidied);
        if ($length > 24 || $length === 0) {
            return $length < 60 && preg_match(self::NOBODY, $tidied) === 1 ? 'test' : null;
        }
        if (self::$words === null) {
            self::$words = [];
            foreach (self::WORDS as $kind => $words) {
                self::$words += array_fill_keys($words, $kind);
            }
        }
        $known = self::$words[strtolower($tidied)] ?? null;

        return $known ??
            match (true) {
                $tidied[0] === '#' &&
                    preg_match('/^#(?:N\/A|REF!|DIV\/0!|VALUE!|NAME\?|NULL!|NUM!|SPILL!|CALC!|GETTING_DATA)$/iD', $tidied) === 1
                    => 'error',
                $length >= 7 &&
                    strspn($tidied, '0123456789().-+ ') === $length &&
                    preg_match('/^(?:\D*)(\d)(?:\D*\1){6,}\D*$/D', $tidied) === 1
                    => 'number',
                $length >= 9 && str_contains($tidied, '4') && str_contains($tidied, '7') && self::isCounted($tidied) => 'number',
                str_contains($tidied, '@') && preg_match(self::NOBODY, $tidied) === 1 => 'test',
                preg_match('/^-?\d(?:[.,]\d+)?E[+]?\d{1,3}$/iD', $tidied) === 1 => 'scientific',
                default => null,
            };
    }

    /** "123456789", "123-123-4567": the keys of a telephone or of a keyboard in their order. */
    private static function isCounted(string $tidied): bool
    {
        $digits = (string) preg_replace('/\D+/', '', $tidied);

        return strlen($digits) >= 9 && preg_match('/^(?:123)?(?:\d{3})?1234567(?:890?)?$/D', $digits) === 1;
    }
}
