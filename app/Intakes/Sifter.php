<?php

declare(strict_types=1);

namespace App\Intakes;

use App\Models\Intake;
use App\Records\RecordReader;
use PineSieve\Core\Changes\Change;
use PineSieve\Core\Changes\Outcome;
use PineSieve\Core\Changes\Planner;
use PineSieve\Core\Columns\MappedRow;
use PineSieve\Core\Columns\RowMapper;
use PineSieve\Core\Matching\Comparer;
use PineSieve\Core\Matching\Judgement;
use PineSieve\Core\Matching\KeyMaker;
use PineSieve\Core\Matching\MatchKey;
use PineSieve\Core\Matching\PairFinding;
use PineSieve\Core\Matching\Verdict;
use PineSieve\Core\Records\SupporterRecord;
use PineSieve\Core\Standards\FieldCatalog;
use PineSieve\Core\Standards\Formats\Formats;

/**
 * Takes rows through every stage between source and load: mapped, checked, put into postal form, matched, planned.
 * A function of the rows, the plan, the settings, the edits and the database: run again, it gives the same answer.
 */
final class Sifter
{
    /** Added to the number of a row that waits until all others are planned. Rows are fewer than that. */
    public const LATER = 1 << 32;

    private RowMapper $mapper;

    private Planner $planner;

    private Comparer $comparer;

    private Settings $settings;

    private Intake $intake;

    private int $intakeId;

    private int $wait = 0;

    public function __construct(
        private readonly Results $results,
        private readonly RecordReader $reader,
        private readonly KeyMaker $keys,
        private readonly FieldCatalog $catalog,
        private readonly Formats $formats,
    ) {
    }

    /**
     * Works the rows out and keeps the results in place of earlier ones.
     *
     * @param  array<int, list<string>>  $rows  raw cells by row number, in order
     * @param  bool  $later  for rows that nobody before them could settle: they see all rows of the file
     */
    public function sift(Intake $intake, array $rows, bool $later = false): void
    {
        $this->prepare($intake);
        $this->wait = $later ? self::LATER : 0;
        $numbers = array_keys($rows);
        $edits = Edits::of($intake->id, $numbers);
        $mapped = [];
        $keys = [];
        foreach ($rows as $number => $cells) {
            $row = $this->mapper->map($edits->corrected($number, $cells));
            $accepts = match ($edits->address($number)) {
                'accept' => true,
                'keep' => false,
                default => $this->settings->acceptAddresses,
            };
            $mapped[$number] = $row->with($row->record->withAddress($row->address, $accepts));
            // Rows that will not come in are nobody that a later row could be.
            $comesIn = ($row->problems === [] || $row->onlyPoints()) && in_array($edits->row($number), [null, 'in'], true);
            $keys[$number] = $comesIn ? $this->keys->ofIncoming($mapped[$number]->record, $this->settings->system) : [];
        }
        $candidates = new Candidates($intake, $this->reader);
        [$named, $namedRows] = $this->named($edits, $numbers);
        $fingerprints = [];
        foreach ($mapped as $number => $row) {
            if ($keys[$number] !== []) {
                $fingerprints[$number] = $row->record->fingerprint();
            }
        }
        $candidates->gather(array_merge(...array_values($keys)), array_values($fingerprints), $named, $namedRows, $this->wait + $numbers[0]);
        $results = [];
        foreach ($mapped as $number => $row) {
            if ($row->onlyPoints() && $this->judge($row, $keys[$number], $fingerprints[$number] ?? null, $candidates, $edits->match($number))->verdict === Verdict::Known) {
                $mapped[$number] = $row = $row->withoutProblems();
            }
            $results[] = $this->result($number, $row, $keys[$number], $fingerprints[$number] ?? null, $candidates, $edits);
        }
        $this->results->keep($this->intakeId, $mapped, $keys, $results);
    }

    private function prepare(Intake $intake): void
    {
        if (isset($this->intake) && $this->intake === $intake) {
            return;
        }
        $this->intake = $intake;
        $this->intakeId = $intake->id;
        $this->settings = $intake->choices();
        $plan = $intake->columnPlan();
        $this->mapper = new RowMapper($plan, $this->catalog, $this->formats);
        $blankable = [];
        foreach (array_keys($this->settings->blanksEmpty ? $plan->columns() : []) as $field) {
            $blankable[] = ['name.title' => 'title', 'name.first' => 'first_name', 'name.middle' => 'middle_name', 'name.suffix' => 'suffix', 'first_known' => 'first_known_on'][$field] ?? null;
        }
        $this->planner = new Planner($this->settings->effect, $this->settings->system, array_values(array_filter($blankable)));
        $this->comparer = new Comparer($this->keys, $this->settings->system);
    }

