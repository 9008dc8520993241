<?php

declare(strict_types=1);

namespace App\Exports\Statements;

use App\Exports\UnusableExport;
use App\Supporters\SavedSearch;

/** Giving statements that are asked for: of which year, to whom, and what they say. */
final readonly class StatementsAsked
{
    public const TEXT = <<<'TEXT'
    {name}
    {address}

    {day}

    Dear {greeting},

    Thank you. In {year} you gave {total} to {organization}:

    {gifts}

    Except for what is listed as given in return, no goods or services were provided for these gifts.
    TEXT;

    private const FIELDS = ['{name}', '{address}', '{day}', '{greeting}', '{year}', '{total}', '{organization}', '{gifts}'];

    /** @param  ?array<string, string>  $search  as supporters are searched for; null for everyone who gave */
    private function __construct(public int $year, public ?array $search, public string $text) {}

    /**
     * @param  array<string, string>  $asked  year, search (its name), text
     *
     * @throws UnusableExport
     */
    public static function of(array $asked): self
    {
        $search = ($asked['search'] ?? '') === '' ? null : SavedSearch::ofSupporters()->where('name', $asked['search'])->first();
        if (($asked['search'] ?? '') !== '' && $search === null) {
            throw new UnusableExport("There is no search \"{$asked['search']}\" that was saved.");
        }
        $text = trim($asked['text'] ?? '') === '' ? self::TEXT : $asked['text'];
        preg_match_all('/\{\w+\}/', $text, $found);
        foreach (array_diff($found[0], self::FIELDS) as $unknown) {
            throw new UnusableExport("There is nothing to put for {$unknown}: it is one of " . implode(', ', self::FIELDS) . '.');
        }
        if (!str_contains($text, '{gifts}')) {
            throw new UnusableExport('A statement lists the gifts: the text needs {gifts} where they stand.');
        }

        return new self((int) $asked['year'], $search?->query, $text);
    }
}
