<?php

declare(strict_types=1);

namespace PineSieve\Core\Merging;

use PineSieve\Core\Gifts\Gift;
use PineSieve\Core\Records\SupporterRecord;

/** One of the supporters that are to become one. */
final readonly class MergeCandidate
{
    /**
     * @param  array<int, Gift>  $gifts  by number
     * @param  array<string, string>  $changed  column of the supporter to when its value was written (ISO 8601), where that is known
     * @param  ?int  $intake  the intake that brought it; null if it came in no file. A later intake has a higher number
     * @param  array<int, Gift>  $entries  gifts that wait in batches, by number
     */
    public function __construct(
        public SupporterRecord $record,
        public array $gifts = [],
        public array $changed = [],
        public ?int $intake = null,
        public array $entries = [],
    ) {}

    public function id(): int
    {
        return (int) $this->record->ref;
    }

    /** @return array<string, Gift> all its gifts, also those that wait: "gift:5", "entry:6" to the gift */
    public function money(): array
    {
        $money = [];
        foreach (['gift' => $this->gifts, 'entry' => $this->entries] as $subject => $gifts) {
            foreach ($gifts as $id => $gift) {
                $money["{$subject}:{$id}"] = $gift;
            }
        }

        return $money;
    }

    /** How much of the record is filled: fields, and things that hang on it. */
    public function fullness(): int
    {
        $record = $this->record;

        return count(array_filter($record->fields, static fn(?string $value): bool => $value !== null && $value !== '')) +
            array_sum(array_map(count(...), array_diff_key($record->parts(), ['unread' => true])));
    }

    /** How many parts the fullest of its addresses has. */
    public function bestAddress(): int
    {
        $parts = array_map(
            static fn($address): int => count(
                array_filter(
                    array_intersect_key($address->values, array_flip(['line1', 'line2', 'city', 'state', 'postal_code', 'country'])),
                    static fn(?string $value): bool => $value !== null && $value !== '',
                ),
            ),
            $this->record->addresses,
        );

        return $parts === [] ? 0 : max($parts);
    }

    /** @return string ISO 8601; '' if there is no gift */
    public function latestGift(): string
    {
        $dates = array_map(static fn(Gift $gift): string => $gift->date, $this->gifts);

        return $dates === [] ? '' : max($dates);
    }
}
