<?php

declare(strict_types=1);

namespace App\Merging\Http\Requests;

use App\Merging\Merges;
use App\Support\Lists;
use PineSieve\Core\Merging\CannotMerge;
use PineSieve\Core\Merging\MergePolicy;
use PineSieve\Core\Standards\FieldPlace;
use PineSieve\Core\Standards\Standards;

/** Who becomes one, and how. */
final class MergeRequest extends MergingRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'supporters' => ['required', 'array', 'min:2', 'max:' . Merges::MOST],
            'supporters.*' => ['integer', 'min:1', 'distinct'],
            'survivor' => ['nullable', 'integer'],
            'policy' => ['array'],
            'typed' => ['array', 'max:200'],
            'typed.*' => ['present', 'nullable', 'string', 'max:5000'],
        ];
    }

    /** @return list<int> */
    public function supporters(): array
    {
        return Lists::ints($this->validated('supporters'));
    }

    public function policy(): MergePolicy
    {
        return MergePolicy::fromArray($this->validated('policy') ?? []);
    }

    /** Whom they become, if someone chose. */
    public function survivor(): ?int
    {
        $survivor = $this->validated('survivor');

        return $survivor === null ? null : (int) $survivor;
    }

    /**
     * What a person typed is held against the formats of its fields like everything else.
     *
     * @return array<string, string> column to the value as it would be stored
     *
     * @throws CannotMerge if it can't be read
     */
    public function typed(): array
    {
        $standards = app(Standards::class);
        $read = [];
        foreach ($this->validated('typed') ?? [] as $column => $value) {
            $field = str_starts_with($column, 'custom.') ? $column : FieldPlace::field('supporter', $column);
            if ($field === null || $field === 'kind' || !$standards->catalog->has($field)) {
                throw new CannotMerge("There is no field \"{$column}\" of a supporter.");
            }
            $lines = array_map(
                static fn(string $line) => $standards->formats->of($standards->catalog->field($field))->read($line),
                trim((string) $value) === ''
                    ? []
                    : ($standards->catalog->field($field)->type->isList()
                        ? explode("\n", trim((string) $value))
                        : [trim((string) $value)]),
            );
            foreach ($lines as $line) {
                if ($line->fault !== null) {
                    throw new CannotMerge("{$standards->catalog->field($field)->label}: {$line->fault->reason}. {$line->fault->remedy}.");
                }
            }
            $read[$column] = implode("\n", array_column($lines, 'value'));
        }

        return $read;
    }
}
