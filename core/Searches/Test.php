<?php

declare(strict_types=1);

namespace PineSieve\Core\Searches;

use PineSieve\Core\Standards\Field;
use PineSieve\Core\Standards\FieldType;

/** What is asked of a value. */
enum Test: string
{
    case Is = 'is';
    case IsNot = 'is not';
    case Begins = 'begins with';
    case Contains = 'contains';
    case Over = 'over';
    case AtLeast = 'at least';
    case Under = 'under';
    case AtMost = 'at most';
    case Between = 'between';
    case Since = 'since';
    case Before = 'before';
    case Blank = 'is blank';
    case Filled = 'is filled';

    /** @return list<self> what can be asked of the values of a field */
    public static function of(Field $field): array
    {
        return match (true) {
            $field->type === FieldType::Date => [self::Is, self::Since, self::Before, self::Between, self::Blank, self::Filled],
            in_array($field->type, [FieldType::Amount, FieldType::Number, FieldType::SupporterNumber], true) => [
                ...self::ofFigures(),
                self::Blank,
                self::Filled,
            ],
            $field->options() !== [] || in_array($field->type, self::CHOSEN, true) => [self::Is, self::IsNot, self::Blank, self::Filled],
            default => [self::Is, self::IsNot, self::Begins, self::Contains, self::Blank, self::Filled],
        };
    }

    private const CHOSEN = [
        FieldType::Names,
        FieldType::YesNo,
        FieldType::Consent,
        FieldType::Status,
        FieldType::RecordKind,
        FieldType::Choice,
        FieldType::Choices,
        FieldType::GiftKind,
        FieldType::TributeKind,
        FieldType::PromiseKind,
        FieldType::Frequency,
    ];

    /** @return list<self> what can be asked of amounts and counts */
    public static function ofFigures(): array
    {
        return [self::Over, self::AtLeast, self::Under, self::AtMost, self::Is, self::Between];
    }

    /** @return array{int, int} how many values it needs, at least and at most */
    public function values(): array
    {
        return match ($this) {
            self::Blank, self::Filled => [0, 0],
            self::Between => [2, 2],
            self::Is, self::IsNot => [1, 200],
            default => [1, 1],
        };
    }
}
