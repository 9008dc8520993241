<?php

declare(strict_types=1);

namespace PineSieve\Core\Standards\Formats;

use PineSieve\Core\Text\Fold;

/** "yes" or "no", from the many ways to write them. */
final class YesNoFormat implements Format
{
    private const WORDS = [
        'yes' => ['yes', 'y', 'ye', 'yep', 'true', 't', '1', 'x', 'on', 'checked', 'ok', 'si', 'oui', 'ja', 'included', 'active', 'member'],
        'no' => ['no', 'n', 'nope', 'false', 'f', '0', 'off', 'unchecked', 'non', 'nein', 'not', 'never'],
    ];

    /** @var ?array<array-key, bool> folded word to what it means */
    private static ?array $meanings = null;

    /** @return ?bool null if it says neither */
    public static function meaning(string $written): ?bool
    {
        // A check mark has no letters to fold.
        if (in_array($written, ['✓', '✔', '☑', '√'], true)) {
            return true;
        }
        if (in_array($written, ['✗', '✘', '☐'], true)) {
            return false;
        }
        self::$meanings ??= array_fill_keys(self::WORDS['yes'], true) + array_fill_keys(self::WORDS['no'], false);

        return self::$meanings[Fold::words($written)] ?? null;
    }

    public function read(string $written): Understood
    {
        $meaning = self::meaning($written);
        if ($meaning === null) {
            return Understood::not('yesno.form', "\"{$written}\" is neither yes nor no", 'Write yes or no, or say what the word means');
        }
        $value = $meaning ? 'yes' : 'no';

        return Understood::as($value, $value === $written ? '' : "read as {$value}");
    }
}
