<?php

declare(strict_types=1);

namespace PineSieve\Core\Changes;

use PineSieve\Core\Gifts\Amount;
use PineSieve\Core\Gifts\Corrections;
use PineSieve\Core\Gifts\Gift;
use PineSieve\Core\Names\SupporterKind;
use PineSieve\Core\Promises\Promise;
use PineSieve\Core\Promises\Standing;
use PineSieve\Core\Records\SupporterRecord;
use PineSieve\Core\Standards\Problem;
use PineSieve\Core\Standards\Standards;
use PineSieve\Core\Standards\TakenValues;
use PineSieve\Core\Standards\Uniques;

/**
 * The one checker: what a record would be once changes are in, held against all that the organization asks of its records.
 * Forms, the entry grid, rows, gifts, merges, remedies and what is put back are held against it alike, so that the same data has the same problems everywhere.
 */
final readonly class Checker
{
    /** By kind of supporter, the field of its name and the column in which that is kept. */
    private const NAME = [
        SupporterKind::Person->value => ['name.last', 'last_name'],
        SupporterKind::Household->value => ['name.full', 'display_name'],
        SupporterKind::Organization->value => ['organization.name', 'organization_name'],
    ];

    private Uniques $uniques;

    public function __construct(private Standards $standards, private TakenValues $taken)
    {
        $this->uniques = new Uniques($standards->catalog);
    }

    /**
     * What changes would bring in that may not be. What a record falls short of already is no problem of these changes: it is on the worklist.
     *
     * @param  ?SupporterRecord  $before  as it is stored; null if the changes make it
     * @param  list<Change>  $changes
     * @param  array<int|string, Gift>  $gifts  stored gifts that are changed, by number
     * @param  list<SupporterRecord>  $joining  others that become part of it: what only one may have comes with them
     * @return list<Problem> those that block, and warnings
     */
    public function problems(?SupporterRecord $before, array $changes, array $gifts = [], array $joining = []): array
    {
        $after = Projection::after($before, $changes);
        $will = Projection::gifts($gifts, $changes);
        $were = array_intersect_key($gifts, $will);

        $problems = $this->standards->problems($after, $before, $will, $were);

        return [
            ...$problems,
            // A rule may ask for the name as well.
            ...array_udiff($this->nameless($after, $before), $problems, static fn(Problem $a, Problem $b): int => $a->code <=> $b->code),
            ...$this->taken($after, $will, $were, $before === null ? $joining : [$before, ...$joining]),
            ...self::uneven($will),
            ...self::overdrawn($will, $gifts),
            ...self::overpaid($after, $changes, $will, $gifts),
        ];
    }

    /**
     * @param  ?SupporterRecord  $before  as it is stored; null if the changes make it
     * @param  list<Change>  $changes
     * @param  array<int|string, Gift>  $gifts  stored gifts that are changed, by number
     * @param  list<SupporterRecord>  $joining  others that become part of it
     * @return list<Problem> those that keep the changes from being written
     */
    public function blocking(?SupporterRecord $before, array $changes, array $gifts = [], array $joining = []): array
    {
        return array_values(
            array_filter($this->problems($before, $changes, $gifts, $joining), static fn(Problem $problem): bool => $problem->blocks),
        );
    }

    /**
     * @param  array<int|string, Gift>  $gifts
     * @return list<Problem>
     */
    private static function uneven(array $gifts): array
    {
        $uneven = array_filter($gifts, static fn(Gift $gift): bool => !$gift->isWhole());

        return array_map(
            static fn(Gift $gift): Problem => new Problem(
                'splits.uneven',
                'gift.splits',
                null,
                $gift->amount,
                "The parts of the gift don't come to {$gift->amount} any more, or are for something else",
                'Change the parts together with the gift',
            ),
            array_values($uneven),
        );
    }

    /**
     * @param  array<int|string, Gift>  $will  gifts that are new or changed, as they will be
     * @param  array<int|string, Gift>  $gifts  as they are stored
     * @return list<Problem> that more goes back of a gift than was given
     */
    private static function overdrawn(array $will, array $gifts): array
    {
        $problems = [];
        $all = $will + $gifts;
        $correcting = [];
        foreach ($all as $gift) {
            if ($gift->corrects !== null) {
                $correcting[$gift->corrects][] = $gift;
            }
        }
        foreach ($correcting === [] ? [] : $will as $number => $gift) {
            $of = $gift->corrects ?? (string) $number;
            $corrections = $correcting[$of] ?? [];
            $whole = $all[$of] ?? null;
            if ($whole !== null && $corrections !== [] && Amount::isBelow(Corrections::left($whole, $corrections), '0.00')) {
                $problems[] = new Problem(
                    'gift.overdrawn',
                    'gift.amount',
                    null,
                    $gift->amount,
                    "More went back of the gift of {$whole->date} than it would come to",
                    'Take back less, or delete what takes it back first',
                );
            }
        }

        return $problems;
    }

    /**
     * @param  list<Change>  $changes
     * @param  array<int|string, Gift>  $will  gifts that are new or changed, as they will be
     * @param  array<int|string, Gift>  $gifts  as they are stored
     * @return list<Problem> that gifts pay a promise that they can't pay, or not so much
     */
    private static function overpaid(SupporterRecord $after, array $changes, array $will, array $gifts): array
    {
        $as = static fn(?Gift $gift): array => [$gift?->promise, $gift?->currency, $gift?->amount];
        $changed = array_filter(
            $will,
            static fn(Gift $gift, int|string $of): bool => $as($gift) !== $as($gifts[$of] ?? null),
            ARRAY_FILTER_USE_BOTH,
        );
        $paying = array_filter(array_map(static fn(Gift $gift): ?string => $gift->promise, $changed), is_string(...));
        $promises = [];
        foreach ($after->promises as $part) {
            $promises[(string) $part->ref] = Promise::stored($part->values);
        }
        foreach ($changes as $change) {
            $paying += $change->subject === Subject::Promise ? ["promise {$change->ref}" => (string) $change->ref] : [];
        }
        $problems = [];
        $gone = array_filter($changes, static fn(Change $change): bool => $change->subject->isGift() && $change->action === Action::Delete);
        $all = array_diff_key($will + $gifts, array_flip(array_map(static fn(Change $change): int|string => $change->ref, $gone)));
        foreach (array_unique($paying) as $number => $ref) {
            $promise = $promises[$ref] ?? null;
            $payments = array_filter($all, static fn(Gift $gift): bool => $gift->promise === $ref);
            $fault = match (true) {
                $promise === null => $payments === [] ? '' : 'The promise that it pays is not there, or is another supporter\'s',
                isset($will[$number]) => Standing::fault($will[$number], $promise, array_diff_key($payments, [$number => 1])),
                default => self::tooLittle($promise, $payments),
            };
            if ($fault !== '') {
                $field = isset($will[$number]) ? 'gift.promise.id' : 'promise.amount';
                $remedy = isset($will[$number])
                    ? 'Write the gift as two, one of which pays the rest, or choose another promise'
                    : 'Take the gifts that pay it off first';
                $problems[] = new Problem('promise.unpayable', $field, null, '', $fault, $remedy);
            }
        }

        return $problems;
    }

    /** @param  array<Gift>  $payments */
    private static function tooLittle(Promise $promise, array $payments): string
    {
        $currencies = array_unique(array_column($payments, 'currency'));

        return match (true) {
            array_diff($currencies, [$promise->currency]) !== [] => "What pays it is in another currency than {$promise->currency}",
            $promise->isPledge() && Amount::isBelow(Standing::of($promise, $payments)->balance, '0.00') => 'More was paid of it already: ' .
                Amount::sum(array_column($payments, 'amount')),
            default => '',
        };
    }

    /** @return list<Problem> that a name is taken away; one that is new is held against Requirements */
    private function nameless(SupporterRecord $after, ?SupporterRecord $before): array
    {
        [$field, $column] = self::NAME[$after->kind()->value];
        if ($before === null || $after->field($column) !== '' || $before->field($column) === '') {
            return [];
        }
        $label = $this->standards->catalog->field($field)->label;

        return [new Problem("{$field}.required", $field, null, '', "{$label} can't be blank", 'Write a name')];
    }

    /**
     * @param  array<int|string, Gift>  $gifts
     * @param  array<int|string, Gift>  $were
     * @param  list<SupporterRecord>  $before  whose values they are
     * @return list<Problem>
     */
    private function taken(SupporterRecord $after, array $gifts, array $were, array $before): array
    {
        if ($this->uniques->fields === []) {
            return [];
        }
        $own = array_map(fn(SupporterRecord $record): array => $this->uniques->of($record, $were), $before);
        $wanted = [];
        foreach ($this->uniques->of($after, $gifts) as $field => $values) {
            $wanted[$field] = array_values(array_diff($values, ...array_map(static fn(array $of): array => $of[$field] ?? [], $own)));
        }
        $ids = array_map(static fn(SupporterRecord $record): int|string => $record->ref, [$after, ...$before]);
        $problems = [];
        foreach ($this->taken->of(array_filter($wanted)) as $field => $ofField) {
            foreach ($ofField as $value => $owners) {
                // A reference is of one gift: another gift of the same supporter may not have it either.
                $others = str_starts_with($field, 'gift.') ? $owners : array_diff($owners, $ids);
                if ($others !== []) {
                    $problems[] = $this->uniques->problem($field, (string) $value, $this->taken->name(array_values($others)[0]));
                }
            }
        }

        return $problems;
    }
}
