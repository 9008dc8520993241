<?php

declare(strict_types=1);

namespace App\Merging;

use App\Matching\RuleSets;
use App\Matching\SmallSearch;
use App\Promises\PayablePromises;
use App\Standards\FieldAccess;
use App\Support\Http\JsonMap;
use App\Support\Lists;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Addresses\Address;
use PineSieve\Core\Changes\Sameness;
use PineSieve\Core\Changes\Subject;
use PineSieve\Core\Gifts\Gift;
use PineSieve\Core\Gifts\GiftTotals;
use PineSieve\Core\Matching\Rules\Certainty;
use PineSieve\Core\Merging\MergeCandidate;
use PineSieve\Core\Merging\MergePlan;
use PineSieve\Core\Merging\MergePolicy;
use PineSieve\Core\Names\Nicknames;
use PineSieve\Core\Records\LinkKind;
use PineSieve\Core\Records\RecordPart;
use PineSieve\Core\Records\SupporterRecord;
use PineSieve\Core\Standards\FieldCatalog;
use PineSieve\Core\Standards\FieldNature;
use PineSieve\Core\Standards\FieldPlace;
use PineSieve\Core\Text\Fold;

/**
 * A merge as a person looks at it before it is done: every value of each, and what the one that they become has.
 *
 * @phpstan-import-type Amounts from JsonMap
 * @phpstan-type ShownCandidate array{id: int, name: string, gifts: int, given: Amounts, latest: string, filled: int}
 * @phpstan-type MergeField array{
 *     column: string, label: string, values: array<int, string>, merged: string, differs: bool, is_list: bool, has_rule: bool,
 * }
 * @phpstan-type PartOfOne array{text: string, from: int, note: string}
 * @phpstan-type PartsOfAll array{list: string, label: string, items: list<PartOfOne>}
 * @phpstan-type MergedGifts array{count: int, given: Amounts}
 * @phpstan-type MergeReason array{one: int, other: int, verdict: ?value-of<Certainty>, for: list<string>, against: list<string>}
 * @phpstan-type MergeShownView array{
 *     survivor: int, name: string, candidates: list<ShownCandidate>, fields: list<MergeField>, lists: list<PartsOfAll>,
 *     gifts: MergedGifts, may_live_together: bool, reasons: list<MergeReason>,
 * }
 */
