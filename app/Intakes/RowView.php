<?php

declare(strict_types=1);

namespace App\Intakes;

use App\Models\Intake;
use App\Records\RecordReader;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Addresses\Address;
use PineSieve\Core\Changes\Change;
use PineSieve\Core\Changes\Projection;
use PineSieve\Core\Changes\Subject;
use PineSieve\Core\Columns\ColumnChoice;
use PineSieve\Core\Columns\RowMapper;
use PineSieve\Core\Records\RecordPart;
use PineSieve\Core\Records\SupporterRecord;
use PineSieve\Core\Standards\FieldCatalog;
use PineSieve\Core\Standards\Formats\Formats;

/** One row of an intake as a person looks at it: its cells, what they became, and whom it may be. */
final readonly class RowView
{
    private const LABELS = [
        'kind' => 'Kind', 'title' => 'Title', 'first_name' => 'First name', 'middle_name' => 'Middle name', 'last_name' => 'Last name', 'suffix' => 'Suffix', 'organization_name' => 'Organization', 'display_name' => 'Display name',
        'sort_name' => 'Filed as', 'envelope_name' => 'On envelopes', 'greeting' => 'Greeting', 'first_known_on' => 'First known on', 'line1' => 'Address, line 1', 'line2' => 'Address, line 2', 'city' => 'City', 'state' => 'State', 'postal_code' => 'Postal code', 'country' => 'Country', 'original' => 'Address as written',
        'address' => 'Email', 'number' => 'Phone', 'system' => 'Old system', 'value' => 'Id in the old system', 'given_on' => 'Gift date', 'amount' => 'Gift amount', 'fund' => 'Gift fund', 'reference' => 'Gift reference',
    ];

    public function __construct(
        private Staged $staged,
        private RecordReader $reader,
        private FieldCatalog $catalog,
        private Formats $formats,
    ) {
    }

    /** @return ?array<string, mixed> null if the intake has no such row */
    public function of(Intake $intake, int $number): ?array
    {
        $raw = $this->staged->chosen($intake->id, [$number])[$number] ?? null;
        if ($raw === null) {
            return null;
        }
        $plan = $intake->columnPlan();
        $corrected = Edits::of($intake->id, [$number])->corrected($number, $raw);
        $result = DB::table('intake_results')->where('intake_id', $intake->id)->where('number', $number)->first();

        return [
            'number' => $number,
            'cells' => array_map(fn (ColumnChoice $choice, int $column): array => [
                'column' => $column,
                'header' => $choice->header,
                'raw' => $raw[$column] ?? '',
                'corrected' => ($corrected[$column] ?? '') === ($raw[$column] ?? '') ? null : $corrected[$column],
                'becomes' => $choice->target === null ? null : $this->catalog->field($choice->target)->label,
            ], $plan->choices, array_keys($plan->choices)),
            'display' => $result->display ?? null,
            'outcome' => $result->outcome ?? null,
            'held_by' => $result->held_by ?? null,
            'supporter_id' => $result->supporter_id ?? DB::table('intake_outcomes')->where('intake_id', $intake->id)->where('number', $number)->value('supporter_id'),
            'decision' => DB::table('intake_edits')->where('intake_id', $intake->id)->where('number', $number)->where('kind', 'match')->orderByDesc('id')->value('to'),
            'row_decision' => DB::table('intake_edits')->where('intake_id', $intake->id)->where('number', $number)->where('kind', 'row')->orderByDesc('id')->value('to'),
            'problems' => DB::table('intake_problems')->where('intake_id', $intake->id)->where('number', $number)->orderBy('place')->get(['code', 'field', 'column', 'value', 'reason', 'remedy'])->all(),
            'changes' => $this->changes($result->changes ?? null),
            'gift_state' => $result->gift_state ?? null,
        ];
    }

    /** @return list<array{subject: string, action: string, fields: list<array{label: string, before: ?string, after: ?string}>}> */
    public function changes(?string $json): array
    {
        $shown = [];
        foreach ($json === null ? [] : json_decode($json, true, flags: JSON_THROW_ON_ERROR) as $data) {
            $change = Change::fromArray($data);
            $fields = [];
            foreach ($change->fields as $column => [$before, $after]) {
                $fields[] = ['label' => $change->subject === Subject::Gift && $column === 'kind' ? 'Gift kind' : self::LABELS[$column] ?? $column, 'before' => $before, 'after' => $after];
            }
            $shown[] = ['subject' => $change->subject->value, 'action' => $change->action->value, 'fields' => $fields];
        }

        return $shown;
    }

    /**
     * The row beside each record that it may be.
     *
     * @return array{incoming: array<string, string>, candidates: list<array<string, mixed>>}
     */
    public function match(Intake $intake, int $number): array
    {
        $raw = $this->staged->chosen($intake->id, [$number])[$number] ?? [];
        $mapped = (new RowMapper($intake->columnPlan(), $this->catalog, $this->formats))->map(Edits::of($intake->id, [$number])->corrected($number, $raw));
        $record = $mapped->record;
        $findings = json_decode((string) DB::table('intake_results')->where('intake_id', $intake->id)->where('number', $number)->value('findings'), true) ?? [];
        $stored = $this->reader->read(array_values(array_filter(array_column($findings, 'ref'), is_int(...))), $intake->id);
        $gifts = $this->giftTotals(array_keys($stored));
        $candidates = [];
        foreach ($findings as $finding) {
            $candidate = $stored[$finding['ref']] ?? (is_string($finding['ref']) ? $this->ofRow($intake, (int) $finding['ref']) : null);
            if ($candidate !== null) {
                $candidates[] = [
                    'decision' => is_int($finding['ref']) ? "s:{$finding['ref']}" : 'r:'.(int) $finding['ref'],
                    'label' => is_int($finding['ref']) ? "Supporter {$finding['ref']}" : 'Row '.(int) $finding['ref'].' of this file',
                    'for' => $finding['for'],
                    'against' => $finding['against'],
                    'values' => [...self::stored($candidate), 'Gifts' => $gifts[$finding['ref']] ?? ''],
                ];
            }
        }
        $gift = $record->gift;

        return ['incoming' => [
            'Name' => $record->display(),
            'Address' => $mapped->address->standard->isBlank() ? '' : $mapped->address->standard->line(),
            'Email' => $record->email,
            'Phone' => $record->phone,
            'Id in the old system' => $record->oldId,
            'First known on' => $record->firstKnown,
            'Gifts' => $gift === null ? '' : trim("{$gift->amount} on {$gift->date} {$gift->fund}"),
        ], 'candidates' => $candidates];
    }

    private function ofRow(Intake $intake, int $number): ?SupporterRecord
    {
        $changes = DB::table('intake_results')->where('intake_id', $intake->id)->where('number', $number)->value('changes');

        return $changes === null ? null : Projection::after(null, array_map(Change::fromArray(...), json_decode($changes, true)), null);
    }

    /** @return array<string, string> */
    private static function stored(SupporterRecord $record): array
    {
        $join = static fn (array $parts, string $column): string => implode("\n", array_map(static fn (RecordPart $part): string => $part->value($column), $parts));

        return [
            'Name' => $record->field('display_name'),
            'Address' => implode("\n", array_map(static fn (RecordPart $part): string => Address::fromParts($part->values)->line(), $record->addresses)),
            'Email' => $join($record->emails, 'address'),
            'Phone' => $join($record->phones, 'number'),
            'Id in the old system' => $join($record->identifiers, 'value'),
            'First known on' => $record->field('first_known_on'),
        ];
    }

    /**
     * @param  list<int>  $ids
     * @return array<int, string>
     */
    private function giftTotals(array $ids): array
    {
        $totals = [];
        foreach (DB::table('gifts')->whereIn('supporter_id', $ids)->groupBy('supporter_id')->get(['supporter_id', DB::raw('count(*) as n'), DB::raw('sum(amount) as total'), DB::raw('max(given_on) as latest')]) as $row) {
            $totals[$row->supporter_id] = "{$row->n} gifts, {$row->total}, latest {$row->latest}";
        }

        return $totals;
    }
}
