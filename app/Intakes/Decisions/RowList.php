<?php

declare(strict_types=1);

namespace App\Intakes\Decisions;

use App\Intakes\Intake;
use App\Intakes\Sifting\Results;
use App\Intakes\Sifting\RowMoney;
use App\Intakes\Sifting\UnitNumber;
use App\Support\Http\JsonMap;
use App\Support\Lists;
use App\Supporters\ChangeWords;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Changes\Outcome;
use PineSieve\Core\Matching\Verdict;

/**
 * The rows of an intake as the stages list them, a page at a time.
 *
 * @phpstan-import-type Amounts from JsonMap
 * @phpstan-import-type ShownChange from ChangeWords
 * @phpstan-import-type OtherParty from RowView
 * @phpstan-type MatchRow array{
 *     number: int, part: int, role: string, display: string, verdict: value-of<Verdict>, outcome: value-of<Outcome>,
 *     supporter_id: ?int, same_as_row: ?int, namesakes: int, reason: string,
 * }
 * @phpstan-type MatchPage array{rows: list<MatchRow>, more: bool, decided: int}
 * @phpstan-type AddressReason array{rule: string, words: string}
 * @phpstan-type AddressChange array{part: string, before: string, after: string, reason: string, reasons: list<AddressReason>}
 * @phpstan-type AddressRow array{
 *     number: int, display: string, state: string, from: JsonMap<string>, to: JsonMap<string>, changes: list<AddressChange>, told: list<string>,
 * }
 * @phpstan-type AddressPage array{rows: list<AddressRow>, more: bool}
 * @phpstan-type PreviewRow array{
 *     number: int, display: string, supporter_id: ?int, same_as_row: ?int, changes: list<ShownChange>, others: list<OtherParty>,
 *     gifts_new: int, there: Amounts, reasons: list<string>,
 * }
 * @phpstan-type PreviewPage array{rows: list<PreviewRow>, more: bool}
 */
