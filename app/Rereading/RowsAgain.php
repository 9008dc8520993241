<?php

declare(strict_types=1);

namespace App\Rereading;

use App\Intakes\Decisions\Edits;
use App\Intakes\Intake;
use App\Intakes\IntakeSettings;
use App\Intakes\Plans\Mappers;
use App\Intakes\Sifting\Planners;
use App\Intakes\Sifting\UnitNumber;
use App\Intakes\Sources\StagedRows;
use App\Records\ActKind;
use App\Records\JournalEntry;
use App\Records\RecordReader;
use App\Records\Tables;
use App\Support\Lists;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Changes\Change;
use PineSieve\Core\Changes\FieldGroup;
use PineSieve\Core\Changes\MatchEffect;
use PineSieve\Core\Changes\Planner;
use PineSieve\Core\Changes\Subject;
use PineSieve\Core\Columns\ColumnPlan;
use PineSieve\Core\Columns\MappedRow;
use PineSieve\Core\Columns\Party;
use PineSieve\Core\Columns\RowMapper;
use PineSieve\Core\Records\Consents;
use PineSieve\Core\Rereading\Rereader;
use PineSieve\Core\Rereading\RereadKind;
use PineSieve\Core\Rereading\RowAgain;
use PineSieve\Core\Standards\Target;

/** Reads the rows of an intake that is in by today's rules, with its own plan and corrections, and holds them against what is stored. */
final class RowsAgain
{
    private RowMapper $mapper;

    private Planner $planner;

    private IntakeSettings $settings;

    private ColumnPlan $plan;

    private Intake $intake;

    public function __construct(
        private readonly Mappers $mappers,
        private readonly Planners $planners,
        private readonly StagedRows $staged,
        private readonly RecordReader $reader,
    ) {}

    public function begin(Intake $intake): void
    {
        $this->intake = $intake;
        $this->plan = $intake->columnPlan();
        $this->settings = $intake->settings;
        $this->mapper = $this->mappers->again($intake);
        $this->planner = $this->planners->of($intake);
    }

    /**
     * The next of its rows that came in.
     *
     * @return array{rows: int, position: ?int, found: list<FoundAgain>} how many, the unit to go on after, null at the end, and what is read otherwise
     */
    public function next(int $after, int $limit): array
    {
        $units = DB::select(
            "select unit, number, supporter_id from intake_outcomes where intake_id = ? and unit > ?
                and outcome in ('new', 'updated', 'unchanged', 'with') and supporter_id is not null order by unit limit {$limit}",
            [$this->intake->id, $after],
        );
        $full = count($units) === $limit;
        // All that a row tells of is looked at together.
        if ($full && $units[$limit - 1]->number === $units[0]->number) {
            return $this->next($after, $limit * 2);
        }
        $last = $full ? $units[count($units) - 1]->number : null;
        $units = array_values(array_filter($units, static fn(\stdClass $unit): bool => $unit->number !== $last));
        $found = [];
        if ($units !== []) {
            $byRow = [];
            foreach ($units as $unit) {
                $byRow[$unit->number][UnitNumber::part($unit->unit)] = $unit->supporter_id;
            }
            $found = $this->found($byRow);
        }

        return ['rows' => count($byRow ?? []), 'position' => $last === null ? null : UnitNumber::of($last) - 1, 'found' => $found];
    }

    /**
     * @param  array<int, array<int, int>>  $byRow  row to part to the supporter that it made or found
     * @return list<FoundAgain>
     */
    private function found(array $byRow): array
    {
        $numbers = array_keys($byRow);
        $roles = $this->roles($numbers);
        [$wrote, $since] = $this->journal($numbers, array_values(array_unique(array_merge(...array_values($byRow)))));
        [$now, $owners] = $this->stored($byRow, $wrote);
        $edits = Edits::of($this->intake->id, $numbers);
        $found = [];
        foreach ($this->staged->chosen($this->intake->id, $numbers) as $number => $cells) {
            $cells = $edits->corrected($number, $cells);
            $row = $this->mapper->map($cells, $edits->accepts($number, $this->settings));
            foreach ($byRow[$number] as $part => $supporter) {
                $role = $roles[UnitNumber::of($number, $part)] ?? '';
                $said = $this->said($cells, $role);
                $again = new RowAgain(
                    $supporter,
                    $wrote[$number][$supporter] ?? [],
                    $this->reads($row, $role),
                    $said,
                    self::doubts($row, $role),
                    $now,
                    $since[$supporter] ?? [],
                    ($this->settings->ownEffects[FieldGroup::Consents->value] ?? null) === MatchEffect::Replace,
                );
                foreach (Rereader::of($again) as $one) {
                    $found[] = new FoundAgain(
                        $one,
                        $this->intake->id,
                        $number,
                        $owners[$one->thing()] ?? $supporter,
                        array_filter($said, $one->kind->isFedBy(...), ARRAY_FILTER_USE_KEY),
                    );
                }
            }
        }

        return $found;
    }