    /**
     * @param  list<int>  $numbers
     * @return array{list<int>, list<int>} supporters and rows that people's decisions name
     */
    private function named(Edits $edits, array $numbers): array
    {
        $named = ['s' => [], 'r' => []];
        foreach ($numbers as $number) {
            $decision = $edits->match($number);
            if ($decision !== null && $decision !== 'new') {
                $named[$decision[0]][] = (int) substr($decision, 2);
            }
        }

        return [$named['s'], $named['r']];
    }

    /**
     * @param  list<MatchKey>  $keys
     * @return list<mixed> as columns() names them
     */
    private function result(int $number, MappedRow $row, array $keys, ?int $fingerprint, Candidates $candidates, Edits $edits): array
    {
        $byPerson = $edits->row($number);
        $address = match (true) {
            $row->record->address->isBlank() => 'none',
            $row->address->changes === [] => 'same',
            $edits->address($number) === 'keep' => 'kept',
            $this->settings->acceptAddresses || $edits->address($number) === 'accept' => 'accepted',
            default => 'ask',
        };
        $base = [
            'number' => $number,
            'turn' => $this->wait + $number,
            'display' => mb_substr($row->record->display(), 0, 400),
            'address' => $address,
            'address_changes' => $row->address->changes === [] ? null : self::json(['from' => $row->address->original->parts(), 'to' => $row->address->standard->parts(), 'changes' => $row->address->changes]),
            'money' => $row->money,
        ];
        if ($byPerson === 'out') {
            return $this->columns([...$base, 'outcome' => Outcome::LeftOut->value, 'verdict' => Verdict::New->value]);
        }
        if ($row->problems !== [] || $byPerson === 'hold') {
            return $this->columns([...$base, 'outcome' => Outcome::Held->value, 'held_by' => $row->problems !== [] ? 'problem' : 'person', 'verdict' => $row->onlyPoints() && $byPerson !== 'hold' ? Results::POINTS : Verdict::New->value]);
        }
        $judgement = $this->judge($row, $keys, $fingerprint, $candidates, $edits->match($number));
        $findings = $judgement->findings === [] ? null : self::json(array_map(static fn (PairFinding $finding): array => $finding->toArray(), array_slice($judgement->findings, 0, 8)));
        if ($judgement->verdict === Verdict::Unsure) {
            return $this->columns([...$base, 'outcome' => Outcome::Held->value, 'held_by' => 'unsure', 'verdict' => Verdict::Unsure->value, 'findings' => $findings]);
        }
        $stored = $judgement->ref === null ? null : $candidates->record($judgement->ref);
        $changes = $this->planner->plan((string) $number, $row->record, $stored);
        $isThere = Planner::isThere($row->record, $stored);
        $gift = $row->record->gift?->sameness();
        $owner = $candidates->add($number, $keys, $stored, $changes, $gift);

        return $this->columns([
            ...$base,
            'outcome' => ($stored === null ? Outcome::New : ($changes === [] ? Outcome::Unchanged : Outcome::Updated))->value,
            'verdict' => $judgement->verdict->value,
            'supporter_id' => is_int($owner) ? $owner : null,
            'leader' => is_int($owner) ? null : (int) $owner,
            'findings' => $findings,
            'changes' => $changes === [] ? null : self::json(array_map(static fn (Change $change): array => $change->toArray(), $changes)),
            'gift' => $gift,
            'fingerprint' => $fingerprint,
            'gift_state' => $gift === null ? null : ($isThere ? 'there' : 'new'),
        ]);
    }

    /**
     * What the rules say of the row, or what a person said: a decision that names nobody who is there any more does not count.
     *
     * @param  list<MatchKey>  $keys
     */
    private function judge(MappedRow $row, array $keys, ?int $fingerprint, Candidates $candidates, ?string $decision): Judgement
    {
        $findings = array_map(fn (SupporterRecord $record): PairFinding => $this->comparer->compare($row->record, $record), $candidates->of($keys));
        foreach ($fingerprint === null ? [] : $candidates->sameRow($fingerprint) as $id => $intake) {
            $record = $candidates->record($id);
            if ($record !== null) {
                $findings[$id] = ($findings[$id] ?? $this->comparer->compare($row->record, $record))->loadedBefore($intake);
            }
        }
        $judgement = Judgement::of(array_values($findings));
        $named = $decision === null || $decision === 'new' ? null : $candidates->named($decision);

        return match (true) {
            $decision === 'new' => $judgement->decided(null),
            $named !== null => $judgement->decided($named->ref),
            default => $judgement,
        };
    }

    /**
     * @param  array<string, mixed>  $values
     * @return array<string, mixed>
     */
    private function columns(array $values): array
    {
        return ['intake_id' => $this->intakeId, 'held_by' => null, 'supporter_id' => null, 'leader' => null, 'findings' => null, 'changes' => null, 'gift' => null, 'gift_state' => null, 'fingerprint' => null, ...$values];
    }

    private static function json(mixed $value): string
    {
        return json_encode($value, JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_THROW_ON_ERROR);
    }
}
