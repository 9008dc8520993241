<?php

declare(strict_types=1);

namespace App\Supporters;

use App\Matching\KeyTable;
use App\Matching\RuleSets;
use App\Records\Bulk;
use App\Records\FollowsWrites;
use App\Records\Ids;
use App\Records\Written;
use App\Standards\FieldAccess;
use Illuminate\Database\Connection;
use Illuminate\Database\Query\Builder;
use PineSieve\Core\Records\RecordPart;
use PineSieve\Core\Records\SupporterRecord;
use PineSieve\Core\Text\Fold;

/** Keeps the match keys and the search words of supporters current. */
final readonly class SearchIndex implements FollowsWrites
{
    private const COLUMNS = ['word', 'field', 'supporter_id'];

    public function __construct(private Connection $db, private Bulk $bulk, private RuleSets $sets) {}

    /** What a supporter was found by is deleted by making it again from what the supporter was. */
    public function follow(Written $written): void
    {
        [$keys, $words] = $this->rows($written->before);
        $this->bulk->deleteRows('match_keys', ['hash', 'supporter_id'], $keys);
        $this->bulk->deleteRows('search_words', self::COLUMNS, $words);
        $this->add($written->after);
    }

    /** @param  array<int, SupporterRecord>  $records by id */
    public function add(array $records): void
    {
        [$keys, $words] = $this->rows($records);
        $this->bulk->insert('match_keys', ['hash', 'supporter_id'], $keys);
        $this->bulk->insert('search_words', self::COLUMNS, $words);
    }

    /** @param  array<int, SupporterRecord>  $records by id */
    public function addWords(array $records): void
    {
        $this->bulk->insert('search_words', self::COLUMNS, self::wordRows($records));
    }

    /**
     * Rows in the order of the index, so that neighbouring pages are touched once.
     *
     * @param  array<int, SupporterRecord>  $records
     * @return array{list<array{int, int}>, list<array{string, int, int}>}
     */
    private function rows(array $records): array
    {
        return [KeyTable::rows($this->sets->keys($records)), self::wordRows($records)];
    }

    /**
     * @param  array<int, SupporterRecord>  $records
     * @return list<array{string, int, int}> word, what it is of, supporter
     */
    private static function wordRows(array $records): array
    {
        $rows = [];
        foreach ($records as $id => $record) {
            foreach (self::words($record) as $field => $words) {
                foreach ($words as $word) {
                    $rows["{$word}:{$field}:{$id}"] = [$word, $field, $id];
                }
            }
        }
        sort($rows);

        return $rows;
    }

    /** Ids of supporters that have a word beginning with each of the words asked for, as a subquery; nobody is found by what the person may not see. */
    public function matching(string $query, FieldAccess $sight): ?Builder
    {
        $asked = self::split($query);
        if ($asked === []) {
            return null;
        }
        $hits = array_map(
            fn(string $word): Builder => $this->db
                ->table('search_words')
                ->select('supporter_id')
                ->where('word', 'like', addcslashes($word, '\\%_') . '%')
                ->whereIn('field', SearchWord::seenBy($sight))
                ->distinct(),
            $asked,
        );
        if (count($hits) === 1) {
            return $hits[0];
        }
        // Nested in each other, two names that many have were looked up for each other by MariaDB: half a minute in a million.
        $sql = implode(' intersect ', array_map(static fn(Builder $one): string => $one->toSql(), $hits));
        $bindings = array_merge(...array_map(static fn(Builder $one): array => $one->getBindings(), $hits));

        return $this->db
            ->query()
            ->select('supporter_id')
            ->fromRaw("({$sql}) found", $bindings);
    }

    /** @return array<int, list<string>> by value of SearchWord */
    private static function words(SupporterRecord $record): array
    {
        $words = [
            SearchWord::Name->value => self::split("{$record->field('display_name')} {$record->field('organization_name')}"),
            SearchWord::Email->value => array_map(
                static fn(RecordPart $email): string => substr(mb_strtolower($email->value('address')), 0, 60),
                $record->emails,
            ),
            SearchWord::Phone->value => array_map(
                static fn(RecordPart $phone): string => substr(
                    ltrim((string) preg_replace('/;.*|\D/', '', $phone->value('number')), '1'),
                    0,
                    60,
                ),
                $record->phones,
            ),
            SearchWord::Id->value => array_merge(
                ...array_map(static fn(RecordPart $id): array => self::split($id->value('value')), $record->identifiers),
                ...[[]],
            ),
        ];
        $plain = static fn(string $word): string => (string) preg_replace('/[^\x21-\x7E]/', '', $word);

        return array_map(
            static fn(array $of): array => array_values(
                array_filter(array_map($plain, $of), static fn(string $word): bool => $word !== ''),
            ),
            $words,
        );
    }

    /** @return list<string> */
    private static function split(string $text): array
    {
        $words = [];
        foreach (preg_split('/\s+/u', $text) ?: [] as $word) {
            // An email and a telephone number are one word each.
            $digits = (string) preg_replace('/\D/', '', $word);
            array_push(
                $words,
                ...match (true) {
                    str_contains($word, '@') => [substr(mb_strtolower($word), 0, 60)],
                    // So is an id: "TH-0042".
                    $digits !== '' && preg_match('/^[\d().+-]+$/', $word) !== 1 => [Fold::solid($word)],
                    strlen($digits) >= 7 && preg_match('/^[\d().+-]+$/', $word) === 1 => [ltrim($digits, '1')],
                    default => explode(' ', Fold::words($word)),
                },
            );
        }

        return array_values(
            array_filter(
                array_map(static fn(string $word): string => substr($word, 0, 60), $words),
                static fn(string $word): bool => $word !== '',
            ),
        );
    }
}
