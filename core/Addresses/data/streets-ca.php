<?php

/*
 * Words of street lines in Canada; the key is the postal abbreviation in mixed case, then the word written out, then other usual spellings.
 * Source: Canada Post, "Addressing Guidelines": street types, street directions and unit designators in English and French.
 */

return [
    'suffixes' => [
        'Abbey' => '', 'Acres' => '', 'Alley' => '', 'Ave' => 'avenue av aven', 'Bay' => '', 'Beach' => '', 'Bend' => '', 'Blvd' => 'boulevard boul', 'Bypass' => 'by-pass byp', 'Campus' => '', 'Cape' => '',
        'Ctr' => 'centre center', 'Chase' => '', 'Cir' => 'circle', 'Circt' => 'circuit', 'Close' => 'cl', 'Common' => '', 'Conc' => 'concession', 'Crnrs' => 'corners', 'Crt' => 'court ct', 'Cove' => '', 'Cres' => 'crescent cr',
        'Cross' => 'crossing', 'Cds' => 'cul-de-sac', 'Dale' => '', 'Dell' => '', 'Divers' => 'diversion', 'Downs' => '', 'Dr' => 'drive', 'End' => '', 'Espl' => 'esplanade', 'Estate' => 'estates', 'Expy' => 'expressway',
        'Exten' => 'extension', 'Farm' => '', 'Field' => '', 'Forest' => '', 'Fwy' => 'freeway', 'Front' => '', 'Gdns' => 'gardens', 'Gate' => 'gate gt', 'Glade' => '', 'Glen' => '', 'Green' => '', 'Grnds' => 'grounds', 'Grove' => '',
        'Harbr' => 'harbour harbor', 'Heath' => '', 'Hts' => 'heights', 'Hghlds' => 'highlands', 'Hwy' => 'highway', 'Hill' => '', 'Hollow' => '', 'Inlet' => '', 'Island' => '', 'Key' => '', 'Knoll' => '', 'Landng' => 'landing',
        'Lane' => 'lane ln', 'Lmts' => 'limits', 'Line' => '', 'Link' => '', 'Lkout' => 'lookout', 'Loop' => '', 'Mall' => '', 'Manor' => '', 'Maze' => '', 'Meadow' => '', 'Mews' => '', 'Moor' => '', 'Mount' => '', 'Mtn' => 'mountain',
        'Orch' => 'orchard', 'Parade' => '', 'Pk' => 'park', 'Pky' => 'parkway pkwy', 'Pass' => 'passage', 'Path' => '', 'Ptway' => 'pathway', 'Pines' => '', 'Pl' => 'place', 'Plat' => 'plateau', 'Plaza' => '', 'Pt' => 'point',
        'Port' => '', 'Pvt' => 'private', 'Prom' => 'promenade', 'Quay' => '', 'Ramp' => '', 'Rg' => 'range', 'Ridge' => '', 'Rise' => '', 'Rd' => 'road', 'Rte' => 'route', 'Row' => '', 'Run' => '', 'Sq' => 'square', 'St' => 'street str',
        'Subdiv' => 'subdivision', 'Terr' => 'terrace ter', 'Thick' => 'thicket', 'Towers' => '', 'Tline' => 'townline', 'Trail' => 'trail trl tr', 'Trnabt' => 'turnabout', 'Vale' => '', 'Via' => '', 'View' => '', 'Villge' => 'village',
        'Villas' => '', 'Vista' => '', 'Walk' => '', 'Way' => 'way wy', 'Wharf' => '', 'Wood' => '', 'Wynd' => '',
    ],
    // They stand before the name: "rue Principale".
    'types' => [
        'allée' => 'allee', 'aut' => 'autoroute', 'av' => 'avenue ave', 'boul' => 'boulevard blvd', 'car' => 'carré carre', 'carref' => 'carrefour', 'c' => 'centre', 'cercle' => '', 'ch' => 'chemin', 'côte' => 'cote', 'cour' => '', 'cours' => '',
        'crois' => 'croissant', 'éch' => 'échangeur', 'espl' => 'esplanade', 'île' => 'ile', 'imp' => 'impasse', 'montée' => 'montee mtée mtee', 'parc' => '', 'pass' => 'passage', 'place' => 'place pl', 'prom' => 'promenade', 'quai' => '', 'rang' => '',
        'rdpt' => 'rond-point', 'rte' => 'route', 'rue' => '', 'rle' => 'ruelle', 'sent' => 'sentier', 'sq' => 'square', 'tsse' => 'terrasse', 'voie' => '',
    ],
    'directions' => ['N' => 'north', 'S' => 'south', 'E' => 'east', 'W' => 'west', 'NE' => 'northeast north-east', 'NW' => 'northwest north-west', 'SE' => 'southeast south-east', 'SW' => 'southwest south-west'],
    'points' => ['N' => 'nord', 'S' => 'sud', 'E' => 'est', 'O' => 'ouest', 'NE' => 'nord-est', 'NO' => 'nord-ouest', 'SE' => 'sud-est', 'SO' => 'sud-ouest'],
    'units' => [
        'Apt' => 'apartment', 'Suite' => 'ste', 'Unit' => '', 'app' => 'appartement appt', 'bureau' => 'bur', 'unité' => 'unite',
        // The guidelines have no short form for these: they stay as they are.
        'Floor' => '', 'Bldg' => '', 'Building' => '', 'PH' => '', 'Penthouse' => '', 'Bsmt' => '', 'Basement' => '', 'Rear' => '', 'Lower' => '', 'Upper' => '',
    ],
    'lone' => ['Penthouse' => 1, 'PH' => 1, 'Bsmt' => 1, 'Basement' => 1, 'Rear' => 1, 'Lower' => 1, 'Upper' => 1],
    'common' => ['Ave' => 1, 'Blvd' => 1, 'Cir' => 1, 'Crt' => 1, 'Cres' => 1, 'Dr' => 1, 'Hwy' => 1, 'Lane' => 1, 'Pky' => 1, 'Pl' => 1, 'Rd' => 1, 'Sq' => 1, 'St' => 1, 'Terr' => 1, 'Trail' => 1, 'Way' => 1],
    'unclear' => [],
];
