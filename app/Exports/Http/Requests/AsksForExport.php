<?php

declare(strict_types=1);

namespace App\Exports\Http\Requests;

use App\Exports\ExportAsked;
use App\Exports\Exporting;
use App\Exports\ExportOf;
use App\Records\Supporter;
use App\Support\Http\GuardedRequest;
use App\Support\Lists;
use Illuminate\Validation\Rule;
use PineSieve\Core\Exports\CsvForm;

/** What a file is to have. */
abstract class AsksForExport extends GuardedRequest
{
    /** Of which several can be asked for. */
    private const SEVERAL = ['fund', 'campaign', 'status', 'batch', 'intake'];

    protected function prepareForValidation(): void
    {
        // One is as good as a list of one.
        $this->merge(
            array_map(
                static fn(mixed $said): array => $said === null || $said === '' ? [] : (array) $said,
                $this->only(array_filter(self::SEVERAL, $this->has(...))),
            ),
        );
    }

    protected function needs(): array
    {
        return $this->input('of') === 'everything' ? ['administer'] : ['viewAny', Supporter::class];
    }

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'of' => ['required', 'string', Rule::in([...array_column(ExportOf::cases(), 'value'), 'everything'])],
            'fields' => ['sometimes', 'array', 'max:200'],
            'fields.*' => ['string', 'max:190'],
            'search' => ['sometimes', 'nullable', 'string', 'max:190'],
            'from' => ['sometimes', 'nullable', 'string', 'max:20'],
            'to' => ['sometimes', 'nullable', 'string', 'max:20'],
            ...array_merge(
                ...array_map(
                    static fn(string $key): array => [
                        $key => ['sometimes', 'array', 'max:100'],
                        "{$key}.*" => ['string', 'max:190', 'not_regex:/\R/'],
                    ],
                    self::SEVERAL,
                ),
            ),
            'headers' => ['sometimes', 'nullable', 'string', 'max:20000'],
            'format' => ['sometimes', Rule::in(Exporting::FORMATS)],
            'delimiter' => ['sometimes', Rule::in(array_keys(CsvForm::DELIMITERS))],
            'encoding' => ['sometimes', Rule::in(array_keys(CsvForm::ENCODINGS))],
            'line_ends' => ['sometimes', Rule::in(array_keys(CsvForm::LINE_ENDS))],
            'mark' => ['sometimes', Rule::in(['yes', 'no'])],
        ];
    }

    public function isEverything(): bool
    {
        return $this->validated('of') === 'everything';
    }

    /** @return array<string, string> as ExportAsked::of() takes it */
    public function asked(): array
    {
        $data = $this->validated();
        $asked = array_filter(
            array_map(static fn(string $key): string => trim(implode("\n", Lists::texts((array) ($data[$key] ?? '')))), [
                'of' => 'of',
                'search' => 'search',
                'from' => 'from',
                'to' => 'to',
                'fund' => 'fund',
                'status' => 'status',
                'campaign' => 'campaign',
                'batch' => 'batch',
                'intake' => 'intake',
                'headers' => 'headers',
                'delimiter' => 'delimiter',
                'encoding' => 'encoding',
                'line_ends' => 'line_ends',
                'mark' => 'mark',
            ]),
            static fn(string $value): bool => $value !== '',
        );
        $fields = implode(',', array_map(strval(...), $data['fields'] ?? []));
        $asked += $fields === '' ? [] : ['fields' => $fields];
        if (!$this->isEverything()) {
            ExportAsked::of($asked);
        }

        return $asked;
    }

    public function fileFormat(): string
    {
        return $this->isEverything() ? 'zip' : (string) ($this->validated('format') ?? 'csv');
    }
}
