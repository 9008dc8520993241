<?php

declare(strict_types=1);

namespace App\Intakes\Sifting;

use App\Batches\Batch;
use App\Intakes\Decisions\Decision;
use App\Intakes\Decisions\Edits;
use App\Intakes\Intake;
use App\Intakes\IntakeSettings;
use App\Intakes\Loading\TrialRows;
use App\Intakes\Plans\Mappers;
use App\Matching\RuleSets;
use App\Records\RecordReader;
use App\Standards\UniqueValues;
use PineSieve\Core\Changes\Planner;
use PineSieve\Core\Columns\MappedRow;
use PineSieve\Core\Columns\RowKind;
use PineSieve\Core\Columns\RowMapper;
use PineSieve\Core\Columns\RowRules;
use PineSieve\Core\Matching\Matcher;
use PineSieve\Core\Matching\MatchKey;
use PineSieve\Core\Records\IncomingRecord;
use PineSieve\Core\Standards\Standards;
use PineSieve\Core\Standards\Uniques;

/**
 * Takes rows through every stage between source and load: mapped, checked, put into postal form, matched, planned.
 * A function of the rows, the plan, the settings, the edits and the database: run again, it gives the same answer.
 */
final class Sifter
{
    /** Added to the unit of a row that waits until all others are planned. Units are fewer than that. */
    public const LATER = 1 << 32;

    private RowMapper $mapper;

    private RowRules $rules;

    private RowKind $kinds;

    private Planner $planner;

    private IntakeSettings $settings;

    private Uniques $uniques;

    private Intake $intake;

    private Matcher $matcher;

    /** Stamp of the rules that the matcher was made by. */
    private ?string $rulesBy = null;

    public function __construct(
        private readonly Results $results,
        private readonly RecordReader $reader,
        private readonly RuleSets $sets,
        private readonly Standards $standards,
        private readonly UniqueValues $taken,
        private readonly TrialRows $trial,
        private readonly Planners $planners,
        private readonly Mappers $mappers,
        private readonly FileCounts $counts,
    ) {}

    /**
     * Works the rows out and keeps the results in place of earlier ones.
     *
     * @param  array<int, list<string>>  $rows  raw cells by row number, in order
     * @param  bool  $later  for rows that nobody before them could settle: they see all rows of the file
     */
    public function sift(Intake $intake, array $rows, bool $later = false): void
    {
        $this->prepare($intake);
        $this->useRules($intake);
        // What a trial has brought in stays as it came in.
        $rows = array_diff_key($rows, $this->trial->loaded($intake, array_keys($rows)));
        if ($rows === []) {
            return;
        }
        $numbers = array_keys($rows);
        $edits = Edits::of($intake->id, $numbers);
        $mapped = [];
        $reasons = [];
        $incoming = [];
        $keys = [];
        foreach ($rows as $number => $cells) {
            $cells = $edits->corrected($number, $cells);
            $mapped[$number] = $row = $this->mapper
                ->map($cells, $edits->accepts($number, $this->settings))
                ->givenBy($this->settings->nameless);
            $reasons[$number] =
                $edits->row($number) === 'in' ? null : $this->rules->reason($this->kindOf($number, $cells), $this->mapper->row($cells));
            // Rows that will not come in are nobody that a later row could be.
            $comesIn =
                ($row->blocking() === [] || $row->onlyPoints()) &&
                in_array($edits->row($number), [null, 'in'], true) &&
                $reasons[$number] === null;
            foreach ($comesIn ? $row->parties : [] as $part => $party) {
                $unit = UnitNumber::of($number, $part);
                $incoming[$unit] = $party->record;
                $keys[$unit] = [...$this->matcher->keysOfIncoming($party->record), ...TakenByRows::keys($this->uniques, $party->record)];
            }
        }
        $fingerprints = array_map(static fn(IncomingRecord $record): int => $record->fingerprint(), $incoming);
        $candidates = $this->candidates(
            $mapped,
            $incoming,
            $keys,
            $fingerprints,
            $edits,
            ($later ? self::LATER : 0) + UnitNumber::of($numbers[0]),
        );
        $checks = new RowChecks(
            $this->standards,
            $this->uniques,
            $candidates,
            $this->taken,
            $mapped,
            $intake->columnPlan()->columns(),
            Batch::query()->whereKey($intake->settings->batch)->value('currency'),
        );
        $row = new SiftedRow(
            $intake->id,
            $this->planner,
            $candidates,
            new Judging($candidates, $this->matcher),
            $checks,
            $fingerprints,
            $this->settings,
            $edits,
            $later,
        );
        $results = [];
        foreach ($mapped as $number => $one) {
            [$mapped[$number], $ofRow] = $row->results($number, $one, $keys, $reasons[$number]);
            array_push($results, ...$ofRow);
        }
        $this->results->keep($intake->id, $mapped, $keys, $results, $intake->currency);
    }

    private function prepare(Intake $intake): void
    {
        if (isset($this->intake) && $this->intake === $intake) {
            return;
        }
        $this->intake = $intake;
        $this->rulesBy = null;
        $this->settings = $intake->settings;
        $plan = $intake->columnPlan();
        $this->mapper = $this->mappers->of($intake, $plan);
        $this->rules = $plan->rows;
        $this->uniques = new Uniques($this->standards->catalog);
        $this->kinds = new RowKind($plan->headers());
        $this->planner = $this->planners->of($intake);
    }

    /** Rules can change between two chunks; what is frequent in the file is counted once. */
    private function useRules(Intake $intake): void
    {
        if ($this->rulesBy !== $this->sets->stamp()) {
            $this->matcher = $this->sets->matcherWith(fn(array $known): array => $this->counts->with($known, $intake, $this->mapper));
            // Not before it is there: a step that broke off is made again.
            $this->rulesBy = $this->sets->stamp();
        }
    }

    /** @param  list<string>  $cells */
    private function kindOf(int $number, array $cells): ?string
    {
        return match (true) {
            $this->rules->leftOut === [] => null,
            in_array('second header', $this->rules->leftOut, true) && $number === (int) $this->intake->header_row + 1 => 'second header',
            in_array('hidden', $this->rules->leftOut, true) && isset($this->intake->oddities()->hiddenRows[$number]) => 'hidden',
            in_array('struck', $this->rules->leftOut, true) && isset($this->intake->oddities()->struckRows[$number]) => 'struck',
            default => $this->kinds->of($cells),
        };
    }

    /**
     * @param  array<int, MappedRow>  $mapped
     * @param  array<int, IncomingRecord>  $incoming  by unit, of those that may come in
     * @param  array<int, list<MatchKey>>  $keys
     * @param  array<int, int>  $fingerprints
     */
    private function candidates(
        array $mapped,
        array $incoming,
        array $keys,
        array $fingerprints,
        Edits $edits,
        int $before,
    ): PossibleMatches {
        $named = ['s' => [], 'r' => []];
        foreach ($mapped as $number => $row) {
            foreach ($row->parties as $party) {
                if ($party->record->supporter > 0) {
                    $named['s'][] = $party->record->supporter;
                }
            }
            foreach ($edits->matchesOf($number) as $decision) {
                if ($decision !== 'new') {
                    $named[$decision[0]][] = $decision[0] === 's' ? (int) substr($decision, 2) : Decision::unit($decision);
                }
            }
        }
        $candidates = new PossibleMatches($this->intake, $this->reader, $this->matcher, $this->settings->against);
        $candidates->gather($incoming, $keys, array_values($fingerprints), $named['s'], $named['r'], $before);

        return $candidates;
    }
}
