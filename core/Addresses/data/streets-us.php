<?php

/*
 * Words of street lines in the United States; the key is the postal abbreviation in mixed case, then the word written out, then the other usual
 * spellings. Source: USPS Publication 28, "Postal Addressing Standards", appendix C1 (suffixes), section 233 (directions), appendix C2 (units).
 */

return [
    'suffixes' => [
        'Aly' => 'alley allee ally', 'Anx' => 'annex anex annx', 'Arc' => 'arcade', 'Ave' => 'avenue av aven avenu avn avnue', 'Byu' => 'bayou bayoo', 'Bch' => 'beach',
        'Bnd' => 'bend', 'Blf' => 'bluff bluf', 'Blfs' => 'bluffs', 'Btm' => 'bottom bot bottm', 'Blvd' => 'boulevard boul boulv blv', 'Br' => 'branch brnch', 'Brg' => 'bridge brdge',
        'Brk' => 'brook', 'Brks' => 'brooks', 'Bg' => 'burg', 'Bgs' => 'burgs', 'Byp' => 'bypass bypa bypas byps', 'Cp' => 'camp cmp', 'Cyn' => 'canyon canyn cnyn', 'Cpe' => 'cape',
        'Cswy' => 'causeway causwa', 'Ctr' => 'center cen cent centr centre cnter cntr', 'Ctrs' => 'centers', 'Cir' => 'circle circ circl crcl crcle', 'Cirs' => 'circles',
        'Clf' => 'cliff', 'Clfs' => 'cliffs', 'Clb' => 'club', 'Cmn' => 'common', 'Cmns' => 'commons', 'Cor' => 'corner', 'Cors' => 'corners', 'Crse' => 'course', 'Ct' => 'court crt',
        'Cts' => 'courts', 'Cv' => 'cove', 'Cvs' => 'coves', 'Crk' => 'creek', 'Cres' => 'crescent crsent crsnt', 'Crst' => 'crest', 'Xing' => 'crossing crssng', 'Xrd' => 'crossroad',
        'Xrds' => 'crossroads', 'Curv' => 'curve', 'Dl' => 'dale', 'Dm' => 'dam', 'Dv' => 'divide div dvd', 'Dr' => 'drive driv drv', 'Drs' => 'drives', 'Est' => 'estate', 'Ests' => 'estates',
        'Expy' => 'expressway exp expr express expw', 'Ext' => 'extension extn extnsn', 'Exts' => 'extensions', 'Fall' => '', 'Fls' => 'falls', 'Fry' => 'ferry frry', 'Fld' => 'field',
        'Flds' => 'fields', 'Flt' => 'flat', 'Flts' => 'flats', 'Frd' => 'ford', 'Frds' => 'fords', 'Frst' => 'forest forests', 'Frg' => 'forge forg', 'Frgs' => 'forges', 'Frk' => 'fork',
        'Frks' => 'forks', 'Ft' => 'fort frt', 'Fwy' => 'freeway freewy frway frwy', 'Gdn' => 'garden gardn grden grdn', 'Gdns' => 'gardens grdns', 'Gtwy' => 'gateway gatewy gatway gtway',
        'Gln' => 'glen', 'Glns' => 'glens', 'Grn' => 'green', 'Grns' => 'greens', 'Grv' => 'grove grov', 'Grvs' => 'groves', 'Hbr' => 'harbor harb harbour harbr hrbor', 'Hbrs' => 'harbors',
        'Hvn' => 'haven', 'Hts' => 'heights height hgts ht', 'Hwy' => 'highway highwy hiway hiwy hway', 'Hl' => 'hill', 'Hls' => 'hills', 'Holw' => 'hollow hllw hollows holws', 'Inlt' => 'inlet',
        'Is' => 'island islnd', 'Iss' => 'islands islnds', 'Isle' => 'isle isles', 'Jct' => 'junction jction jctn junctn juncton', 'Jcts' => 'junctions jctns', 'Ky' => 'key', 'Kys' => 'keys',
        'Knl' => 'knoll knol', 'Knls' => 'knolls', 'Lk' => 'lake', 'Lks' => 'lakes', 'Land' => '', 'Lndg' => 'landing lndng', 'Ln' => 'lane', 'Lgt' => 'light', 'Lgts' => 'lights', 'Lf' => 'loaf',
        'Lck' => 'lock', 'Lcks' => 'locks', 'Ldg' => 'lodge ldge lodg', 'Loop' => 'loop loops', 'Mall' => '', 'Mnr' => 'manor', 'Mnrs' => 'manors', 'Mdw' => 'meadow',
        'Mdws' => 'meadows medows', 'Mews' => '', 'Ml' => 'mill', 'Mls' => 'mills', 'Msn' => 'mission missn mssn', 'Mtwy' => 'motorway', 'Mt' => 'mount mnt',
        'Mtn' => 'mountain mntain mntn mountin mtin', 'Mtns' => 'mountains mntns', 'Nck' => 'neck', 'Orch' => 'orchard orchrd', 'Oval' => 'oval ovl', 'Opas' => 'overpass',
        'Park' => 'park prk parks', 'Pkwy' => 'parkway parkwy pkway pky parkways pkwys', 'Pass' => '', 'Psge' => 'passage', 'Path' => 'path paths', 'Pike' => 'pike pikes', 'Pne' => 'pine',
        'Pnes' => 'pines', 'Pl' => 'place', 'Pln' => 'plain', 'Plns' => 'plains', 'Plz' => 'plaza plza', 'Pt' => 'point', 'Pts' => 'points', 'Prt' => 'port', 'Prts' => 'ports',
        'Pr' => 'prairie prr', 'Radl' => 'radial rad radiel', 'Ramp' => '', 'Rnch' => 'ranch ranches rnchs', 'Rpd' => 'rapid', 'Rpds' => 'rapids', 'Rst' => 'rest', 'Rdg' => 'ridge rdge',
        'Rdgs' => 'ridges', 'Riv' => 'river rvr rivr', 'Rd' => 'road', 'Rds' => 'roads', 'Rte' => 'route', 'Row' => '', 'Rue' => '', 'Run' => '', 'Shl' => 'shoal', 'Shls' => 'shoals',
        'Shr' => 'shore shoar', 'Shrs' => 'shores shoars', 'Skwy' => 'skyway', 'Spg' => 'spring spng sprng', 'Spgs' => 'springs spngs sprngs', 'Spur' => 'spur spurs',
        'Sq' => 'square sqr sqre squ', 'Sqs' => 'squares sqrs', 'Sta' => 'station statn stn', 'Stra' => 'stravenue strav straven stravn strvn strvnue', 'Strm' => 'stream streme',
        'St' => 'street strt str', 'Sts' => 'streets', 'Smt' => 'summit sumit sumitt', 'Ter' => 'terrace terr', 'Trwy' => 'throughway', 'Trce' => 'trace traces', 'Trak' => 'track tracks trk trks',
        'Trfy' => 'trafficway', 'Trl' => 'trail trails trls', 'Trlr' => 'trailer trlrs', 'Tunl' => 'tunnel tunel tunls tunnels tunnl', 'Tpke' => 'turnpike trnpk turnpk', 'Upas' => 'underpass',
        'Un' => 'union', 'Uns' => 'unions', 'Vly' => 'valley vally vlly', 'Vlys' => 'valleys', 'Via' => 'viaduct vdct viadct', 'Vw' => 'view', 'Vws' => 'views',
        'Vlg' => 'village vill villag villg villiage', 'Vlgs' => 'villages', 'Vl' => 'ville', 'Vis' => 'vista vist vst vsta', 'Walk' => 'walk walks', 'Wall' => '', 'Way' => 'way wy', 'Ways' => '',
        'Wl' => 'well', 'Wls' => 'wells', 'Wharf' => 'wharf whf',
    ],
    'directions' => [
        'N' => 'north no', 'S' => 'south so', 'E' => 'east', 'W' => 'west', 'NE' => 'northeast', 'NW' => 'northwest', 'SE' => 'southeast', 'SW' => 'southwest',
    ],
    'units' => [
        'Apt' => 'apartment aptmt appt apmt appartment apartement aparment apts apto apartamento', 'Bldg' => 'building bld', 'Dept' => 'department', 'Fl' => 'floor flr', 'Hngr' => 'hangar hanger', 'Key' => '', 'Lot' => '', 'Ofc' => 'office',
        'Pier' => '', 'Rm' => 'room', 'Slip' => '', 'Spc' => 'space sp', 'Stop' => '', 'Ste' => 'suite suit suites', 'Trlr' => 'trailer', 'Unit' => 'unt units', 'PMB' => '',
        'Bsmt' => 'basement', 'Frnt' => 'front', 'Lbby' => 'lobby', 'Lowr' => 'lower', 'Ph' => 'penthouse', 'Rear' => '', 'Side' => '', 'Uppr' => 'upper',
    ],
    // Units that stand without a number.
    'lone' => ['Bsmt' => 1, 'Frnt' => 1, 'Lbby' => 1, 'Lowr' => 1, 'Ofc' => 1, 'Ph' => 1, 'Rear' => 1, 'Side' => 1, 'Uppr' => 1],
    // The types of most streets: where a place follows the street without a comma, a word of the others may begin its name.
    'common' => ['Aly' => 1, 'Ave' => 1, 'Blvd' => 1, 'Cir' => 1, 'Ct' => 1, 'Cres' => 1, 'Dr' => 1, 'Expy' => 1, 'Ext' => 1, 'Fwy' => 1, 'Hwy' => 1, 'Ln' => 1, 'Loop' => 1, 'Pkwy' => 1, 'Pike' => 1, 'Pl' => 1, 'Plz' => 1, 'Rd' => 1, 'Row' => 1, 'Sq' => 1, 'St' => 1, 'Ter' => 1, 'Trl' => 1, 'Tpke' => 1, 'Way' => 1, 'Xing' => 1],
    // Short forms that mean other things within a name: they are not written out there.
    'unclear' => ['Ky' => 1, 'Pr' => 1, 'Br' => 1, 'Un' => 1, 'Is' => 1, 'Ft' => 1, 'Mt' => 1, 'Via' => 1, 'Vis' => 1, 'Riv' => 1, 'Est' => 1, 'Dl' => 1, 'Bg' => 1, 'Lf' => 1],
];
