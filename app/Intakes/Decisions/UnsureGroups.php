<?php

declare(strict_types=1);

namespace App\Intakes\Decisions;

use App\Intakes\Intake;
use App\Support\Lists;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Matching\Judgement;
use PineSieve\Core\Matching\PairFinding;
use PineSieve\Core\Matching\Reasons;

/**
 * Unsure rows that are unsure for the same reason: looked at by a few of them, and decided as one.
 *
 * @phpstan-import-type RowName from ProblemList
 * @phpstan-type UnsureGroup array{why: string, rows: int, single: int, sample: list<RowName>}
 * @phpstan-type UnsureGroupList array{groups: list<UnsureGroup>}
 */
final readonly class UnsureGroups
{
    private const SAMPLE = 5;

    private const MOST = 100;

    public function __construct(private Revision $revision) {}

    /** @return array{why: string, candidates: int} what a row is unsure by, without the values; and how many it may be */
    public static function of(Judgement $judgement): array
    {
        $likely = array_values(array_filter($judgement->findings, static fn(PairFinding $finding): bool => $finding->strength->value > 0));

        return [
            'why' => $likely === [] ? '' : Reasons::inShort($likely[0]->for, $likely[0]->against),
            'candidates' => min(255, count($likely)),
        ];
    }

    /** @return list<array{why: string, rows: int, single: int, sample: list<array{number: int, display: string}>}> the largest first; single: those that may be one alone */
    public function all(Intake $intake): array
    {
        $groups = DB::select(
            "select why, count(*) `rows`, sum(candidates = 1) single from intake_results where intake_id = ? and held_by = 'unsure' group by why order by `rows` desc, why limit " .
                self::MOST,
            [$intake->id],
        );

        return Lists::of(
            array_map(
                fn(\stdClass $group): array => [
                    'why' => (string) $group->why,
                    'rows' => (int) $group->rows,
                    'single' => (int) $group->single,
                    // Any of them, and the same whenever one looks.
                    'sample' => $this->sample($intake, $group->why),
                ],
                $groups,
            ),
        );
    }

    /** @return list<array{number: int, display: string}> */
    private function sample(Intake $intake, string $why): array
    {
        $rows = DB::table('intake_results')
            ->where('intake_id', $intake->id)
            ->where('held_by', 'unsure')
            ->where('why', $why)
            ->orderByRaw('crc32(number), number')
            ->limit(self::SAMPLE)
            ->get(['number', 'display']);

        return Lists::of(
            $rows->map(static fn(\stdClass $row): array => ['number' => (int) $row->number, 'display' => (string) $row->display]),
        );
    }

    /**
     * Decides all rows of a group: each is the one that it may be, or nobody of them.
     *
     * @return array{decided: int, left: int} rows that were decided, and rows that may be more than one
     */
    public function decide(Intake $intake, string $why, bool $isSame, ?int $userId): array
    {
        $rows = DB::table('intake_results')
            ->where('intake_id', $intake->id)
            ->where('held_by', 'unsure')
            ->where('why', $why)
            ->orderBy('number')
            ->get(['number', 'candidates', 'findings']);
        $edits = [];
        foreach ($rows as $row) {
            $findings = json_decode((string) $row->findings, true) ?? [];
            if (!$isSame || ($row->candidates === 1 && $findings !== [])) {
                $edits[] = [
                    'number' => $row->number,
                    'column' => ($findings[0]['part'] ?? 0) > 0 ? $findings[0]['part'] : null,
                    'to' => $isSame ? Decision::on($findings[0]['ref']) : 'new',
                ];
            }
        }
        $this->revision->together($intake, 'match', $edits, $userId);

        return ['decided' => count($edits), 'left' => count($rows) - count($edits)];
    }
}
