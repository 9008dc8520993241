<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching\Fields;

use PineSieve\Core\Names\Words;
use PineSieve\Core\Text\Fold;

/** Makes the names of organizations ready for being weighed: word by word, without those that say nothing, numbers apart. */
final readonly class OrganizationNameComparer implements FieldComparer
{
    /** Parts of a value. */
    private const SHOWN = 0;

    /** In full, in their order. */
    public const WORDS = 1;

    public const NUMBERS = 2;

    /** Words of the cities where it is. */
    public const CITY = 3;

    /** Words that join others, and those of where one works, which come and go. */
    private const JOINING = ['of', 'and', 'a', 'an', 'at', 'for', 'in', 'on', 'to', 'by', 'office', 'offices'];

    /** Words that stand for each other in names, to the one that is compared. "St" is a street or a saint, and nobody says which. */
    private const FOR_EACH_OTHER = [
        'street' => 'saint',
        'parish' => 'church',
        'congregation' => 'temple',
        'synagogue' => 'temple',
        'associates' => 'association',
        'associate' => 'association',
        'attorney' => 'law',
        'attorneys' => 'law',
        'lawyers' => 'law',
        'assistance' => 'aid',
    ];

    private const BEFORE_A_NUMBER = ['no', 'nr', 'number', 'num'];

    public function preparation(): string
    {
        return 'words of an organization';
    }

    public function values(Traits $traits): array
    {
        $folded = Fold::words((string) preg_replace(['/&/', "/(?<=\p{L})['’]s\b/iu"], [' and ', 's'], $traits->display));
        if ($folded === '') {
            $folded = mb_strtolower(trim($traits->display));
        }
        $words = $numbers = [];
        foreach (explode(' ', self::initialsTogether($folded)) as $word) {
            if (preg_match('/^\d+$/D', $word) === 1) {
                $numbers[] = ltrim($word, '0');
            } elseif (!in_array($word, [...self::JOINING, ...self::BEFORE_A_NUMBER], true) && !Words::isIdle($word)) {
                $full = Words::inFull($word);
                $full = self::FOR_EACH_OTHER[$full] ?? $full;
                // "Attorney at Law"
                $words = $full === end($words) ? $words : [...$words, $full];
            }
        }
        // "K of C"
        $words = $words === [] ? [] : explode(' ', self::initialsTogether(implode(' ', $words)));
        // A name of nothing else is made of them.
        $words = $words === [] && $numbers === [] ? explode(' ', $folded) : $words;
        sort($numbers);
        $city = implode(' ', array_map(static fn(array $address): string => Fold::words($address[1]->city), $traits->addresses));

        return $folded === '' ? [] : [[$traits->display, implode(' ', $words), implode(' ', $numbers), $city]];
    }

    public function compare(array $one, array $other): ?Agreement
    {
        return $one[self::WORDS] === $other[self::WORDS] && $one[self::NUMBERS] === $other[self::NUMBERS]
            ? new Agreement(1.0, "Same name: {$other[self::SHOWN]}")
            : null;
    }

    public function traces(array $value): array
    {
        return ["{$value[self::WORDS]}|{$value[self::NUMBERS]}"];
    }

    public function selectivity(): int
    {
        return 60;
    }

    /** "a b c plumbing" is "abc plumbing". */
    private static function initialsTogether(string $folded): string
    {
        return (string) preg_replace_callback(
            '/\b\p{L}(?: \p{L})+\b/u',
            static fn(array $initials): string => str_replace(' ', '', $initials[0]),
            $folded,
        );
    }
}
