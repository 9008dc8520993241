<?php

declare(strict_types=1);

/*
 * The made-up towns of the stand-in: city, state and ZIP codes; their streets, which each town has with the numbers 1 to 1999 unless it is
 * listed below; and who moved. Everybody and everything in it is made up.
 */

use Database\Seeders\DemoPeople;

return [
    'edition' => '2026-11',
    'towns' => [
        ['Tern Harbor', 'ME', ['04598', '04642']],
        ['Gannet Cove', 'ME', ['04511']],
        ['Petrel Point', 'ME', ['04642']],
        ['Skerry Bay', 'ME', ['04103']],
        ['Dunlin', 'ME', ['04029', '04103']],
        ['Larkspur', 'NH', ['03802']],
        ['Eider Falls', 'NH', ['03824']],
        ['Plover Neck', 'MA', ['01938']],
        ['Kittiwake', 'MA', ['02539']],
    ],
    'streets' => [...DemoPeople::STREETS, 'Lighthouse Rd', 'Petrel Ln', 'Kelp Ct', 'Lantern Ln'],
    // Town and street to the numbers that it has there; null if the town has no such street.
    'ranges' => [
        'Kittiwake|Schooner Ln' => [100, 199],
        'Tern Harbor|Elm St' => [1, 640],
        'Tern Harbor|Cedar Ter' => [1, 1200],
        'Gannet Cove|Spruce St' => [1, 900],
        'Skerry Bay|Windrow Ave' => [200, 1500],
        'Plover Neck|Kelp Ct' => null,
        'Plover Neck|Wharf St' => null,
        'Eider Falls|Driftwood Pl' => null,
        'Larkspur|N Shore Dr' => null,
    ],
    // First name ('' for the whole family), last name, the day, where from, and where to (null: they left no address).
    'moves' => [
        ['Thomas', 'Paget', '2026-03-02', '408 Schooner Ln|Apt 9|Skerry Bay', '77 Foxglove Ln|Unit 3|Gannet Cove'],
        ['Noor', 'Montrose', '2026-06-15', '896 Quarry Hill Rd|Apt 16|Tern Harbor', '1201 Harbor St||Eider Falls'],
        ['Elena', 'Marlowe', '2025-11-20', '962 Spruce St||Petrel Point', '14 Lighthouse Rd||Tern Harbor'],
        ['', 'Fennimore', '2026-01-08', 'PO Box 177||Tern Harbor', 'PO Box 420||Dunlin'],
        ['Tariq', 'Whitlock', '2026-08-30', '1577 Lighthouse Ave||Tern Harbor', null],
        ['Yusuf', 'McBride', '2025-09-12', 'PO Box 34||Gannet Cove', '305 Osprey Ct||Plover Neck'],
        ['', 'Nobody', '2026-02-02', '896 Quarry Hill Rd|Apt 16|Tern Harbor', '1 Elm St||Dunlin'],
    ],
];
