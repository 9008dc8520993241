<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns;

use PineSieve\Core\Standards\FieldCatalog;
use PineSieve\Core\Standards\FieldType;

/** Proposes a field for every column, with the evidence in words. A proposal that the values contradict is not made. */
final readonly class Proposer
{
    /** Part of the values that must have the look of the field. Below it the header is not believed. */
    private const BELIEVED = 0.6;

    /** Part of the values from which the header and they together leave no doubt. */
    private const CERTAIN = 0.9;

    /** The columns that a file of held rows has besides those of its source: where a row was, and why it was held. */
    public const OF_HELD_ROWS = ['Row in the source', 'Held because'];

    public function __construct(private FieldCatalog $catalog)
    {
    }

    /** @param  list<ColumnProfile>  $profiles */
    public function propose(array $profiles): ColumnPlan
    {
        $choices = array_map($this->choice(...), $profiles);
        // One column feeds a field: the first that is sure, or else the first. The others stay open and say why.
        $taken = [];
        foreach ([ColumnState::Sure, ColumnState::Look] as $state) {
            foreach ($choices as $column => $choice) {
                if ($choice->target === null || $choice->state !== $state) {
                    continue;
                }
                if (isset($taken[$choice->target])) {
                    $label = $this->catalog->field($choice->target)->label;
                    $choices[$column] = new ColumnChoice($choice->header, ColumnState::Open, null, null, "{$choice->evidence} But \"{$taken[$choice->target]}\" becomes {$label} already.");
                } else {
                    $taken[$choice->target] = $choice->header;
                }
            }
        }

        return new ColumnPlan($choices);
    }

    /** What there is to say about a column that a person gives a field. */
    public function evidence(ColumnProfile $profile, string $target): string
    {
        $look = $this->look($this->catalog->field($target)->type, $target);

        return $look === null ? $this->fill($profile) : $profile->evidence($look).'. '.$this->fill($profile);
    }

    private function choice(ColumnProfile $profile): ColumnChoice
    {
        if ($profile->filled === 0) {
            return new ColumnChoice($profile->header, ColumnState::LeftBehind, null, null, 'No row has a value here.');
        }
        if (in_array($profile->header, self::OF_HELD_ROWS, true)) {
            return new ColumnChoice($profile->header, ColumnState::LeftBehind, null, null, 'Written beside the held rows for whoever corrects them.');
        }
        $named = HeaderWords::field($profile->header);
        if ($named === null) {
            return $this->byValues($profile);
        }
        $field = $this->catalog->field($named);
        $look = $this->look($field->type, $named);
        $says = "The header \"{$profile->header}\" is a usual one for {$field->label}.";
        if ($look !== null && $profile->share($look) < self::BELIEVED) {
            $other = $this->byValues($profile);

            return $other->target !== null ? $other : new ColumnChoice($profile->header, ColumnState::Open, null, null, "{$says} But only {$profile->evidence($look)}.");
        }
        if ($field->type === FieldType::Identifier && $named === 'id.old' && ($profile->distinct < 2 && $profile->filled > 2)) {
            return new ColumnChoice($profile->header, ColumnState::Open, null, null, "{$says} But all its values are the same.");
        }
        $state = match (true) {
            $field->type === FieldType::Date && $profile->needsDateOrder() => ColumnState::Look,
            in_array($named, ['name.full', 'address.block', 'gift.reference'], true) => ColumnState::Look,
            $look !== null => $profile->share($look) >= self::CERTAIN ? ColumnState::Sure : ColumnState::Look,
            default => ColumnState::Sure,
        };
        $evidence = $look === null ? "{$says} {$this->fill($profile)}" : "{$says} {$profile->evidence($look)}.";
        if ($field->type === FieldType::Date) {
            $evidence .= $this->aboutDates($profile);
        }
        if ($named === 'address.line1' && $profile->share(Look::Street) > 0.5 && $this->holdsBlocks($profile)) {
            return new ColumnChoice($profile->header, ColumnState::Look, 'address.block', null, 'The values hold street, city and postal code in one.');
        }

        return new ColumnChoice($profile->header, $state, $named, $field->type === FieldType::Date ? $profile->dateOrder() : null, $evidence);
    }

    /** Where the header says nothing, only values that can't well be anything else speak. */
    private function byValues(ColumnProfile $profile): ColumnChoice
    {
        foreach ([[Look::Email, 'email'], [Look::Phone, 'phone']] as [$look, $target]) {
            if ($profile->share($look) >= self::CERTAIN && $profile->share(Look::Date) < 0.5) {
                return new ColumnChoice($profile->header, $look === Look::Email ? ColumnState::Sure : ColumnState::Look, $target, null, "{$profile->evidence($look)}; the header does not say.");
            }
        }

        return new ColumnChoice($profile->header, ColumnState::Open, null, null, "The header \"{$profile->header}\" is not a usual one. {$this->fill($profile)}");
    }

    private function holdsBlocks(ColumnProfile $profile): bool
    {
        $blocks = 0;
        foreach ($profile->values as $value => $count) {
            $blocks += preg_match('/\S\s*\R\s*\S|,.+\b(?:\d{4,5}(?:-\d{4})?|[A-Z]\d[A-Z] ?\d[A-Z]\d)\s*$/siu', (string) $value) === 1 ? $count : 0;
        }

        return $blocks > 0.5 * array_sum($profile->values);
    }

    private function aboutDates(ColumnProfile $profile): string
    {
        $order = $profile->dateOrder();

        return match (true) {
            $profile->needsDateOrder() && $profile->dates['mdy'] > 0 => sprintf(' %s can only be month first, %s only day first, %s either: choose the order.', number_format($profile->dates['mdy']), number_format($profile->dates['dmy']), number_format($profile->dates['both'])),
            $profile->needsDateOrder() => sprintf(' %s can be read month first or day first, and none of the values tells which: choose the order.', number_format($profile->dates['both'])),
            $order !== null => sprintf(' %s can only be %s.', number_format($profile->dates[$order->value]), $order->label()),
            default => '',
        };
    }

    private function fill(ColumnProfile $profile): string
    {
        return sprintf('%s of %s rows have a value, %s%s different.', number_format($profile->filled), number_format($profile->rows), $profile->exact ? '' : 'up to ', number_format($profile->distinct));
    }

    private function look(FieldType $type, string $target): ?Look
    {
        return match (true) {
            $type === FieldType::Email => Look::Email,
            $type === FieldType::Phone => Look::Phone,
            $type === FieldType::Date => Look::Date,
            $type === FieldType::State => Look::State,
            $type === FieldType::PostalCode => Look::PostalCode,
            $type === FieldType::GiftKind => Look::GiftKind,
            $target === 'gift.amount' => Look::Money,
            in_array($target, ['name.first', 'name.last', 'name.full', 'address.city'], true) => Look::Words,
            default => null,
        };
    }
}
