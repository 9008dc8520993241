<?php

declare(strict_types=1);

namespace App\Exports;

use App\Gifts\GiftStatus;
use PineSieve\Core\Promises\PromiseStatus;

/** What an export has a row for. */
enum ExportOf: string
{
    case Supporters = 'supporters';
    /** One each address, email and phone. */
    case Contacts = 'contacts';
    /** One each member. */
    case Households = 'households';
    /** One each contact person, and whoever works there. */
    case Organizations = 'organizations';
    case Notes = 'notes';
    case History = 'history';
    case Gifts = 'gifts';
    /** Gifts, and of those that are split one each part. */
    case Splits = 'splits';
    case Batches = 'batches';
    case Promises = 'promises';
    /** What is to come in of promises until a day. */
    case Due = 'due';
    case Totals = 'totals';

    /** @return list<string> the usual few fields */
    public function usual(): array
    {
        return match ($this) {
            self::Supporters => [
                'supporter',
                'kind',
                'name.first',
                'name.last',
                'organization.name',
                // Of a couple or a family it says who they are.
                'name.envelope',
                'email',
                'phone',
                'address.line1',
                'address.line2',
                'address.city',
                'address.state',
                'address.postal_code',
                'address.country',
            ],
            self::Gifts, self::Splits => [
                'gift',
                'supporter',
                'supporter.name',
                'gift.date',
                'gift.amount',
                'gift.currency',
                'gift.fund',
                'gift.campaign',
                'gift.appeal',
                'gift.kind',
                'gift.reference',
                'gift.corrected',
            ],
            self::Promises => [
                'promise',
                'supporter',
                'supporter.name',
                'promise.kind',
                'promise.date',
                'promise.amount',
                'promise.currency',
                'promise.fund',
                'promise.paid',
                'promise.balance',
                'promise.next',
            ],
            self::Totals => ['month', 'currency', 'gifts', 'amount'],
            self::Batches => array_keys(BatchRows::COLUMNS),
            default => PartRows::keys($this),
        };
    }

    /** @return list<string> by what one can ask for some of them: keys as ExportAsked::of() takes them */
    public function narrowedBy(): array
    {
        return match ($this) {
            self::Supporters => ['search', 'status', 'since'],
            self::Contacts => ['search', 'since'],
            self::Households, self::Organizations => ['search'],
            self::Notes, self::History => ['search', 'from', 'to'],
            self::Gifts, self::Splits => ['search', 'from', 'to', 'fund', 'campaign', 'status', 'batch', 'intake', 'since'],
            self::Batches => ['from', 'to', 'status'],
            self::Promises => ['search', 'fund', 'status', 'since'],
            self::Due => ['search', 'fund', 'to'],
            self::Totals => ['from', 'to', 'fund', 'campaign', 'status'],
        };
    }

    /** @return string the list whose searches find its rows beside those that find supporters; '' for none */
    public function list(): string
    {
        return match ($this) {
            self::Gifts, self::Splits => 'gifts',
            self::Promises => 'promises',
            default => '',
        };
    }

    /** @return ?list<string> the statuses that there are; null where anything may be one */
    public function statuses(): ?array
    {
        return match ($this) {
            self::Gifts, self::Splits, self::Totals => array_column(GiftStatus::cases(), 'value'),
            self::Promises => array_column(PromiseStatus::cases(), 'value'),
            self::Batches => ['open', 'ready', 'posted'],
            default => null,
        };
    }

    /** @return list<string> whose fields a row may have beside those of its supporter: "gift", "promise" */
    public function subjects(): array
    {
        return match ($this) {
            self::Gifts, self::Splits => ['gift'],
            self::Promises, self::Due => ['promise'],
            default => [],
        };
    }
}
