<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching\Weights;

use PineSieve\Core\Matching\Rules\Comparison;
use PineSieve\Core\Names\SupporterKind;

/** What people, households and organizations are weighed by. */
enum WeighedField: string
{
    case Last = 'last name';
    case First = 'first name';
    case Middle = 'middle name';
    case Generation = 'generation';
    case Title = 'title';
    case Address = 'address';
    case Email = 'email';
    case Phone = 'phone';
    case Born = 'birth date';
    case Id = 'id';
    /** Of an organization. */
    case Name = 'name';
    case Number = 'number in the name';

    /** @return non-empty-list<self> by which records of a kind are weighed */
    public static function of(SupporterKind $kind): array
    {
        return match ($kind) {
            SupporterKind::Person => [
                self::Last,
                self::First,
                self::Middle,
                self::Generation,
                self::Title,
                self::Address,
                self::Email,
                self::Phone,
                self::Born,
                self::Id,
            ],
            SupporterKind::Household => [self::Last, self::First, self::Address, self::Email, self::Phone, self::Id],
            SupporterKind::Organization => [self::Name, self::Number, self::Address, self::Email, self::Phone, self::Id],
        };
    }

    /** @return non-empty-list<Level> in which two records that both say something of it can agree */
    public function levels(): array
    {
        return match ($this) {
            self::Last => [Level::Same, Level::Form, Level::Alike, Level::Differs],
            self::First => [Level::Same, Level::Form, Level::Alike, Level::Near, Level::Middle, Level::Differs],
            self::Name => [Level::Same, Level::Form, Level::Alike, Level::Near, Level::Part, Level::Differs],
            self::Number => [Level::Same, Level::Near, Level::Differs],
            self::Middle => [Level::Same, Level::Near, Level::Differs],
            self::Generation => [Level::Same, Level::Near, Level::Differs],
            self::Title, self::Id => [Level::Same, Level::Differs],
            self::Address => [Level::Same, Level::Alike, Level::Near, Level::Differs],
            self::Email => [Level::Same, Level::Alike, Level::Near, Level::Differs],
            self::Phone => [Level::Same, Level::Alike, Level::Differs],
            self::Born => [Level::Same, Level::Form, Level::Alike, Level::Differs],
        };
    }

    /** @return list<self> what is said of them by a comparison of a field */
    public static function ofCompared(string $field): array
    {
        return match (true) {
            $field === Comparison::NAME => [self::Last, self::First, self::Name, self::Number],
            $field === 'name.last' => [self::Last],
            $field === 'name.first' => [self::First],
            $field === 'name.middle' => [self::Middle],
            $field === 'email' => [self::Email],
            $field === 'phone' => [self::Phone],
            $field === Comparison::ADDRESS, str_starts_with($field, 'address.') => [self::Address],
            $field === 'birth_date' => [self::Born],
            $field === Comparison::ID, str_starts_with($field, 'id.') => [self::Id],
            default => [],
        };
    }

    /** Whether what two share in it says the more the fewer have it. */
    public function isCounted(): bool
    {
        return in_array($this, [self::Last, self::First, self::Name, self::Address, self::Email, self::Phone, self::Born], true);
    }
}
