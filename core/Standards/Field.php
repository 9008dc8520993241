<?php

declare(strict_types=1);

namespace PineSieve\Core\Standards;

/** A field of the catalog. */
final readonly class Field
{
    public const CUSTOM = 'custom.';

    /**
     * @param  string  $group  heading that it stands under
     * @param  bool  $named  whether a column that feeds it also says which: the group, or the system that an id is from
     * @param  ?Unreadable  $unreadable  what the organization chose for values that can't be read; null for what is usual
     * @param  bool  $isRetired  whether records keep its values, but nothing new may come in
     */
    public function __construct(
        public string $key,
        public string $label,
        public string $group,
        public FieldType $type,
        public ?PickList $list = null,
        public bool $named = false,
        public Limits $limits = new Limits(),
        public bool $isRetired = false,
        public ?Unreadable $unreadable = null,
        public FieldNature $nature = new FieldNature(),
    ) {}

    public function isCustom(): bool
    {
        return str_starts_with($this->key, self::CUSTOM);
    }

    /** @return list<string> what may be chosen, in order; empty if anything may be written */
    public function options(): array
    {
        return $this->list?->options() ?? [];
    }

    public function withLabel(string $key, string $label): self
    {
        return new self(
            $key,
            $label,
            $this->group,
            $this->type,
            $this->list,
            $this->named,
            $this->limits,
            $this->isRetired,
            $this->unreadable,
            $this->nature,
        );
    }

    /** The same field as an organization has set it. */
    public function with(?PickList $list, Limits $limits, ?Unreadable $unreadable = null): self
    {
        return new self(
            $this->key,
            $this->label,
            $this->group,
            $this->type,
            $list,
            $this->named,
            $limits,
            $this->isRetired,
            $unreadable,
            $this->nature,
        );
    }
}
