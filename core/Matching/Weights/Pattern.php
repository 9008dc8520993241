<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching\Weights;

/** How far two records agree, field by field. */
final readonly class Pattern
{
    /**
     * @param  array<string, Level>  $levels  value of a WeighedField to how far they agree in it; those that both say something of
     * @param  array<string, string>  $shared  field to the value that they share, folded: what few have says much
     */
    public function __construct(
        public array $levels,
        public array $shared = [],
    ) {
    }

    /** Whether the whole name is the same, and an address, email, phone, birth date or id with it: those hang together more than they would by chance or in a home. */
    public function isWhole(): bool
    {
        $isSame = fn (WeighedField $field): bool => ($this->levels[$field->value] ?? null) === Level::Same;

        return $isSame(WeighedField::Last) && $isSame(WeighedField::First) && array_filter([WeighedField::Address, WeighedField::Email, WeighedField::Phone, WeighedField::Born, WeighedField::Id], $isSame) !== [];
    }

    /** Whether the last names differ, and nothing that moves with a person agrees: whoever lives there now may have the same first name. */
    public function isAnotherFamily(): bool
    {
        $agrees = fn (WeighedField $field): bool => ($this->levels[$field->value] ?? null) === Level::Same;

        return ($this->levels[WeighedField::Last->value] ?? null) === Level::Differs && ! $agrees(WeighedField::Email) && ! $agrees(WeighedField::Born) && ! $agrees(WeighedField::Id);
    }

    /** Whether anything but a name agrees: of a name alone nobody is certain, however few have it. */
    public function isMoreThanName(): bool
    {
        foreach ([WeighedField::Address, WeighedField::Email, WeighedField::Phone, WeighedField::Born, WeighedField::Id] as $field) {
            $level = $this->levels[$field->value] ?? Level::Blank;
            // Numbers and emails that are alike are as often two as one with a slip.
            if ($level === Level::Same || $level === Level::Form || $level === Level::Alike && $field === WeighedField::Address) {
                return true;
            }
        }

        return false;
    }
}
