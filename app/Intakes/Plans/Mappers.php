<?php

declare(strict_types=1);

namespace App\Intakes\Plans;

use App\Intakes\Intake;
use PineSieve\Core\Addresses\PlaceCheck;
use PineSieve\Core\Columns\ColumnPlan;
use PineSieve\Core\Columns\RowMapper;
use PineSieve\Core\Standards\Field;
use PineSieve\Core\Standards\Formats\Formats;
use PineSieve\Core\Standards\Home;
use PineSieve\Core\Standards\Standards;
use PineSieve\Core\Standards\Unreadable;

/** What reads the rows of an intake, by its plan and by what it says of values that can't be read. */
final readonly class Mappers
{
    public function __construct(private Standards $standards, private PlaceCheck $places) {}

    /** @param  ?ColumnPlan  $plan  null for the one that the intake has */
    public function of(Intake $intake, ?ColumnPlan $plan = null): RowMapper
    {
        $settings = $intake->settings;

        return new RowMapper(
            $plan ?? $intake->columnPlan(),
            $this->standards,
            $settings->system,
            $intake->isTyped() ? $this->strict() : $settings->unreadable,
            $settings->notesUnread,
            $this->places,
        );
    }

    /** What reads rows that someone is typing: whoever makes a slip is there to mend it. */
    public function ofTyped(ColumnPlan $plan): RowMapper
    {
        return new RowMapper($plan, $this->standards, unreadable: $this->strict(), places: $this->places);
    }

    /** What reads the rows of one that is in by today's rules; money without a currency was, and is, of the one that was the organization's then. */
    public function again(Intake $intake): RowMapper
    {
        $formats = $this->standards->formats;
        $home = new Home($intake->currency, $formats->home->country, $formats->home->dates);

        return (new self(
            new Standards(
                $this->standards->catalog,
                new Formats($formats->today, $home),
                $this->standards->rules,
                $this->standards->defaults,
            ),
            $this->places,
        ))->of($intake);
    }

    /** @return array<string, Unreadable> */
    private function strict(): array
    {
        return array_fill_keys(
            array_map(static fn(Field $field): string => $field->key, $this->standards->catalog->everything()),
            Unreadable::Hold,
        );
    }
}
