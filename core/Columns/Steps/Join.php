<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns\Steps;

/** Puts the values of other columns after this one. */
final readonly class Join implements Step
{
    public const NAME = 'join';

    /** @param  list<string>  $with headers of the other columns, in order; none to join several values of this one */
    public function __construct(private array $with, private string $separator = ' ') {}

    public static function of(StepSettings $settings): self
    {
        return new self($settings->texts('with'), $settings->text('separator', ' '));
    }

    public static function form(): StepForm
    {
        return new StepForm(
            'Join with other columns',
            StepForm::TEXT,
            ['with' => [], 'separator' => ' '],
            [StepInput::columns('with', 'Columns, in order'), StepInput::text('separator', 'Between them')],
        );
    }

    /** @return list<string> */
    public function headers(): array
    {
        return $this->with;
    }

    public function apply(array $values, Row $row): array
    {
        $pieces = array_filter([...$values, ...array_map($row->cell(...), $this->with)], static fn(string $piece): bool => $piece !== '');

        return [implode($this->separator, $pieces)];
    }

    public function label(): string
    {
        $with =
            $this->with === []
                ? 'Join the values'
                : 'Join with ' . implode(', ', array_map(static fn(string $header): string => "\"{$header}\"", $this->with));

        return $with . ($this->separator === ' ' ? '' : ' by "' . str_replace("\n", '⏎', $this->separator) . '"');
    }

    public function settings(): array
    {
        return ['with' => $this->with, 'separator' => $this->separator];
    }
}
