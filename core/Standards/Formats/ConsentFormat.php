<?php

declare(strict_types=1);

namespace PineSieve\Core\Standards\Formats;

use PineSieve\Core\Text\Fold;

/** Whether someone may be written to or called: "yes" or "no", from the many ways in which lists say it. */
final class ConsentFormat implements Format
{
    /** Folded words or beginnings of what is said; the first that fits holds, refusals before consents. */
    private const REFUSALS = [
        'unsubscribe',
        'unsub',
        'opt out',
        'opted out',
        'optout',
        'optedout',
        'do not',
        'dont',
        'dnc',
        'dnm',
        'dne',
        'no ',
        'not ',
        'never',
        'suppress',
        'block',
        'declined',
        'refused',
        'revoked',
        'withdrawn',
        'cleaned',
        'bounced',
        'spam',
        'complained',
        'remove',
    ];

    private const CONSENTS = [
        'subscribe',
        'opt in',
        'opted in',
        'optin',
        'optedin',
        'confirmed',
        'consent',
        'granted',
        'agreed',
        'agree',
        'allowed',
        'may ',
        'ok ',
        'yes ',
        'double opt',
        'explicit',
        'implied',
    ];

    /** Behind what sounds like a consent: it was taken back, or never given. */
    private const NOT = '/\b(?:no|not|none|never|false|off|withdrawn|withdrew|revoked|refused|declined|denied|rejected|removed|cancelled|canceled|out)\b/';

    /** Behind it: nobody has said anything yet, or any more. */
    private const OPEN = '/\b(?:pending|unknown|requested|asked|sent|needed|required|missing|expired|unclear|unconfirmed)\b/';

    public static function meaning(string $written): ?bool
    {
        $plain = YesNoFormat::meaning($written);
        if ($plain !== null) {
            return $plain;
        }
        $words = Fold::words($written);
        foreach ([[self::REFUSALS, false], [self::CONSENTS, true]] as [$beginnings, $meaning]) {
            foreach ($beginnings as $beginning) {
                if (str_starts_with("{$words} ", $beginning)) {
                    return $meaning
                        ? self::consent(substr($words, strlen(rtrim($beginning))))
                        : self::refusal(substr($words, strlen(rtrim($beginning))));
                }
            }
        }

        return null;
    }

    /** "Opt in: No" and "consent withdrawn" are no consents, "consent requested" says nothing. */
    private static function consent(string $rest): ?bool
    {
        return match (true) {
            preg_match(self::OPEN, $rest) === 1 => null,
            preg_match(self::NOT, $rest) === 1 => false,
            default => true,
        };
    }

    /** "Unsubscribed: No" is neither a refusal nor a consent. */
    private static function refusal(string $rest): ?bool
    {
        return preg_match('/\b(?:no|false|off|n)$/', $rest) === 1 ? null : false;
    }

    public function read(string $written): Understood
    {
        $meaning = self::meaning($written);

        return $meaning === null
            ? Understood::not('consent.form', "\"{$written}\" says neither yes nor no", 'Write yes or no, or say what the word means')
            : Understood::as($meaning ? 'yes' : 'no', $meaning ? 'agreed' : 'refused');
    }
}
