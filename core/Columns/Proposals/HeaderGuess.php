<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns\Proposals;

use PineSieve\Core\Columns\ColumnProfile;
use PineSieve\Core\Columns\ValueLook;
use PineSieve\Core\Columns\ValueMark;

/**
 * Headers that nobody could list: "Adopter name", "Poppy donation", "Day of the visit". Where a sheet says nowhere else who gave, how much or
 * when, and just one column can be that by its last word and its values, it is guessed. A person looks at each guess.
 */
final class HeaderGuess
{
    /** Part of the values that must have the look of what is guessed. */
    private const CERTAIN = 0.9;

    /** What was given, whatever stands before it. */
    private const GIVEN = ['gift', 'donation', 'contribution', 'offering', 'donated'];

    /** Behind a gift: it came in. */
    private const IS_HERE = ['received', 'recd', 'rcvd', 'rec', 'd', 'paid', 'pd', 'made', 'usd', 'amount', 'amt'];

    /** Whoever a column of names is of: "Drop-off donor". */
    private const GIVERS = ['name', 'donor', 'giver', 'contributor', 'supporter', 'member', 'purchaser', 'buyer', 'payer', 'payor'];

    /** Words with which it was not given, or not by whoever the row is about, or is no single gift. */
    private const NOT_GIVEN =
        '/\b(?:match|suggest|ask|target|averag|avg|total|next|prior|previous|project|goal|expect|plan|larg|max|min|first|last|type|pledge|' .
        'soft|lbs|pound|hour|item|meal|unit)/';

    /** Days that are of something else. */
    private const OTHER_DAY =
        '/\b(?:expir|renew|due|next|birth|born|sent|ack|thank|join|since|until|thru|through|end|start|call|visit|contact|updat|modif|event|' .
        'grad)/';

    /** Names that are not people's. */
    private const NOT_PEOPLE =
        '/\b(?:event|fund|campaign|appeal|company|school|team|animal|item|file|user|group|list\b|business|firm|club|church|product|street|' .
        'city|county|country|screen|middle|maiden|nick|attending|staff|assigned|solicit|officer|manager|agent|fundrais|' .
        'physician|provider|coach|teacher|tenant|decedent|(?:org|pet|dog|cat)\b)/';

    private function __construct() {}

    /**
     * @param  list<ColumnProfile>  $profiles
     * @param  list<?HeaderSense>  $senses
     * @return list<?HeaderSense>
     */
    public static function fill(array $profiles, array $senses): array
    {
        $sheet = new SheetSense($profiles, $senses);
        if (!$sheet->hasPersonNames()) {
            $senses = self::firstAndLast($profiles, $senses);
            $sheet = new SheetSense($profiles, $senses);
        }
        // Where an id says who gave, a column of names may be of something else.
        if (!$sheet->hasPersonNames() && !$sheet->has('organization.name')) {
            $isName = $sheet->has('id.old') ? self::isCalledName(...) : self::isName(...);
            $senses = self::one('name.full', ValueLook::FullName, $profiles, $senses, $isName);
        }
        $senses = self::ofSame($profiles, $senses);
        $total = self::onlyTotal($profiles, $senses);
        if ($total !== null || !self::hasAmount($profiles, $senses)) {
            $guessed = self::one('gift.amount', ValueLook::Money, $profiles, $senses, self::isGiven(...));
            $senses = $total !== null && $guessed !== $senses ? array_values(array_replace($guessed, [$total => null])) : $guessed;
        }
        if (!$sheet->has('promise.amount')) {
            $senses = self::one('promise.amount', ValueLook::Money, $profiles, $senses, self::isPledged(...));
        }
        $senses = self::dayOfAmount($profiles, $senses);
        $sheet = new SheetSense($profiles, $senses);
        // "Memorial amount", where a day says that something was given.
        if (!self::hasAmount($profiles, $senses) && $sheet->has('gift.date')) {
            $senses = self::one('gift.amount', ValueLook::Money, $profiles, $senses, self::isAmount(...));
            $sheet = new SheetSense($profiles, $senses);
        }

        return $sheet->has('gift.amount') && !$sheet->has('gift.date') && !$sheet->has('last_gift.date') && !$sheet->hasPromises()
            ? self::one('gift.date', ValueLook::Date, $profiles, $senses, self::isDay(...))
            : $senses;
    }

