<?php

/*
 * Street suffixes, directions and unit designators with the usual ways to write them; the key is the postal abbreviation.
 * Source: USPS Publication 28, "Postal Addressing Standards", appendix C1 (suffixes), section 233 (directions) and appendix C2 (units),
 * in mixed case; Canadian types that it lacks from the Canada Post addressing guidelines.
 */

return [
    'suffixes' => [
        'Aly' => 'alley ally allee', 'Anx' => 'annex annx', 'Arc' => 'arcade', 'Ave' => 'avenue av aven avenu avn avnue', 'Byu' => 'bayou bayoo', 'Bch' => 'beach', 'Bnd' => 'bend', 'Blf' => 'bluff bluf',
        'Btm' => 'bottom bot bottm', 'Blvd' => 'boulevard boul boulv blv', 'Br' => 'branch brnch', 'Brg' => 'bridge brdge', 'Brk' => 'brook', 'Byp' => 'bypass bypa', 'Cp' => 'camp cmp', 'Cyn' => 'canyon canyn cnyn', 'Cpe' => 'cape',
        'Cswy' => 'causeway causwa', 'Ctr' => 'center centre cent cntr', 'Cir' => 'circle circ circl crcl', 'Clf' => 'cliff', 'Clfs' => 'cliffs', 'Clb' => 'club', 'Cmn' => 'common', 'Cor' => 'corner', 'Cors' => 'corners', 'Crse' => 'course',
        'Ct' => 'court crt', 'Cts' => 'courts', 'Cv' => 'cove', 'Crk' => 'creek', 'Cres' => 'crescent crsent crsnt', 'Crst' => 'crest', 'Xing' => 'crossing crssng', 'Xrd' => 'crossroad', 'Curv' => 'curve', 'Dl' => 'dale', 'Dm' => 'dam', 'Dr' => 'drive driv drv',
        'Est' => 'estate', 'Ests' => 'estates', 'Expy' => 'expressway expr express expw', 'Ext' => 'extension extn extnsn', 'Fls' => 'falls', 'Fry' => 'ferry frry', 'Fld' => 'field', 'Flds' => 'fields', 'Flt' => 'flat', 'Frd' => 'ford', 'Frst' => 'forest forests', 'Frg' => 'forge', 'Frk' => 'fork',
        'Ft' => 'fort frt', 'Fwy' => 'freeway freewy frway', 'Gdn' => 'garden gardn', 'Gdns' => 'gardens', 'Gtwy' => 'gateway gatewy', 'Gln' => 'glen', 'Grn' => 'green', 'Grv' => 'grove grov', 'Hbr' => 'harbor harb harbr harbour', 'Hvn' => 'haven', 'Hts' => 'heights height hgts', 'Hwy' => 'highway highwy hiway hiwy hway',
        'Hl' => 'hill', 'Hls' => 'hills', 'Holw' => 'hollow hllw hollows', 'Inlt' => 'inlet', 'Is' => 'island islnd', 'Isle' => 'isles', 'Jct' => 'junction jction junctn', 'Ky' => 'key', 'Knl' => 'knoll knol', 'Lk' => 'lake', 'Lks' => 'lakes', 'Lndg' => 'landing lndng', 'Ln' => 'lane la', 'Lgt' => 'light', 'Ldg' => 'lodge ldge lodg', 'Loop' => 'loops',
        'Mnr' => 'manor', 'Mdw' => 'meadow', 'Mdws' => 'meadows medows', 'Ml' => 'mill', 'Mls' => 'mills', 'Mt' => 'mount mnt', 'Mtn' => 'mountain mntain mntn', 'Nck' => 'neck', 'Orch' => 'orchard orchrd', 'Oval' => 'ovl', 'Opas' => 'overpass', 'Park' => 'prk parks', 'Pkwy' => 'parkway parkwy pkway pky', 'Pass' => '', 'Path' => 'paths', 'Pike' => 'pikes', 'Pne' => 'pine', 'Pnes' => 'pines',
        'Pl' => 'place', 'Pln' => 'plain', 'Plz' => 'plaza plza', 'Pt' => 'point', 'Pts' => 'points', 'Prt' => 'port', 'Pr' => 'prairie prr', 'Rnch' => 'ranch', 'Rst' => 'rest', 'Rdg' => 'ridge rdge', 'Riv' => 'river rvr', 'Rd' => 'road', 'Rds' => 'roads', 'Rte' => 'route', 'Row' => '', 'Run' => '', 'Shr' => 'shore shoar', 'Shrs' => 'shores', 'Spg' => 'spring spng', 'Spgs' => 'springs', 'Sq' => 'square sqr sqre squ',
        'Sta' => 'station statn stn', 'St' => 'street str strt', 'Smt' => 'summit sumit', 'Ter' => 'terrace terr', 'Trce' => 'trace', 'Trl' => 'trail trails', 'Tunl' => 'tunnel tunel', 'Tpke' => 'turnpike trnpk turnpk', 'Un' => 'union', 'Vly' => 'valley vally', 'Vw' => 'view', 'Vlg' => 'village vill villag', 'Vis' => 'vista vist vst', 'Walk' => 'walks', 'Way' => 'wy', 'Wl' => 'well', 'Wls' => 'wells', 'Wharf' => 'whf', 'Ch' => 'chemin', 'Rang' => '', 'Rue' => '',
    ],
    'directions' => ['N' => 'north no', 'S' => 'south so', 'E' => 'east', 'W' => 'west', 'NE' => 'northeast', 'NW' => 'northwest', 'SE' => 'southeast', 'SW' => 'southwest'],
    'units' => [
        'Apt' => 'apartment aptmt appt', 'Bldg' => 'building', 'Dept' => 'department', 'Fl' => 'floor', 'Hngr' => 'hangar', 'Lot' => '', 'Ofc' => 'office', 'Pier' => '', 'Rm' => 'room', 'Slip' => '', 'Spc' => 'space', 'Ste' => 'suite', 'Trlr' => 'trailer', 'Unit' => '',
        'Bsmt' => 'basement', 'Frnt' => 'front', 'Lbby' => 'lobby', 'Lowr' => 'lower', 'Ph' => 'penthouse', 'Rear' => '', 'Uppr' => 'upper',
    ],
    // Written in capitals: boxes and routes (section 241 to 246), military post (section 238), directions, and the country in the name of a highway.
    'capitals' => ['PO' => 1, 'RR' => 1, 'HC' => 1, 'PSC' => 1, 'CMR' => 1, 'APO' => 1, 'FPO' => 1, 'DPO' => 1, 'AE' => 1, 'AP' => 1, 'US' => 1, 'NE' => 1, 'NW' => 1, 'SE' => 1, 'SW' => 1],
    // Units that stand without a number.
    'lone' => ['Bsmt' => 1, 'Frnt' => 1, 'Lbby' => 1, 'Lowr' => 1, 'Ph' => 1, 'Rear' => 1, 'Uppr' => 1],
];
