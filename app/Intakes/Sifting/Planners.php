<?php

declare(strict_types=1);

namespace App\Intakes\Sifting;

use App\Intakes\Intake;
use PineSieve\Core\Changes\Planner;
use PineSieve\Core\Changes\Subject;
use PineSieve\Core\Standards\Field;
use PineSieve\Core\Standards\FieldPlace;
use PineSieve\Core\Standards\FieldType;
use PineSieve\Core\Standards\Standards;

/** What plans the rows of an intake, by what the intake says of its verdicts. */
final readonly class Planners
{
    public function __construct(private Standards $standards) {}

    public function of(Intake $intake): Planner
    {
        $settings = $intake->settings;
        $blankable = array_map(
            static fn(string $field): ?string => FieldPlace::ofName()[$field] ?? (FieldPlace::further()[$field] ?? null),
            array_keys($settings->blanksEmpty ? $intake->columnPlan()->columns() : []),
        );
        $several = array_filter(
            $this->standards->catalog->all(),
            static fn(Field $field): bool => $field->isCustom() && $field->type === FieldType::Choices,
        );

        return new Planner(
            $settings->effects(),
            array_values(array_filter($blankable)),
            array_values(array_map(static fn(Field $field): string => $field->key, $several)),
            $settings->batch === null ? Subject::Gift : Subject::Entry,
        );
    }
}
