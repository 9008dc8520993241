<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching\Rules;

use PineSieve\Core\Standards\FieldPlace;

/** One field of two records, and when they agree in it. */
final readonly class Comparison
{
    /** Fields that are not one of the catalog: the whole name, any id of the same system, and the whole of any address. */
    public const NAME = 'name';

    public const ID = 'id';

    public const ADDRESS = 'address';

    /**
     * @param  string  $field  key in the catalog, or NAME, ID or ADDRESS; of email, phone and address any one counts
     * @param  int  $strictness  of Alike, per cent: 100 for equal, 80 for one letter in five
     * @param  int  $characters  of Starts: how many
     */
    public function __construct(
        public string $field,
        public How $how = How::Exact,
        public int $strictness = 85,
        public int $characters = 4,
        public Options $options = new Options(),
    ) {}

    /**
     * @param  mixed  $data  as toArray() gives it
     * @param  callable(string): bool  $isField  whether there is such a field
     *
     * @throws BadRules
     */
    public static function fromArray(mixed $data, callable $isField): self
    {
        $field = is_array($data) ? $data['field'] ?? null : null;
        if (
            !is_array($data) ||
            !is_string($field) ||
            (!in_array($field, [self::NAME, self::ID, self::ADDRESS], true) && !$isField($field))
        ) {
            throw new BadRules('A comparison needs a "field" of the catalog' . (is_string($field) ? ": \"{$field}\" is none." : '.'));
        }
        $how =
            How::tryFrom(is_string($data['how'] ?? null) ? $data['how'] : 'exact') ??
            throw new BadRules("How {$field} is compared must be one of: " . implode(', ', array_column(How::cases(), 'value')) . '.');
        $strictness = $data['strictness'] ?? 85;
        $characters = $data['characters'] ?? 4;
        if (!is_int($strictness) || $strictness < 50 || $strictness > 100) {
            throw new BadRules("The strictness of {$field} must be a whole number from 50 to 100.");
        }
        if (!is_int($characters) || $characters < 1 || $characters > 60) {
            throw new BadRules("The number of characters of {$field} must be a whole number from 1 to 60.");
        }

        return new self(
            $field,
            $how,
            $strictness,
            $characters,
            Options::fromArray(is_array($data['options'] ?? null) ? $data['options'] : []),
        );
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'field' => $this->field,
            'how' => $this->how->value,
            ...match ($this->how) {
                How::Alike => ['strictness' => $this->strictness],
                How::Starts => ['characters' => $this->characters],
                How::Exact => [],
            },
            ...$this->options->toArray() === [] ? [] : ['options' => $this->options->toArray()],
        ];
    }

    /** Whether it looks at nothing but the name, or another field of the supporter itself. */
    public function isOfSupporterItself(): bool
    {
        return $this->field === self::NAME || FieldPlace::of($this->field)?->subject === 'supporter';
    }

    /** What the traces of values depend on. */
    public function traced(): string
    {
        return json_encode($this->toArray(), JSON_THROW_ON_ERROR);
    }

    /**
     * "same email", "name spelled alike (75 %), with nicknames"
     *
     * @param  callable(string): string  $label  of a field of the catalog
     */
    public function phrase(callable $label): string
    {
        $field = match ($this->field) {
            self::NAME => 'name',
            self::ID => 'id in another system',
            self::ADDRESS => 'address',
            default => lcfirst($label($this->field)),
        };
        $options = array_keys($this->options->toArray());

        return match ($this->how) {
            How::Exact => "same {$field}",
            How::Starts => "{$field} that begins with the same {$this->characters} characters",
            How::Alike => "{$field} spelled alike ({$this->strictness} %)",
        } . ($options === [] ? '' : ', with ' . implode(', ', $options));
    }
}
