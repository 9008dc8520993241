<?php

declare(strict_types=1);

namespace Tests\Core\Addresses;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use PineSieve\Core\Addresses\Lines\LineKind;
use PineSieve\Core\Addresses\Lines\StreetLine;

/** By chapter of USPS Publication 28, and the Addressing Guidelines of Canada Post. */
final class StreetLineTest extends TestCase
{
    /** What is written, to its postal form. */
    private const UNITED_STATES = [
        'directions' => [
            '12 NORTH ELM STREET' => '12 N Elm St',
            '100 Main St. SW' => '100 Main St SW',
            '55 Elm Street North' => '55 Elm St N',
            '7450 North West 23rd Court' => '7450 NW 23rd Ct',
            '1412 S.W. 12th Ave.' => '1412 SW 12th Ave',
            '4 N. E. 5th Ave' => '4 NE 5th Ave',
            '12 Main St N W' => '12 Main St NW',
            '99 North Avenue' => '99 North Ave',
            '12 E St' => '12 E St',
            '455 East North Street' => '455 E North St',
            '812 South East Street' => '812 S East St',
            '44 North Street Northeast' => '44 North St NE',
            '8 North South Road' => '8 North South Rd',
            '1 East West Highway' => '1 East West Hwy',
            '100 Bay West Drive' => '100 Bay West Dr',
            '100 Bay W Drive' => '100 Bay West Dr',
            '120 South Broadway' => '120 S Broadway',
            '120 Broadway North' => '120 Broadway N',
            '12 East' => '12 East',
            '12 West Park' => '12 West Park',
            '77 Avenue B' => '77 Avenue B',
            '12 Ave N' => '12 Avenue N',
            '842 East 1700 South' => '842 E 1700 S',
            '15 Northwest Passage' => '15 Northwest Psge',
            '12 Elm E' => '12 Elm E',
        ],
        'suffixes' => [
            '400 42ND AVENUE' => '400 42nd Ave',
            '12 Park' => '12 Park',
            '12 Park Place' => '12 Park Pl',
            '410 Court Street' => '410 Court St',
            '9 Center Court' => '9 Center Ct',
            '12B Quarry Hill Road' => '12B Quarry Hill Rd',
            '789 Main Ave Drive' => '789 Main Avenue Dr',
            '4513 3rd St Circle West' => '4513 3rd Street Cir W',
            '400 Beach Street Extension' => '400 Beach Street Ext',
            '12 Grand Crk Rd' => '12 Grand Creek Rd',
            '3 Mt Hope Avenue' => '3 Mt Hope Ave',
            '12 St James Street' => '12 St James St',
            '12 St. James Ct.' => '12 St James Ct',
            '10 La Salle St.' => '10 La Salle St',
            '72 Old County Road' => '72 Old County Rd',
            '67 Twin Coves' => '67 Twin Cvs',
            '90 Sandy Shoals' => '90 Sandy Shls',
            '6 The Green' => '6 The Green',
            '1421 avenue of the americas' => '1421 Avenue of the Americas',
            '2300 Calle Sol' => '2300 Calle Sol',
            '12 Calle de la Rosa' => '12 Calle de la Rosa',
            '5 Camino Real Court' => '5 Camino Real Court',
            'Three Penn Plaza' => 'Three Penn Plz',
            'Elm Street' => 'Elm St',
            '101 1/2 Second Avenue' => '101 1/2 Second Ave',
            '12½ Elm St' => '12 1/2 Elm St',
            '39-12 Queens Boulevard' => '39-12 Queens Blvd',
            '39.2 Road' => '39.2 Rd',
            '1234 b Oak Street' => '1234 B Oak St',
            'N6W23001 Bluemound Road' => 'N6W23001 Bluemound Rd',
            '9 MCBRIDE LANE' => '9 McBride Ln',
            '9 McBride Lane' => '9 McBride Ln',
            '3 KING\'S COURT' => '3 King\'s Ct',
            '2 O\'BRIEN TER' => '2 O\'Brien Ter',
        ],
        'units' => [
            '12 north elm street apartment 4' => '12 N Elm St Apt 4',
            '100 Main St. SW, Unit 4b' => '100 Main St SW Unit 4B',
            '12 Elm St #4' => '12 Elm St # 4',
            '12 Elm St Apt4B' => '12 Elm St Apt 4B',
            '12 Elm St., Apt. No. 4' => '12 Elm St Apt 4',
            '12 Elm St, Number 4' => '12 Elm St # 4',
            '5 ELM ST APT #B' => '5 Elm St Apt B',
            '350 5th Ave, 34th Floor, Suite 3400' => '350 5th Ave Fl 34 Ste 3400',
            '12 Elm St, First Floor' => '12 Elm St Fl 1',
            'Suite 200' => 'Ste 200',
            '3rd Floor' => 'Fl 3',
            '12 Elm St Rear' => '12 Elm St Rear',
            '12 Elm St Rear Apt 2' => '12 Elm St Rear Apt 2',
            '12 Elm St, Upper' => '12 Elm St Uppr',
            '12 Harbor Front' => '12 Harbor Front',
            '10 Upper Lake Road' => '10 Upper Lake Rd',
            '10 Pier Avenue' => '10 Pier Ave',
            '8 Key Largo Lane' => '8 Key Largo Ln',
            '45 Mobile Home Park Road Lot 7' => '45 Mobile Home Park Rd Lot 7',
            '15 Sunset Trailer Court Trailer 8' => '15 Sunset Trailer Ct Trlr 8',
            '77 Harbor Walk, Building C, Apartment 12' => '77 Harbor Walk Bldg C Apt 12',
            '10 Main Street Suite 11 PMB 234' => '10 Main St Ste 11 PMB 234',
            '#4 12 Elm St' => '12 Elm St # 4',
            'Apt 4, 12 Elm St' => '12 Elm St Apt 4',
        ],
        'highways' => [
            'CR 1185' => 'County Road 1185',
            '1805 County Rd 441' => '1805 County Road 441',
            '25 Co Rd 5 North' => '25 County Road 5 N',
            'County Road K' => 'County Road K',
            '5 ST HWY 303' => '5 State Highway 303',
            '9920 State Hwy 60 West' => '9920 State Highway 60 W',
            '14 St Rt 9' => '14 State Route 9',
            'SR 220' => 'State Road 220',
            'US HWY 44' => 'US Highway 44',
            '2740 US 41 SW' => '2740 US Highway 41 SW',
            'US Route 1' => 'US Route 1',
            '14 I-10 Frontage Road' => '14 Interstate 10 Frontage Rd',
            'IH280' => 'Interstate 280',
            '3120 Farm to Market Road 1960 West' => '3120 FM 1960 W',
            '5 Ranch Rd 620' => '5 Ranch Road 620',
            '210 Highway 3 Bypass' => '210 Highway 3 Byp',
            'HIGHWAY 3 BYP ROAD' => 'Highway 3 Bypass Rd',
            'RT 88' => 'Route 88',
            '2 Old Hwy 10' => '2 Old Highway 10',
            'KY 1207' => 'KY Highway 1207',
            'CALIFORNIA COUNTY ROAD 555' => 'California County Road 555',
            '12 N Hwy 3' => '12 N Highway 3',
            '600 Loop 410' => '600 Loop 410',
            '19 State Road' => '19 State Rd',
            '1 Washington St' => '1 Washington St',
        ],
        'without a street' => [
            'P.O. Box 12b' => 'PO Box 12B',
            'post office box 7' => 'PO Box 7',
            'PO Box 7' => 'PO Box 7',
            'P O BOX 00145' => 'PO Box 00145',
            'POB 12' => 'PO Box 12',
            'Drawer 12' => 'PO Box 12',
            'Caller Box 300' => 'PO Box 300',
            '250 Box Elder Lane' => '250 Box Elder Ln',
            '1 Post Office Square' => '1 Post Office Sq',
            'R.R. 2, Box 5' => 'RR 2 Box 5',
            'RR03 BOX 98D' => 'RR 3 Box 98D',
            'Rural Route 4 Box 19-A' => 'RR 4 Box 19-A',
            'RFD ROUTE 4 #87A' => 'RR 4 Box 87A',
            'Box 5, Route 2' => 'RR 2 Box 5',
            '16 Rural Lane' => '16 Rural Ln',
            'HCR 33 Box 12' => 'HC 33 Box 12',
            'Star Route 2 Box 77' => 'HC 2 Box 77',
            'PSC 3 BOX 1' => 'PSC 3 Box 1',
            'unit 45013 box 2666' => 'Unit 45013 Box 2666',
            'USS HAMILTON' => 'USS Hamilton',
            'Gen. Del.' => 'General Delivery',
            'URB LAS GLADIOLAS 150 CALLE A' => 'Urb Las Gladiolas 150 Calle A',
        ],
        'not understood' => [
            'c/o John Lane' => 'c/o John Lane',
            'C/O JOHN LANE' => 'C/O JOHN LANE',
            'Attn: Mary Hill' => 'Attn: Mary Hill',
            '% Mary Hill' => '% Mary Hill',
            'ACME HARDWARE, INC.' => 'ACME HARDWARE, INC.',
            'The Old Mill' => 'The Old Mill',
            'Mary Lane' => 'Mary Lane',
            'Lot 12 Shady Acres' => 'Lot 12 Shady Acres',
            'N 123 County Rd' => 'N 123 County Rd',
            '123' => '123',
            'The Crescent' => 'The Crescent',
            '12 Elm Street, Saco, Maine' => '12 Elm Street, Saco, Maine',
            '12 Elm Street, 4B' => '12 Elm Street, 4B',
            '12 elm street portland me 04101' => '12 elm street portland me 04101',
            '12 Elm St Portland Maine 04101' => '12 Elm St Portland Maine 04101',
            '123 main st. 5' => '123 main st. 5',
            '123 Main St (rear)' => '123 Main St (rear)',
            'PO Box 100 12 Elm St' => 'PO Box 100 12 Elm St',
        ],
        'of all kinds' => [
            '45 South East End' => '45 SE End',
            '12 J.F.K. Drive' => '12 JFK Dr',
            '1234 Highway #16' => '1234 Highway 16',
            '1234 State Hwy. #16' => '1234 State Highway 16',
            '12 Scenic Highway #4' => '12 Scenic Hwy # 4',
            '12 Hwy 16 #4' => '12 Highway 16 # 4',
            '12 ELM ST APARTMENT FOUR' => '12 Elm St Apt 4',
            '12 Apartment Three Court' => '12 Apartment Three Ct',
            '12 Mount St Helens' => '12 Mount St Helens',
            '12 Park Avenue Extension' => '12 Park Avenue Ext',
            '12 n. j.f.k. drive' => '12 N JFK Dr',
            '12 S. J.P. Morgan Way' => '12 S JP Morgan Way',
            '12 E. B. White Lane' => '12 E B White Ln',
            '12 Elm St.N.W.' => '12 Elm St NW',
            '12 N. W. 5th St' => '12 NW 5th St',
            'P. O. Box 7' => 'PO Box 7',
            '1 Elm Street Rear' => '1 Elm St Rear',
            '200 Market Place, Suite B' => '200 Market Pl Ste B',
            '1 Infinite Loop' => '1 Infinite Loop',
            '12 the Circle' => '12 The Circle',
            '12 Hill' => '12 Hill',
            '9 Pine Hill' => '9 Pine Hl',
            '9 Lake View Drive' => '9 Lake View Dr',
            '77 Sunset Blvd, Apt. No. 3' => '77 Sunset Blvd Apt 3',
            '350 5th Ave Fl 34 Ste 3400' => '350 5th Ave Fl 34 Ste 3400',
            '12 Saint James Court' => '12 Saint James Ct',
            '5 Avenue of the Americas' => '5 Avenue of the Americas',
            '100 Via Del Mar' => '100 Via Del Mar',
            'Acme Hardware, Inc.' => 'Acme Hardware, Inc.',
            'Unit 5' => 'Unit 5',
            'Floor 3' => 'Fl 3',
            'HC 1 Box 5' => 'HC 1 Box 5',
            'Hc-1 box 5' => 'Hc-1 box 5',
            'P O Box 12' => 'PO Box 12',
            'Box 12' => 'PO Box 12',
            '1 North Main St' => '1 N Main St',
            '1 North Main' => '1 N Main',
            '17 West' => '17 West',
            '100 Centre Street' => '100 Centre St',
            '100 Town Centre' => '100 Town Ctr',
            '201 E Ave' => '201 E Ave',
            '201 S Ave E' => '201 S Ave E',
            '77 Avenue B Apt 2' => '77 Avenue B Apt 2',
            '12345 Highway 99 South' => '12345 Highway 99 S',
            '123 MAIN STREET APT NUMBER 4' => '123 Main St Apt 4',
            '55 Route 9W' => '55 Route 9W',
            '1 State Route 9' => '1 State Route 9',
            '25 County Road 5 North' => '25 County Road 5 N',
            '25 Cr 5' => '25 County Road 5',
            '2 Old Highway 10' => '2 Old Highway 10',
            '123 Main St PMB 12' => '123 Main St PMB 12',
            '5 Main St Ofc 2' => '5 Main St Ofc 2',
            '4 Beacon Hill Circle' => '4 Beacon Hill Cir',
            '10 Lower Road' => '10 Lower Rd',
            '100 Space Center Blvd' => '100 Space Center Blvd',
            '3 Fort Hill Rd' => '3 Fort Hill Rd',
            '3 Route 1A' => '3 Route 1A',
            '10 Main Street Ext.' => '10 Main Street Ext',
            '10 Mill Pond Road Unit 3-C' => '10 Mill Pond Rd Unit 3-C',
            '8 Side St' => '8 Side St',
            '221B Baker Street' => '221B Baker St',
            '12-B Elm St' => '12-B Elm St',
            '1000 Broadway Ave Building 3 Room 12' => '1000 Broadway Ave Bldg 3 Rm 12',
            '21 Mountain View Trailer Park, Lot 5' => '21 Mountain View Trailer Park Lot 5',
            '1313 Mockingbird Lane Apartment #13-B' => '1313 Mockingbird Ln Apt 13-B',
            '500 S. Grand Avenue, Twentieth Floor' => '500 S Grand Ave Fl 20',
            '20 Penn Plaza Fl. 2' => '20 Penn Plz Fl 2',
            '600 Hwy 35 South' => '600 Highway 35 S',
            '8811 Hwy. 290 West Bldg. 4' => '8811 Highway 290 W Bldg 4',
            '34 Rt. 9W' => '34 Route 9W',
            'RR#3 Bx 12' => 'RR 3 Box 12',
            'R R 1 BOX 77C' => 'RR 1 Box 77C',
            'Route 3, Box 99' => 'RR 3 Box 99',
            'Rt 3 Box 99' => 'RR 3 Box 99',
            'HC 63 BOX 45' => 'HC 63 Box 45',
            'PO Drawer 55' => 'PO Box 55',
            'Post Office Drawer 12' => 'PO Box 12',
            'P.O.Box 77' => 'PO Box 77',
            'PO BOX #44' => 'PO Box 44',
            'P.O. Bx 9' => 'PO Box 9',
            'PO Box A' => 'PO Box A',
            'Lock Box 22' => 'PO Box 22',
            'Bin 7' => 'PO Box 7',
            '1 Maple Av.' => '1 Maple Ave',
            '1 Maple Avenue Northwest' => '1 Maple Ave NW',
            '2345 Northeast Broadway' => '2345 NE Broadway',
            '77 N East St' => '77 N East St',
            '12 East End' => '12 E End',
            '120 W. 44th' => '120 W 44th',
            '1200 16th Street N.W.' => '1200 16th St NW',
            'W5678 County Highway KK' => 'W5678 County Highway KK',
            'N6W23001 BLUEMOUND RD' => 'N6W23001 Bluemound Rd',
            '3 1/2 Elm Street' => '3 1/2 Elm St',
            '10-1/2 Oak Street' => '10-1/2 Oak St',
            '100-102 Main Street' => '100-102 Main St',
            '6D Cedar Court' => '6D Cedar Ct',
            '7 Sunset Blvd. #A' => '7 Sunset Blvd # A',
            '7 Sunset Blvd Unit A-12' => '7 Sunset Blvd Unit A-12',
            '44 Oak St Lower Level' => '44 Oak St Lower Level',
            '44 Oak St Basement' => '44 Oak St Bsmt',
            '44 Oak St 2nd Fl.' => '44 Oak St Fl 2',
            '44 Oak St Penthouse 3' => '44 Oak St Ph 3',
            '44 Oak St Ph 3' => '44 Oak St Ph 3',
            '44 Oak St Trailer 5' => '44 Oak St Trlr 5',
            '44 Oak St Space 12' => '44 Oak St Spc 12',
            '44 Oak St Hangar 2' => '44 Oak St Hngr 2',
            '44 Oak St Dept 30' => '44 Oak St Dept 30',
            '44 Oak St Department 30' => '44 Oak St Dept 30',
            '44 Oak St Room 101' => '44 Oak St Rm 101',
            '44 Oak St Stop 7' => '44 Oak St Stop 7',
            '1 Saint Marys Road' => '1 Saint Marys Rd',
            '1 St. Mary\'s Road' => '1 St Mary\'s Rd',
            '10 Martin Luther King Jr. Blvd' => '10 Martin Luther King Jr Blvd',
            '10 MARTIN LUTHER KING JR BLVD' => '10 Martin Luther King Jr Blvd',
            '88 JFK Parkway' => '88 JFK Pkwy',
            '5 Old Mill Road' => '5 Old Mill Rd',
            '5 Mill Road Extension' => '5 Mill Road Ext',
            '5 Village Green' => '5 Village Grn',
            '5 Village Green Drive' => '5 Village Green Dr',
            '8 Lake Forest Park' => '8 Lake Forest Park',
            '15 Court Place' => '15 Court Pl',
            '33 Lane Court' => '33 Lane Ct',
            '33 Street Road' => '33 Street Rd',
            '3000 Street Rd' => '3000 Street Rd',
            '12 Avenue Road' => '12 Avenue Rd',
            '1600 Avenue U' => '1600 Avenue U',
            '1600 Ave. U Apt 3' => '1600 Avenue U Apt 3',
            '2500 Broadway Street' => '2500 Broadway St',
            '44 The Parkway' => '44 The Parkway',
            '9 The Circle' => '9 The Circle',
            '1 La Jolla Village Dr' => '1 La Jolla Village Dr',
            '1 El Camino Real' => '1 El Camino Real',
            '101 Via Mizner' => '101 Via Mizner',
            '10 Rue Royale' => '10 Rue Royale',
            '550 Paseo del Norte' => '550 Paseo del Norte',
            'PSC 802 BOX 74' => 'PSC 802 Box 74',
            'CMR 420 Box 2323' => 'CMR 420 Box 2323',
            'UNIT 2050 BOX 4190' => 'Unit 2050 Box 4190',
            'USS Nimitz' => 'USS Nimitz',
            'GENERAL DELIVERY' => 'General Delivery',
            'Attn Finance Dept' => 'Attn Finance Dept',
            '4500 Sw 72nd St' => '4500 SW 72nd St',
            '4500 sw 72ND st' => '4500 SW 72nd St',
            'Hwy 12 East' => 'Highway 12 E',
            'US Highway 2 W' => 'US Highway 2 W',
            'U.S. Hwy 2' => 'US Highway 2',
            'I-70 Business Loop' => 'Interstate 70 Business Loop',
            '700 Business Highway 5' => '700 Business Highway 5',
            'County Rd 12 N' => 'County Road 12 N',
            'Co. Rd. 14' => 'County Road 14',
            'Cty Rd C' => 'County Road C',
            '2105 State Rt 45 N' => '2105 State Route 45 N',
            '2105 S.R. 45' => '2105 State Road 45',
            'FM 1960 Rd West' => 'FM 1960 Rd W',
            'Farm Road 12' => 'Farm Road 12',
            'Ranch Road 12' => 'Ranch Road 12',
            '1 Twp Rd 20' => '1 Township Road 20',
            '8 Cross Roads' => '8 Cross Rds',
            '8 Four Corners' => '8 Four Cors',
            '8 Sandpiper Key' => '8 Sandpiper Ky',
            '8 Deer Crossing' => '8 Deer Xing',
            '8 Eagle Mountain' => '8 Eagle Mtn',
            '8 Eagle Mt' => '8 Eagle Mt',
            '8 Bear Creek Trail' => '8 Bear Creek Trl',
            '8 Quail Hollow' => '8 Quail Holw',
            '8 Stone Bridge' => '8 Stone Brg',
            '8 Park Ridge' => '8 Park Rdg',
            '8 Crystal Springs' => '8 Crystal Spgs',
            '8 Summit' => '8 Summit',
            '8 High Street' => '8 High St',
        ],
    ];

