<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns\Steps;

/**
 * Something that can be set about a step, as a screen asks for it.
 *
 * @phpstan-type InputChoice array{value: string, label: string}
 * @phpstan-type StepInputData array{
 *     name: string, label: string, is: 'text'|'number'|'flag'|'choice'|'words'|'kinds'|'columns'|'table', needed: bool, wide: bool,
 *     from: int, to: int, of: list<InputChoice>, only: list<string>,
 * }
 */
final readonly class StepInput
{
    /**
     * @param  'text'|'number'|'flag'|'choice'|'words'|'kinds'|'columns'|'table'  $is
     * @param  array<string, string>  $of  what can be chosen, to how it is called
     * @param  list<string>  $only  what must have been chosen as "what" for it to matter; whatever it is if empty
     */
    private function __construct(
        private string $name,
        private string $label,
        private string $is,
        private bool $needed = false,
        private bool $wide = false,
        private int $from = 0,
        private int $to = 0,
        private array $of = [],
        private array $only = [],
    ) {}

    public static function text(string $name, string $label, bool $needed = false, bool $wide = false): self
    {
        return new self($name, $label, 'text', $needed, $wide);
    }

    public static function number(string $name, string $label, int $from, int $to): self
    {
        return new self($name, $label, 'number', from: $from, to: $to);
    }

    public static function flag(string $name, string $label): self
    {
        return new self($name, $label, 'flag');
    }

    /** @param  array<string, string>  $of */
    public static function choice(string $name, string $label, array $of): self
    {
        return new self($name, $label, 'choice', of: $of);
    }

    /**
     * Several of what can be chosen.
     *
     * @param  array<string, string>  $of
     */
    public static function kinds(string $name, string $label, array $of): self
    {
        return new self($name, $label, 'kinds', of: $of);
    }

    /** Words of one's own. */
    public static function words(string $name, string $label): self
    {
        return new self($name, $label, 'words');
    }

    /** Other columns of the file, in order. */
    public static function columns(string $name, string $label): self
    {
        return new self($name, $label, 'columns');
    }

    /** Values to what they become. */
    public static function table(string $name, string $label): self
    {
        return new self($name, $label, 'table');
    }

    public function onlyFor(string ...$what): self
    {
        return new self(
            $this->name,
            $this->label,
            $this->is,
            $this->needed,
            $this->wide,
            $this->from,
            $this->to,
            $this->of,
            array_values($what),
        );
    }

    /** @return StepInputData */
    public function toArray(): array
    {
        return [
            'name' => $this->name,
            'label' => $this->label,
            'is' => $this->is,
            'needed' => $this->needed,
            'wide' => $this->wide,
            'from' => $this->from,
            'to' => $this->to,
            'of' => array_map(
                static fn(string $value, string $label): array => ['value' => $value, 'label' => $label],
                array_map(strval(...), array_keys($this->of)),
                array_values($this->of),
            ),
            'only' => $this->only,
        ];
    }
}
