<?php

declare(strict_types=1);

namespace PineSieve\Core\Names;

/** Why what stands in the columns of a person's name may be something else. */
enum NameDoubt: string
{
    case Organization = 'organization';
    case Family = 'family';
    case TwoPeople = 'two people';
    case Children = 'children';
    case Twice = 'part twice';
    case Odd = 'odd';
    case Person = 'person';
    case Whole = 'whole';
    case Same = 'same';
    case Turned = 'turned';
    case Husbands = 'husband';
    case Lost = 'lost letter';

    public function reason(string $name): string
    {
        return match ($this) {
            self::Organization => "\"{$name}\" may be an organization",
            self::Family => "\"{$name}\" may be a family",
            self::TwoPeople => "\"{$name}\" may be two people",
            self::Children => "\"{$name}\" comes in as several children",
            self::Twice => "\"{$name}\" has a part of the name twice",
            self::Person => "\"{$name}\" may be a person",
            self::Whole => "\"{$name}\" may be a first and a last name",
            self::Turned => "\"{$name}\" may have the last name first",
            self::Husbands => "\"{$name}\" may have her husband's first name",
            self::Same => "The spouse \"{$name}\" has the same name",
            self::Lost => "\"{$name}\" has a sign where a letter belongs",
            self::Odd => "\"{$name}\" has more than a name in it, or is none",
        };
    }

    public function remedy(): string
    {
        return match ($this) {
            self::Organization => 'Where it is one, move it to the column of the organization\'s name',
            self::Family => 'Where it is one, say so in a column for the kind of supporter',
            self::TwoPeople => 'Where they are, let one cell become two people, or move one of them to the spouse',
            self::Children => 'Where it is one child, write the first name first',
            self::Person => 'Where it is one, move it to a column of the name',
            self::Lost => 'Choose another encoding of the file, or correct it',
            self::Twice, self::Odd, self::Whole, self::Same, self::Turned, self::Husbands => 'Correct it, or leave it if it is right',
        };
    }
}