    private const CANADA = [
        '4500 Yonge St., Suite 12' => '4500 Yonge St Suite 12',
        'Apt 4, 12 Elm Street' => '12 Elm St Apt 4',
        '101-1234 West 8th Avenue' => '101-1234 W 8th Ave',
        '1234 8th Avenue SW' => '1234 8th Ave SW',
        '1234 8th Ave. S.W.' => '1234 8th Ave SW',
        '220 Fourth Avenue South East' => '220 Fourth Ave SE',
        '75 Queen St W' => '75 Queen St W',
        '75, rue Queen Ouest' => '75 rue Queen O',
        '1001 Sq. Victoria' => '1001 Sq Victoria',
        '500 Place d\'Armes' => '500 Place d\'Armes',
        '2000 rue Sainte-Catherine Est' => '2000 rue Sainte-Catherine E',
        '360 rue St-Jacques O.' => '360 rue St-Jacques O',
        '12 Côte de la Montagne' => '12 Côte de la Montagne',
        '12 Montée Paiement app. 3' => '12 Montée Paiement app 3',
        '77 Promenade du Portage' => '77 prom du Portage',
        '2 rang St-Joseph' => '2 rang St-Joseph',
        '1055 ave. du Pont' => '1055 av du Pont',
        '3 allée des Érables' => '3 allée des Érables',
        '15 Terrasse Turcotte' => '15 tsse Turcotte',
        '88 croissant Dufour' => '88 crois Dufour',
        '99 CHEMIN SAINTE-FOY BUREAU 300' => '99 ch Sainte-Foy bureau 300',
        '1 Place Ville Marie' => '1 Place Ville Marie',
        '50 O\'Connor Street' => '50 O\'Connor St',
        '12 Heritage Park Drive' => '12 Heritage Park Dr',
        '12 Forest Glen Crescent' => '12 Forest Glen Cres',
        '400 Concession Road 5' => '400 Concession Road 5',
        '1234 Line 7 North' => '1234 Line 7 N',
        '5678 County Road 12' => '5678 County Road 12',
        'PO Box 12 RR 2' => 'PO Box 12 RR 2',
        'C.P. 12' => 'CP 12',
        'Case postale 12 Succ. Centre-Ville' => 'CP 12 Succ Centre-Ville',
        'PO BOX 1000 STN A' => 'PO Box 1000 Stn A',
        'General Delivery Station Main' => 'GD Stn Main',
        'RR 3 Site 5 Box 12' => 'Site 5 Box 12 RR 3',
        'SITE 6 COMP 10 RR 8' => 'Site 6 Comp 10 RR 8',
        'Box 45' => 'PO Box 45',
        '44 Bayview Terrace' => '44 Bayview Terr',
        '44 Main St Upper' => '44 Main St Upper',
        '12 Sunset Lane' => '12 Sunset Lane',
        '12 Sunset Ln' => '12 Sunset Lane',
        '90 Robson Street Unit #5' => '90 Robson St Unit 5',
        '1230 Boulevard Laurier Ouest, bureau 400' => '1230 boul Laurier O bureau 400',
        '1230 BOULEVARD LAURIER OUEST' => '1230 boul Laurier O',
        '45 av. du Parc app. 3' => '45 av du Parc app 3',
        '45 AV DU PARC' => '45 av du Parc',
        '5 Rue Ste-Anne' => '5 Rue Ste-Anne',
        '12 4e Rue' => '12 4e Rue',
        '8 Route 132 Ouest' => '8 rte 132 O',
        '88 Wellington Court' => '88 Wellington Crt',
        '15 Lakeshore Park Unit 4' => '15 Lakeshore Pk Unit 4',
        '1000 Bay Street, Ste. 2300' => '1000 Bay St Suite 2300',
        '30 Avenue Road' => '30 Avenue Rd',
        '123 Main Street North West' => '123 Main St NW',
        '10-123 Elgin Street' => '10-123 Elgin St',
        '4 Highway 7 East' => '4 Hwy 7 E',
        'C.P. 4001 Succursale A' => 'CP 4001 Succ A',
        'P.O. Box 99 Station Main' => 'PO Box 99 Stn Main',
        'R.R. #6' => 'RR 6',
        'RR 2 Station Main' => 'RR 2 Stn Main',
        'S.S. 1' => 'SS 1',
        'General Delivery' => 'GD',
        'Poste restante' => 'PR',
        '9 Hill Parkway' => '9 Hill Pky',
    ];