final readonly class MergeView
{
    private const LISTS = [
        'addresses' => 'Addresses',
        'emails' => 'Emails',
        'phones' => 'Phones',
        'identifiers' => 'Ids in other systems',
        'memberships' => 'Groups and tags',
        'links' => 'Links',
        'promises' => 'Promises',
    ];

    public function __construct(private FieldCatalog $catalog, private RuleSets $sets) {}

    /**
     * @param  list<MergeCandidate>  $candidates
     * @return MergeShownView
     */
    public function of(array $candidates, MergePlan $plan): array
    {
        $gifts = array_merge(...array_map(static fn(MergeCandidate $one): array => array_values($one->gifts), $candidates));

        return [
            'survivor' => $plan->survivor,
            'name' => $plan->merged->field('display_name'),
            'candidates' => array_map(
                static fn(MergeCandidate $one): array => [
                    'id' => $one->id(),
                    'name' => $one->record->field('display_name'),
                    'gifts' => count($one->gifts),
                    'given' => self::sum($one->gifts),
                    'latest' => $one->latestGift(),
                    'filled' => $one->fullness(),
                ],
                $candidates,
            ),
            'fields' => $this->fields($candidates, $plan->merged),
            'lists' => array_map(
                fn(string $list, string $label): array => [
                    'list' => $list,
                    'label' => $label,
                    'items' => $this->items($list, $candidates, $plan->merged),
                ],
                array_keys(self::LISTS),
                self::LISTS,
            ),
            'gifts' => ['count' => count($gifts), 'given' => self::sum($gifts)],
            'may_live_together' => self::mayLiveTogether($candidates),
            'reasons' => $this->reasons($candidates),
        ];
    }

    /**
     * Whether two of them are people of other first names at one address.
     *
     * @param  list<MergeCandidate>  $candidates
     */
    private static function mayLiveTogether(array $candidates): bool
    {
        $sameness = new Sameness();
        foreach ($candidates as $i => $one) {
            foreach (array_slice($candidates, $i + 1) as $other) {
                [$a, $b] = [Fold::words($one->record->field('first_name')), Fold::words($other->record->field('first_name'))];
                $isOther = $a !== '' && $b !== '' && $a !== $b && Nicknames::common($a, $b) === null;
                foreach ($isOther ? $one->record->addresses : [] as $address) {
                    if ($sameness->find(Subject::Address, $address->values, $other->record->addresses) !== null) {
                        return true;
                    }
                }
            }
        }

        return false;
    }

    /**
     * What one thing of a supporter is, in a few words.
     *
     * @param  array<string, ?string>  $values
     */
    public function thing(string $thing, array $values): string
    {
        $subject = explode(':', $thing)[0];

        return match ($subject) {
            'gift', 'entry' => ($subject === 'entry' ? 'in a batch: ' : '') .
                "gift of {$values['currency']} {$values['amount']} on {$values['given_on']}" .
                (($values['fund'] ?? '') === '' ? '' : ", {$values['fund']}"),
            'unread' => $this->catalog->label((string) $values['field']) . ", as written: {$values['value']}",
            'custom' => $this->catalog->label((string) $values['field']) . ": {$values['value']}",
            default => "{$subject} " .
                $this->text(
                    [
                        'address' => 'addresses',
                        'email' => 'emails',
                        'phone' => 'phones',
                        'identifier' => 'identifiers',
                        'membership' => 'memberships',
                        'link' => 'links',
                        'promise' => 'promises',
                    ][$subject] ?? '',
                    new RecordPart(0, $values),
                    [],
                ),
        };
    }

    /** @return list<array{column: string, label: string}> fields that supporters can be looked at by, side by side */
    public function columns(): array
    {
        $columns = array_map(fn(string $column): array => ['column' => $column, 'label' => $this->label($column)], self::shown());
        foreach (self::LISTS as $list => $label) {
            $columns[] = ['column' => $list, 'label' => $label];
        }
        foreach ($this->catalog->all() as $field) {
            if ($field->isCustom()) {
                $columns[] = ['column' => $field->key, 'label' => $field->label];
            }
        }

        return $columns;
    }

    /** @return list<string> columns of the supporter: the name first, then what else a policy speaks of, then the rest */
    private static function shown(): array
    {
        $names = FieldPlace::ofSupporter(static fn(FieldNature $nature): bool => $nature->isOfName);
        $policy = MergePolicy::columns();

        return array_values(array_unique([...array_intersect($names, $policy), ...$policy, ...$names, ...FieldPlace::further()]));
    }

    private function label(string $column): string
    {
        $field = FieldPlace::field('supporter', $column);

        return $field === null ? $column : $this->catalog->field($field)->label;
    }

    /**
     * @param  list<MergeCandidate>  $candidates
     * @return list<MergeField> those that say anything
     */
    private function fields(array $candidates, SupporterRecord $merged): array
    {
        $fields = [];
        foreach (self::shown() as $column) {
            $fields[$column] = [$this->label($column), static fn(SupporterRecord $record): string => $record->field($column)];
        }
        foreach (self::LISTS as $list => $label) {
            $fields[$list] = [
                $label,
                fn(SupporterRecord $record): string => implode(
                    "\n",
                    array_map(fn(RecordPart $part): string => $this->text($list, $part, []), $record->{$list}),
                ),
            ];
        }
        foreach ($candidates as $candidate) {
            foreach ($candidate->record->custom as $part) {
                $key = $part->value('field');
                $fields[$key] = [
                    $this->catalog->label($key),
                    static function (SupporterRecord $record) use ($key): string {
                        foreach ($record->custom as $one) {
                            if ($one->value('field') === $key) {
                                return $one->value('value');
                            }
                        }

                        return '';
                    },
                ];
            }
        }
        $shown = [];
        foreach ($fields as $column => [$label, $read]) {
            $values = [];
            foreach ($candidates as $candidate) {
                $values[$candidate->id()] = $read($candidate->record);
            }
            if (array_filter($values, static fn(string $value): bool => $value !== '') !== [] || $read($merged) !== '') {
                $shown[] = [
                    'column' => $column,
                    'label' => $label,
                    'values' => $values,
                    'merged' => $read($merged),
                    'differs' => count(array_unique($values)) > 1,
                    'is_list' => isset(self::LISTS[$column]),
                    'has_rule' => MergePolicy::speaksOf($column),
                ];
            }
        }

        return $shown;
    }

    /**
     * @param  list<MergeCandidate>  $candidates
     * @return list<PartOfOne>
     */
    private function items(string $list, array $candidates, SupporterRecord $merged): array
    {
        $from = [];
        $names = [];
        foreach ($candidates as $candidate) {
            foreach ($candidate->record->{$list} as $part) {
                $from[$part->ref] = $candidate->id();
            }
            $names[$candidate->id()] = $candidate->record->field('display_name');
        }

        return Lists::of(
            array_map(
                fn(RecordPart $part): array => [
                    'text' => $this->text($list, $part, $names),
                    'from' => $from[$part->ref] ?? 0,
                    'note' => implode(
                        ', ',
                        array_filter(
                            [
                                $part->value('kind') !== '' && !in_array($list, ['links', 'promises'], true) ? $part->value('kind') : '',
                                $part->value('is_primary') === '1' ? 'primary' : '',
                                in_array($part->value('condition'), ['', 'good'], true) ? '' : $part->value('condition'),
                                $part->value('label'),
                            ],
                            static fn(string $word): bool => $word !== '',
                        ),
                    ),
                ],
                $merged->{$list},
            ),
        );
    }

    /** @param  array<int, string>  $names  of supporters that are known by their numbers */
    private function text(string $list, RecordPart $part, array $names): string
    {
        return match ($list) {
            'addresses' => Address::fromParts($part->values)->line(),
            'emails' => $part->value('address'),
            'phones' => $part->value('number'),
            'identifiers' => "{$part->value('value')} in {$part->value('system')}",
            'memberships' => "{$part->value('list')} {$part->value('name')}",
            'promises' => PayablePromises::label($part, FieldAccess::ofUser()),
            default => (LinkKind::tryFrom($part->value('kind'))?->phrase() ?? 'linked to') .
                ' ' .
                ($names[(int) $part->value('other_id')] ??
                    (DB::table('supporters')->where('id', (int) $part->value('other_id'))->value('display_name') ??
                        "supporter {$part->value('other_id')}")),
        };
    }

    /**
     * What speaks for each being one with one of those before it, and against it.
     *
     * @param  list<MergeCandidate>  $candidates
     * @return list<MergeReason>
     */
    private function reasons(array $candidates): array
    {
        $ids = array_map(static fn(MergeCandidate $one): int => $one->id(), $candidates);
        $meeting = new SmallSearch(
            $this->sets,
            array_combine($ids, array_map(static fn(MergeCandidate $one): SupporterRecord => $one->record, $candidates)),
        );
        foreach ($ids as $i => $other) {
            foreach (array_slice($ids, 0, $i) as $one) {
                $meeting->meet($one, $other);
            }
        }
        $found = $meeting->found();

        return array_map(
            static function (int $other, int $i) use ($ids, $found, $meeting): array {
                $near = array_values(
                    array_filter(
                        array_slice($ids, 0, $i + 1),
                        static fn(int $one): bool => isset($found[min($one, $other) . ' ' . max($one, $other)]),
                    ),
                );
                $one = $near[0] ?? $ids[0];
                $pair = $found[min($one, $other) . ' ' . max($one, $other)] ?? null;
                [$for, $against] = $pair === null ? $meeting->reasons($one, $other) : [$pair->for, $pair->against];

                return ['one' => $one, 'other' => $other, 'verdict' => $pair?->certainty->value, 'for' => $for, 'against' => $against];
            },
            array_slice($ids, 1),
            array_keys(array_slice($ids, 1)),
        );
    }

    /**
     * @param  array<Gift>  $gifts
     * @return Amounts
     */
    private static function sum(array $gifts): JsonMap
    {
        return new JsonMap(GiftTotals::of($gifts)->given->toArray());
    }
}
