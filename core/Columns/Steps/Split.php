<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns\Steps;

/** Makes several values of one: a list in a cell. */
final readonly class Split implements Step
{
    public const NAME = 'split';

    /** @param  string  $marks each of its characters separates; "\n" a line break */
    public function __construct(private string $marks = ";,/|\n") {}

    public static function of(StepSettings $settings): self
    {
        $marks = $settings->text('marks', ";,/|\n");

        return $marks === '' ? throw new BadStep('Say at which marks the value is cut.') : new self($marks);
    }

    public static function form(): StepForm
    {
        return new StepForm(
            'Split into several values',
            StepForm::TEXT,
            ['marks' => ";,/|\n"],
            [StepInput::text('marks', 'At any of these marks', needed: true)],
        );
    }

    public function apply(array $values, Row $row): array
    {
        $pieces = [];
        foreach ($values as $value) {
            $cut = preg_split('/[' . preg_quote($this->marks, '/') . ']/u', $value);
            array_push($pieces, ...$cut === false ? [$value] : $cut);
        }
        $pieces = array_values(array_filter(array_map(trim(...), $pieces), static fn(string $piece): bool => $piece !== ''));

        return $pieces === [] ? [''] : $pieces;
    }

    public function label(): string
    {
        return 'Split at ' .
            implode(
                ' ',
                array_map(
                    static fn(string $mark): string => match ($mark) {
                        "\n" => 'line breaks',
                        ' ' => 'blanks',
                        default => $mark,
                    },
                    mb_str_split($this->marks),
                ),
            ) .
            ' into several values';
    }

    public function settings(): array
    {
        return ['marks' => $this->marks];
    }
}
