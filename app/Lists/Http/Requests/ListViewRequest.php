<?php

declare(strict_types=1);

namespace App\Lists\Http\Requests;

use App\Lists\ListView;
use App\Records\Supporter;
use App\Support\Http\GuardedRequest;

/**
 * How a person wants to see a list from now on.
 *
 * @phpstan-import-type KeptView from ListView
 */
final class ListViewRequest extends GuardedRequest
{
    protected function needs(): array
    {
        return ['viewAny', Supporter::class];
    }

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'columns' => ['present', 'array', 'max:40'],
            'columns.*.key' => ['required', 'string', 'max:80', 'distinct'],
            'columns.*.width' => ['nullable', 'integer', 'min:40', 'max:900'],
            'sort' => ['present', 'nullable', 'string', 'max:80'],
            'down' => ['required', 'boolean'],
            'fixed' => ['required', 'integer', 'min:1', 'max:4'],
        ];
    }

    /** @return ?KeptView null for what is usual: no columns are chosen */
    public function view(): ?array
    {
        $data = $this->validated();

        return $data['columns'] === []
            ? null
            : [
                'columns' => array_map(
                    static fn(array $one): array => ['key' => $one['key'], 'width' => isset($one['width']) ? (int) $one['width'] : null],
                    array_values($data['columns']),
                ),
                'sort' => $data['sort'] ?? '',
                'down' => (bool) $data['down'],
                'fixed' => (int) $data['fixed'],
            ];
    }
}
