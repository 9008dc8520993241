<?php

declare(strict_types=1);

namespace App\Exports;

/** What an export has a row for. */
enum ExportOf: string
{
    case Supporters = 'supporters';
    case Gifts = 'gifts';
    case Promises = 'promises';
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
                'email',
                'phone',
                'address.line1',
                'address.line2',
                'address.city',
                'address.state',
                'address.postal_code',
                'address.country',
            ],
            self::Gifts => [
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
        };
    }
}
