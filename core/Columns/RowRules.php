<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns;

use PineSieve\Core\Columns\Steps\BadStep;
use PineSieve\Core\Columns\Steps\Row;

/** Which rows of a source come in. */
final readonly class RowRules
{
    /** Kinds of row that can be left out, to the words for why. */
    public const KINDS = [
        'header' => 'A header in the middle of the file',
        'second header' => 'A second row of headers',
        'total' => 'A total or a footer',
        'section' => 'A heading between rows',
        'hidden' => 'Hidden in the spreadsheet',
        'struck' => 'Struck through in the spreadsheet',
    ];

    /**
     * @param  list<string>  $leftOut  of KINDS
     * @param  list<Condition>  $conditions  all must hold
     */
    public function __construct(public array $leftOut = [], public array $conditions = [])
    {
        foreach ($leftOut as $kind) {
            if (!isset(self::KINDS[$kind])) {
                throw new BadStep("There is no kind of row \"{$kind}\".");
            }
        }
    }

    /**
     * @param  ?string  $kind  of the row, as RowKind tells it; null for an ordinary one
     * @return ?string why the row is left out; null if it comes in
     */
    public function reason(?string $kind, Row $row): ?string
    {
        if ($kind !== null && in_array($kind, $this->leftOut, true)) {
            return self::KINDS[$kind];
        }
        foreach ($this->conditions as $condition) {
            if (!$condition->holds($row)) {
                return "Not so: {$condition->label()}";
            }
        }

        return null;
    }

    /** Whether a reason says that the row is no record at all: what stands in it is no money of the file either. */
    public static function isNoRecord(string $reason): bool
    {
        return in_array($reason, [self::KINDS['header'], self::KINDS['second header'], self::KINDS['total'], self::KINDS['section']], true);
    }

    public function with(string $kind): self
    {
        return in_array($kind, $this->leftOut, true) ? $this : new self([...$this->leftOut, $kind], $this->conditions);
    }

    public function without(string $kind): self
    {
        return new self(array_values(array_diff($this->leftOut, [$kind])), $this->conditions);
    }

    /** @return array{left_out: list<string>, conditions: list<array{header: string, how: string, value: string}>} */
    public function toArray(): array
    {
        return [
            'left_out' => $this->leftOut,
            'conditions' => array_map(
                static fn(Condition $condition): array => [
                    'header' => $condition->header,
                    'how' => $condition->how,
                    'value' => $condition->value,
                ],
                $this->conditions,
            ),
        ];
    }

    /** @param  array<string, mixed>  $data  as toArray() gives it; what is missing is empty */
    public static function fromArray(array $data): self
    {
        $conditions = [];
        foreach (is_array($data['conditions'] ?? null) ? $data['conditions'] : [] as $condition) {
            if (
                !is_array($condition) ||
                !is_string($condition['header'] ?? null) ||
                !is_string($condition['how'] ?? null) ||
                !is_string($condition['value'] ?? '')
            ) {
                throw new BadStep('A condition needs a column, a comparison and a value.');
            }
            $conditions[] = new Condition($condition['header'], $condition['how'], $condition['value'] ?? '');
        }

        return new self(
            array_values(array_filter(is_array($data['left_out'] ?? null) ? $data['left_out'] : [], is_string(...))),
            $conditions,
        );
    }
}
