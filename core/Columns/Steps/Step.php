<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns\Steps;

/** One thing that is done to the values of a column on their way to a field. */
interface Step
{
    /**
     * The word for it in a plan: {"do": "..."}.
     *
     * @var string
     */
    public const NAME = '';

    /**
     * @param  non-empty-list<string>  $values  of one cell: one value, until a step makes several of it
     * @return list<string> what they become; a value that says nothing is ''
     *
     * @throws StepFault if a value can't be worked on
     */
    public function apply(array $values, Row $row): array;

    /** What it does, as a person reads it: "Capitals as in names". */
    public function label(): string;

    /** @return array<string, mixed> its settings, without the word for it; what has its default may be missing */
    public function settings(): array;

    /** @param  StepSettings  $settings as settings() gives them, or as a person wrote them */
    public static function of(StepSettings $settings): self;

    /** What it is called where one is chosen, and what can be set about it. */
    public static function form(): StepForm;
}
