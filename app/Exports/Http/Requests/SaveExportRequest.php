<?php

declare(strict_types=1);

namespace App\Exports\Http\Requests;

use App\Exports\Saved\SavedExport;
use Illuminate\Validation\Rule;

/** What a file is to have, under a name, and when it is made and where it goes by itself. */
final class SaveExportRequest extends AsksForExport
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            ...parent::rules(),
            'name' => ['required', 'string', 'max:120', Rule::unique('saved_exports', 'name')->ignore($this->route('savedExport'))],
            'every' => ['present', 'nullable', Rule::in(SavedExport::EVERY)],
            'hour' => ['required', 'integer', 'between:0,23'],
            'on_day' => ['required', 'integer', 'min:1', $this->input('every') === 'week' ? 'max:7' : 'max:28'],
            'brought_to' => ['required', Rule::in(['here', 'folder', 'address'])],
            'target' => match ($this->input('brought_to')) {
                'folder' => ['required', 'string', 'max:80', 'regex:/^[\pL\pN][\pL\pN _-]*$/uD'],
                'address' => ['required', 'string', 'max:500', 'url:http,https'],
                default => ['nullable', 'max:0'],
            },
            'secret' => ['nullable', 'string', 'max:500'],
            'only_changed' => ['required', 'boolean'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'name.unique' => 'There is an export of this name already.',
            'target.regex' => 'The name of a folder has letters, numbers, spaces, "-" and "_" alone.',
            'target.required' => 'Where is it to be brought?',
        ];
    }

    /** @return array<string, mixed> columns of a SavedExport */
    public function kept(): array
    {
        $data = $this->validated();

        return [
            'name' => trim((string) $data['name']),
            'asked' => $this->asked(),
            'format' => $this->fileFormat(),
            'every' => (string) ($data['every'] ?? ''),
            'hour' => (int) $data['hour'],
            'on_day' => (int) $data['on_day'],
            'brought_to' => $data['brought_to'],
            'target' => trim((string) ($data['target'] ?? '')),
            'secret' => ($data['secret'] ?? '') === '' ? null : $data['secret'],
            'only_changed' => (bool) $data['only_changed'],
        ];
    }
}
