<?php

declare(strict_types=1);

namespace App\Supporters\Http\Requests;

use App\Records\Supporter;
use App\Support\Http\GuardedRequest;
use App\Supporters\SupporterColumns;

/** How someone wants to see a list of supporters. What it asks for is read where the search is made. */
final class SupporterListRequest extends GuardedRequest
{
    protected function needs(): array
    {
        return ['viewAny', Supporter::class];
    }

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'columns' => ['nullable', 'string', 'max:4000'],
            'sort' => ['nullable', 'string', 'max:80'],
            'down' => ['nullable', 'in:0,1'],
            'where' => ['nullable', 'string', 'max:20000'],
        ];
    }

    /** @return list<string> keys; none for the usual ones */
    public function columns(): array
    {
        return array_values(array_filter(explode(',', (string) $this->validated('columns')), static fn(string $key): bool => $key !== ''));
    }

    public function sort(): string
    {
        $sort = (string) $this->validated('sort');

        return $sort === '' ? SupporterColumns::NAME : $sort;
    }

    public function isDown(): bool
    {
        return $this->validated('down') === '1';
    }

    public function where(): string
    {
        return (string) $this->validated('where');
    }
}
