<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns\Steps;

/** The settings of a step as they are written in a plan, read with care: they may come from a file. */
final readonly class StepSettings
{
    /** @param  array<array-key, mixed>  $data */
    public function __construct(private array $data) {}

    /** @param  ?string  $default null if it must be given */
    public function text(string $name, ?string $default = null): string
    {
        $value = $this->data[$name] ?? ($default ?? throw new BadStep("The step needs \"{$name}\"."));

        return is_string($value) && mb_strlen($value) <= 2000 ? $value : throw new BadStep("\"{$name}\" of a step must be a text.");
    }

    /**
     * @param  list<string>  $allowed
     */
    public function one(string $name, array $allowed, ?string $default = null): string
    {
        $value = $this->text($name, $default);

        return in_array($value, $allowed, true)
            ? $value
            : throw new BadStep("\"{$name}\" of a step must be one of: " . implode(', ', $allowed) . '.');
    }

    public function number(string $name, ?int $default, int $from, int $to): int
    {
        $value = $this->data[$name] ?? ($default ?? throw new BadStep("The step needs \"{$name}\"."));
        if (is_string($value) && preg_match('/^-?\d{1,6}$/D', $value) === 1) {
            $value = (int) $value;
        }

        return is_int($value) && $value >= $from && $value <= $to
            ? $value
            : throw new BadStep("\"{$name}\" of a step must be a number from {$from} to {$to}.");
    }

    public function flag(string $name, bool $default = false): bool
    {
        $value = $this->data[$name] ?? $default;

        return is_bool($value) ? $value : throw new BadStep("\"{$name}\" of a step must be true or false.");
    }

    /** @return list<string> */
    public function texts(string $name): array
    {
        $value = $this->data[$name] ?? [];
        if (!is_array($value) || count($value) > 5000) {
            throw new BadStep("\"{$name}\" of a step must be a list.");
        }

        return array_map(
            static fn(mixed $text): string => is_string($text)
                ? $text
                : throw new BadStep("\"{$name}\" of a step must be a list of texts."),
            array_values($value),
        );
    }

    /** @return array<array-key, string> */
    public function table(string $name): array
    {
        $value = $this->data[$name] ?? [];
        if (!is_array($value) || count($value) > 5000) {
            throw new BadStep("\"{$name}\" of a step must be a table of at most 5,000 values.");
        }

        return array_map(
            static fn(mixed $to): string => is_string($to) ? $to : throw new BadStep("\"{$name}\" of a step must be a table of texts."),
            $value,
        );
    }
}
