<?php

declare(strict_types=1);

namespace App\Supporters\Searching;

use App\Accounts\User;
use App\Standards\FieldAccess;
use App\Support\Http\JsonMap;
use App\Support\Lists;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Gifts\Currency;
use PineSieve\Core\Gifts\GiftKind;
use PineSieve\Core\Searches\Condition;
use PineSieve\Core\Searches\Test;
use PineSieve\Core\Searches\Topic;
use PineSieve\Core\Standards\Field;
use PineSieve\Core\Standards\FieldCatalog;
use PineSieve\Core\Standards\FieldPlace;
use PineSieve\Core\Standards\FieldType;

/**
 * What a search can ask for, as far as the person who is signed in may see it.
 *
 * @phpstan-type SearchOption array{value: string, label: string}
 * @phpstan-type SearchField array{
 *     key: string, label: string, group: string, input: 'text'|'date'|'figure', tests: list<value-of<Test>>, options: list<SearchOption>,
 *     within: list<string>,
 * }
 * @phpstan-type SearchChoicesMade array{fields: list<SearchField>, within: JsonMap<list<SearchOption>>}
 */
final readonly class SearchChoices
{
    private const MOST = 500;

    public function __construct(private FieldCatalog $catalog, private SearchTold $told) {}

    /** @return SearchChoicesMade */
    public function all(): array
    {
        $sight = FieldAccess::ofUser();
        $fields = [];
        foreach (Topic::cases() as $topic) {
            if (array_filter($topic->tells(), static fn(string $field): bool => !$sight->sees($field)) === []) {
                $fields[] = $this->topic($topic);
            }
        }
        foreach ($this->catalog->all() as $field) {
            if (FieldPlace::of($field->key) !== null && $sight->sees($field->key)) {
                $fields[] = self::field($field);
            }
        }
        $within = [];
        foreach (['fund', 'campaign', 'appeal'] as $purpose) {
            $within[$purpose] = $sight->sees("gift.{$purpose}")
                ? self::options(
                    Lists::texts(
                        DB::table('gift_sums')
                            ->distinct()
                            ->where($purpose, '<>', '')
                            ->orderBy($purpose)
                            ->limit(self::MOST)
                            ->pluck($purpose),
                    ),
                )
                : [];
        }
        $within['kind'] = $sight->sees('gift.kind') ? self::options(array_column(GiftKind::cases(), 'value')) : [];
        $within['currency'] = self::options(Currency::codes());
        $within['made'] = [
            ['value' => '', 'label' => 'made or changed by it'],
            ['value' => 'new', 'label' => 'made by it'],
            ['value' => 'changed', 'label' => 'changed by it'],
        ];

        return ['fields' => $fields, 'within' => new JsonMap($within)];
    }

    /** @return SearchField */
    private function topic(Topic $topic): array
    {
        return [
            'key' => $topic->value,
            'label' => $topic->label(),
            'group' => str_starts_with($topic->value, 'gifts.') ? 'What they gave' : 'Where they stand',
            'input' => match ($topic) {
                Topic::Given, Topic::Largest, Topic::Count => 'figure',
                Topic::First, Topic::Last => 'date',
                default => 'text',
            },
            'tests' => array_column($topic->tests(), 'value'),
            'options' => match ($topic) {
                Topic::Worklist => array_map(
                    static fn(string $key, string $words): array => ['value' => $key, 'label' => $words],
                    array_keys($this->told->worklists()),
                    array_values($this->told->worklists()),
                ),
                Topic::Changed => self::options(Lists::texts(User::query()->orderBy('name')->limit(self::MOST)->pluck('name'))),
                Topic::Intake => self::intakes(),
                default => [],
            },
            'within' => $topic->within(),
        ];
    }

    /** @return list<SearchOption> those that were loaded, the latest first */
    private static function intakes(): array
    {
        $options = [];
        foreach (
            DB::table('intakes')
                ->whereIn('id', DB::table('acts')->select('intake_id'))
                ->orderByDesc('id')
                ->limit(self::MOST)
                ->get(['id', 'name'])
            as $intake
        ) {
            $options[] = ['value' => (string) $intake->id, 'label' => "{$intake->id}: {$intake->name}"];
        }

        return $options;
    }

    /** @return SearchField */
    private static function field(Field $field): array
    {
        $names =
            $field->type === FieldType::Names
                ? Lists::texts(
                    DB::table('memberships')
                        ->where('list', $field->nature->list)
                        ->distinct()
                        ->orderBy('name')
                        ->limit(self::MOST)
                        ->pluck('name'),
                )
                : [];

        return [
            'key' => $field->key,
            'label' => $field->label,
            'group' => $field->group,
            'input' => match ($field->type) {
                FieldType::Date => 'date',
                FieldType::Number, FieldType::Amount => 'figure',
                default => 'text',
            },
            'tests' => array_column(Test::of($field), 'value'),
            'options' => self::options(array_values(array_unique([...$field->options(), ...$names, ...self::known($field->type)]))),
            'within' => Condition::narrowing($field),
        ];
    }

    /** @return list<string> values of types that have no others */
    private static function known(FieldType $type): array
    {
        return match ($type) {
            FieldType::YesNo, FieldType::Consent => ['yes', 'no'],
            FieldType::RecordKind => ['person', 'household', 'organization'],
            default => [],
        };
    }

    /**
     * @param  list<string>  $values
     * @return list<SearchOption>
     */
    private static function options(array $values): array
    {
        return array_map(static fn(string $value): array => ['value' => $value, 'label' => $value], $values);
    }
}
