<?php

declare(strict_types=1);

namespace PineSieve\Core\Standards\Formats;

/** A number, kept with a full stop before its decimals and nothing between its thousands; of a share its hundredths. */
final class NumberFormat implements Format
{
    public function read(string $written): Understood
    {
        $number = (string) preg_replace('/\s*%$/uD', '', $written);
        $plain = str_replace([',', ' ', "\u{A0}", "\u{202F}"], '', $number);
        if (
            preg_match('/^[-\x{2212}]?(?:\d{1,15}(?:\.\d{0,6})?|\.\d{1,6})$/uD', $plain) !== 1 ||
            preg_match('/,\d{1,2}$|,\d{4}/', $number) === 1
        ) {
            return Understood::not('number.form', "\"{$written}\" is not a number", 'Write digits, with a full stop before the decimals');
        }
        $plain = str_replace("\u{2212}", '-', rtrim($plain, '.'));

        return Understood::as($plain, $plain === $written ? '' : 'digits alone');
    }
}
