<?php

declare(strict_types=1);

namespace PineSieve\Core\Changes;

use PineSieve\Core\Gifts\Gift;
use PineSieve\Core\Records\RecordPart;
use PineSieve\Core\Records\SupporterRecord;

/** A supporter as it would be once a row's changes are applied, so that the next row of the file is planned on top of them. */
final class Projection
{
    private function __construct() {}

    /**
     * @param  ?SupporterRecord  $before  null if the changes create the supporter
     * @param  list<Change>  $changes
     * @param  list<string>  $gifts  identities of the gifts that the row brought, written or already there
     */
    public static function after(?SupporterRecord $before, array $changes, array $gifts = []): SupporterRecord
    {
        $ref = $before->ref ?? '';
        $fields = $before->fields ?? [];
        $parts = $before?->parts() ?? [];
        $seen = $before->giftsSeen ?? [];
        foreach ($changes as $change) {
            if ($change->subject === Subject::Supporter) {
                $ref = $change->ref;
                $fields = [...$fields, ...$change->after()];
            } elseif (!$change->subject->isGift()) {
                $parts[$change->subject->value] = self::apply($parts[$change->subject->value] ?? [], $change);
            }
        }
        foreach ($gifts as $gift) {
            $seen[$gift] = ($seen[$gift] ?? 0) + 1;
        }

        return SupporterRecord::of($ref, $before->version ?? 0, $fields, $parts, $before->gifts ?? [], $seen);
    }

    /**
     * The gifts that changes make or change, as they will be.
     *
     * @param  array<int|string, Gift>  $stored  those that are changed, by number
     * @param  list<Change>  $changes
     * @return array<int|string, Gift> by number ("entry:5" for one that waits in a batch), or what stands for it
     */
    public static function gifts(array $stored, array $changes): array
    {
        $gifts = [];
        foreach ($changes as $change) {
            if ($change->subject->isGift() && $change->action !== Action::Delete) {
                $number = $change->subject === Subject::Entry && is_int($change->ref) ? "entry:{$change->ref}" : $change->ref;
                $before = $gifts[$number] ?? ($stored[$number] ?? null);
                $gifts[$number] = Gift::stored([...$before?->columns() ?? [], ...$change->after()]);
            }
        }

        return $gifts;
    }

    /**
     * @param  list<RecordPart>  $parts
     * @return list<RecordPart>
     */
    private static function apply(array $parts, Change $change): array
    {
        if ($change->action === Action::Create) {
            return [...$parts, new RecordPart($change->ref, $change->after())];
        }

        if ($change->action === Action::Delete) {
            return array_values(array_filter($parts, static fn(RecordPart $part): bool => $part->ref !== $change->ref));
        }

        return array_map(
            static fn(RecordPart $part): RecordPart => $part->ref === $change->ref
                ? new RecordPart($part->ref, [...$part->values, ...$change->after()])
                : $part,
            $parts,
        );
    }
}
