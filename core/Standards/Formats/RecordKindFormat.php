<?php

declare(strict_types=1);

namespace PineSieve\Core\Standards\Formats;

use PineSieve\Core\Names\SupporterKind;
use PineSieve\Core\Text\Fold;

/** What a record is: a person, a household or an organization. */
final class RecordKindFormat implements Format
{
    private const WORDS = [
        'person' => [
            'person',
            'individual',
            'ind',
            'i',
            'p',
            'people',
            'contact',
            'human',
            'private',
            'member',
            'donor',
            'consumer',
            'single',
        ],
        'household' => ['household', 'hh', 'h', 'family', 'couple', 'home', 'families'],
        'organization' => [
            'organization',
            'organisation',
            'org',
            'o',
            'company',
            'business',
            'corporation',
            'corporate',
            'corp',
            'foundation',
            'institution',
            'agency',
            'church',
            'school',
            'nonprofit',
            'firm',
            'vendor',
            'grantmaker',
            'government',
        ],
    ];

    public static function parse(string $written): ?SupporterKind
    {
        $words = Fold::words($written);
        foreach (self::WORDS as $kind => $spellings) {
            if (in_array($words, $spellings, true) || (in_array(explode(' ', $words)[0], $spellings, true) && strlen($words) > 1)) {
                return SupporterKind::from($kind);
            }
        }

        return null;
    }

    public function read(string $written): Understood
    {
        $kind = self::parse($written);

        return $kind === null
            ? Understood::not('kind.unknown', "\"{$written}\" is no kind of record", 'Write person, household or organization')
            : Understood::as($kind->value, $kind->value === $written ? '' : "read as {$kind->value}");
    }
}
