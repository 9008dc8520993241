<?php

declare(strict_types=1);

namespace PineSieve\Core\Reading\Workbooks;

/**
 * How a spreadsheet shows a number, as far as that says more than the number: a date, a share of a hundred, another currency than dollars,
 * zeros before a ZIP code, hyphens within an id. Codes are those of ECMA-376 part 1, 18.8.31.
 */
final readonly class ShownNumber
{
    private const DATE = 'date';

    private const PERCENT = 'percent';

    private const CURRENCY = 'currency';

    private const MASK = 'mask';

    /** Signs and codes of currencies that stand in a format; a dollar sign alone is taken for the usual one. */
    private const MONEY = '/\[\$(?!\$|-)(?<sign>[^\]-]{1,4})(?:-[0-9A-Fa-f]+)?\]|(?<bare>[€£¥₹₩₪₱₫₦₺₴₡])|"\s*(?<code>(?!USD)[A-Z]{3}|[A-Z]{1,2}\$)\s*"/u';

    /** @param  string  $detail  of a currency its sign, of a mask its zeros and what stands between them */
    private function __construct(private string $kind, private string $detail = '') {}

    /**
     * @param  int  $id  of a format that is built in
     * @param  string  $code  of one that is not
     * @return ?self null if the number is all there is to say
     */
    public static function of(int $id, string $code = ''): ?self
    {
        // ECMA-376 part 1, 18.8.30: 14 to 22 and 45 to 47 are built-in dates and times; 27 to 36 and 50 to 58 in East Asian editions.
        $bare = (string) preg_replace(['/"[^"]*"/', '/\\\\./', '/\[[^\]]*\]/'], '', $code);
        $mask = self::mask($code);

        return match (true) {
            ($id >= 14 && $id <= 22) || ($id >= 27 && $id <= 36) || ($id >= 50 && $id <= 58) || preg_match('/[dy]/i', $bare) === 1
                => new self(self::DATE),
            $id === 9 || $id === 10 || str_contains($bare, '%') => new self(self::PERCENT),
            preg_match(self::MONEY, $code, $found, PREG_UNMATCHED_AS_NULL) === 1 => new self(
                self::CURRENCY,
                trim((string) ($found['sign'] ?? ($found['bare'] ?? $found['code']))),
            ),
            $mask !== '' => new self(self::MASK, $mask),
            default => null,
        };
    }

    /** @param  string  $raw  a number as the file holds it */
    public function shown(string $raw, bool $epoch1904): string
    {
        if (!is_numeric($raw)) {
            return $raw;
        }
        $plain = CellNumber::text($raw);

        return match ($this->kind) {
            self::DATE => (float) $raw >= 0 && (float) $raw < 2958466 ? CellNumber::date((float) $raw, $epoch1904) : $plain,
            self::PERCENT => CellNumber::text((string) (100 * (float) $raw)) . '%',
            self::CURRENCY => $this->money($plain),
            default => $this->masked($plain),
        };
    }

    private function money(string $number): string
    {
        $sign = preg_match('/^[A-Z]+$/iD', $this->detail) === 1 ? "{$this->detail} " : $this->detail;

        return str_starts_with($number, '-') ? '-' . $sign . substr($number, 1) : $sign . $number;
    }

    private function masked(string $number): string
    {
        $places = substr_count($this->detail, '0');
        if (preg_match('/^\d+$/D', $number) !== 1 || strlen($number) > $places) {
            return $number;
        }
        $digits = str_split(str_pad($number, $places, '0', STR_PAD_LEFT));

        return (string) preg_replace_callback(
            '/0/',
            static function () use (&$digits): string {
                return (string) array_shift($digits);
            },
            $this->detail,
        );
    }

    /** "00000-0000" of a code that has nothing but zeros and what stands between them; '' if it has anything else. */
    private static function mask(string $code): string
    {
        $section = explode(';', $code)[0];
        $mask = (string) preg_replace(['/\[\$?-[0-9A-F]+\]/i', '/\\\\(.)/', '/"([- ()\/.]*)"/'], ['', '$1', '$1'], $section);

        return preg_match('/^[0 ()-]*0[0 ()-]*0[0 ()-]*$/D', $mask) === 1 ? trim($mask) : '';
    }
}
