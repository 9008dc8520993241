<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns;

use PineSieve\Core\Standards\Target;

/**
 * A value for every row, or for those whose cell is blank. It never makes something out of nothing:
 * a fund for every gift makes no gift of a row without one.
 */
final readonly class Constant
{
    /** @param  bool  $onlyBlank whether it stands in where nothing is given, or replaces what is */
    public function __construct(public string $target, public string $value, public bool $onlyBlank = true) {}

    /** @return array{target: string, value: string, only_blank: bool} */
    public function toArray(): array
    {
        return ['target' => $this->target, 'value' => $this->value, 'only_blank' => $this->onlyBlank];
    }

    /** @param  array{target: string, value: string, only_blank?: bool}  $data as toArray() gives it */
    public static function fromArray(array $data): self
    {
        return new self(Target::normal($data['target']), $data['value'], $data['only_blank'] ?? true);
    }
}
