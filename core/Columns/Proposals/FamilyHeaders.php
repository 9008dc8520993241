<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns\Proposals;

/** Whose a column is in a sheet of families: of one of a couple, of a child, or of who stands behind it. */
final class FamilyHeaders
{
    /** What tells the columns of one of a couple from those of the other. */
    private const COUPLE = [
        ['husband', 'husbands', 'his', 'mr', 'father', 'fathers', 'dad', 'dads'],
        ['wife', 'wifes', 'her', 'mrs', 'mother', 'mothers', 'mom', 'moms'],
    ];

    /** Who gave, paid or owns, as sheets call them that tell of someone else as well. */
    private const GIVERS = ['sponsor', 'purchaser', 'buyer', 'donor', 'giver', 'sender', 'payer', 'payor', 'member', 'owner', 'landlord'];

    /** Beside one of those, this is somebody else. */
    private const OTHERS = '/\b(?:recipients?|honoree|giftee|beneficiary|tenant|decedent|family (?:contact|member|rep)|next of kin|kin|survivors?|bereaved|notifee|notify)\b/';

    /** Who gave what someone else has: a membership, a ticket. Beside a name that is not theirs it is open whom the row is about. */
    private const FOR_ANOTHER = '/\b(?:giver|given by|purchaser|purchased by|buyer|bought by|payer|payor|paid by|sender|sent by|gift from)\b/';

    private const SOMEBODY = '(?:(?:contact|donor|member|adult|person|holder|constituent|supporter)(?:[\s_]+name)?\b[\s_]*)';

    private const SECOND_NAME = '/^\s*(?:secondary|second|2nd)[\s_]+(?:' . self::SOMEBODY . '|(?:first|last|full)?[\s_]*name)\s*$/i';

    /** A child by what it does. In a sheet that names no parents it is whom the sheet is about. */
    private const YOUNG = [
        'player',
        'student',
        'pupil',
        'camper',
        'cub',
        'chorister',
        'athlete',
        'scout',
        'swimmer',
        'dancer',
        'skater',
        'gymnast',
        'singer',
        'musician',
        'rider',
        'youth',
        'minor',
        'infant',
        'baby',
        'toddler',
        'boy',
        'girl',
        'son',
        'daughter',
        'teen',
        'ward',
    ];

    private const PARENTS_BY = ['foster', 'adoptive', 'custodial', 'legal', 'primary', 'host'];

    private function __construct() {}

    /**
     * Headers as they would be if each said so itself: "Husband cell" as "cell", "Wife cell" as "spouse cell", "Camper name" as "child name".
     *
     * @param  list<string>  $headers
     * @return list<string>
     */
    public static function plain(array $headers): array
    {
        return self::ofCouple(self::ofChildren(self::ofSecondary(self::ofNumbered($headers))));
    }

    /**
     * "Secondary contact" beside "Primary contact" is somebody, and "Secondary email" theirs. An organization has several to write to.
     *
     * @param  list<string>  $headers
     * @return list<string>
     */
    private static function ofSecondary(array $headers): array
    {
        $isNamed = array_filter($headers, static fn(string $header): bool => preg_match(self::SECOND_NAME, $header) === 1) !== [];
        $isOfFirms =
            array_filter($headers, static function (string $header): bool {
                $sense = HeaderWords::read($header);

                return $sense?->base === 'organization.name' && $sense->party === '';
            }) !== [];

        return !$isNamed || $isOfFirms
            ? $headers
            : array_map(
                static fn(string $header): string => (string) preg_replace(
                    [
                        '/^\s*(?:secondary|second|2nd)[\s_]+' . self::SOMEBODY . '?/i',
                        '/^\s*primary[\s_]+' . self::SOMEBODY . '$/i',
                        '/^spouse $/',
                        '/^$/D',
                    ],
                    ['spouse ', '', 'spouse name', 'name'],
                    $header,
                ),
                $headers,
            );
    }

    /**
     * "M1 First" and "M2 First" as "First 1" and "First 2": a letter for whoever they are, member, adult or donor.
     *
     * @param  list<string>  $headers
     * @return list<string>
     */
    private static function ofNumbered(array $headers): array
    {
        $numbered = '/^\s*([A-Z])([12])[\s_.-]+(.+)$/Di';
        $named = [];
        foreach ($headers as $header) {
            if (
                preg_match($numbered, $header, $parts) === 1 &&
                preg_match('/^(?:first|last|f|l|full)?[\s_]*(?:name)?$/iD', $parts[3]) === 1
            ) {
                $named[strtoupper($parts[1])][$parts[2]] = true;
            }
        }
        $letters = array_keys(array_filter($named, static fn(array $numbers): bool => count($numbers) === 2));

        return count($letters) !== 1
            ? $headers
            : array_map(
                static fn(string $header): string => preg_match($numbered, $header, $parts) === 1 && strtoupper($parts[1]) === $letters[0]
                    ? "{$parts[3]} {$parts[2]}"
                    : $header,
                $headers,
            );
    }

