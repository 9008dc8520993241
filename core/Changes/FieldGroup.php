<?php

declare(strict_types=1);

namespace PineSieve\Core\Changes;

/** Fields of a supporter for which one can choose together what a match does. */
enum FieldGroup: string
{
    private const OF_NAME = [
        'title',
        'first_name',
        'middle_name',
        'last_name',
        'suffix',
        'organization_name',
        'nickname',
        'display_name',
        'sort_name',
        'envelope_name',
        'greeting',
    ];

    case Name = 'name';
    case Details = 'details';
    case Consents = 'consents';
    case Addresses = 'addresses';
    case Emails = 'emails';
    case Phones = 'phones';
    /** Fields of the organization's own. */
    case Custom = 'own fields';
    case Lists = 'groups and tags';
    case Ids = 'ids';

    /** @param  string  $column  of the supporter */
    public static function ofColumn(string $column): self
    {
        return match (true) {
            in_array($column, self::OF_NAME, true) => self::Name,
            str_starts_with($column, 'consent_') => self::Consents,
            default => self::Details,
        };
    }

    /** @return non-empty-list<MatchEffect> what can be chosen for it; the first stands for what it does not know */
    public function effects(): array
    {
        return match ($this) {
            self::Name, self::Details, self::Consents => [MatchEffect::FillBlanks, MatchEffect::Replace, MatchEffect::LeaveAlone],
            self::Addresses, self::Emails, self::Phones => [
                MatchEffect::FillBlanks,
                MatchEffect::Replace,
                MatchEffect::AddBeside,
                MatchEffect::BecomePrimary,
                MatchEffect::LeaveAlone,
            ],
            self::Custom => [MatchEffect::FillBlanks, MatchEffect::Replace, MatchEffect::AddBeside, MatchEffect::LeaveAlone],
            self::Lists, self::Ids => [MatchEffect::AddBeside, MatchEffect::LeaveAlone],
        };
    }
}