    /**
     * @param  list<ColumnProfile>  $profiles
     * @param  list<?HeaderSense>  $senses
     * @param  callable(list<string>): bool  $mayBe  of the words of a header
     * @return list<?HeaderSense> as they were, if several columns may be it
     */
    private static function one(string $base, ValueLook $look, array $profiles, array $senses, callable $mayBe): array
    {
        $found = [];
        foreach ($senses as $column => $sense) {
            $profile = $profiles[$column];
            // Few names that come again and again are of events or of funds.
            $isVaried = $look !== ValueLook::FullName || $profile->distinct > 0.5 * $profile->filled;
            // Among people there may be organizations.
            $others = $look === ValueLook::FullName && $profile->share($look) > 0.3 ? $profile->share(ValueLook::Organization) : 0.0;
            if (
                $sense === null &&
                $isVaried &&
                $profile->filled > 0 &&
                $profile->share($look) + $others >= self::CERTAIN &&
                $mayBe(HeaderWords::words($profile->header))
            ) {
                $found[] = $column;
            }
        }
        if (count($found) !== 1) {
            return $senses;
        }

        return array_values(array_replace($senses, [$found[0] => self::guess($base)]));
    }

    /**
     * "Sister first name" and "Sister last name", where nobody else has such.
     *
     * @param  list<ColumnProfile>  $profiles
     * @param  list<?HeaderSense>  $senses
     * @return list<?HeaderSense>
     */
    private static function firstAndLast(array $profiles, array $senses): array
    {
        $found = [];
        foreach ($senses as $column => $sense) {
            $header = implode(' ', HeaderWords::words($profiles[$column]->header));
            if (
                $sense === null &&
                $profiles[$column]->share(ValueLook::Words) >= self::CERTAIN &&
                preg_match('/^(.+) (first|last)(?: name)?$/D', $header, $parts) === 1
            ) {
                $found[$parts[1]][$parts[2]] = $column;
            }
        }
        $whose = count($found) === 1 ? array_values($found)[0] : [];
        if (!isset($whose['first'], $whose['last'])) {
            return $senses;
        }

        return array_values(
            array_replace($senses, [$whose['first'] => self::guess('name.first'), $whose['last'] => self::guess('name.last')]),
        );
    }

    /**
     * "Owner cell", "From address", where the names of the sheet are the owner's, or stand below "From".
     *
     * @param  list<ColumnProfile>  $profiles
     * @param  list<?HeaderSense>  $senses
     * @return list<?HeaderSense>
     */
    private static function ofSame(array $profiles, array $senses): array
    {
        $of = static fn(int $column): string => implode(' ', HeaderWords::words($profiles[$column]->header));
        $whose = [];
        foreach ($senses as $column => $sense) {
            if ($sense?->party === '' && preg_match('/^name\.(?:full|first|last)$/D', $sense->base) === 1) {
                $whose[(string) preg_replace('/(?:^| )(?:(?:first|last|full) )?(?:name|first|last)$/D', '', $of($column))] = true;
            }
        }
        $prefix = count($whose) === 1 && !isset($whose['']) ? array_key_first($whose) . ' ' : '';
        foreach ($prefix === '' ? [] : $senses as $column => $sense) {
            // "Co-gardener" beside "Gardener first" and "Gardener last"
            if ($sense === null && $of($column) === 'co ' . trim($prefix)) {
                $senses[$column] = new HeaderSense('name.full', 'spouse', '', 0, 1, true);
            }
        }
        foreach ($prefix === '' ? [] : $senses as $column => $sense) {
            $read =
                ($sense === null || $sense->base === '') && str_starts_with($of($column), $prefix)
                    ? HeaderWords::read(substr($of($column), strlen($prefix)))
                    : null;
            if ($read !== null && $read->party === '' && preg_match('/^(?:address|email|phone|birth_date)\b/', $read->base) === 1) {
                $senses[$column] = new HeaderSense($read->base, '', $read->kind, $read->number, 1, true);
            }
        }

        return array_values($senses);
    }

    private static function guess(string $base): HeaderSense
    {
        return new HeaderSense($base, '', '', 0, 1, true);
    }

    /** @param  list<string>  $words */
    private static function isCalledName(array $words): bool
    {
        return in_array(end($words), self::GIVERS, true) && preg_match(self::NOT_PEOPLE, implode(' ', $words)) !== 1;
    }

