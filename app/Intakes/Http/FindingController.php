<?php

declare(strict_types=1);

namespace App\Intakes\Http;

use App\Intakes\CarryOn;
use App\Intakes\Http\Requests\RemedyRequest;
use App\Intakes\Intake;
use App\Intakes\IntakeState;
use App\Support\Http\Answers;
use App\Support\Http\Controller;
use Illuminate\Http\JsonResponse;
use PineSieve\Core\Columns\ColumnPlan;
use PineSieve\Core\Findings\Finding;
use PineSieve\Core\Findings\FindingKind;

/**
 * What is wrong with a file, and the remedies.
 *
 * @phpstan-type FindingExample array{row: int, value: string, header: string}
 * @phpstan-type FindingColumn array{column: int, header: string, count: int, applied: bool}
 * @phpstan-type FoundFinding array{
 *     kind: value-of<FindingKind>, title: string, count: int, remedy: string, note: string, for_a_person: bool, applied: bool,
 *     examples: list<FindingExample>, columns: list<FindingColumn>,
 * }
 * @phpstan-type Findings array{findings: list<FoundFinding>}
 */
final class FindingController extends Controller
{
    #[Answers(self::class, 'Findings')]
    public function index(Intake $intake): JsonResponse
    {
        $this->authorize('viewRows', [Intake::class, $intake]);

        return response()->json([
            'findings' => array_map(
                static fn(Finding $finding): array => $finding->toArray(),
                $intake->findings()->of($intake->columnPlan()),
            ),
        ]);
    }

    /** Applies a remedy wherever it helps, or takes it back; without a kind, all of them. */
    #[Answers(self::class, 'Findings')]
    public function remedy(RemedyRequest $request, Intake $intake): JsonResponse
    {
        $intake->mustBeOpen();
        $data = $request->validated();
        $kind = isset($data['kind']) ? FindingKind::from($data['kind']) : null;
        $filled = match ($kind) {
            FindingKind::Merged => 'fill_merged',
            FindingKind::Dittos => 'fill_dittos',
            FindingKind::Headings => 'fill_headings',
            default => null,
        };
        if ($filled !== null) {
            // Cells are filled while the file is read.
            $intake->fill([$filled => (bool) $data['on']]);
            CarryOn::from($intake, IntakeState::Reading);

            return $this->index($intake);
        }
        $findings = $intake->findings();
        $intake->changePlan(
            static fn(ColumnPlan $plan): ColumnPlan => $kind === null
                ? $findings->remediedAll($plan)
                : $findings->remedied($plan, $kind, (bool) $data['on']),
        );

        return $this->index($intake);
    }
}
