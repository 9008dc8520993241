<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns;

use PineSieve\Core\Columns\Steps\BadStep;
use PineSieve\Core\Columns\Steps\Row;

/** What a row must fulfil to come in. Compares text without regard to case, and numbers as numbers. */
final readonly class Condition
{
    /** How a cell can be compared, to the words for it. */
    public const HOW = [
        'is' => 'is',
        'is not' => 'is not',
        'contains' => 'contains',
        'does not contain' => 'does not contain',
        'begins with' => 'begins with',
        'is blank' => 'is blank',
        'is not blank' => 'is not blank',
        'is at least' => 'is at least',
        'is at most' => 'is at most',
    ];

    public function __construct(public string $header, public string $how, public string $value = '')
    {
        if (!isset(self::HOW[$how])) {
            throw new BadStep('A condition compares by one of: ' . implode(', ', array_keys(self::HOW)) . '.');
        }
    }

    public function holds(Row $row): bool
    {
        $cell = mb_strtolower($row->cell($this->header));
        $value = mb_strtolower($this->value);

        return match ($this->how) {
            'is' => $cell === $value,
            'is not' => $cell !== $value,
            'contains' => $value === '' || str_contains($cell, $value),
            'does not contain' => $value !== '' && !str_contains($cell, $value),
            'begins with' => str_starts_with($cell, $value),
            'is blank' => $cell === '',
            'is not blank' => $cell !== '',
            'is at least' => $cell !== '' && self::compare($cell, $value) >= 0,
            default => $cell !== '' && self::compare($cell, $value) <= 0,
        };
    }

    public function label(): string
    {
        return "\"{$this->header}\" {$this->how}" . (str_ends_with($this->how, 'blank') ? '' : " \"{$this->value}\"");
    }

    private static function compare(string $cell, string $value): int
    {
        $plain = static fn(string $text): string => str_replace([',', '$', ' '], '', $text);

        return is_numeric($plain($cell)) && is_numeric($plain($value))
            ? (float) $plain($cell) <=> (float) $plain($value)
            : $cell <=> $value;
    }
}
