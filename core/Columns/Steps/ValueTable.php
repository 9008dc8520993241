<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns\Steps;

use PineSieve\Core\Text\Tidy;

/** Replaces whole values by a table. */
final readonly class ValueTable implements Step
{
    public const NAME = 'table';

    private const OTHERWISE = ['keep' => 'stay', 'blank' => 'are left blank', 'hold' => 'hold their rows'];

    /** @var array<array-key, string> value in small letters to what it becomes */
    private array $folded;

    /**
     * @param  array<array-key, string>  $values  what is replaced to what it becomes; '' as a key for a blank cell
     * @param  string  $otherwise  what happens to a value that the table does not have
     */
    public function __construct(public array $values, private string $otherwise = 'keep')
    {
        $folded = [];
        foreach ($values as $from => $to) {
            $folded[mb_strtolower(Tidy::line((string) $from))] = $to;
        }
        $this->folded = $folded;
    }

    public static function of(StepSettings $settings): self
    {
        return new self($settings->table('values'), $settings->one('otherwise', array_keys(self::OTHERWISE), 'keep'));
    }

    public static function form(): StepForm
    {
        return new StepForm(
            'Replace by a table of values',
            StepForm::VALUES,
            ['values' => new \stdClass(), 'otherwise' => 'keep'],
            [StepInput::table('values', 'Values'), StepInput::choice('otherwise', 'Other values', self::OTHERWISE)],
        );
    }

    public function knows(string $value): bool
    {
        return isset($this->folded[mb_strtolower(Tidy::line($value))]);
    }

    public function apply(array $values, Row $row): array
    {
        return array_map(function (string $value): string {
            $to = $this->folded[mb_strtolower(Tidy::line($value))] ?? null;

            return match (true) {
                $to !== null => $to,
                $value === '' || $this->otherwise === 'keep' => $value,
                $this->otherwise === 'blank' => '',
                default => throw new StepFault(
                    "The table does not have \"{$value}\"",
                    'Add it to the table of the column, or correct the value',
                ),
            };
        }, $values);
    }

    public function label(): string
    {
        return 'Replace ' .
            (count($this->values) === 1 ? 'a value' : number_format(count($this->values)) . ' values') .
            ' by a table' .
            match ($this->otherwise) {
                'blank' => '; others are left blank',
                'hold' => '; rows with others are held',
                default => '',
            };
    }

    public function settings(): array
    {
        return ['values' => $this->values, 'otherwise' => $this->otherwise];
    }
}