    /**
     * Where someone else is named, what is said of a parent is not the supporter's: "Name, Parent name, Parent email". Where only the parents
     * are, a day of birth is the child's.
     *
     * @param  list<string>  $headers  as they stand in the sheet
     * @param  list<?HeaderSense>  $senses
     * @return list<?HeaderSense>
     */
    public static function settle(array $headers, array $senses): array
    {
        $parents = array_map(self::isOfParent(...), $headers);

        $senses = self::withoutGivers($headers, self::withoutOthers($headers, $senses));

        return self::birthDays(self::withoutParents($senses, $parents), $parents);
    }

    /**
     * @param  list<?HeaderSense>  $senses
     * @param  list<bool>  $parents  whether a column is of a parent
     * @return list<?HeaderSense>
     */
    private static function withoutParents(array $senses, array $parents): array
    {
        foreach ($senses as $column => $sense) {
            if (!$parents[$column] && self::isName($sense, '')) {
                return array_map(
                    static fn(?HeaderSense $sense, bool $isOfParent): ?HeaderSense => $isOfParent ? new HeaderSense('', '', '', 0) : $sense,
                    $senses,
                    $parents,
                );
            }
        }

        return $senses;
    }

    /**
     * @param  list<?HeaderSense>  $senses
     * @param  list<bool>  $parents  whether a column is of a parent
     * @return list<?HeaderSense>
     */
    private static function birthDays(array $senses, array $parents): array
    {
        [$children, $days] = [[], []];
        $isChildNext = in_array(true, $parents, true);
        foreach ($senses as $column => $sense) {
            if (self::isName($sense, 'child')) {
                $children[max(1, $sense->number ?? 0)] = true;
                $isChildNext = true;
            } elseif (self::isName($sense, '') && !$parents[$column]) {
                $isChildNext = false;
            } elseif ($sense?->base === 'birth_date' && $sense->party === '' && $isChildNext) {
                $days[] = $column;
            }
        }
        foreach ($days as $column) {
            $senses[$column] =
                count($children) === 1 ? new HeaderSense('birth_date', 'child', '', 0, 1, true) : new HeaderSense('', '', '', 0);
        }

        return array_values($senses);
    }

    private static function isName(?HeaderSense $sense, string $party): bool
    {
        return $sense?->party === $party && preg_match('/^name\.(?:full|first|last)$/D', $sense->base) === 1;
    }

    /**
     * "Recipient email" beside "Sponsor name" is not the sponsor's. The name of whom a gift honors has a field of its own.
     *
     * @param  list<string>  $headers
     * @param  list<?HeaderSense>  $senses
     * @return list<?HeaderSense>
     */
    private static function withoutOthers(array $headers, array $senses): array
    {
        $hasGiver = array_filter(
            $headers,
            static fn(string $header): bool => array_intersect(HeaderWords::words($header), self::GIVERS) !== [],
        );

        return $hasGiver === [] ? $senses : self::without($senses, array_map(self::isOther(...), $headers));
    }

    /**
     * "Given by" and "Giver email" beside "Member first name" and "Member last name" are of who gave the membership.
     *
     * @param  list<string>  $headers
     * @param  list<?HeaderSense>  $senses
     * @return list<?HeaderSense>
     */
    private static function withoutGivers(array $headers, array $senses): array
    {
        $givers = array_map(static fn(string $header): bool => preg_match(self::FOR_ANOTHER, self::spoken($header)) === 1, $headers);
        $named = array_map(static fn(?HeaderSense $sense): bool => self::isName($sense, ''), $senses);
        $areBoth =
            array_filter($named, static fn(bool $isName, int $column): bool => $isName && $givers[$column], ARRAY_FILTER_USE_BOTH) !== [] &&
            array_filter($named, static fn(bool $isName, int $column): bool => $isName && !$givers[$column], ARRAY_FILTER_USE_BOTH) !== [];

        return $areBoth ? self::without($senses, $givers) : $senses;
    }

    /**
     * @param  list<?HeaderSense>  $senses
     * @param  list<bool>  $others  whether what a column says of a person is said of somebody else
     * @return list<?HeaderSense>
     */
    private static function without(array $senses, array $others): array
    {
        return array_map(
            static fn(?HeaderSense $sense, bool $isOther): ?HeaderSense => $isOther &&
            $sense !== null &&
            $sense->party === '' &&
            preg_match('/^(?:name|address)\.|^(?:email|phone)/', $sense->base) === 1
                ? new HeaderSense('', '', '', 0)
                : $sense,
            $senses,
            $others,
        );
    }

