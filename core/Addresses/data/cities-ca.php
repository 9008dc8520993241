<?php

/*
 * Cities and towns of Canada that many addresses name, by province: where one follows the street without a comma, it is known by its name.
 * Written by hand from general knowledge, not taken from a register: a place that is missing stays in the street, and there is no city then.
 */

return [
    'AB' => 'Airdrie|Beaumont|Brooks|Calgary|Camrose|Canmore|Chestermere|Cochrane|Cold Lake|Edmonton|Fort McMurray|Fort Saskatchewan|Grande Prairie|' .
        'High River|Lacombe|Leduc|Lethbridge|Lloydminster|Medicine Hat|Okotoks|Red Deer|Sherwood Park|Spruce Grove|St. Albert|Stony Plain|Strathmore|' .
        'Sylvan Lake|Wetaskiwin|Whitecourt|Banff|Jasper',
    'BC' => 'Abbotsford|Burnaby|Campbell River|Chilliwack|Colwood|Comox|Coquitlam|Courtenay|Cranbrook|Dawson Creek|Delta|Duncan|Fort St. John|Kamloops|' .
        'Kelowna|Langford|Langley|Maple Ridge|Mission|Nanaimo|Nelson|New Westminster|North Vancouver|Parksville|Penticton|Pitt Meadows|Port Alberni|' .
        'Port Coquitlam|Port Moody|Powell River|Prince George|Prince Rupert|Quesnel|Richmond|Salmon Arm|Sidney|Squamish|Surrey|Terrace|Trail|Vancouver|' .
        'Vernon|Victoria|West Kelowna|West Vancouver|Whistler|White Rock|Williams Lake',
    'MB' => 'Brandon|Dauphin|Flin Flon|Morden|Portage la Prairie|Selkirk|Steinbach|Thompson|Winkler|Winnipeg',
    'NB' => 'Bathurst|Campbellton|Dieppe|Edmundston|Fredericton|Miramichi|Moncton|Oromocto|Quispamsis|Riverview|Rothesay|Sackville|Saint John|Shediac|' .
        'Tracadie|Woodstock',
    'NL' => 'Conception Bay South|Corner Brook|Gander|Grand Falls-Windsor|Happy Valley-Goose Bay|Labrador City|Mount Pearl|Paradise|St. John\'s|' .
        'Stephenville|Torbay',
    'NS' => 'Amherst|Antigonish|Bedford|Bridgewater|Dartmouth|Glace Bay|Halifax|Kentville|New Glasgow|Sackville|Lower Sackville|Sydney|Truro|Wolfville|' .
        'Yarmouth',
    'NT' => 'Hay River|Inuvik|Yellowknife',
    'NU' => 'Iqaluit|Rankin Inlet',
    'ON' => 'Ajax|Amherstburg|Aurora|Barrie|Belleville|Bracebridge|Bradford|Brampton|Brantford|Brockville|Burlington|Caledon|Cambridge|Chatham|Clarington|' .
        'Cobourg|Collingwood|Cornwall|Elliot Lake|Etobicoke|Fort Erie|Gananoque|Georgetown|Goderich|Gravenhurst|Grimsby|Guelph|Hamilton|Hawkesbury|' .
        'Huntsville|Ingersoll|Innisfil|Kanata|Kapuskasing|Kenora|Kingston|Kingsville|Kirkland Lake|Kitchener|Leamington|Lindsay|London|Markham|Midland|' .
        'Milton|Mississauga|Nepean|Newmarket|Niagara Falls|Niagara-on-the-Lake|North Bay|North York|Oakville|Orangeville|Orillia|Orleans|Oshawa|Ottawa|' .
        'Owen Sound|Parry Sound|Pembroke|Perth|Peterborough|Petrolia|Pickering|Port Colborne|Port Hope|Renfrew|Richmond Hill|Sarnia|Sault Ste. Marie|' .
        'Scarborough|Simcoe|Smiths Falls|St. Catharines|St. Thomas|Stoney Creek|Stouffville|Stratford|Strathroy|Sudbury|Thornhill|Thorold|Thunder Bay|' .
        'Tillsonburg|Timmins|Toronto|Trenton|Uxbridge|Vaughan|Wasaga Beach|Waterloo|Welland|Whitby|Windsor|Woodbridge|Woodstock',
    'PE' => 'Charlottetown|Cornwall|Stratford|Summerside',
    'QC' => 'Alma|Amos|Anjou|Baie-Comeau|Beaconsfield|Beauharnois|Beloeil|Blainville|Boisbriand|Boucherville|Brossard|Candiac|Chambly|Châteauguay|' .
        'Chicoutimi|Côte-Saint-Luc|Cowansville|Deux-Montagnes|Dollard-des-Ormeaux|Dorval|Drummondville|Gaspé|Gatineau|Granby|Hull|Joliette|Jonquière|' .
        'Kirkland|L\'Assomption|La Prairie|La Tuque|Lachine|Lachute|LaSalle|Laval|Lévis|Longueuil|Magog|Mascouche|Matane|Mirabel|Mont-Laurier|Mont-Royal|' .
        'Montréal|Outremont|Pointe-Claire|Prévost|Québec|Repentigny|Rimouski|Rivière-du-Loup|Rosemère|Rouyn-Noranda|Saguenay|Saint-Bruno-de-Montarville|' .
        'Saint-Constant|Saint-Eustache|Saint-Georges|Saint-Hubert|Saint-Hyacinthe|Saint-Jean-sur-Richelieu|Saint-Jérôme|Saint-Lambert|Saint-Laurent|' .
        'Saint-Lazare|Sainte-Foy|Sainte-Julie|Sainte-Thérèse|Salaberry-de-Valleyfield|Sept-Îles|Shawinigan|Sherbrooke|Sorel-Tracy|Terrebonne|' .
        'Thetford Mines|Trois-Rivières|Val-d\'Or|Varennes|Vaudreuil-Dorion|Verdun|Victoriaville|Westmount',
    'SK' => 'Estevan|Humboldt|Lloydminster|Martensville|Meadow Lake|Melfort|Moose Jaw|North Battleford|Prince Albert|Regina|Saskatoon|Swift Current|Warman|' .
        'Weyburn|Yorkton',
    'YT' => 'Whitehorse',
];