    /** @param  list<string>  $words */
    private static function isName(array $words): bool
    {
        // "Guardian 1"
        $letters = array_filter($words, static fn(string $word): bool => !ctype_digit($word));

        return self::isCalledName($words) || (count($letters) === 1 && preg_match(self::NOT_PEOPLE, implode(' ', $words)) !== 1);
    }

    /**
     * "Stewardship gift date" beside "Stewardship gift"; "Created" where nothing else says when.
     *
     * @param  list<ColumnProfile>  $profiles
     * @param  list<?HeaderSense>  $senses
     * @return list<?HeaderSense>
     */
    private static function dayOfAmount(array $profiles, array $senses): array
    {
        $sheet = new SheetSense($profiles, $senses);
        $amounts = array_filter($senses, static fn(?HeaderSense $sense): bool => $sense?->base === 'gift.amount' && $sense->number < 2);
        if (count($amounts) !== 1 || $sheet->has('gift.date')) {
            return $senses;
        }
        $day = [...HeaderWords::words($profiles[array_key_first($amounts)]->header), 'date'];
        foreach ($senses as $column => $sense) {
            $isOwn = ($sense === null || $sense->base === '') && HeaderWords::words($profiles[$column]->header) === $day;
            $isCreated = $sense?->base === 'first_known' && preg_match('/creat|enter|timestamp/i', $profiles[$column]->header) === 1;
            if (
                ($isOwn || $isCreated) &&
                $profiles[$column]->share(ValueLook::Date) +
                    $profiles[$column]->count(ValueMark::Seconds) / max(1, $profiles[$column]->filled) >=
                    self::CERTAIN
            ) {
                return array_values(array_replace($senses, [$column => self::guess('gift.date')]));
            }
        }

        return $senses;
    }

    /** @param  list<string>  $words */
    private static function isPledged(array $words): bool
    {
        return count($words) > 1 && in_array(end($words), ['pledge', 'pledged', 'commitment'], true);
    }

    /** @param  list<string>  $words */
    private static function isGiven(array $words): bool
    {
        $said = $words;
        // "Memorial gift rec'd"
        while (count($said) > 1 && in_array(end($said), self::IS_HERE, true)) {
            array_pop($said);
        }

        return in_array(end($said), self::GIVEN, true) && preg_match(self::NOT_GIVEN, implode(' ', $words)) !== 1;
    }

    /**
     * Whether a column says what was given: "Paid?" with yes and no does not.
     *
     * @param  list<ColumnProfile>  $profiles
     * @param  list<?HeaderSense>  $senses
     */
    private static function hasAmount(array $profiles, array $senses): bool
    {
        foreach ($senses as $column => $sense) {
            if (
                in_array($sense?->base, ['gift.amount', 'last_gift.amount'], true) &&
                $sense->party === '' &&
                $profiles[$column]->share(ValueLook::Money) > 0.5
            ) {
                return true;
            }
        }

        return false;
    }

    /**
     * "Total paid" where nothing else says what was given: beside "Class gift" a dinner is in it.
     *
     * @param  list<ColumnProfile>  $profiles
     * @param  list<?HeaderSense>  $senses
     */
    private static function onlyTotal(array $profiles, array $senses): ?int
    {
        $amounts = array_keys(
            array_filter(
                $senses,
                static fn(?HeaderSense $sense): bool => in_array($sense?->base, ['gift.amount', 'last_gift.amount'], true),
            ),
        );
        $words = count($amounts) === 1 ? HeaderWords::words($profiles[$amounts[0]]->header) : [];

        return array_intersect($words, ['total', 'paid', 'charged', 'gross']) !== [] && array_intersect($words, self::GIVEN) === []
            ? $amounts[0]
            : null;
    }

    /** @param  list<string>  $words */
    private static function isAmount(array $words): bool
    {
        return in_array(end($words), ['amount', 'amt', 'given', 'paid'], true) && preg_match(self::NOT_GIVEN, implode(' ', $words)) !== 1;
    }

    /** @param  list<string>  $words */
    private static function isDay(array $words): bool
    {
        return $words !== [] && preg_match(self::OTHER_DAY, implode(' ', $words)) !== 1;
    }
}