    /** @return iterable<string, array{string, string, string}> */
    public static function lines(): iterable
    {
        foreach (self::UNITED_STATES as $chapter => $lines) {
            foreach ($lines as $written => $standard) {
                yield "{$chapter}: {$written}" => [(string) $written, $standard, 'US'];
            }
        }
        foreach (self::CANADA as $written => $standard) {
            yield "Canada: {$written}" => [$written, $standard, 'CA'];
        }
    }

    #[DataProvider('lines')]
    public function test_lines_in_postal_form(string $written, string $standard, string $country): void
    {
        $line = StreetLine::parse($written, $country);

        self::assertSame($standard, $line->text());
        self::assertSame($written !== $standard, $line->reasons !== [], 'A change has a reason, and only a change has one.');
        self::assertSame($standard, StreetLine::parse($standard, $country)->text(), 'Standard form is stable.');
    }

    /** Every word of the tables, in every place where one can stand. */
    #[TestWith(['US'])]
    #[TestWith(['CA'])]
    public function test_standardizing_twice_changes_nothing(string $country): void
    {
        $data = require __DIR__ . '/../../../core/Addresses/data/streets-' . strtolower($country) . '.php';
        foreach ([...$data['suffixes'], ...$data['directions'], ...$data['units'], ...$data['types'] ?? []] as $short => $others) {
            foreach (array_filter(explode(' ', "{$short} {$others}")) as $word) {
                foreach (self::FORMS as $form) {
                    $once = StreetLine::parse(sprintf($form, $word), $country)->text();
                    self::assertSame($once, StreetLine::parse($once, $country)->text(), sprintf($form, $word));
                }
            }
        }
    }

