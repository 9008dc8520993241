<?php

declare(strict_types=1);

namespace PineSieve\Core\Names;

use PineSieve\Core\Text\Fold;
use PineSieve\Core\Text\Tidy;

/** A name that stands in one cell, read as a person's, a household's or an organization's. */
final readonly class WrittenName
{
    private function __construct(
        public SupporterKind $kind,
        public PersonName $person,
        public string $whole,
    ) {
    }

    public static function parse(string $text): self
    {
        $text = Tidy::line($text);
        if (self::isOrganization($text)) {
            return new self(SupporterKind::Organization, new PersonName, $text);
        }
        if (preg_match('/\s(?:&|and|\+)\s/iu', $text) === 1) {
            $words = explode(' ', $text);
            $last = str_contains($text, ',') ? trim(explode(',', $text)[0]) : $words[count($words) - 1];

            return new self(SupporterKind::Household, new PersonName(last: $last), $text);
        }

        return new self(SupporterKind::Person, self::person($text), $text);
    }

    public static function isOrganization(string $text): bool
    {
        foreach (explode(' ', Fold::words($text)) as $word) {
            if (Words::tellsOrganization($word)) {
                // "Church, Ann" and "Ann Church" are people: the telling word must not be all that could be a last name.
                return count(explode(' ', Fold::words($text))) > 2 || ! self::couldBePerson($text, $word);
            }
        }

        return false;
    }

    private static function couldBePerson(string $text, string $word): bool
    {
        return in_array($word, ['church', 'bank', 'banks', 'store', 'inn', 'temple', 'parish', 'school', 'college', 'city', 'town', 'shop', 'co', 'works', 'market', 'union', 'service', 'league'], true)
            && count(explode(' ', Fold::words($text))) === 2;
    }

    private static function person(string $text): PersonName
    {
        $suffix = '';
        $comma = array_map(trim(...), explode(',', $text));
        // "Lee, Ann M." turns round; "Ann Lee, Jr." does not.
        while (count($comma) > 1 && ($found = Words::suffix(Fold::solid($comma[count($comma) - 1]))) !== null) {
            array_pop($comma);
            $suffix = trim($found.' '.$suffix);
        }
        if (count($comma) > 1) {
            [$last, $lastSuffix] = self::cutSuffix(explode(' ', $comma[0]));
            [$title, $rest] = self::cutTitle(explode(' ', trim(implode(' ', array_slice($comma, 1)))));
            [$rest, $restSuffix] = self::cutSuffix($rest);

            return new PersonName($title, $rest[0], implode(' ', array_slice($rest, 1)), implode(' ', $last), trim("{$lastSuffix}{$restSuffix} {$suffix}"));
        }
        [$title, $words] = self::cutTitle(explode(' ', $comma[0]));
        [$words, $tail] = self::cutSuffix($words);
        $suffix = trim("{$tail} {$suffix}");
        if (count($words) === 1) {
            return new PersonName($title, '', '', $words[0], $suffix);
        }
        $from = count($words) - 1;
        while ($from > 1 && Words::isParticle(Fold::words($words[$from - 1]))) {
            $from--;
        }

        return new PersonName($title, $words[0], implode(' ', array_slice($words, 1, $from - 1)), implode(' ', array_slice($words, $from)), $suffix);
    }

    /**
     * @param  list<string>  $words
     * @return array{string, non-empty-list<string>}
     */
    private static function cutTitle(array $words): array
    {
        $titles = [];
        while (count($words) > 1 && ($title = Words::title(Fold::solid($words[0]))) !== null) {
            $titles[] = $title;
            array_shift($words);
        }

        return [implode(' ', $titles), $words === [] ? [''] : $words];
    }

    /**
     * @param  list<string>  $words
     * @return array{non-empty-list<string>, string}
     */
    private static function cutSuffix(array $words): array
    {
        $suffixes = [];
        while (count($words) > 1 && ($suffix = Words::suffix(Fold::solid($words[count($words) - 1]))) !== null) {
            array_unshift($suffixes, $suffix);
            array_pop($words);
        }

        return [$words === [] ? [''] : $words, implode(' ', $suffixes)];
    }
}
