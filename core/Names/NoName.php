<?php

declare(strict_types=1);

namespace PineSieve\Core\Names;

use PineSieve\Core\Text\Fold;

/** What forms are answered with where they ask for a name that nobody has. */
final class NoName
{
    /** Folded; of those who work nowhere, or for themselves. */
    private const EMPLOYERS = [
        'retired',
        'semi retired',
        'retiree',
        'ret',
        'none retired',
        'self',
        'self employed',
        'selfemployed',
        'myself',
        'freelance',
        'freelancer',
        'independent',
        'unemployed',
        'not employed',
        'not working',
        'between jobs',
        'no employer',
        'homemaker',
        'housewife',
        'stay at home mom',
        'stay at home dad',
        'stay at home parent',
        'at home',
        'home',
        'student',
        'disabled',
        'volunteer',
        'deceased',
        'information requested',
        'requested',
        'refused',
        'same',
        'individual',
        'personal',
        'private',
        'private individual',
        'no organization',
        'no company',
        'individual donor',
    ];

    /** What someone's family is. */
    private const SPOUSES = [
        'deceased',
        'dec',
        'dead',
        'passed away',
        'widow',
        'widowed',
        'widower',
        'divorced',
        'separated',
        'single',
        'unmarried',
        'never married',
        'married',
        'remarried',
        'partnered',
        'yes',
        'no',
        'y',
        'same',
        'see above',
        'no spouse',
        'spouse',
        'husband',
        'wife',
        'partner',
        'guest',
        'single parent',
    ];

    /** What a report has to say where nobody answered. */
    private const ASKED = '/^(?:info(?:rmation)? |employer )?(?:requested|pending|not (?:provided|given|disclosed|known|available))(?: per best efforts)?$|^(?:per )?best efforts?$/D';

    private function __construct() {}

    /** Whether it names no organization that someone could be at: "Retired", "Self-employed", "Individual". */
    public static function isOfEmployer(string $written): bool
    {
        $folded = Fold::words($written);

        return in_array($folded, self::EMPLOYERS, true) || preg_match(self::ASKED, $folded) === 1;
    }

    /** Whether it names no spouse, and says how someone lives: "divorced", "deceased". */
    public static function isOfSpouse(string $written): bool
    {
        return in_array(Fold::words($written), self::SPOUSES, true);
    }
}
