<?php

declare(strict_types=1);

namespace App\Records;

use App\Matching\KeyTable;
use App\Matching\RuleSets;
use Illuminate\Database\Connection;
use PineSieve\Core\Records\SupporterRecord;
use PineSieve\Core\Text\Fold;

/** Keeps the match keys and the search words of supporters current. Called by RecordWriter alone. */
final readonly class SearchIndex
{
    public function __construct(
        private Connection $db,
        private Bulk $bulk,
        private RuleSets $sets,
    ) {
    }

    /** @param  array<int, SupporterRecord>  $records by id, as they were when their keys were made */
    public function forget(array $records): void
    {
        [$keys, $words] = $this->rows($records);
        $this->bulk->deleteRows('match_keys', ['hash', 'supporter_id'], $keys);
        $this->bulk->deleteRows('search_words', ['word', 'supporter_id'], $words);
    }

    /** @param  array<int, SupporterRecord>  $records by id */
    public function add(array $records): void
    {
        [$keys, $words] = $this->rows($records);
        $this->bulk->insert('match_keys', ['hash', 'supporter_id'], $keys);
        $this->bulk->insert('search_words', ['word', 'supporter_id'], $words);
    }

    /**
     * Rows in the order of the index, so that neighbouring pages are touched once.
     *
     * @param  array<int, SupporterRecord>  $records
     * @return array{list<array{int, int}>, list<array{string, int}>}
     */
    private function rows(array $records): array
    {
        $words = [];
        foreach ($records as $id => $record) {
            foreach (self::words($record) as $word) {
                $words["{$word}:{$id}"] = [$word, $id];
            }
        }
        sort($words);

        return [KeyTable::rows($this->sets->keys($records)), $words];
    }

    /** Ids of supporters that have a word beginning with each of the words asked for, as a subquery. */
    public function matching(string $query): ?\Illuminate\Database\Query\Builder
    {
        $asked = self::split($query);
        if ($asked === []) {
            return null;
        }
        $ids = null;
        foreach ($asked as $word) {
            $hits = $this->db->table('search_words')->select('supporter_id')->where('word', 'like', addcslashes($word, '\\%_').'%')->distinct();
            $ids = $ids === null ? $hits : $ids->whereIn('supporter_id', $hits);
        }

        return $ids;
    }

    /** @return list<string> */
    private static function words(SupporterRecord $record): array
    {
        $words = self::split("{$record->field('display_name')} {$record->field('organization_name')}");
        foreach ($record->emails as $email) {
            $words[] = substr(mb_strtolower($email->value('address')), 0, 60);
        }
        foreach ($record->identifiers as $identifier) {
            array_push($words, ...self::split($identifier->value('value')));
        }
        foreach ($record->phones as $phone) {
            $words[] = substr(ltrim((string) preg_replace('/;.*|\D/', '', $phone->value('number')), '1'), 0, 60);
        }

        return array_values(array_filter(array_map(static fn (string $word): string => (string) preg_replace('/[^\x21-\x7E]/', '', $word), $words), static fn (string $word): bool => $word !== ''));
    }

    /** @return list<string> */
    private static function split(string $text): array
    {
        $words = [];
        foreach (preg_split('/\s+/u', $text) ?: [] as $word) {
            // An email and a telephone number are one word each.
            $digits = (string) preg_replace('/\D/', '', $word);
            array_push($words, ...match (true) {
                str_contains($word, '@') => [substr(mb_strtolower($word), 0, 60)],
                // So is an id: "TH-0042".
                $digits !== '' && preg_match('/^[\d().+-]+$/', $word) !== 1 => [Fold::solid($word)],
                strlen($digits) >= 7 && preg_match('/^[\d().+-]+$/', $word) === 1 => [ltrim($digits, '1')],
                default => explode(' ', Fold::words($word)),
            });
        }

        return array_values(array_filter(array_map(static fn (string $word): string => substr($word, 0, 60), $words), static fn (string $word): bool => $word !== ''));
    }
}
