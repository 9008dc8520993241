<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns\Steps;

/** Works the value out by an expression over the cells of the row. */
final readonly class Formula implements Step
{
    public const NAME = 'formula';

    public function __construct(private string $expression) {}

    public static function of(StepSettings $settings): self
    {
        $expression = $settings->text('expression');
        Expressions::check($expression);

        return new self($expression);
    }

    public static function form(): StepForm
    {
        return new StepForm(
            'Work out by an expression',
            StepForm::REST,
            ['expression' => 'value'],
            [StepInput::text('expression', 'Expression', needed: true, wide: true)],
        );
    }

    public function apply(array $values, Row $row): array
    {
        return [Expressions::evaluate($this->expression, implode('; ', $values), $row)];
    }

    public function label(): string
    {
        return 'Work out: ' . $this->expression;
    }

    public function settings(): array
    {
        return ['expression' => $this->expression];
    }
}
