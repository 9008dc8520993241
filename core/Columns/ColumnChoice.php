<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns;

use PineSieve\Core\Standards\Formats\DateOrder;

/** What becomes of one column, and why. */
final readonly class ColumnChoice
{
    /**
     * @param  ?string  $target  key in the field catalog; null if it is open or left behind
     * @param  string  $evidence  sentences for the person
     */
    public function __construct(
        public string $header,
        public ColumnState $state,
        public ?string $target = null,
        public ?DateOrder $dateOrder = null,
        public string $evidence = '',
    ) {
    }

    /** @return array{header: string, state: string, target: ?string, date_order: ?string, evidence: string} */
    public function toArray(): array
    {
        return ['header' => $this->header, 'state' => $this->state->value, 'target' => $this->target, 'date_order' => $this->dateOrder?->value, 'evidence' => $this->evidence];
    }

    /** @param  array{header: string, state: string, target: ?string, date_order: ?string, evidence: string}  $data as toArray() gives it */
    public static function fromArray(array $data): self
    {
        return new self($data['header'], ColumnState::from($data['state']), $data['target'], $data['date_order'] === null ? null : DateOrder::from($data['date_order']), $data['evidence']);
    }
}
