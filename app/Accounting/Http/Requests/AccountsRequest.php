<?php

declare(strict_types=1);

namespace App\Accounting\Http\Requests;

use App\Support\Http\GuardedRequest;
use PineSieve\Core\Ledger\Accounts;

/** To which accounts gifts are booked. */
final class AccountsRequest extends GuardedRequest
{
    protected function needs(): array
    {
        return ['book-gifts'];
    }

    /** @return array<string, list<string>> */
    public function rules(): array
    {
        return [
            'debit' => ['present', 'nullable', 'string'],
            'credit' => ['present', 'nullable', 'string'],
            'debits' => ['present', 'array', 'max:200'],
            'debits.*' => ['nullable', 'string'],
            'credits' => ['present', 'array', 'max:5000'],
            'credits.*' => ['nullable', 'string'],
        ];
    }

    public function accounts(): Accounts
    {
        $texts = fn(string $key): array => array_map(strval(...), (array) $this->validated($key));

        return Accounts::of((string) $this->validated('debit'), (string) $this->validated('credit'), $texts('debits'), $texts('credits'));
    }
}
