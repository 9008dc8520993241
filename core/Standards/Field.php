<?php

declare(strict_types=1);

namespace PineSieve\Core\Standards;

/** A field of the catalog. */
final readonly class Field
{
    public const CUSTOM = 'custom.';

    /**
     * @param  string  $group  heading that it stands under
     * @param  list<string>  $options  of a pick list, in order
     * @param  bool  $required  whether a record without it is held
     * @param  bool  $named  whether a column that feeds it also says which: the group, or the system that an id is from
     */
    public function __construct(
        public string $key,
        public string $label,
        public string $group,
        public FieldType $type,
        public array $options = [],
        public bool $required = false,
        public bool $named = false,
    ) {
    }

    public function isCustom(): bool
    {
        return str_starts_with($this->key, self::CUSTOM);
    }

    public function withLabel(string $key, string $label): self
    {
        return new self($key, $label, $this->group, $this->type, $this->options, $this->required, $this->named);
    }
}
