<?php

declare(strict_types=1);

namespace PineSieve\Core\Standards;

/** What becomes of a row with a value that can't be read, or that the field does not allow. */
enum Unreadable: string
{
    case Hold = 'hold';
    /** The row comes in without the value; as it was written, it is kept with the record. */
    case Without = 'without';

    /** Held where a record can't be without it, or where a wish of a person might go under; all else must not keep a row out. */
    public static function usual(Target $target): self
    {
        $isSecond = str_starts_with($target->field, 'address.') && ($target->kind !== '' || $target->number > 1);

        return match (true) {
            $isSecond, str_starts_with($target->field, Field::CUSTOM) => self::Without,
            default => BaseFields::all()[$target->field]->nature->unreadable ?? self::Hold,
        };
    }

    /** Whether anything else than holding can be chosen: no record is without its name, no gift without its date and amount, nothing is matched by half an id. */
    public static function isForChoice(string $field): bool
    {
        return !(BaseFields::all()[$field]->nature->isNeeded ?? false);
    }
}
