<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns\Steps;

/**
 * Steps in the order in which they are done.
 *
 * @phpstan-type StepData array{do: string, ...}
 */
final readonly class Steps
{
    /** @var array<string, class-string<Step>> */
    public const KINDS = [
        Trim::NAME => Trim::class,
        CasingStep::NAME => CasingStep::class,
        ValueTable::NAME => ValueTable::class,
        Replace::NAME => Replace::class,
        Take::NAME => Take::class,
        Split::NAME => Split::class,
        Join::NAME => Join::class,
        ReadDate::NAME => ReadDate::class,
        ReadNumber::NAME => ReadNumber::class,
        ReadPhone::NAME => ReadPhone::class,
        PlaceCode::NAME => PlaceCode::class,
        YesNo::NAME => YesNo::class,
        Blank::NAME => Blank::class,
        Pad::NAME => Pad::class,
        ImpliedDecimals::NAME => ImpliedDecimals::class,
        Turn::NAME => Turn::class,
        LastBehind::NAME => LastBehind::class,
        People::NAME => People::class,
        OfLabel::NAME => OfLabel::class,
        Mend::NAME => Mend::class,
        Formula::NAME => Formula::class,
    ];

    /** Steps that a column can have. */
    private const MOST = 30;

    /** Bytes of the longest text that a step may make of a cell; no field holds more. */
    public const LONGEST = 100_000;

    /** @param  list<Step>  $list */
    public function __construct(public array $list = []) {}

    /**
     * @param  string  $cell  tidied
     * @return list<string> what it becomes, without those that say nothing
     *
     * @throws StepFault
     */
    public function apply(string $cell, Row $row): array
    {
        $values = [$cell];
        foreach ($this->list as $step) {
            $values = $step->apply($values === [] ? [''] : $values, $row);
            if (array_sum(array_map(strlen(...), $values)) > self::LONGEST) {
                throw new StepFault(
                    "After \"{$step->label()}\" the text is longer than " . number_format(self::LONGEST) . ' characters',
                    'Correct the step of the column, or shorten the cell',
                );
            }
        }

        return array_values(array_filter($values, static fn(string $value): bool => $value !== ''));
    }

    public function with(Step $step): self
    {
        return new self([...$this->list, $step]);
    }

    /** Before all others. */
    public function withFirst(Step $step): self
    {
        return new self([$step, ...$this->list]);
    }

    /** Without the steps of a kind. */
    public function without(string $name): self
    {
        return new self(array_values(array_filter($this->list, static fn(Step $step): bool => $step::NAME !== $name)));
    }

    public function has(string $name): bool
    {
        foreach ($this->list as $step) {
            if ($step::NAME === $name) {
                return true;
            }
        }

        return false;
    }

    /** Whether the column says the opposite of what it feeds, as "Do not mail" does. */
    public function turnsRound(): bool
    {
        foreach ($this->list as $step) {
            if ($step instanceof YesNo && $step->reversed) {
                return true;
            }
        }

        return false;
    }

    /** @return list<StepData> */
    public function toArray(): array
    {
        return array_map(static fn(Step $step): array => ['do' => $step::NAME] + $step->settings(), $this->list);
    }

    /**
     * @param  array<array-key, mixed>  $data  as toArray() gives it, or as a person or a file says
     *
     * @throws BadStep
     */
    public static function fromArray(array $data): self
    {
        if (count($data) > self::MOST) {
            throw new BadStep('A column can have ' . self::MOST . ' steps.');
        }

        return new self(array_map(self::step(...), array_values($data)));
    }

    private static function step(mixed $data): Step
    {
        $name = is_array($data) ? $data['do'] ?? null : null;
        $class = is_string($name) ? self::KINDS[$name] ?? null : null;
        if (!is_array($data) || $class === null) {
            throw new BadStep(
                'There is no step "' . (is_string($name) ? $name : '') . '". There are: ' . implode(', ', array_keys(self::KINDS)) . '.',
            );
        }

        return $class::of(new StepSettings($data));
    }
}
