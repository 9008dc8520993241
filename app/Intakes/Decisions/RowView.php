<?php

declare(strict_types=1);

namespace App\Intakes\Decisions;

use App\Intakes\Intake;
use App\Intakes\Plans\Mappers;
use App\Intakes\Sifting\HeldBy;
use App\Intakes\Sifting\Planners;
use App\Intakes\Sifting\Results;
use App\Intakes\Sifting\UnitNumber;
use App\Intakes\Sources\StagedRows;
use App\Records\RecordReader;
use App\Standards\FieldAccess;
use App\Support\Lists;
use App\Supporters\ChangeWords;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Addresses\Address;
use PineSieve\Core\Changes\Change;
use PineSieve\Core\Changes\Outcome;
use PineSieve\Core\Changes\Planner;
use PineSieve\Core\Changes\Projection;
use PineSieve\Core\Columns\ColumnChoice;
use PineSieve\Core\Columns\Feed;
use PineSieve\Core\Gifts\Amounts;
use PineSieve\Core\Gifts\Gift;
use PineSieve\Core\Gifts\GiftTotals;
use PineSieve\Core\Matching\Verdict;
use PineSieve\Core\Promises\Promise;
use PineSieve\Core\Records\IncomingAddress;
use PineSieve\Core\Records\IncomingRecord;
use PineSieve\Core\Records\RecordPart;
use PineSieve\Core\Records\SupporterRecord;
use PineSieve\Core\Standards\Standards;

/**
 * One row of an intake as a person looks at it: its cells, what they became, and whom it may be.
 *
 * @phpstan-import-type ShownChange from ChangeWords
 * @phpstan-type RowCell array{column: int, header: string, raw: string, corrected: ?string, becomes: ?string}
 * @phpstan-type RowProblem array{code: string, field: string, column: ?int, value: string, reason: string, remedy: string, blocks: bool}
 * @phpstan-type OtherParty array{role: string, display: string, verdict: value-of<Verdict>, supporter_id: ?int, changes: list<ShownChange>}
 * @phpstan-type RowDetail array{
 *     number: int, cells: list<RowCell>, display: ?string, outcome: ?value-of<Outcome>, held_by: ?value-of<HeldBy>,
 *     supporter_id: ?int, decision: ?string, row_decision: ?string, problems: list<RowProblem>, changes: list<ShownChange>,
 *     others: list<OtherParty>, reason: ?string, place: ?string,
 * }
 * @phpstan-type MatchCandidate array{
 *     decision: string, label: string, for: list<string>, against: list<string>, values: array<string, string>,
 *     after: array<string, string>,
 * }
 * @phpstan-type MatchView array{
 *     role: string, part: int, labels: array<string, string>, incoming: array<string, string>, candidates: list<MatchCandidate>,
 * }
 */
