<?php

declare(strict_types=1);

namespace Tests\Core\Names;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use PineSieve\Core\Names\Children;

final class ChildrenTest extends TestCase
{
    /** @param  list<string>  $names */
    #[DataProvider('cells')]
    public function test_several_stand_in_one_cell(string $written, string $last, array $names): void
    {
        self::assertSame($names, Children::split($written, $last));
    }

    /** @return iterable<array{string, string, list<string>}> what is written, the family's last name, the children */
    public static function cells(): iterable
    {
        yield ['Zoe, Max', 'Ruiz', ['Zoe', 'Max']];
        yield ['Ada, Ben & Cy', 'Lee', ['Ada', 'Ben', 'Cy']];
        yield ['Ada, Ben, and Cy', 'Lee', ['Ada', 'Ben', 'Cy']];
        yield ['Nevaeh, Jaxon, Brynlee', 'Kim', ['Nevaeh', 'Jaxon', 'Brynlee']];
        yield ["Ana\nLuis", 'Ruiz', ['Ana', 'Luis']];
        yield ['Sofía y Mateo', 'Ruiz', ['Sofía', 'Mateo']];
        yield ['Ethan/Olivia', '', ['Ethan', 'Olivia']];
        yield ['Mia & Max Orr', 'Lee', ['Mia Orr', 'Max Orr']];
        yield ['Orr, Mia & Max', '', ['Mia Orr', 'Max Orr']];
        yield ['Ada Cole, Ben Cole', 'Cole', ['Ada Cole', 'Ben Cole']];
        yield 'ages and grades' => ['Ada (K), Ben (3)', 'Cole', ['Ada', 'Ben']];
        yield ['Ann 7; Bo 4', 'Lee', ['Ann', 'Bo']];
        yield ['Ethan-5, Olivia-2', 'Kim', ['Ethan', 'Olivia']];
        yield ['Emma Kim (2015), Liam Kim (2018)', 'Kim', ['Emma Kim', 'Liam Kim']];
        yield 'one of them' => ['Ruiz, Max', 'Ruiz', []];
        yield ['Van Dyke, Ann', 'Lee', []];
        yield ['Parker, Ann', '', []];
        yield ['Smith, John Jr.', 'Lee', []];
        yield ['Lee, Ann, Jr', 'Lee', []];
        yield ['Mary Jo', 'Lee', []];
        yield 'nobody' => ['2 kids', 'Kim', []];
        yield ['none', 'Kim', []];
        yield ['', '', []];
        yield 'not understood' => ['Ethan age 5, Olivia age 2 1/2', 'Kim', []];
        yield [implode(', ', array_fill(0, 13, 'Ann')), 'Kim', []];
    }

    #[TestWith(['Jaxon, Brynlee', 'Kim', true])]
    #[TestWith(['Kim, Jaxon', 'Kim', false])]
    #[TestWith(['Kim, Jaxon', '', false])]
    #[TestWith(['Thompson, Zoe', 'Lee', false])]
    #[TestWith(['Kim, Jr.', 'Lee', false])]
    #[TestWith(['Jaxon Kim', 'Lee', false])]
    public function test_whether_one_may_be_two(string $written, string $last, bool $may): void
    {
        self::assertSame($may, Children::mayBeTwo($written, $last));
    }
}
