<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching\Weights;

use PineSieve\Core\Names\SupporterKind;

/** Says in words what speaks for two records being one, and what against, and how much. */
final readonly class WeightWords
{
    /** Bits from which an agreement is strong evidence, and to which it says little. */
    private const STRONG = 8.0;

    private const LITTLE = 2.0;

    private const SAME = [
        'last name' => 'Same last name',
        'first name' => 'Same first name',
        'middle name' => 'Same middle name',
        'generation' => 'Both are Jr., Sr. or the like',
        'title' => '',
        'address' => 'Same address',
        'email' => 'Same email',
        'phone' => 'Same phone',
        'birth date' => 'Same birth date',
        'id' => 'Same id in another system',
        'name' => 'Same name',
        'number in the name' => 'Same number in the name',
    ];

    private const FORM = [
        'last name' => 'One last name is a part or another form of the other',
        'first name' => 'One first name is another form of the other',
        'birth date' => 'Birth dates with day and month swapped',
        'name' => 'The same name, written otherwise',
    ];

    private const ALIKE = [
        'last name' => 'Last names alike',
        'first name' => 'First names alike',
        'address' => 'Addresses alike',
        'email' => 'Emails alike',
        'phone' => 'Phones alike',
        'birth date' => 'Birth dates alike',
        'name' => 'Names alike',
    ];

    private const NEAR = [
        'first name' => 'One gives an initial',
        'middle name' => 'Same middle initial',
        'generation' => 'Only one is Jr., Sr. or the like',
        'address' => 'Another address in the same place',
        'email' => 'Same email but for what follows the @',
        'name' => 'One name is a part of the other',
        'number in the name' => 'Only one name has a number',
    ];

    private const DIFFERS = [
        'last name' => 'Another last name',
        'first name' => 'Another first name',
        'middle name' => 'Another middle name',
        'generation' => 'One is Jr. or Sr., the other another',
        'title' => 'One is written as a man, the other as a woman',
        'address' => 'Another address',
        'email' => 'Another email',
        'phone' => 'Another phone',
        'birth date' => 'Born on another day',
        'id' => 'Another id in the same system',
        'name' => 'Another name',
        'number in the name' => 'Another number in the name',
    ];

    /** Where they are said otherwise of a kind. */
    private const OF_KIND = [
        'household' => [
            'first name' => [
                'same' => 'Same first names',
                'form' => 'One gives fewer first names, or other forms of them',
                'alike' => 'First names alike',
                'near' => 'One gives initials',
                'middle' => 'One first name in common',
                'differs' => 'Other first names',
            ],
        ],
        'organization' => [
            'email' => ['near' => 'Emails of one domain'],
        ],
    ];

    public function __construct(
        private Weigher $weigher,
        private Frequencies $frequencies,
        private SupporterKind $kind = SupporterKind::Person,
    ) {}

    /**
     * What each agreement says, in words.
     *
     * @return list<array{field: string, words: string, same: float, others: float, bits: float, says: string}> shares among those who are one and among others; bits for two being one, below 0 against it
     */
    public static function table(Weights $weights, SupporterKind $kind = SupporterKind::Person): array
    {
        $table = [];
        foreach (WeighedField::of($kind) as $field) {
            foreach ($field->levels() as $level) {
                [$same, $others] = [$weights->share(Sameness::Match, $field, $level), $weights->share(Sameness::Chance, $field, $level)];
                $bits = log($same / $others, 2);
                $table[] = [
                    'field' => $field->value,
                    'words' => self::words($kind, $field, $level, null),
                    'same' => $same,
                    'others' => $others,
                    'bits' => round($bits, 1),
                    'says' =>
                        ['' => '', ': strong' => 'strongly ', ': says little' => 'hardly '][self::much($bits)] .
                        ($bits >= 0 ? 'for' : 'against'),
                ];
            }
        }

        return array_values(array_filter($table, static fn(array $row): bool => $row['words'] !== ''));
    }

    /** @return array{list<string>, list<string>} for and against, the strongest first */
    public function of(Pattern $pattern): array
    {
        [$for, $against] = [[], []];
        foreach ($pattern->levels as $key => $level) {
            $field = WeighedField::from($key);
            $words = self::words($this->kind, $field, $level, $pattern->shared[$key] ?? null);
            $bits = $this->weigher->bits($pattern, $field);
            if ($words === '') {
                continue;
            }
            $shared = $level === Level::Same || self::isPlace($field, $level) ? $pattern->shared[$key] ?? null : null;
            // An edition of before may not have counted places.
            $isCounted = !self::isPlace($field, $level) || ($shared !== null && $this->frequencies->of($field, $shared) > 1);
            $line = $words . ($isCounted ? $this->howMany($field, $shared) : '') . self::much($bits);
            $bits > 0 ? ($for[$line] = $bits) : ($against[$line] = $bits);
        }
        arsort($for);
        asort($against);

        return [array_keys($for), array_keys($against)];
    }

    private static function words(SupporterKind $kind, WeighedField $field, Level $level, ?string $shared): string
    {
        $key = $field->value;

        return self::OF_KIND[$kind->value][$key][$level->value] ??
            match ($level) {
                Level::Same => self::SAME[$key],
                Level::Form => $field === WeighedField::First && $shared === '' ? 'Neither gives a first name' : self::FORM[$key] ?? '',
                Level::Alike => self::ALIKE[$key] ?? '',
                Level::Near => self::NEAR[$key] ?? '',
                Level::Part => 'Some words of the names are the same, others are not',
                Level::Middle => 'The first name of one is the middle name of the other',
                Level::Differs => self::DIFFERS[$key],
                Level::Blank => '',
            };
    }

    private static function isPlace(WeighedField $field, Level $level): bool
    {
        return $field === WeighedField::Address && $level === Level::Near;
    }

    private function howMany(WeighedField $field, ?string $shared): string
    {
        if ($shared === null || $shared === '' || !$field->isCounted() || $this->frequencies->counted() === 0) {
            return '';
        }

        return sprintf(
            ', which %s of %s have',
            number_format(max(1, $this->frequencies->of($field, $shared))),
            number_format($this->frequencies->counted()),
        );
    }

    private static function much(float $bits): string
    {
        return match (true) {
            abs($bits) >= self::STRONG => ': strong',
            abs($bits) < self::LITTLE => ': says little',
            default => '',
        };
    }
}
