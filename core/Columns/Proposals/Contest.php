<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns\Proposals;

use PineSieve\Core\Columns\ColumnPlan;
use PineSieve\Core\Columns\ColumnState;
use PineSieve\Core\Columns\Feed;
use PineSieve\Core\Standards\FieldCatalog;
use PineSieve\Core\Standards\Target;

/** Several columns that may become the same field: one does, the others become the next of several, or stay open and say why. */
final readonly class Contest
{
    private const LAST = 4;

    public function __construct(private FieldCatalog $catalog, private SheetSense $sheet) {}

    /**
     * @param  list<Proposal>  $proposals
     * @return list<Proposal>
     */
    public function settle(array $proposals): array
    {
        $proposals = $this->withSetsWhole($proposals);
        $taken = [];
        $ranks = array_map($this->rank(...), $proposals);
        foreach (range(1, self::LAST) as $rank) {
            foreach ($proposals as $column => $proposal) {
                if ($proposal->target === null || $ranks[$column] !== $rank) {
                    continue;
                }
                $target = $this->free($proposal, $taken, $column);
                if ($target === null) {
                    $label = $this->catalog->field($proposal->target)->label;
                    $proposals[$column] = $proposal->withdrawn("But \"{$taken[$proposal->target]}\" becomes {$label} already.");
                } else {
                    $taken[$target] = $proposal->header;
                    $proposals[$column] = $proposal->with($proposal->state, $target, $proposal->evidence);
                }
            }
        }

        return $proposals;
    }

    /** Who chooses first: the very name of a field, then a header that says so of an amount ("Gift amount" before "Gift"), then who is sure. */
    private function rank(Proposal $proposal): int
    {
        $field = Target::tryParse((string) $proposal->target)?->field;

        return match (true) {
            $field === null, $proposal->state === ColumnState::Look => self::LAST,
            $proposal->state !== ColumnState::Sure => self::LAST + 1,
            mb_strtolower($this->catalog->label((string) $proposal->target)) === mb_strtolower(trim($proposal->header)) => 1,
            !str_ends_with($field, '.amount') || array_intersect(HeaderWords::words($proposal->header), ['amount', 'amt']) !== [] => 2,
            default => 3,
        };
    }

    /** @param  array<string, string>  $taken */
    private function free(Proposal $proposal, array $taken, int $column): ?string
    {
        $wanted = (string) $proposal->target;
        if (!isset($taken[$wanted]) || ColumnPlan::isShared($this->catalog, new Feed($wanted))) {
            return $wanted;
        }
        $target = Target::tryParse($wanted);
        if ($target !== null && in_array($target->field, ['email', 'phone'], true)) {
            for ($number = 2; $number < 10; $number++) {
                if (!isset($taken[$target->with(number: $number)->key()])) {
                    return $target->with(number: $number)->key();
                }
            }
        }
        // A second city, state and street are of a second address.
        if ($target !== null && str_starts_with($target->field, 'address.') && ($this->sheet->senses[$column]->occurrence ?? 1) > 1) {
            $second = $target->with(number: $this->sheet->senses[$column]->occurrence ?? 2)->key();

            return isset($taken[$second]) ? null : $second;
        }

        return null;
    }

    /**
     * A second gift needs an amount of its own; a second fund alone makes none.
     *
     * @param  list<Proposal>  $proposals
     * @return list<Proposal>
     */
    private function withSetsWhole(array $proposals): array
    {
        $amounts = [];
        foreach ($proposals as $proposal) {
            $target = Target::tryParse((string) $proposal->target);
            if ($target !== null && $target->field === 'gift.amount') {
                $amounts[$target->number] = true;
            }
        }

        return array_map(static function (Proposal $proposal) use ($amounts): Proposal {
            $target = Target::tryParse((string) $proposal->target);
            if (
                $target === null ||
                !str_starts_with($target->field, 'gift.') ||
                $target->number === 1 ||
                isset($amounts[$target->number])
            ) {
                return $proposal;
            }

            return $proposal->withdrawn('But there is no amount that belongs to it.');
        }, $proposals);
    }
}
