<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns\Proposals;

use PineSieve\Core\Columns\ColumnProfile;

/** All columns of a source with what their headers say: what one column means depends on the others. */
final readonly class SheetSense
{
    /**
     * @param  list<ColumnProfile>  $profiles
     * @param  list<?HeaderSense>  $senses
     */
    public function __construct(public array $profiles, public array $senses) {}

    /** Whether a column, other than the one given, is headed as this base and has values. */
    public function has(string $base, int $except = -1, string $party = ''): bool
    {
        foreach ($this->senses as $column => $sense) {
            if (
                $column !== $except &&
                $sense !== null &&
                $sense->base === $base &&
                $sense->party === $party &&
                $this->profiles[$column]->filled > 0
            ) {
                return true;
            }
        }

        return false;
    }

    public function hasGifts(): bool
    {
        // Beside the day of a pledge alone the amount is what was promised.
        return ($this->has('gift.amount') && ($this->has('gift.date') || $this->has('promise.amount') || !$this->has('promise.date'))) ||
            ($this->has('gift.date') && $this->has('gift.fund'));
    }

    public function hasPromises(): bool
    {
        return $this->has('promise.amount') || $this->has('promise.date');
    }

    public function hasPersonNames(int $except = -1): bool
    {
        foreach (['', 'contact'] as $party) {
            foreach (['last', 'first', 'full'] as $part) {
                if ($this->has("name.{$part}", $except, $party)) {
                    return true;
                }
            }
        }

        return false;
    }

    /** Whether the names of two people stand side by side: "First name 1" and "First name 2". */
    public function hasSecond(): bool
    {
        return array_filter(
            $this->senses,
            static fn(?HeaderSense $sense): bool => $sense?->number === 2 && $sense->party === '' && str_starts_with($sense->base, 'name.'),
        ) !== [];
    }

    /** Values of most of the rows must stand in the column, so that it can be what tells one from the other. */
    public function isAlone(string $base, int $column): bool
    {
        foreach ($this->senses as $other => $sense) {
            if ($other < $column && $sense !== null && $sense->base === $base && $sense->party === '') {
                return false;
            }
        }

        return true;
    }
}
