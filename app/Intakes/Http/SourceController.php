<?php

declare(strict_types=1);

namespace App\Intakes\Http;

use App\Intakes\CarryOn;
use App\Intakes\Http\Requests\SourceRequest;
use App\Intakes\Http\Requests\SourceRowsRequest;
use App\Intakes\Intake;
use App\Intakes\IntakeState;
use App\Intakes\Sources\SourceStore;
use App\Intakes\Sources\StagedRows;
use App\Intakes\Summary;
use App\Support\Http\Answers;
use App\Support\Http\Controller;
use Illuminate\Http\JsonResponse;
use PineSieve\Core\Columns\RowKind;
use PineSieve\Core\Reading\CannotRead;
use PineSieve\Core\Reading\HeaderRow;
use PineSieve\Core\Reading\SourceFormat;
use PineSieve\Core\Reading\Text\Encoding;

/**
 * How a source is read, and its rows as they are.
 *
 * @phpstan-type EncodingChoice array{value: string, label: string}
 * @phpstan-type SourceRow array{number: int, place: ?string, cells: list<string>}
 * @phpstan-type SourceView array{
 *     sheets: list<string>, format: string, names_its_columns: bool, sheets_read: list<string>,
 *     fill_merged: bool, fill_dittos: bool, fill_headings: bool,
 *     encoding: ?string, encodings: list<EncodingChoice>,
 *     delimiter: ?string,
 *     header_row: ?int, headers: list<string>, rows: list<SourceRow>, offered_plan: ?string,
 * }
 */
final class SourceController extends Controller
{
    private const PAGE = 200;

    #[Answers(self::class, 'SourceView')]
    public function show(SourceRowsRequest $request, Intake $intake, SourceStore $sources, StagedRows $staged): JsonResponse
    {
        $after = (int) $request->query('after', '0');
        $sort = $request->validated();
        $rows = [];
        if (isset($sort['sort'])) {
            $rows = $staged->sorted($intake->id, (int) $sort['sort'], (bool) ($sort['descending'] ?? false), self::PAGE);
        } elseif ($after === 0 && $intake->state !== IntakeState::Reading) {
            $rows = $this->head($intake, $sources);
        }
        $rows += isset($sort['sort']) ? [] : $staged->rows($intake->id, $rows === [] ? $after : (int) array_key_last($rows), self::PAGE);

        return response()->json([
            'sheets' => $intake->sheets,
            'format' => SourceFormat::from($intake->format)->label(),
            'names_its_columns' => SourceFormat::from($intake->format)->namesItsColumns(),
            'sheets_read' => $intake->sheets_read,
            'fill_merged' => $intake->fill_merged,
            'fill_dittos' => $intake->fill_dittos,
            'fill_headings' => $intake->fill_headings,
            'encoding' => $intake->encoding,
            'encodings' => array_map(
                static fn(Encoding $encoding): array => ['value' => $encoding->value, 'label' => $encoding->label()],
                Encoding::cases(),
            ),
            'delimiter' => $intake->delimiter,
            'header_row' => $intake->header_row,
            'headers' => $intake->columnPlan()->headers(),
            'rows' => array_map(
                static fn(int $number, array $cells): array => ['number' => $number, 'place' => $intake->place($number), 'cells' => $cells],
                array_keys($rows),
                $rows,
            ),
            'offered_plan' => $intake->offered_plan,
        ]);
    }

    #[Answers(Summary::class, 'IntakeSummary')]
    public function update(SourceRequest $request, Intake $intake, SourceStore $sources, Summary $summary): JsonResponse
    {
        abort_unless(
            $intake->state->isOpen() || $intake->state === IntakeState::Failed,
            409,
            'This intake is being worked on or was loaded already, so its source can\'t be read anew.',
        );
        abort_if($intake->trial !== null, 409, 'A trial of this intake is in already. Undo the trial before the source is read anew.');
        $data = $request->validated();
        if (
            !array_key_exists('header_row', $data) &&
            array_diff(array_keys($data), ['fill_merged', 'fill_dittos', 'fill_headings']) !== []
        ) {
            // Another sheet or another way of reading has its header elsewhere.
            $data['header_row'] = null;
        }
        $intake->fill($data);
        $sources->open($intake)->reader($intake->readAs());
        CarryOn::from($intake, IntakeState::Reading);

        return response()->json($summary->of($intake));
    }

    /**
     * Rows above and at the header are not staged: they come from the file, and so do those below it of a file that could not be read to its end.
     * Where it can't be read any further, they end.
     *
     * @return array<int, list<string>>
     */
    private function head(Intake $intake, SourceStore $sources): array
    {
        $rows = [];
        $most = $intake->state === IntakeState::Failed ? HeaderRow::WITHIN : 0;
        try {
            foreach ($sources->open($intake)->reader($intake->readAs())->rows() as $number => $cells) {
                if (count($rows) >= $most && $number > ($intake->header_row ?? 0)) {
                    break;
                }
                $above =
                    $intake->fill_headings && $number === $intake->header_row
                        ? array_search(RowKind::ABOVE, $intake->columnPlan()->headers(), true)
                        : false;
                $rows[$number] =
                    $above === false ? $cells : array_values(array_replace(array_pad($cells, $above, ''), [$above => RowKind::ABOVE]));
            }
        } catch (CannotRead) {
            // The intake says why.
        }

        return $rows;
    }
}
