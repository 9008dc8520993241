<?php

declare(strict_types=1);

namespace PineSieve\Core\Changes;

use PineSieve\Core\Standards\BaseFields;
use PineSieve\Core\Standards\FieldPlace;

/** Fields of a supporter for which one can choose together what a match does. */
enum FieldGroup: string
{
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

    /** @param  string  $column  of the supporter; what is made of the name goes with it */
    public static function ofColumn(string $column): self
    {
        $key = FieldPlace::field('supporter', $column);
        $field = BaseFields::all()[$key ?? ''] ?? null;

        return match (true) {
            $field === null, $field->nature->isOfName => self::Name,
            $field->group === 'Consent' => self::Consents,
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
