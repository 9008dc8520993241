<?php

/*
 * Short forms of given names: every name on a line may stand for the first. Folded.
 * Source: compiled by hand from general English usage.
 */

return [
    'abigail abby gail', 'alexander alex sandy xander', 'alexandra alex sandra lexi', 'alfred al fred', 'amanda mandy', 'andrew andy drew', 'angela angie', 'anthony tony', 'barbara barb babs',
    'benjamin ben benny', 'catherine cathy kate katie cat', 'katherine kathy kate katie kat', 'charles charlie chuck chas', 'christina chris tina christy', 'christopher chris kit', 'cynthia cindy',
    'daniel dan danny', 'david dave davey', 'deborah deb debbie', 'donald don donny', 'dorothy dot dottie', 'douglas doug', 'edward ed eddie ted ned', 'eleanor ellie nell nora', 'elizabeth liz beth betty eliza lizzie betsy bess libby',
    'eugene gene', 'frances fran frannie', 'francis frank', 'franklin frank', 'frederick fred freddy', 'gabriel gabe', 'gerald jerry gerry', 'gregory greg', 'harold hal harry', 'henry hank harry', 'isabella bella izzy',
    'jacob jake', 'jacqueline jackie', 'james jim jimmy jas jamie', 'janet jan', 'jeffrey jeff', 'jennifer jen jenny', 'jessica jess jessie', 'john jack johnny jon', 'jonathan jon', 'joseph joe joey jos', 'joshua josh',
    'judith judy', 'kenneth ken kenny', 'kimberly kim', 'lawrence larry', 'leonard len leo', 'louis lou', 'louise lou', 'margaret maggie meg peggy marge margie greta', 'martin marty', 'matthew matt', 'michael mike mick mickey',
    'nathaniel nate nat', 'nathan nate', 'nicholas nick', 'pamela pam', 'patricia pat patty trish', 'patrick pat paddy', 'peter pete', 'philip phil', 'raymond ray', 'rebecca becky becca', 'richard rich rick dick ricky',
    'agatha aggie', 'augustus gus', 'florence flo', 'gertrude trudy', 'josephine josie jo', 'madeleine maddie', 'matilda tilly', 'rosalind roz', 'silas si', 'solomon sol', 'theodora dora thea',
    'robert bob rob bobby robbie bert', 'ronald ron ronnie', 'russell russ', 'samantha sam', 'samuel sam sammy', 'sandra sandy', 'sarah sally', 'stephen steve', 'steven steve', 'stephanie steph', 'susan sue susie', 'suzanne sue',
    'theodore ted teddy theo', 'theresa terry tess', 'thomas tom tommy thos', 'timothy tim', 'valerie val', 'victor vic', 'victoria vicky tori', 'vincent vince', 'virginia ginny', 'walter walt', 'wilhelmina mina', 'william bill will billy wm liam', 'zachary zach',
];
