<?php

declare(strict_types=1);

namespace PineSieve\Core\Changes;

/** What a change is made to. */
enum Subject: string
{
    case Supporter = 'supporter';
    case Address = 'address';
    case Email = 'email';
    case Phone = 'phone';
    case Identifier = 'identifier';
    case Membership = 'membership';
    case Custom = 'custom';
    case Link = 'link';
    /** A value that could not be read, as it was written. */
    case Unread = 'unread';
    /** A pledge or a recurring gift: no total of what was given has it. */
    case Promise = 'promise';
    /** Something of a day that someone wrote down. */
    case Note = 'note';
    case Gift = 'gift';
    /** A gift that waits in a batch: no total sees it until the batch is posted. */
    case Entry = 'entry';

    /** What one chooses together for it: what a match does to it; null if nothing is chosen. */
    public function group(): ?FieldGroup
    {
        return match ($this) {
            self::Address => FieldGroup::Addresses,
            self::Email => FieldGroup::Emails,
            self::Phone => FieldGroup::Phones,
            self::Identifier => FieldGroup::Ids,
            self::Membership => FieldGroup::Lists,
            self::Custom => FieldGroup::Custom,
            default => null,
        };
    }

    /** Whether one reaches a supporter by it: one of several is the primary one, and one may take another's place. */
    public function isWayToReach(): bool
    {
        return in_array($this, [self::Address, self::Email, self::Phone], true);
    }

    /** Whether it is of worth by itself, and is taken back though its supporter stays as others left it. */
    public function standsAlone(): bool
    {
        return in_array($this, [self::Gift, self::Entry, self::Promise, self::Link, self::Note], true);
    }

    /** Whether two that nothing tells apart are two. */
    public function canBeTwice(): bool
    {
        return in_array($this, [self::Supporter, self::Promise, self::Note], true) || $this->isGift();
    }

    /** Whether what is stored of it says which intake brought it. */
    public function knowsIntake(): bool
    {
        return $this === self::Promise || $this->isGift();
    }

    /** Whether it is money: given already, or waiting in a batch. */
    public function isGift(): bool
    {
        return in_array($this, [self::Gift, self::Entry], true);
    }
}
