<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns;

use PineSieve\Core\Columns\Steps\ReadDate;
use PineSieve\Core\Columns\Steps\ValueTable;
use PineSieve\Core\Text\Fold;
use PineSieve\Core\Text\Tidy;

/** A saved plan put to a new file: what it settles, and everything in which the file differs. Nothing that differs is taken over in silence. */
final readonly class SuccessorPlan
{
    /** Values that no table knows, at most, that are named. */
    private const NAMED = 50;

    /** @param  list<PlanDifference>  $differences */
    private function __construct(public ColumnPlan $plan, public array $differences) {}

    /**
     * @param  ColumnPlan  $own  what is proposed for the new file by itself
     * @param  list<ColumnProfile>  $profiles  of the new file
     * @param  string  $name  of the saved plan
     */
    public static function of(ColumnPlan $saved, ColumnPlan $own, array $profiles, string $name): self
    {
        $known = [];
        $fed = [];
        foreach ($saved->choices as $choice) {
            $known[Fold::solid($choice->header)] = $choice;
            foreach ($choice->feeds as $feed) {
                $fed[$feed->target] = true;
            }
        }
        $choices = [];
        $differences = [];
        foreach ($own->choices as $column => $choice) {
            $kept = $known[Fold::solid($choice->header)] ?? null;
            unset($known[Fold::solid($choice->header)]);
            if ($kept === null) {
                $isTaken = isset($fed[$choice->target() ?? '']);
                $choices[] = $isTaken
                    ? $choice->becoming(
                        ColumnState::Open,
                        [],
                        "{$choice->evidence} But the plan \"{$name}\" feeds that field from another column.",
                    )
                    : ($choice->state === ColumnState::Sure
                        ? $choice->becoming(ColumnState::Look, $choice->feeds, $choice->evidence)
                        : $choice);
                $differences[] = new PlanDifference(
                    'new column',
                    $choice->header,
                    'The plan does not know this column' . ($profiles[$column]->filled === 0 ? '; no row has a value in it' : ''),
                );

                continue;
            }
            [$choices[], $more] = self::kept($kept, $choice, $profiles[$column], $name);
            array_push($differences, ...$more);
        }
        foreach ($known as $choice) {
            $differences[] = new PlanDifference(
                'missing column',
                $choice->header,
                $choice->feeds === []
                    ? 'The file no longer has this column, which was left behind'
                    : 'The file no longer has this column, which the plan brings in',
            );
        }

        return new self($saved->withChoices($choices), $differences);
    }

    /** @return array{ColumnChoice, list<PlanDifference>} */
    private static function kept(ColumnChoice $kept, ColumnChoice $own, ColumnProfile $profile, string $name): array
    {
        $differences = [];
        $state = $kept->state;
        foreach ($kept->steps->list as $step) {
            if ($step instanceof ValueTable) {
                $unknown = array_values(
                    array_filter(
                        array_map(strval(...), array_keys($profile->values)),
                        static fn(string $value): bool => Tidy::line($value) !== '' &&
                            !$step->knows($value) &&
                            !in_array(Tidy::line($value), $step->values, true),
                    ),
                );
                if ($unknown !== []) {
                    $differences[] = new PlanDifference(
                        'new values',
                        $own->header,
                        count($unknown) === 1
                            ? "The table of the column does not know \"{$unknown[0]}\""
                            : 'The table of the column does not know ' . count($unknown) . ' of the values',
                        array_slice($unknown, 0, self::NAMED),
                    );
                    $state = ColumnState::Look;
                }
            }
            $proven = $profile->dateOrder();
            if ($step instanceof ReadDate && $step->order !== null && $proven !== null && $proven !== $step->order) {
                $differences[] = new PlanDifference(
                    'date order',
                    $own->header,
                    "The plan reads these dates {$step->order->label()}; in this file they can only be {$proven->label()}",
                );
                $state = ColumnState::Look;
            }
        }
        $look = $own->target();
        if ($kept->feeds !== [] && $profile->filled === 0) {
            $differences[] = new PlanDifference('new values', $own->header, 'No row has a value in this column');
        } elseif ($kept->feeds !== [] && $look === null && str_contains($own->evidence, ' But ')) {
            $differences[] = new PlanDifference(
                'new values',
                $own->header,
                trim(substr($own->evidence, (int) strpos($own->evidence, ' But ') + 1)),
            );
            $state = ColumnState::Look;
        }

        return [
            new ColumnChoice(
                $own->header,
                $kept->feeds === [] ? $kept->state : $state,
                "As in the plan \"{$name}\". {$own->evidence}",
                $kept->feeds,
                $kept->steps,
            ),
            $differences,
        ];
    }
}
