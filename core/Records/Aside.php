<?php

declare(strict_types=1);

namespace PineSieve\Core\Records;

/**
 * What people write of a supporter by the way, in a note or in a column that becomes nothing: "Deceased 3/2026", "DO NOT MAIL", "moved".
 * Whoever does not see it writes to the dead, or to those who asked not to be written to.
 */
enum Aside
{
    case Dead;
    case Refused;
    case Unreached;

    /** Hardly a note has one of these. */
    private const HINT = '/\b(?:de|di|passed|r\.?i\.?p|not?|don|stop|never|dn|opt|unsub|please|remove|bad|wrong|old|invalid|moved|returned|mail|r\.?t\.?s|undel|addr)|†/iu';

    /** Columns that speak of somebody else. */
    private const OF_ANOTHER =
        '/\b(?:spouse|partner|wife|husband|father|mother|mom|dad|parent|child|son|daughter|sibling|kin|guest|honou?ree|honor|tribute|memor\w+|' .
        'pet|dog|cat|animal|classmate|emergency|decedent|interred|bequest|estate|bene\w*|opposing)/i';

    private const WHO = '^(?:(?:donor|member|client|patron|he|she|they|has|have|is|was|now|per \w+)[\s,:-]+)*';

    /** Nothing behind it but when, and after a mark whatever it is: "deceased wife" is somebody else. */
    private const END = '(?:$|\s*[.,;:!?(*\/–—-].*$|\s+(?:in|on|as of|since|per|circa|ca?\.?|\d).{0,40}$)';

    private const DEAD = '(?:deceased|dec[\'\x{2019}]?d|dcsd|died|dead|passed(?: away| on)?|r\.?i\.?p\.?|†)';

    private const REFUSED =
        '(?:(?:please )?(?:do not|don[\'\x{2019}]?t|dont|no|no more|stop|never)\s+(?:e-?)?' .
        '(?:mail(?:ings?|ers?|s)?|contact|solicit(?:ations?|ing)?|call(?:s|ing)?|phone(?: calls)?|text(?:s|ing)?|newsletters?|appeals?)' .
        '|dn[mcs]|opt(?:ed)?[ -]?out|unsubscribed?|(?:please )?remove(?:d)? from (?:(?:the|our|all|mail(?:ing)?|e-?mail) ?)*lists?)';

    private const UNREACHED =
        '(?:(?:bad|wrong|old|invalid) (?:addr(?:ess)?|mailing address)|addr(?:ess)? (?:bad|wrong|invalid)|moved(?: away| to\b.*)?|' .
        '(?:mail )?returned(?: mail| to sender)|mail returned|r\.?t\.?s\.?|undeliverable|no forwarding(?: addr(?:ess)?)?)';

    /** Whether a column of such a header may speak of whoever its rows are about. */
    public static function mayBeIn(string $header): bool
    {
        return preg_match(self::OF_ANOTHER, $header) !== 1;
    }

    /** @param  string  $written  tidied */
    public static function of(string $written): ?self
    {
        if (preg_match(self::HINT, $written) !== 1) {
            return null;
        }
        $says = static fn(string $what): bool => preg_match('/' . self::WHO . $what . self::END . '/isuD', $written) === 1;

        return match (true) {
            $says(self::DEAD) => self::Dead,
            $says(self::REFUSED) => self::Refused,
            $says(self::UNREACHED) => self::Unreached,
            default => null,
        };
    }

    /** @return string key of the field that would say so */
    public function field(): string
    {
        return match ($this) {
            self::Dead => 'status',
            self::Refused => 'consent.mail',
            self::Unreached => 'address.line1',
        };
    }

    /** Whether a record says so itself. */
    public function isKnownOf(IncomingRecord $record): bool
    {
        return match ($this) {
            self::Dead => ($record->further['status'] ?? '') === 'deceased',
            self::Refused => array_intersect_key(array_filter($record->further, static fn(string $value): bool => $value === 'no'), [
                'consent_mail' => 1,
                'consent_email' => 1,
                'consent_phone' => 1,
            ]) !== [],
            // Of whom no address is known, none can be wrong.
            self::Unreached => array_filter($record->addresses, static fn(IncomingAddress $address): bool => !$address->isDead) === [],
        };
    }

    public function words(): string
    {
        return match ($this) {
            self::Dead => 'the supporter may have died',
            self::Refused => 'the supporter may not want to be written to or called',
            self::Unreached => 'the address may be one that reaches nobody',
        };
    }
}
