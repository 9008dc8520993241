<?php

declare(strict_types=1);

namespace PineSieve\Core\Standards\Formats;

/** A number, kept with a full stop before its decimals and nothing between its thousands. */
final class NumberFormat implements Format
{
    public function read(string $written): Understood
    {
        $plain = str_replace([',', ' ', "\u{A0}", "\u{202F}"], '', $written);
        if (
            preg_match('/^[-\x{2212}]?(?:\d{1,15}(?:\.\d{0,6})?|\.\d{1,6})$/uD', $plain) !== 1 ||
            preg_match('/,\d{1,2}$|,\d{4}/', $written) === 1
        ) {
            return Understood::not('number.form', "\"{$written}\" is not a number", 'Write digits, with a full stop before the decimals');
        }
        $plain = str_replace("\u{2212}", '-', rtrim($plain, '.'));

        return Understood::as($plain, $plain === $written ? '' : 'digits alone');
    }
}
