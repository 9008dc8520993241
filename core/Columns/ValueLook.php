<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns;

/** What a value can look like. */
enum ValueLook: string
{
    case Email = 'email';
    case Phone = 'phone';
    case Date = 'date';
    case Money = 'money';
    case State = 'state';
    case PostalCode = 'postal code';
    case PostalAbroad = 'postal code abroad';
    case Currency = 'currency';
    case GiftKind = 'gift kind';
    case Street = 'street';
    case Words = 'words';
    case Title = 'title';
    case Organization = 'organization';
    case FullName = 'full name';
    case YesNo = 'yes or no';
    case Consent = 'consent';
    case RecordKind = 'kind of record';
    case Status = 'status';

    /** As in "1,190 of 1,204 values ...". */
    public function phrase(): string
    {
        return match ($this) {
            self::Email => 'are email addresses',
            self::Phone => 'have the form of a telephone number',
            self::Date => 'are dates',
            self::Money => 'are amounts',
            self::State => 'are US states or Canadian provinces',
            self::PostalCode => 'have the form of a US ZIP code or a Canadian postal code',
            self::PostalAbroad => 'have the form of a postal code somewhere',
            self::Currency => 'are codes of currencies',
            self::GiftKind => 'are kinds of gift',
            self::Street => 'begin like a street address',
            self::Words => 'are words',
            self::Title => 'are titles such as "Mrs." and "Dr."',
            self::Organization => 'have a word that tells an organization',
            self::FullName => 'have a first and a last name',
            self::YesNo => 'say yes or no',
            self::Consent => 'say that someone agreed or refused',
            self::RecordKind => 'are kinds of record',
            self::Status => 'are statuses such as "active" and "deceased"',
        };
    }
}
