<?php

declare(strict_types=1);

namespace PineSieve\Core\Standards\Formats;

/** The number of a supporter in this database, alone or with the name after it: "1203" or "1203 Hathaway, Robert". */
final class SupporterNumberFormat implements Format
{
    public function read(string $written): Understood
    {
        return preg_match('/^#?(\d{1,12})(?:\s+\D.*)?$/uD', $written, $parts) === 1 && (int) $parts[1] > 0
            ? Understood::as((string) (int) $parts[1], (string) (int) $parts[1] === $written ? '' : 'the number alone')
            : Understood::not(
                'supporter.form',
                "\"{$written}\" is not the number of a supporter",
                'Look the supporter up, or write the number that stands under the name',
            );
    }
}