    /**
     * @param  list<int>  $numbers
     * @return array<int, string> unit to which of the supporters of its row it is
     */
    private function roles(array $numbers): array
    {
        return DB::table('intake_results')
            ->where('intake_id', $this->intake->id)
            ->whereIn('number', $numbers)
            ->pluck('role', 'unit')
            ->map(strval(...))
            ->all();
    }

    /** @return list<Change> what today's reading would write of one of the supporters, were it new; nothing where the row does not tell of it any more */
    private function reads(MappedRow $row, string $role): array
    {
        $party = Lists::of(array_filter($row->parties, static fn(Party $party): bool => $party->role === $role))[0] ?? null;

        return $party === null ? [] : $this->planner->plan('again', $party->record, null);
    }

    /**
     * @param  list<string>  $cells
     * @return array<string, string> field to what the cells say of it
     */
    private function said(array $cells, string $role): array
    {
        $said = [];
        foreach ($this->plan->choices as $column => $choice) {
            $cell = trim($cells[$column] ?? '');
            foreach ($cell === '' ? [] : $choice->feeds as $feed) {
                $target = Target::tryParse($feed->target);
                if ($target !== null && $this->isOf($target, $role)) {
                    $said[$target->field] = isset($said[$target->field]) ? "{$said[$target->field]} | {$cell}" : $cell;
                }
            }
        }
        if ($this->settings->noContact) {
            // Nobody in it may be contacted, whatever its rows say.
            $said = array_diff_key($said, array_flip(array_filter(array_keys($said), RereadKind::Consent->isFedBy(...))));
        }

        return $said;
    }

    /** Whether a column of a row says something of one of its supporters; a spouse and the household share the address and the consents of the first. */
    private function isOf(Target $target, string $role): bool
    {
        if ($role === 'employer' && $target->party === '' && $target->field === 'organization.name') {
            return true;
        }
        $isShared =
            in_array($role, ['spouse', 'household'], true) &&
            $target->party === '' &&
            (RereadKind::Address->isFedBy($target->field) ||
                RereadKind::Consent->isFedBy($target->field) ||
                in_array($target->field, ['name.full', 'name.first'], true));

        return $target->person() === $role || $isShared;
    }

    /** @return array<string, string> field to why today's reading doubts it */
    private static function doubts(MappedRow $row, string $role): array
    {
        $doubts = [];
        foreach ($row->problems as $problem) {
            $target = Target::tryParse($problem->field);
            if ($target !== null && $target->person() === $role && $problem->value !== '') {
                $doubts[$target->field] ??= $problem->reason;
            }
        }

        return $doubts;
    }

    /**
     * @param  list<int>  $numbers
     * @param  list<int>  $supporters
     * @return array{array<int, array<int, list<Change>>>, array<int, array<string, true>>} row to supporter to what the load wrote, and columns of each supporter that were written after the load
     */
    private function journal(array $numbers, array $supporters): array
    {
        [$wrote, $since] = [[], []];
        $wanted = array_flip($numbers);
        foreach (JournalEntry::ofSupporters($supporters)->get() as $entry) {
            $isOwn = $entry->act->intake_id === $this->intake->id && $entry->act->kind === ActKind::Load;
            foreach ($isOwn && !isset($wanted[$entry->row_number]) ? [] : $entry->changeList() as $change) {
                if ($isOwn) {
                    $wrote[(int) $entry->row_number][$entry->owner_id][] = $change;
                } elseif ($change->subject === Subject::Supporter && $this->isLater($entry)) {
                    $since[$entry->owner_id] = [
                        ...$since[$entry->owner_id] ?? [],
                        ...array_fill_keys(array_keys(array_intersect_key($change->fields, Consents::DATES)), true),
                    ];
                }
            }
        }

        return [$wrote, $since];
    }

    private function isLater(JournalEntry $entry): bool
    {
        return $this->intake->journal_mark > 0 ? $entry->id > $this->intake->journal_mark : $entry->at > $this->intake->loaded_at;
    }

    /**
     * What is stored now of all that the rows wrote, whoever it belongs to by now: a merge takes gifts and addresses along.
     *
     * @param  array<int, array<int, int>>  $byRow
     * @param  array<int, array<int, list<Change>>>  $wrote
     * @return array{array<string, array<string, ?string>>, array<string, int>} "subject:id" to its columns, and to the supporter that has it
     */
    private function stored(array $byRow, array $wrote): array
    {
        $supporters = array_merge(...array_values($byRow));
        $ids = ['gift' => [], 'address' => []];
        foreach (array_merge(...array_merge(...array_map(array_values(...), array_values($wrote)), ...[[]])) as $change) {
            if (isset($ids[$change->subject->value])) {
                $ids[$change->subject->value][] = (int) $change->ref;
            }
        }
        foreach ($ids as $subject => $ofSubject) {
            array_push(
                $supporters,
                ...DB::table(Tables::NAMES[$subject])->whereIn('id', $ofSubject)->distinct()->pluck('supporter_id')->all(),
            );
        }
        [$now, $owners] = [[], []];
        foreach ($this->reader->things(array_values(array_unique($supporters))) as $supporter => $things) {
            foreach ($things as $thing => $columns) {
                [$now[$thing], $owners[$thing]] = [$columns, $supporter];
            }
        }

        return [$now, $owners];
    }
}