    private const FORMS = [
        '12 Main %s',
        '12 N Main %s',
        '12 Main St %s',
        '%s',
        '12 %s',
        '12 Main %s Apt 4',
        '100 W %s St',
        '12 %s 4',
        '12 %s Main',
        '%s 4',
    ];

    public function test_what_is_kept_of_a_street_says_what_reading_each_of_its_houses_does(): void
    {
        $words = [
            'Elm',
            'St',
            'Street',
            'North',
            'N',
            'Apt',
            'Apt.',
            'Suite',
            'Unit',
            'Fl',
            '#',
            '5th',
            'Route',
            'RR',
            'Box',
            'P.O.',
            'Hwy',
            'Ave',
        ];
        mt_srand(412);
        [$kept, $unread] = [0, 0];
        for ($i = 0; $i < 6000; $i++) {
            $line = implode(' ', array_map(static fn(): string => $words[mt_rand(0, 17)], range(0, mt_rand(1, 4))));
            $line = (mt_rand(0, 5) === 0 ? '' : mt_rand(1, 99) . ['', 'B'][mt_rand(0, 1)] . ' ') . $line;
            $line .= mt_rand(0, 1) === 0 ? '' : ' ' . mt_rand(1, 99) . ['', 'C'][mt_rand(0, 1)];
            $country = ['US', 'CA'][mt_rand(0, 1)];
            $written = StreetLine::written($line, $country);
            $read = StreetLine::parse($line, $country);
            if ($written !== null) {
                $kept++;
                self::assertSame([$read->withoutUnits(), $read->unitsText()], [$written[0], $written[1]], $line);
            } elseif (StreetLine::isUnread($line, $country)) {
                $unread++;
                self::assertSame(LineKind::Unread, $read->kind, $line);
            }
        }
        self::assertGreaterThan(1000, $kept);
        self::assertGreaterThan(5, $unread);
    }

    public function test_a_line_is_read_into_its_parts(): void
    {
        $line = StreetLine::parse('101 1/2 north Mill End avenue south, bldg C, apartment 12');

        self::assertSame(LineKind::Street, $line->kind);
        self::assertSame(
            ['101 1/2', 'N', 'Mill End', 'Ave', 'S'],
            [$line->number, $line->before, $line->name, $line->suffix, $line->after],
        );
        self::assertSame(['Bldg C', 'Apt 12'], array_map(static fn($unit): string => $unit->text(), $line->units));
        $route = StreetLine::parse('rural route 2 box 5');
        self::assertSame([LineKind::Route, 'RR 2', 'Box 5'], [$route->kind, $route->route, $route->box]);
        self::assertSame(LineKind::Unread, StreetLine::parse('The Old Mill')->kind);
        self::assertSame(LineKind::Blank, StreetLine::parse('')->kind);
    }
}