final readonly class RowList
{
    public const MATCHES = ['unsure', 'known', 'new', 'namesakes', 'decided'];

    private const PAGE = 200;

    private const PREVIEWED = 100;

    public function __construct(private RowView $rows) {}

    /**
     * Who the rows are.
     *
     * @param  value-of<self::MATCHES>  $show
     * @param  int  $after  number of the last row that is shown already
     * @return MatchPage
     */
    public function matches(Intake $intake, string $show, int $after): array
    {
        $rows = DB::table('intake_results')
            ->where('intake_id', $intake->id)
            ->where('number', '>', $after)
            ->where('outcome', '<>', Results::WITH)
            ->when($show === 'unsure', static fn($query) => $query->where('held_by', 'unsure'))
            ->when($show === 'known', static fn($query) => $query->where('verdict', 'known')->whereIn('outcome', ['updated', 'unchanged']))
            ->when($show === 'new', static fn($query) => $query->where('outcome', 'new'))
            ->when($show === 'namesakes', static fn($query) => $query->where('outcome', 'new')->where('namesakes', '>', 0))
            ->when(
                $show === 'decided',
                static fn($query) => $query->whereIn(
                    'number',
                    DB::table('intake_edits')->select('number')->where('intake_id', $intake->id)->where('kind', 'match'),
                ),
            )
            ->orderBy('number')
            ->limit(self::PAGE)
            ->get(['number', 'unit', 'role', 'display', 'verdict', 'supporter_id', 'leader', 'findings', 'namesakes', 'outcome']);

        return [
            'rows' => Lists::of(
                $rows->map(
                    static fn(\stdClass $row): array => [
                        'number' => $row->number,
                        'part' => json_decode((string) $row->findings, true)[0]['part'] ?? 0,
                        'role' => $row->role,
                        'display' => $row->display,
                        'verdict' => $row->verdict,
                        'outcome' => $row->outcome,
                        'supporter_id' => $row->supporter_id,
                        'same_as_row' => self::sameAs($row),
                        'namesakes' => $row->outcome === 'new' ? $row->namesakes : 0,
                        'reason' => json_decode((string) $row->findings, true)[0]['for'][0] ?? '',
                    ],
                ),
            ),
            'more' => $rows->count() === self::PAGE,
            'decided' => DB::table('intake_edits')->where('intake_id', $intake->id)->where('kind', 'match')->distinct()->count('number'),
        ];
    }

    /**
     * Addresses, as written and in postal form.
     *
     * @param  string  $show  what is decided of them
     * @param  string  $rule  an AddressRule by which they change; '' for all
     * @return AddressPage
     */
    public function addresses(Intake $intake, string $show, string $rule, int $after): array
    {
        $rows = DB::table('intake_results')
            ->where('intake_id', $intake->id)
            ->whereIn('outcome', ['new', 'updated', 'unchanged'])
            ->where('address', $show)
            ->where('number', '>', $after)
            ->when($rule !== '', static fn($query) => AddressGroups::narrow($query, $rule))
            ->orderBy('number')
            ->limit(self::PAGE)
            ->get(['number', 'display', 'address', 'address_changes']);

        $changes = static fn(\stdClass $row): array => json_decode((string) $row->address_changes, true) ?? [];

        return [
            'rows' => Lists::of(
                $rows->map(
                    static fn(\stdClass $row): array => [
                        'number' => $row->number,
                        'display' => $row->display,
                        'state' => $row->address,
                        'from' => new JsonMap($changes($row)['from'] ?? []),
                        'to' => new JsonMap($changes($row)['to'] ?? []),
                        'changes' => self::addressChanges($changes($row)['changes'] ?? []),
                        'told' => $changes($row)['told'] ?? [],
                    ],
                ),
            ),
            'more' => $rows->count() === self::PAGE,
        ];
    }

    /**
     * The planned changes: what loading would write, row by row.
     *
     * @return PreviewPage
     */
    public function preview(Intake $intake, string $outcome, int $after): array
    {
        $results = DB::table('intake_results')
            ->where('intake_id', $intake->id)
            ->where('outcome', $outcome)
            ->where('number', '>', $after)
            ->orderBy('number')
            ->limit(self::PREVIEWED)
            ->get([
                'number',
                'unit',
                'display',
                'reason',
                'held_by',
                'supporter_id',
                'leader',
                'changes',
                'gifts_new',
                ...RowMoney::COLUMNS,
            ]);
        $others = $this->rows->others($intake, Lists::ints($results->pluck('number')));
        $reasons = DB::table('intake_problems')
            ->where('intake_id', $intake->id)
            ->where('blocks', true)
            ->whereIn('number', $results->pluck('number'))
            ->orderBy('place')
            ->get(['number', 'reason'])
            ->groupBy('number');

        return [
            'rows' => array_map(
                fn(\stdClass $row): array => [
                    'number' => $row->number,
                    'display' => $row->display,
                    'supporter_id' => $row->supporter_id,
                    'same_as_row' => self::sameAs($row),
                    'changes' => $this->rows->changes($row->changes, $intake->id),
                    'others' => $others[$row->number] ?? [],
                    'gifts_new' => $row->gifts_new,
                    'there' => new JsonMap(RowMoney::fromColumns($row, $intake->currency)->there->toArray()),
                    'reasons' => match ($row->held_by) {
                        'problem' => Lists::texts($reasons[$row->number]?->pluck('reason') ?? []),
                        'unsure' => ['Nobody has said yet whether it is someone we know'],
                        'person' => ['Held by a person'],
                        'waits' => ['Waits for a row further down'],
                        default => $row->reason === null ? [] : [$row->reason],
                    },
                ],
                array_values($results->all()),
            ),
            'more' => $results->count() === self::PREVIEWED,
        ];
    }

    /**
     * @param  list<array{part: string, before: string, after: string, reason: string, reasons?: list<AddressReason>}>  $stored
     * @return list<AddressChange>
     */
    private static function addressChanges(array $stored): array
    {
        // Rows that were worked out before reasons had rules have the words alone.
        return array_map(
            static fn(array $change): array => ['reasons' => [['rule' => '', 'words' => $change['reason']]], ...$change],
            $stored,
        );
    }

    private static function sameAs(\stdClass $row): ?int
    {
        return $row->leader !== null && $row->leader !== $row->unit ? UnitNumber::row($row->leader) : null;
    }
}
