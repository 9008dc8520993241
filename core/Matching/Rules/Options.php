<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching\Rules;
use PineSieve\Core\Text\Fold;

/** What a comparison overlooks, and what it takes for the same. */
final readonly class Options
{
    /** Names as the files of rule sets write them, to the property and its default. */
    private const FLAGS = [
        'match case' => 'matchCase',
        'match accents' => 'matchAccents',
        'ignore common words' => 'ignoreCommon',
        'blanks equal' => 'blanksEqual',
        'nicknames' => 'nicknames',
        'initials' => 'initials',
        'swapped names' => 'swapped',
        'sound' => 'sound',
        'day and month swapped' => 'dayMonthSwapped',
        'as written' => 'asWritten',
    ];

    /**
     * @param  bool  $matchCase  whether upper and lower case differ
     * @param  bool  $matchAccents  whether é and e differ
     * @param  list<string>  $ignore  words that do not count, folded
     * @param  bool  $ignoreCommon  whether articles, legal forms and the like do not count: Names\Words
     * @param  bool  $blanksEqual  whether two blanks are equal
     * @param  bool  $nicknames  Bob is Robert
     * @param  bool  $initials  J. is John
     * @param  bool  $swapped  first and last name may have changed places
     * @param  bool  $sound  names that sound alike count
     * @param  int  $days  by how many days dates may differ
     * @param  bool  $dayMonthSwapped  2004-05-03 is 2004-03-05
     * @param  bool  $asWritten  addresses are not put into standard form, phones not into digits, emails not into canonical form
     */
    public function __construct(
        public bool $matchCase = false,
        public bool $matchAccents = false,
        public array $ignore = [],
        public bool $ignoreCommon = false,
        public bool $blanksEqual = false,
        public bool $nicknames = false,
        public bool $initials = false,
        public bool $swapped = false,
        public bool $sound = false,
        public int $days = 0,
        public bool $dayMonthSwapped = false,
        public bool $asWritten = false,
    ) {}

    /**
     * @param  array<mixed>  $data  as toArray() gives it
     *
     * @throws BadRules
     */
    public static function fromArray(array $data): self
    {
        $given = ['ignore' => [], 'days' => 0];
        foreach ($data as $name => $value) {
            $given = [
                ...$given,
                ...match (true) {
                    isset(self::FLAGS[$name]) && is_bool($value) => [self::FLAGS[$name] => $value],
                    $name === 'ignore words' && is_array($value) => ['ignore' => self::words($value)],
                    $name === 'within days' && is_int($value) && $value >= 0 && $value <= 3660 => ['days' => $value],
                    default => throw new BadRules("The option \"{$name}\" of a comparison is none, or has a value that it can't have."),
                },
            ];
        }

        return new self(...$given);
    }

    /** @return array<string, bool|int|list<string>> what differs from the defaults */
    public function toArray(): array
    {
        $data = [];
        foreach (self::FLAGS as $name => $property) {
            if ($this->{$property} === true) {
                $data[$name] = true;
            }
        }

        return [
            ...$data,
            ...$this->ignore === [] ? [] : ['ignore words' => $this->ignore],
            ...$this->days === 0 ? [] : ['within days' => $this->days],
        ];
    }

    /**
     * @param  array<mixed>  $words
     * @return list<string>
     */
    private static function words(array $words): array
    {
        $folded = [];
        foreach ($words as $word) {
            if (!is_string($word)) {
                throw new BadRules('Words to ignore are a list of texts.');
            }
            $folded[] = Fold::words($word);
        }

        return array_values(array_filter($folded, static fn(string $word): bool => $word !== ''));
    }
}
