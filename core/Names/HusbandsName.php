<?php

declare(strict_types=1);

namespace PineSieve\Core\Names;

use PineSieve\Core\Text\Fold;

/** "Mrs. John Lee": a first name that is her husband's. Nobody greets her by it. */
final class HusbandsName
{
    /** First names of men alone, folded. Source: compiled by hand from general usage in the United States and Canada. */
    private const MEN =
        'aaron adam alan albert alfred allen alvin andrew anthony archie arnold arthur barry benjamin bernard bill bob bobby brad bradley brandon brett ' .
        'brian bruce bryan byron calvin carl carlos cecil charles charlie chester christopher chuck clarence claude clifford clyde craig curtis dan ' .
        'daniel dave david dennis derek dick don donald doug douglas duane dwight earl ed eddie edgar edmund eduardo edward edwin elmer eric ernest ' .
        'eugene everett floyd frank franklin fred frederick gary gene george gerald gilbert glen gordon greg gregory gus guy hal hank harold harry ' .
        'harvey henry herb herbert herman homer horace howard hubert hugh ira irving irwin isaac ivan jack jacob jaime james jared jason jeff jeffrey ' .
        'jerome jim jimmy joe joel john johnny jon jonathan jorge jose joseph joshua juan julius justin karl keith ken kenneth kevin kurt kyle larry ' .
        'lawrence len leo leon leonard leroy lester lewis lloyd louis luis luke luther manuel marc mark marshall martin marvin matt matthew maurice ' .
        'max melvin michael miguel mike milton mitchell morris murray nathan nathaniel neal ned neil nelson nicholas norman oliver oscar otto patrick ' .
        'paul pedro percy perry pete peter phil philip phillip ralph ramon ray raymond reginald rich richard rick rob robert rod rodney roger roland ' .
        'ron ronald ross roy rudolph russ russell ryan samuel scott sean seth sherman sidney simon stan stanley stephen steve steven stewart stuart ' .
        'ted theodore thomas tim timothy todd tom tony travis trevor tyler vernon victor vincent virgil wallace walt walter warren wayne wendell ' .
        'wilbur will willard william willis zachary wm geo chas jas thos robt jos benj edw saml danl fredk';

    /** @var ?array<string, int> */
    private static ?array $men = null;

    private function __construct() {}

    /** @param  string  $first  as it stands in its column, "John" or "John Q." */
    public static function isIn(string $title, string $first): bool
    {
        self::$men ??= array_flip(explode(' ', self::MEN));

        return Fold::solid($title) === 'mrs' && isset(self::$men[Fold::words(explode(' ', $first)[0])]);
    }
}