    private static function isOther(string $header): bool
    {
        return preg_match(self::OTHERS, self::spoken($header)) === 1;
    }

    private static function spoken(string $header): string
    {
        return implode(' ', HeaderWords::words($header));
    }

    private static function isOfParent(string $header): bool
    {
        return array_intersect(HeaderWords::words($header), HeaderWords::PARENTS) !== [];
    }

    /**
     * @param  list<string>  $headers
     * @return list<string>
     */
    private static function ofChildren(array $headers): array
    {
        $parents = array_filter($headers, self::isOfParent(...));
        if ($parents === []) {
            return $headers;
        }
        $isNamed =
            array_filter(
                $parents,
                static fn(string $header): bool => self::isParentAlone($header) ||
                    str_starts_with(HeaderWords::read($header)->base ?? '', 'name.'),
            ) !== [];
        // What is not understood of a parent may be a name.
        if (!$isNamed && array_filter($parents, static fn(string $header): bool => HeaderWords::read($header) === null) !== []) {
            return $headers;
        }
        $child = $isNamed ? 'child ' : '';
        $hasChildren = self::areNumbered($parents) || array_filter($headers, self::isOfChild(...)) !== [];

        $plain = array_map(static function (string $header) use ($child, &$hasChildren): string {
            $words = HeaderWords::words($header);
            // "Players" alone may be several; "Players first name" is one's.
            $young = array_filter(
                $words,
                static fn(string $word): bool => in_array($word, self::YOUNG, true) ||
                    (count($words) > 1 && str_ends_with($word, 's') && in_array(substr($word, 0, -1), self::YOUNG, true)),
            );
            if ($young === [] || self::isOfParent($header)) {
                // "P2 email", "G1 cell", "2nd P/G"
                return (string) preg_replace(
                    ['/^[PG](?=[12]\b)/i', '/^(?:2nd|second|other) (?:parent|guardian|p\/g)\b/i'],
                    ['Parent ', 'Parent 2'],
                    trim($header),
                );
            }
            $hasChildren = true;
            $rest = implode(' ', array_diff($words, $young, ['oldest', 'eldest', 'youngest']));

            return $child . ($rest === '' && $child === '' ? 'name' : $rest);
        }, $headers);

        return $hasChildren
            ? array_map(
                static fn(string $header): string => self::isParentAlone($header) && self::sidesOf(HeaderWords::words($header)) === []
                    ? 'name ' . preg_replace('/\D+/', '', $header)
                    : $header,
                $plain,
            )
            : $plain;
    }

    /**
     * "Parent 1" and "Parent 2": one "Parent" may be a company.
     *
     * @param  array<int, string>  $parents
     */
    private static function areNumbered(array $parents): bool
    {
        $numbers = array_map(
            static fn(string $header): int => (int) preg_replace('/\D+/', '', $header),
            array_filter($parents, self::isParentAlone(...)),
        );

        return array_diff([1, 2], $numbers) === [];
    }

    private static function isOfChild(string $header): bool
    {
        return HeaderWords::read($header)?->party === 'child';
    }

    /** "Guardian", "Parent 1", "Foster parent" */
    private static function isParentAlone(string $header): bool
    {
        $letters = array_filter(HeaderWords::words($header), static fn(string $word): bool => !ctype_digit($word));

        return array_intersect($letters, HeaderWords::PARENTS) !== [] &&
            array_diff($letters, HeaderWords::PARENTS, self::PARENTS_BY) === [];
    }

    /**
     * @param  list<string>  $words
     * @return list<int> keys of COUPLE
     */
    private static function sidesOf(array $words): array
    {
        return array_keys(array_filter(self::COUPLE, static fn(array $side): bool => array_intersect($words, $side) !== []));
    }

    /**
     * "Husband" and "Wife", "His cell" and "Her cell": who comes first is the supporter, and the other the spouse. One of them alone is the spouse.
     *
     * @param  list<string>  $headers
     * @return list<string>
     */
    private static function ofCouple(array $headers): array
    {
        $sides = [];
        foreach ($headers as $column => $header) {
            $words = HeaderWords::words($header);
            $of = self::sidesOf($words);
            if (count($of) === 1) {
                $sides[$of[0]][$column] = array_diff($words, self::COUPLE[$of[0]]);
            }
        }
        if (count($sides) < 2) {
            return $headers;
        }
        $isLastApart = array_filter($headers, static fn(string $header): bool => HeaderWords::read($header)?->base === 'name.last') !== [];
        $named = [];
        foreach (array_values($sides) as $at => $columns) {
            foreach ($columns as $column => $words) {
                $what = $words === [] ? ($isLastApart ? 'first name' : 'name') : implode(' ', $words);
                $named[$column] = $at === 0 ? $what : "spouse {$what}";
            }
        }

        return array_values(array_replace($headers, $named));
    }
}
