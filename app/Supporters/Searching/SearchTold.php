<?php

declare(strict_types=1);

namespace App\Supporters\Searching;

use App\Support\Http\JsonMap;
use App\Supporters\SupporterSearch;
use PineSieve\Core\Searches\Condition;
use PineSieve\Core\Searches\Group;
use PineSieve\Core\Searches\Searched;
use PineSieve\Core\Searches\SearchReader;
use PineSieve\Core\Searches\SearchWords;
use PineSieve\Core\Standards\FieldCatalog;
use PineSieve\Core\Standards\Standards;

/**
 * A search in words: as a sentence, and condition by condition, by its place ("0", or "2.1" within the third, which is a group).
 *
 * @phpstan-type ToldSearch array{sentence: string, phrases: JsonMap<string>}
 */
final readonly class SearchTold
{
    public function __construct(private SearchReader $reader, private FieldCatalog $catalog, private Standards $standards) {}

    /**
     * @param  string  $where  JSON; '' for none
     * @return ?ToldSearch
     */
    public function of(string $where, Searched $searched = Searched::Supporters): ?array
    {
        if ($where === '') {
            return null;
        }
        $group = $this->reader->read($where);
        $words = new SearchWords($this->catalog, $this->worklists(), $searched);

        return ['sentence' => $words->sentence($group), 'phrases' => new JsonMap(self::phrases($words, $group, ''))];
    }

    /** @return array<string, string> key to what those on it are or have */
    public function worklists(): array
    {
        $rules = [];
        foreach ($this->standards->rules as $rule) {
            $rules["rule {$rule->id}"] = "lack what is asked: {$rule->sentence($this->catalog)}";
        }

        return [...SupporterSearch::NAMED, ...SupporterSearch::OF_ADDRESSES, ...$rules];
    }

    /** @return array<array-key, string> */
    private static function phrases(SearchWords $words, Group $group, string $within): array
    {
        $phrases = [];
        foreach ($group->of as $i => $one) {
            $phrases +=
                $one instanceof Condition ? ["{$within}{$i}" => $words->phrase($one)] : self::phrases($words, $one, "{$within}{$i}.");
        }

        return $phrases;
    }
}
