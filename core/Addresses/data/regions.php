<?php

/*
 * States and provinces: name, other spellings, and for the United States the three-digit ZIP prefixes, for Canada the first letter of postal codes.
 * Sources: USPS Publication 28, appendix B (codes and names); USPS Labeling List L002 (three-digit prefixes);
 * Canada Post addressing guidelines (provinces and first letters). Other spellings: pre-1963 abbreviations in general use.
 */

return [
    'US' => [
        'AL' => ['Alabama', 'ala', '350-369'], 'AK' => ['Alaska', '', '995-999'], 'AZ' => ['Arizona', 'ariz', '850-865'], 'AR' => ['Arkansas', 'ark', '716-729'], 'CA' => ['California', 'calif cal', '900-961'],
        'CO' => ['Colorado', 'colo col', '800-816'], 'CT' => ['Connecticut', 'conn', '060-069'], 'DE' => ['Delaware', 'del', '197-199'], 'DC' => ['District of Columbia', 'washingtondc', '200-205 569'], 'FL' => ['Florida', 'fla flor', '320-349'],
        'GA' => ['Georgia', '', '300-319 398-399'], 'HI' => ['Hawaii', '', '967-968'], 'ID' => ['Idaho', '', '832-838'], 'IL' => ['Illinois', 'ill', '600-629'], 'IN' => ['Indiana', 'ind', '460-479'], 'IA' => ['Iowa', '', '500-528'],
        'KS' => ['Kansas', 'kans kan', '660-679'], 'KY' => ['Kentucky', 'kent ken', '400-427'], 'LA' => ['Louisiana', '', '700-714'], 'ME' => ['Maine', '', '039-049'], 'MD' => ['Maryland', '', '206-219'], 'MA' => ['Massachusetts', 'mass', '010-027 055'],
        'MI' => ['Michigan', 'mich', '480-499'], 'MN' => ['Minnesota', 'minn', '550-567'], 'MS' => ['Mississippi', 'miss', '386-397'], 'MO' => ['Missouri', '', '630-658'], 'MT' => ['Montana', 'mont', '590-599'], 'NE' => ['Nebraska', 'nebr neb', '680-693'],
        'NV' => ['Nevada', 'nev', '889-898'], 'NH' => ['New Hampshire', 'nhampshire', '030-038'], 'NJ' => ['New Jersey', 'njersey', '070-089'], 'NM' => ['New Mexico', 'nmex nmexico', '870-884'], 'NY' => ['New York', '', '005 063 100-149'], 'NC' => ['North Carolina', 'ncar ncarolina nocarolina', '270-289'],
        'ND' => ['North Dakota', 'ndak ndakota nodakota', '580-588'], 'OH' => ['Ohio', '', '430-459'], 'OK' => ['Oklahoma', 'okla', '730-749'], 'OR' => ['Oregon', 'ore oreg', '970-979'], 'PA' => ['Pennsylvania', 'penn penna', '150-196'], 'RI' => ['Rhode Island', 'rhodeisl', '028-029'],
        'SC' => ['South Carolina', 'scar scarolina socarolina', '290-299'], 'SD' => ['South Dakota', 'sdak sdakota sodakota', '570-577'], 'TN' => ['Tennessee', 'tenn', '370-385'], 'TX' => ['Texas', 'tex', '733 750-799 885'], 'UT' => ['Utah', '', '840-847'], 'VT' => ['Vermont', '', '050-054 056-059'],
        'VA' => ['Virginia', '', '201 220-246'], 'WA' => ['Washington', 'wash', '980-994'], 'WV' => ['West Virginia', 'wva wvirginia westva', '247-268'], 'WI' => ['Wisconsin', 'wis wisc', '530-549'], 'WY' => ['Wyoming', 'wyo', '820-831 834'],
        'PR' => ['Puerto Rico', '', '006-007 009'], 'VI' => ['Virgin Islands', 'usvirginislands usvi', '008'], 'GU' => ['Guam', '', '969'], 'AS' => ['American Samoa', '', '967'], 'MP' => ['Northern Mariana Islands', '', '969'],
        'FM' => ['Federated States of Micronesia', '', '969'], 'MH' => ['Marshall Islands', '', '969'], 'PW' => ['Palau', '', '969'],
        'AA' => ['Armed Forces Americas', '', '340'], 'AE' => ['Armed Forces Europe', '', '090-099'], 'AP' => ['Armed Forces Pacific', '', '962-966'],
    ],
    'CA' => [
        'AB' => ['Alberta', 'alta', 'T'], 'BC' => ['British Columbia', 'colombiebritannique britcolumbia', 'V'], 'MB' => ['Manitoba', 'man', 'R'], 'NB' => ['New Brunswick', 'nouveaubrunswick nbrunswick', 'E'], 'NL' => ['Newfoundland and Labrador', 'nf nfld newfoundland terreneuve terreneuveetlabrador newfoundlandlabrador', 'A'], 'NS' => ['Nova Scotia', 'nouvelleecosse nscotia', 'B'],
        'NT' => ['Northwest Territories', 'nwt territoiresdunordouest nwterritories', 'X'], 'NU' => ['Nunavut', '', 'X'], 'ON' => ['Ontario', 'ont', 'K L M N P'], 'PE' => ['Prince Edward Island', 'pei ileduprinceedouard', 'C'], 'QC' => ['Quebec', 'que pq', 'G H J K'], 'SK' => ['Saskatchewan', 'sask', 'S'], 'YT' => ['Yukon', 'yukonterritory', 'Y'],
    ],
];
