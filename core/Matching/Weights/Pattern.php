<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching\Weights;

/** How far two records agree, field by field. */
final readonly class Pattern
{
    /** What moves with a person. */
    private const OWN = [WeighedField::Email, WeighedField::Born, WeighedField::Id];

    /** Whoever is in an office reads these: RFC 2142, and what else people call them. */
    private const OFFICE_MAIL = [
        'accounting',
        'accounts',
        'admin',
        'administration',
        'administrator',
        'billing',
        'board',
        'contact',
        'development',
        'donations',
        'donate',
        'enquiries',
        'finance',
        'frontdesk',
        'giving',
        'hello',
        'help',
        'hr',
        'info',
        'information',
        'inquiries',
        'mail',
        'manager',
        'marketing',
        'membership',
        'office',
        'parish',
        'postmaster',
        'reception',
        'sales',
        'secretary',
        'service',
        'staff',
        'support',
        'team',
        'treasurer',
        'webmaster',
    ];

    /**
     * @param  array<string, Level>  $levels  value of a WeighedField to how far they agree in it; those that both say something of
     * @param  array<string, string>  $shared  field to the value that they share, folded: what few have says much
     */
    public function __construct(public array $levels, public array $shared = []) {}

    /** Whether both have one name, all of it. */
    public function isOfOneName(): bool
    {
        return ($this->is(WeighedField::Last, Level::Same) && $this->is(WeighedField::First, Level::Same)) ||
            ($this->is(WeighedField::Name, Level::Same) &&
                !$this->is(WeighedField::Number, Level::Differs) &&
                !$this->is(WeighedField::Number, Level::Near));
    }

    /** Whether the whole name is the same, and an address, email, phone, birth date or id with it: those hang together more than they would by chance or in a home. */
    public function isWhole(): bool
    {
        return $this->isOfOneName() &&
            !$this->isPerhapsAnotherGeneration() &&
            $this->shareOne([...self::OWN, WeighedField::Address, WeighedField::Phone]);
    }

    /**
     * Whether they are called otherwise, so that nothing makes it certain: of people, the last names differ, and nothing that moves
     * with a person agrees, or no more of the name than an initial and an email, which two who live together have too;
     * of organizations, one has a word or a number that the other has not: a library and its friends.
     */
    public function isAnotherName(): bool
    {
        $isCalledSo = $this->is(WeighedField::First, Level::Same) || $this->is(WeighedField::First, Level::Form);
        $isAnotherPerson =
            $this->is(WeighedField::Last, Level::Differs) &&
            !$this->shareOwn($isCalledSo ? self::OWN : [WeighedField::Born, WeighedField::Id]);
        $name = $this->levels[WeighedField::Name->value] ?? null;
        $isAnotherOrganization = $name !== null && !in_array($name, [Level::Same, Level::Form, Level::Alike], true);

        return $isAnotherPerson ||
            $isAnotherOrganization ||
            $this->is(WeighedField::Number, Level::Differs) ||
            $this->is(WeighedField::Number, Level::Near);
    }

    /** Whether no more of the first names than an initial fits, the last names differ, and nothing that moves with a person agrees. */
    public function isInitialOfAnother(): bool
    {
        return $this->is(WeighedField::First, Level::Near) && $this->is(WeighedField::Last, Level::Differs) && !$this->shareOwn(self::OWN);
    }

    /** Whether only one of them is written with Jr. or the like, and nothing agrees that father and son have not in common: a home, and its phone, they have. */
    public function isPerhapsAnotherGeneration(): bool
    {
        return $this->is(WeighedField::Generation, Level::Near) && !$this->shareOwn(self::OWN);
    }

    /** @param  array<WeighedField>  $fields */
    public function shareOne(array $fields): bool
    {
        return array_filter($fields, fn(WeighedField $field): bool => $this->is($field, Level::Same)) !== [];
    }

    /**
     * Whether one of those agrees, and is not the mailbox of an office.
     *
     * @param  list<WeighedField>  $fields
     */
    private function shareOwn(array $fields): bool
    {
        $mailbox = explode('@', $this->shared[WeighedField::Email->value] ?? '')[0];
        $isOffice = in_array($mailbox, self::OFFICE_MAIL, true);

        return $this->shareOne(array_filter($fields, static fn(WeighedField $field): bool => !$isOffice || $field !== WeighedField::Email));
    }

    /** @param  array<WeighedField>  $fields */
    public function without(array $fields): self
    {
        $gone = array_fill_keys(array_map(static fn(WeighedField $field): string => $field->value, $fields), true);

        return new self(array_diff_key($this->levels, $gone), array_diff_key($this->shared, $gone));
    }

    public function is(WeighedField $field, Level $level): bool
    {
        return ($this->levels[$field->value] ?? null) === $level;
    }

    /** Whether anything but a name agrees: of a name alone nobody is certain, however few have it. */
    public function isMoreThanName(): bool
    {
        foreach ([WeighedField::Address, WeighedField::Email, WeighedField::Phone, WeighedField::Born, WeighedField::Id] as $field) {
            $level = $this->levels[$field->value] ?? Level::Blank;
            // Numbers that are alike, and emails of people who are called otherwise, are as often two as one with a slip.
            $isTelling = match ($level) {
                Level::Same, Level::Form => true,
                Level::Alike => $field === WeighedField::Address || ($field === WeighedField::Email && $this->isOfOneName()),
                default => false,
            };
            if ($isTelling) {
                return true;
            }
        }

        return false;
    }
}
