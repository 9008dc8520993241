<?php

declare(strict_types=1);

namespace PineSieve\Core\Addresses\Lines;

/**
 * The words of a country's street lines, however they are spelled, and their postal abbreviations.
 *
 * @phpstan-type LexiconData array{
 *     suffixes: array<string, string>, directions: array<string, string>, units: array<string, string>, lone: array<string, int>,
 *     common: array<string, int>, unclear: array<string, int>, types?: array<string, string>, points?: array<string, string>,
 * }
 */
final class Lexicon
{
    /** Letters of the shortest suffix that is looked for in spite of a slip; in longer ones more kinds of slip are. */
    private const SLIPS = 5;

    /** Words of names, a slip away from a suffix. */
    private const NO_SLIPS = ['trial', 'squire', 'circlet'];

    /** @var array<string, self> */
    private static array $read = [];

    /**
     * @param  array<string, string>  $suffixes  spelling in small letters to abbreviation
     * @param  array<string, string>  $full  abbreviation of a suffix to the word written out
     * @param  array<string, string>  $directions
     * @param  array<string, string>  $units
     * @param  array<string, string>  $types  that stand before a name
     * @param  array<string, string>  $points  directions in the other language
     * @param  array<string, int>  $lone  units that need no number
     * @param  array<string, int>  $common  the types of most streets
     * @param  array<string, int>  $unclear  abbreviations that mean other things within a name
     */
    private function __construct(
        private readonly array $suffixes,
        private readonly array $full,
        private readonly array $directions,
        private readonly array $units,
        private readonly array $types,
        private readonly array $points,
        private readonly array $lone,
        private readonly array $common,
        private readonly array $unclear,
    ) {}

    /** @param  string  $country  "US" or "CA" */
    public static function of(string $country): self
    {
        if (!isset(self::$read[$country])) {
            /** @var LexiconData $data */
            $data = require __DIR__ . '/../data/streets-' . strtolower($country) . '.php';
            self::$read[$country] = self::read($data);
        }

        return self::$read[$country];
    }

    public function suffix(string $word): ?string
    {
        return $this->suffixes[mb_strtolower($word)] ?? null;
    }

    /** The suffix of many streets that a word is meant for, but for a slip: "Aveneu", "Strret"; null if it may be a name. */
    public function meant(string $word): ?string
    {
        $word = mb_strtolower($word);
        if (strlen($word) < self::SLIPS || isset($this->suffixes[$word]) || in_array($word, self::NO_SLIPS, true)) {
            return null;
        }
        foreach (array_keys($this->common) as $suffix) {
            if (self::isSlipOf($word, strtolower($this->full[$suffix]))) {
                return $suffix;
            }
        }

        return null;
    }

    /** Two letters have changed places, or one is doubled; in a longer word, any one is wrong, missing or too many. */
    private static function isSlipOf(string $word, string $full): bool
    {
        $letters = strlen($full);
        if ($letters < self::SLIPS || $word[0] !== $full[0] || abs(strlen($word) - $letters) > 1) {
            return false;
        }
        $distance = levenshtein($word, $full);
        $isTurned = $distance === 2 && strlen($word) === $letters && preg_match('/^(.*)(.)(.)(.*)\|\1\3\2\4$/D', "{$word}|{$full}") === 1;

        return $isTurned ||
            ($distance === 1 &&
                ($letters > self::SLIPS || preg_replace('/(.)\1+/', '$1', $word) === preg_replace('/(.)\1+/', '$1', $full)));
    }

    /** Whether most streets are of the type: a word of another may as well be of a name. */
    public function isCommon(string $suffix): bool
    {
        return isset($this->common[$suffix]);
    }

    public function direction(string $word): ?string
    {
        return $this->directions[strtolower($word)] ?? null;
    }

    public function unit(string $word): ?string
    {
        return $this->units[mb_strtolower($word)] ?? null;
    }

    public function standsAlone(string $unit): bool
    {
        return isset($this->lone[$unit]);
    }

    public function type(string $word): ?string
    {
        return $this->types[mb_strtolower($word)] ?? null;
    }

    public function point(string $word): ?string
    {
        return $this->points[mb_strtolower($word)] ?? null;
    }

    /** Whether some streets are named as in French. */
    public function hasTypes(): bool
    {
        return $this->types !== [];
    }

    /** A short form as it is written within a name: "Street" for "St" in "Main St Cir"; null if it may mean something else, or is none. */
    public function inFull(string $word): ?string
    {
        $suffix = $this->suffix($word);
        // In Canada it may stay short.
        if ($suffix === null || $this->hasTypes() || isset($this->unclear[$suffix])) {
            return null;
        }
        $full = $this->full[$suffix];

        // "Parks" of "Parks Hwy" is no short form of "Park".
        return str_starts_with(mb_strtolower($word), mb_strtolower($full)) ? null : $full;
    }

    /** A direction as it is written within a name: "West" in "Bay West Dr". */
    public function directionInFull(string $direction): string
    {
        return ucfirst((string) array_search($direction, $this->directions, true));
    }

    /** @param  LexiconData  $data */
    private static function read(array $data): self
    {
        return new self(
            self::spellings($data['suffixes']),
            array_combine(
                array_keys($data['suffixes']),
                array_map(
                    static fn(string $short, string $others): string => $others === '' ? $short : ucfirst(explode(' ', $others)[0]),
                    array_keys($data['suffixes']),
                    $data['suffixes'],
                ),
            ),
            // Written out first: that is how they are found again.
            self::spellings($data['directions']),
            self::spellings($data['units']),
            self::spellings($data['types'] ?? []),
            self::spellings($data['points'] ?? []),
            $data['lone'],
            $data['common'],
            $data['unclear'],
        );
    }

    /**
     * @param  array<string, string>  $list  abbreviation to its other spellings
     * @return array<string, string> every spelling to its abbreviation, what is written out first
     */
    private static function spellings(array $list): array
    {
        $spellings = [];
        foreach ($list as $short => $others) {
            foreach (explode(' ', trim("{$others} " . mb_strtolower($short))) as $spelling) {
                $spellings[$spelling] ??= $short;
            }
        }

        return $spellings;
    }
}
