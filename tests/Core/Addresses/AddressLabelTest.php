<?php

declare(strict_types=1);

namespace Tests\Core\Addresses;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use PineSieve\Core\Addresses\AddressLabel;

final class AddressLabelTest extends TestCase
{
    /** @return iterable<array{string, string, string, bool}> a cell, the name, the address, whether both are whole */
    public static function labels(): iterable
    {
        yield ['Ann Lee, 12 Elm St, Dover, NH 03820', 'Ann Lee', '12 Elm St, Dover, NH 03820', true];
        yield ['Lee, Ann, PO Box 4, Saco ME 04072', 'Lee, Ann', 'PO Box 4, Saco ME 04072', true];
        yield ["Ann Lee\r\n12 Elm St Apt 4\r\nDover NH 03820", 'Ann Lee', "12 Elm St Apt 4\nDover NH 03820", true];
        yield ['Cy Dahl 44 Main St Apt 2 Dover NH 03820', 'Cy Dahl', '44 Main St Apt 2 Dover NH 03820', true];
        yield ['Ann Lee RR 2 Box 9 Troy PA 16947', 'Ann Lee', 'RR 2 Box 9 Troy PA 16947', true];
        yield ['Chœur, 1200, rue Luc, Montréal (Québec) H2X 1A1', 'Chœur', '1200, rue Luc, Montréal (Québec) H2X 1A1', true];
        yield ['Troop 44, 12 Elm St, Dover NH 03820', 'Troop 44', '12 Elm St, Dover NH 03820', true];
        yield ['1st Parish Church, 9 Oak St, Saco ME 04072', '1st Parish Church', '9 Oak St, Saco ME 04072', true];
        yield ["Grace Church\nAttn: Bo Park\n9 Oak St\nSaco ME 04072", 'Grace Church', "Attn: Bo Park\n9 Oak St\nSaco ME 04072", true];
        yield ["Ann Lee\nLee Dental\n9 Oak St\nSaco ME 04072", 'Ann Lee', "Lee Dental\n9 Oak St\nSaco ME 04072", true];
        yield ["Ann Lee\nDover, NH 03820", 'Ann Lee', 'Dover, NH 03820', false];
        yield ['12 Elm St, Dover NH 03820', '', '12 Elm St, Dover NH 03820', false];
        yield ['Apt 4, 12 Elm St, Dover NH 03820', '', 'Apt 4, 12 Elm St, Dover NH 03820', false];
        yield ['Ann Lee', 'Ann Lee', '', false];
        yield ["Ann\nLee", "Ann\nLee", '', false];
        yield ['Ann Lee 603-555-0101', 'Ann Lee 603-555-0101', '', false];
        yield ['Ann Lee, 12 Elm St', 'Ann Lee', '12 Elm St', false];
        yield ['', '', '', false];
    }

    #[DataProvider('labels')]
    public function test_a_name_and_an_address_in_one_cell(string $cell, string $name, string $address, bool $isWhole): void
    {
        $label = AddressLabel::of($cell);

        self::assertSame([$name, $address, $isWhole], [$label->name, $label->address, $label->isWhole()]);
    }
}
