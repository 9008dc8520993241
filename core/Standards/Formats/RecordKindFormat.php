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
            'non profit',
            'trust',
            'fund',
            'estate',
            'club',
            'union',
            'association',
            'society',
            'civic',
            'firm',
            'vendor',
            'grantmaker',
            'government',
        ],
    ];

    /** Words that name someone at an organization. */
    private const SOMEONE = ['contact', 'person', 'individual', 'member', 'people', 'donor'];

    public static function parse(string $written): ?SupporterKind
    {
        $folded = Fold::words($written);
        foreach (self::WORDS as $kind => $spellings) {
            if (in_array($folded, $spellings, true)) {
                return SupporterKind::from($kind);
            }
        }
        $words = array_filter(explode(' ', $folded), static fn(string $word): bool => strlen($word) > 1);
        $tells = static fn(string $kind): bool => array_intersect($words, self::WORDS[$kind]) !== [];

        return match (true) {
            // "Family foundation" and "Private school" are no family and nobody; of "Business contact" nobody knows who is meant.
            $tells('organization') => array_intersect($words, self::SOMEONE) === [] ? SupporterKind::Organization : null,
            // "Individual/household" is either.
            in_array('household', $words, true) && $tells('person') => null,
            in_array(reset($words), self::WORDS['person'], true) => SupporterKind::Person,
            in_array(reset($words), self::WORDS['household'], true) => SupporterKind::Household,
            default => null,
        };
    }

    public function read(string $written): Understood
    {
        $kind = self::parse($written);

        return $kind === null
            ? Understood::not('kind.unknown', "\"{$written}\" is no kind of record", 'Write person, household or organization')
            : Understood::as($kind->value, $kind->value === $written ? '' : "read as {$kind->value}");
    }
}