final readonly class RowView
{
    /** What is shown of the row and of those that it may be, with its label. */
    private const SHOWN = [
        'name' => 'Name',
        'address.line1' => 'Address',
        'email' => 'Email',
        'phone' => 'Phone',
        'id.old' => 'Id in the old system',
        'first_known' => 'First known on',
        'gifts' => 'Gifts',
    ];

    public function __construct(
        private StagedRows $staged,
        private RecordReader $reader,
        private Standards $standards,
        private ChangeWords $words,
        private Planners $planners,
        private Mappers $mappers,
    ) {}

    /** @return ?RowDetail null if the intake has no such row */
    public function of(Intake $intake, int $number): ?array
    {
        $raw = $this->staged->chosen($intake->id, [$number])[$number] ?? null;
        if ($raw === null) {
            return null;
        }
        $plan = $intake->columnPlan();
        $corrected = Edits::of($intake->id, [$number])->corrected($number, $raw);
        $result = DB::table('intake_results')->where('intake_id', $intake->id)->where('unit', UnitNumber::of($number))->first();
        $parts = $this->others($intake, [$number])[$number] ?? [];

        return [
            'number' => $number,
            'cells' => array_map(
                fn(ColumnChoice $choice, int $column): array => [
                    'column' => $column,
                    'header' => $choice->header,
                    'raw' => $raw[$column] ?? '',
                    'corrected' => ($corrected[$column] ?? '') === ($raw[$column] ?? '') ? null : $corrected[$column],
                    'becomes' =>
                        $choice->feeds === []
                            ? null
                            : implode(
                                ', ',
                                array_map(fn(Feed $feed): string => $this->standards->catalog->field($feed->target)->label, $choice->feeds),
                            ),
                ],
                $plan->choices,
                array_keys($plan->choices),
            ),
            'display' => $result->display ?? null,
            'outcome' => $result->outcome ?? null,
            'held_by' => $result->held_by ?? null,
            'supporter_id' =>
                $result->supporter_id ??
                DB::table('intake_outcomes')
                    ->where('intake_id', $intake->id)
                    ->where('unit', UnitNumber::of($number))
                    ->value('supporter_id'),
            'decision' => DB::table('intake_edits')
                ->where('intake_id', $intake->id)
                ->where('number', $number)
                ->where('kind', 'match')
                ->orderByDesc('id')
                ->value('to'),
            'row_decision' => DB::table('intake_edits')
                ->where('intake_id', $intake->id)
                ->where('number', $number)
                ->where('kind', 'row')
                ->orderByDesc('id')
                ->value('to'),
            'problems' => $this->problems($intake, $number),
            'changes' => $this->changes($result->changes ?? null, $intake->id),
            'others' => $parts,
            'reason' => $result->reason ?? null,
            'place' => $intake->place($number),
        ];
    }

    /** @return list<RowProblem> */
    private function problems(Intake $intake, int $number): array
    {
        return Lists::of(
            DB::table('intake_problems')->where('intake_id', $intake->id)->where('number', $number)->orderBy('place')->get()->map(
                static fn(\stdClass $problem): array => [
                    'code' => $problem->code,
                    'field' => $problem->field,
                    'column' => $problem->column,
                    'value' => $problem->value,
                    'reason' => $problem->reason,
                    'remedy' => $problem->remedy,
                    'blocks' => (bool) $problem->blocks,
                ],
            ),
        );
    }

    /** @return list<ShownChange> */
    public function changes(?string $json, ?int $intakeId = null): array
    {
        $shown = [];
        $sight = FieldAccess::ofUser();
        foreach ($json === null ? [] : json_decode($json, true, flags: JSON_THROW_ON_ERROR) as $data) {
            $change = $sight->ofChange(Change::fromArray($data));
            if ($change !== null) {
                $shown[] = $this->words->of($change, $intakeId);
            }
        }

        return $shown;
    }

    /**
     * The further supporters that rows tell of.
     *
     * @param  list<int>  $numbers
     * @return array<int, list<OtherParty>>
     */
    public function others(Intake $intake, array $numbers): array
    {
        $others = [];
        foreach (
            DB::table('intake_results')
                ->where('intake_id', $intake->id)
                ->whereIn('number', $numbers)
                ->where('outcome', Results::WITH)
                ->orderBy('unit')
                ->get(['number', 'role', 'display', 'verdict', 'supporter_id', 'changes'])
            as $row
        ) {
            $others[$row->number][] = [
                'role' => $row->role,
                'display' => $row->display,
                'verdict' => $row->verdict,
                'supporter_id' => $row->supporter_id,
                'changes' => $this->changes($row->changes, $intake->id),
            ];
        }

        return $others;
    }

    /**
     * One of the supporters that a row tells of, beside each record that it may be, and what that record would be with what comes in.
     *
     * @return MatchView
     */
    public function match(Intake $intake, int $number): array
    {
        $raw = $this->staged->chosen($intake->id, [$number])[$number] ?? [];
        $edits = Edits::of($intake->id, [$number]);
        $mapped = $this->mappers->of($intake)->map($edits->corrected($number, $raw), $edits->accepts($number, $intake->settings));
        $findings =
            json_decode(
                (string) DB::table('intake_results')
                    ->where('intake_id', $intake->id)
                    ->where('unit', UnitNumber::of($number))
                    ->value('findings'),
                true,
            ) ?? [];
        $sight = FieldAccess::ofUser();
        $hidden = array_filter(
            array_keys(self::SHOWN),
            static fn(string $key): bool => $key !== 'name' && !$sight->sees($key === 'gifts' ? 'gift.amount' : $key),
        );
        $part = $findings[0]['part'] ?? 0;
        $party = $mapped->parties[$part] ?? $mapped->parties[0];
        $stored = $this->reader->read(array_values(array_filter(array_column($findings, 'ref'), is_int(...))), $intake->id);
        $gifts = array_map(array_values(...), $this->reader->gifts(array_keys($stored)));
        $planner = $this->planners->of($intake);
        $candidates = [];
        foreach ($findings as $finding) {
            [$candidate, $given] = is_int($finding['ref'])
                ? [$stored[$finding['ref']] ?? null, $gifts[$finding['ref']] ?? []]
                : $this->ofUnit($intake, (int) $finding['ref']);
            if ($candidate !== null) {
                $after = Projection::after($candidate, $planner->plan('row', $party->record, $candidate));
                $candidates[] = [
                    'decision' => Decision::on($finding['ref']),
                    'label' => is_int($finding['ref'])
                        ? "Supporter {$finding['ref']}"
                        : 'Row ' . UnitNumber::row((int) $finding['ref']) . ' of this file',
                    'for' => $finding['for'],
                    'against' => $finding['against'],
                    'values' => array_diff_key(
                        [...self::stored($candidate), 'gifts' => self::gifts($given, $candidate, $sight)],
                        array_flip($hidden),
                    ),
                    'after' => array_diff_key(
                        [
                            ...self::stored($after),
                            'gifts' => self::gifts([...$given, ...Planner::giftsMissing($party->record, $candidate)], $after, $sight),
                        ],
                        array_flip($hidden),
                    ),
                ];
            }
        }

        return [
            'role' => $party->role,
            'part' => $part,
            'labels' => self::SHOWN,
            'incoming' => self::incoming($party->record),
            'candidates' => $candidates,
        ];
    }

    /** @return array<string, string> */
    private static function incoming(IncomingRecord $record): array
    {
        $gifts = array_map(
            static fn(Gift $gift): string => trim("{$gift->currency} {$gift->amount} on {$gift->date} {$gift->fund}"),
            $record->gifts,
        );
        foreach ($record->promises as $promise) {
            $gifts[] = trim("{$promise->kind} of {$promise->date}, {$promise->currency} {$promise->amount} {$promise->fund}");
        }

        return [
            'name' => $record->display(),
            'address.line1' => implode(
                "\n",
                array_map(static fn(IncomingAddress $address): string => $address->standard->line(), $record->addresses),
            ),
            'email' => implode("\n", array_column($record->emails, 'value')),
            'phone' => implode("\n", array_column($record->phones, 'value')),
            'id.old' => implode("\n", array_column($record->identifiers, 'value')),
            'first_known' => $record->further['first_known_on'] ?? '',
            'gifts' => implode("\n", $gifts),
        ];
    }

    /** @return array{?SupporterRecord, list<Gift>} the one that a row would make, with the gifts that the row brings */
    private function ofUnit(Intake $intake, int $unit): array
    {
        $json = DB::table('intake_results')->where('intake_id', $intake->id)->where('unit', $unit)->value('changes');
        if ($json === null) {
            return [null, []];
        }
        $changes = Change::listFrom((string) $json);

        return [Projection::after(null, $changes), array_values(Projection::gifts([], $changes))];
    }

    /** @return array<string, string> */
    private static function stored(SupporterRecord $record): array
    {
        $join = static fn(array $parts, string $column): string => implode(
            "\n",
            array_map(static fn(RecordPart $part): string => $part->value($column), $parts),
        );

        return [
            'name' => $record->field('display_name'),
            'address.line1' => implode(
                "\n",
                array_map(static fn(RecordPart $part): string => Address::fromParts($part->values)->line(), $record->addresses),
            ),
            'email' => $join($record->emails, 'address'),
            'phone' => $join($record->phones, 'number'),
            'id.old' => $join($record->identifiers, 'value'),
            'first_known' => $record->field('first_known_on'),
        ];
    }

    /** @param  list<Gift>  $gifts */
    private static function gifts(array $gifts, SupporterRecord $record, FieldAccess $sight): string
    {
        $given = array_values(array_filter($gifts, static fn(Gift $gift): bool => !$gift->isPromise()));
        $promises = array_map(static fn(RecordPart $part): Promise => Promise::stored($part->values), $record->promises);
        $promised = array_reduce(
            $promises,
            static fn(Amounts $sum, Promise $promise): Amounts => $sum->plus($promise->money()),
            Amounts::none(),
        );
        $totals = GiftTotals::of($gifts);

        return implode('; ', [
            ...$given === []
                ? []
                : [self::counted(count($given), 'gift', $totals->given) . ', latest ' . max(array_column($given, 'date'))],
            ...$promises === [] || !$sight->sees('promise.amount') ? [] : [self::counted(count($promises), 'promise', $promised)],
        ]);
    }

    /** "2 gifts, USD 50.00 + EUR 5.00" */
    private static function counted(int $count, string $what, Amounts $amounts): string
    {
        $sums = $amounts->toArray();
        $said = array_map(static fn(string $currency, string $amount): string => "{$currency} {$amount}", array_keys($sums), $sums);

        return "{$count} {$what}" . ($count === 1 ? '' : 's') . ', ' . implode(' + ', $said);
    }
}
