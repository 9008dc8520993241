<?php

declare(strict_types=1);

namespace App\Api\Http\Requests;

use App\Intakes\Intake;
use App\Intakes\Plans\SavedPlan;
use App\Support\Http\GuardedRequest;
use Illuminate\Http\UploadedFile;

/** Rows, each with its cells by header, or a file; by which plan, and whether it is loaded. */
final class BringInRequest extends GuardedRequest
{
    private const MOST = 10_000;

    protected function needs(): array
    {
        return ['create', Intake::class];
    }

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'name' => ['nullable', 'string', 'max:120'],
            'plan' => ['nullable', 'string', 'max:120'],
            'load' => ['nullable', 'boolean'],
            'rows' => ['required_without:file', 'array', 'min:1', 'max:' . self::MOST],
            'rows.*' => ['array', 'min:1', 'max:500'],
            'file' => ['required_without:rows', 'file'],
        ];
    }

    public function name(): ?string
    {
        $name = trim((string) $this->validated('name'));

        return $name === '' ? null : $name;
    }

    public function loads(): bool
    {
        return (bool) $this->validated('load');
    }

    public function plan(): ?SavedPlan
    {
        $name = trim((string) $this->validated('plan'));

        return $name === ''
            ? null
            : SavedPlan::query()->where('name', $name)->first() ?? abort(422, "There is no column plan \"{$name}\".");
    }

    /**
     * @template T
     *
     * @param  callable(string, string): T  $with  path of the file, and its name
     * @return T
     */
    public function withFile(callable $with): mixed
    {
        $file = $this->file('file');
        if ($file instanceof UploadedFile) {
            abort_unless($file->isValid(), 422, 'The file did not arrive whole. Nothing was kept of it.');

            return $with($file->getPathname(), $file->getClientOriginalName());
        }
        $path = (string) tempnam(sys_get_temp_dir(), 'rows');
        try {
            file_put_contents($path, json_encode($this->cells(), JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE));

            return $with($path, 'rows.json');
        } finally {
            @unlink($path);
        }
    }

    /** @return list<array<string, string>> */
    private function cells(): array
    {
        $rows = [];
        // As they were sent: nothing may trim a cell on the way.
        foreach (array_values((array) $this->input('rows')) as $i => $row) {
            $cells = [];
            foreach ((array) $row as $header => $cell) {
                abort_unless($cell === null || is_scalar($cell), 422, 'Row ' . ($i + 1) . ": \"{$header}\" must be text or a number.");
                $cells[(string) $header] = is_bool($cell) ? ($cell ? 'yes' : 'no') : (string) $cell;
            }
            $rows[] = $cells;
        }

        return $rows;
    }
}
