<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching\Pairs;

/** What so many records share that their pairs are not looked at. */
final readonly class TooCommon
{
    public function __construct(public string $rules, public string $value, public int $records) {}

    /** @return array{rules: string, value: string, records: int} */
    public function toArray(): array
    {
        return ['rules' => $this->rules, 'value' => $this->value, 'records' => $this->records];
    }
}
