<?php

declare(strict_types=1);

namespace App\Addresses\Http\Requests;

use App\Addresses\Directory\DirectorySettings;
use App\Support\Http\GuardedRequest;

/** How the postal directory is to be asked. A key that is not said stays as it is. */
final class DirectoryRequest extends GuardedRequest
{
    protected function needs(): array
    {
        return ['administer'];
    }

    /** @return array<string, list<string>> */
    public function rules(): array
    {
        return [
            'url' => ['present', 'nullable', 'string', 'url:http,https', 'max:300'],
            'key' => ['sometimes', 'nullable', 'string', 'max:300'],
            'batch' => ['required', 'integer', 'min:1', 'max:1000'],
            'rate' => ['required', 'integer', 'min:0', 'max:100000'],
            'timeout' => ['required', 'integer', 'min:1', 'max:120'],
            'keep_days' => ['required', 'integer', 'min:1', 'max:3650'],
            'every_days' => ['required', 'integer', 'min:0', 'max:3650'],
        ];
    }

    public function settings(): DirectorySettings
    {
        $data = $this->validated();
        $key = (string) ($data['key'] ?? '');

        return new DirectorySettings(
            trim((string) $data['url']),
            $key === '' ? DirectorySettings::read()->key : $key,
            (int) $data['batch'],
            (int) $data['rate'],
            (int) $data['timeout'],
            (int) $data['keep_days'],
            (int) $data['every_days'],
        );
    }
}
