<?php

/*
 * Words that tell the parts of a written name apart. Keys are folded (lower case, no accents, no stops).
 * Source: compiled by hand from general English usage in the United States and Canada.
 */

return [
    'titles' => [
        'mr' => 'Mr.', 'mrs' => 'Mrs.', 'ms' => 'Ms.', 'miss' => 'Miss', 'mx' => 'Mx.', 'dr' => 'Dr.', 'prof' => 'Prof.', 'professor' => 'Prof.',
        'rev' => 'Rev.', 'reverend' => 'Rev.', 'fr' => 'Fr.', 'father' => 'Fr.', 'sr' => 'Sr.', 'sister' => 'Sister', 'brother' => 'Brother', 'pastor' => 'Pastor', 'deacon' => 'Deacon', 'rabbi' => 'Rabbi', 'imam' => 'Imam', 'hon' => 'Hon.', 'judge' => 'Judge',
        'capt' => 'Capt.', 'captain' => 'Capt.', 'lt' => 'Lt.', 'cmdr' => 'Cmdr.', 'col' => 'Col.', 'gen' => 'Gen.', 'maj' => 'Maj.', 'sgt' => 'Sgt.', 'sen' => 'Sen.', 'rep' => 'Rep.', 'dame' => 'Dame', 'sir' => 'Sir',
    ],
    'suffixes' => [
        'jr' => 'Jr.', 'jnr' => 'Jr.', 'junior' => 'Jr.', 'sr' => 'Sr.', 'snr' => 'Sr.', 'senior' => 'Sr.', 'ii' => 'II', 'iii' => 'III', 'iv' => 'IV', 'md' => 'MD', 'phd' => 'PhD', 'dds' => 'DDS',
        'dvm' => 'DVM', 'esq' => 'Esq.', 'esquire' => 'Esq.', 'rn' => 'RN', 'cpa' => 'CPA', 'edd' => 'EdD', 'jd' => 'JD', 'ret' => 'Ret.', 'retired' => 'Ret.',
        '2nd' => 'II', '3rd' => 'III', '4th' => 'IV', 'mba' => 'MBA', 'cfre' => 'CFRE', 'mph' => 'MPH', 'msw' => 'MSW', 'lcsw' => 'LCSW', 'dmd' => 'DMD', 'pharmd' => 'PharmD', 'psyd' => 'PsyD', 'dmin' => 'DMin', 'mdiv' => 'MDiv', 'usn' => 'USN', 'usmc' => 'USMC', 'usaf' => 'USAF',
    ],
    // Suffixes that are names or initials as well: they count behind a whole name alone, and in capitals.
    'credentials' => ['do' => 'DO', 'v' => 'V', 'vi' => 'VI', 'pe' => 'PE', 'sj' => 'SJ', 'od' => 'OD', 'dc' => 'DC', 'np' => 'NP', 'pa' => 'PA', 'op' => 'OP', 'lpn' => 'LPN'],
    // Small words that belong to the last name after them.
    'particles' => ['van' => 1, 'von' => 1, 'der' => 1, 'den' => 1, 'de' => 1, 'del' => 1, 'della' => 1, 'di' => 1, 'da' => 1, 'dos' => 1, 'du' => 1, 'la' => 1, 'le' => 1, 'st' => 1, 'ter' => 1, 'ten' => 1, 'bin' => 1, 'al' => 1, 'el' => 1, 'mc' => 1, 'mac' => 1],
    // A name with one of these words is an organization's.
    'organizations' => [
        'foundation' => 1, 'fund' => 1, 'trust' => 1, 'inc' => 1, 'incorporated' => 1, 'llc' => 1, 'llp' => 1, 'ltd' => 1, 'limited' => 1, 'corp' => 1, 'corporation' => 1, 'company' => 1, 'co' => 1,
        'church' => 1, 'parish' => 1, 'synagogue' => 1, 'mosque' => 1, 'temple' => 1, 'school' => 1, 'college' => 1, 'university' => 1, 'academy' => 1, 'library' => 1, 'museum' => 1, 'society' => 1,
        'association' => 1, 'assoc' => 1, 'club' => 1, 'league' => 1, 'council' => 1, 'committee' => 1, 'institute' => 1, 'center' => 1, 'centre' => 1, 'bank' => 1, 'group' => 1, 'partners' => 1, 'partnership' => 1,
        'services' => 1, 'service' => 1, 'enterprises' => 1, 'industries' => 1, 'restaurant' => 1, 'cafe' => 1, 'bakery' => 1, 'hotel' => 1, 'inn' => 1, 'market' => 1, 'store' => 1, 'shop' => 1, 'studio' => 1,
        'hospital' => 1, 'clinic' => 1, 'department' => 1, 'dept' => 1, 'city' => 1, 'town' => 1, 'county' => 1, 'rotary' => 1, 'union' => 1, 'brewing' => 1, 'marina' => 1, 'works' => 1, 'supply' => 1, 'insurance' => 1, 'realty' => 1, 'charities' => 1, 'ministries' => 1, 'conservancy' => 1, 'cooperative' => 1, 'coop' => 1,
        'pllc' => 1, 'plc' => 1, 'gmbh' => 1, 'assn' => 1, 'fdn' => 1, 'univ' => 1, 'ctr' => 1, 'intl' => 1, 'natl' => 1, 'svcs' => 1, 'mfg' => 1, 'associates' => 1, 'holdings' => 1, 'properties' => 1, 'management' => 1, 'investments' => 1, 'financial' => 1, 'advisors' => 1, 'consulting' => 1, 'solutions' => 1, 'systems' => 1,
        'technologies' => 1, 'media' => 1, 'publishing' => 1, 'construction' => 1, 'plumbing' => 1, 'electric' => 1, 'landscaping' => 1, 'motors' => 1, 'hardware' => 1, 'lumber' => 1, 'farms' => 1, 'vineyards' => 1, 'winery' => 1, 'brewery' => 1, 'diner' => 1, 'seafood' => 1, 'fisheries' => 1, 'pharmacy' => 1, 'dental' => 1, 'hospice' => 1,
        'ymca' => 1, 'ywca' => 1, 'cathedral' => 1, 'congregation' => 1, 'diocese' => 1, 'fellowship' => 1, 'ministry' => 1, 'mission' => 1, 'shelter' => 1, 'rescue' => 1, 'sanctuary' => 1, 'alliance' => 1, 'coalition' => 1, 'federation' => 1, 'network' => 1, 'initiative' => 1, 'guild' => 1, 'lodge' => 1, 'chapter' => 1, 'agency' => 1, 'bureau' => 1, 'authority' => 1,
        'commission' => 1, 'district' => 1, 'theater' => 1, 'theatre' => 1, 'orchestra' => 1, 'gallery' => 1, 'aquarium' => 1, 'gardens' => 1,
    ],
    // Words of organizations that are first names too, and words that tell behind them that a place or a congregation is meant.
    'first names' => ['marina' => 1, 'temple' => 1, 'parish' => 1],
    'places' => [
        'bay' => 1, 'grill' => 1, 'village' => 1, 'green' => 1, 'del' => 1, 'point' => 1, 'park' => 1, 'vista' => 1, 'shore' => 1, 'shores' => 1, 'cove' => 1, 'harbor' => 1, 'harbour' => 1, 'view' => 1, 'landing' => 1, 'beach' => 1, 'island' => 1, 'isles' => 1, 'palms' => 1, 'towers' => 1, 'square' => 1, 'hill' => 1, 'east' => 1, 'west' => 1, 'north' => 1, 'south' => 1, 'of' => 1, 'hall' => 1, 'house' => 1, 'yachts' => 1, 'boats' => 1,
        'beth' => 1, 'israel' => 1, 'emanuel' => 1, 'emanu' => 1, 'sinai' => 1, 'shalom' => 1, 'sholom' => 1, 'isaiah' => 1, 'adath' => 1, 'bnai' => 1, 'rodef' => 1, 'solomon' => 1, 'judea' => 1, 'zion' => 1, 'aliyah' => 1, 'chai' => 1, 'ohav' => 1, 'micah' => 1, 'baptist' => 1, 'methodist' => 1, 'lutheran' => 1, 'nurse' => 1,
    ],
    // Legal forms and articles that say nothing when two organizations' names are compared.
    'idle' => ['the' => 1, 'inc' => 1, 'incorporated' => 1, 'llc' => 1, 'llp' => 1, 'ltd' => 1, 'limited' => 1, 'corp' => 1, 'corporation' => 1, 'co' => 1, 'company' => 1],
    // Beside the idle ones, words that many organizations have in their names, and that are often left out.
    'common' => ['foundation' => 1, 'of' => 1, 'and' => 1, 'a' => 1, 'at' => 1, 'for' => 1, 'in' => 1],
    // Short forms of words in the names of organizations.
    'full' => [
        '1st' => 'first', '2nd' => 'second', '3rd' => 'third', '4th' => 'fourth', '5th' => 'fifth',
        'assn' => 'association', 'assoc' => 'association', 'ctr' => 'center', 'centre' => 'center', 'comm' => 'community', 'cmte' => 'committee', 'dept' => 'department', 'dist' => 'district', 'fdn' => 'foundation', 'fnd' => 'foundation',
        'fndn' => 'foundation', 'govt' => 'government', 'hosp' => 'hospital', 'inst' => 'institute', 'intl' => 'international', 'lib' => 'library', 'mfg' => 'manufacturing', 'mgmt' => 'management', 'mt' => 'mount', 'natl' => 'national', 'org' => 'organization',
        'sch' => 'school', 'soc' => 'society', 'st' => 'saint', 'svc' => 'service', 'svcs' => 'services', 'univ' => 'university',
    ],
];
