<?php

declare(strict_types=1);

namespace App\AddressChecks\Http;

use App\AddressChecks\AddressCheck;
use App\AddressChecks\CheckedFile;
use App\AddressChecks\CheckState;
use App\AddressChecks\CheckView;
use App\AddressChecks\Http\Requests\ColumnsRequest;
use App\AddressChecks\Http\Requests\ListRequest;
use App\AddressChecks\Http\Requests\StartRequest;
use App\AddressChecks\ListColumns;
use App\AddressChecks\ListRows;
use App\Intakes\CarryOn;
use App\Intakes\Intake;
use App\Intakes\Sources\Opening;
use App\Support\Http\Answers;
use App\Support\Http\Controller;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\BinaryFileResponse;
use Symfony\Component\HttpFoundation\StreamedResponse;

/** A list that someone hands in: its columns are mapped, its addresses checked, and it is given back. Nobody is loaded from it. */
final class AddressListController extends Controller
{
    #[Answers(CheckView::class, 'CheckSummary')]
    public function store(ListRequest $request, Opening $opening, CheckView $view): JsonResponse
    {
        $file = $request->list();
        $user = $request->user()?->id;
        $intake = $opening->open($file->getPathname(), $file->getClientOriginalName(), $user, purpose: Intake::LIST);
        CarryOn::dispatch($intake->id);
        $check = AddressCheck::query()->create([
            'kind' => AddressCheck::LIST,
            'name' => $intake->name,
            'state' => CheckState::Mapping,
            'user_id' => $user,
            'intake_id' => $intake->id,
        ]);

        return response()->json($view->summary($check->refresh()), 201);
    }

    #[Answers(ListColumns::class, 'ListColumnsView')]
    public function columns(AddressCheck $check, ListColumns $columns): JsonResponse
    {
        $this->authorize('check-addresses');

        return response()->json($columns->of(self::intake($check)));
    }

    /** Which column is what; or another sheet of the workbook. */
    #[Answers(ListColumns::class, 'ListColumnsView')]
    public function map(ColumnsRequest $request, AddressCheck $check, ListColumns $columns): JsonResponse
    {
        $intake = self::intake($check);
        abort_if($check->state->isWorking(), 409, 'The addresses are being checked. Wait until that is done.');
        $columns->set($intake, $request->targets());

        return response()->json($columns->of($intake));
    }

    #[Answers(CheckView::class, 'CheckSummary')]
    public function start(StartRequest $request, AddressCheck $check, CheckView $view): JsonResponse
    {
        $intake = self::intake($check);
        abort_if($check->state->isWorking(), 409, 'The addresses are being checked already.');
        abort_unless($intake->state->isOpen(), 409, 'The list is still being read.');
        abort_if(ListRows::most($intake) === 0, 422, 'No column is an address. Say which one holds the street, or the whole address.');
        $check->begin($request->boolean('asks'));

        return response()->json($view->summary($check->refresh()));
    }

    /** The list as it was, with the columns behind it. */
    public function result(Request $request, AddressCheck $check, CheckedFile $files): BinaryFileResponse
    {
        $this->authorize('check-addresses');
        $intake = self::done($check);
        $path = (string) tempnam(sys_get_temp_dir(), 'list');
        $files->write($check, $intake, $path, $request->query('capitals') === '1');

        return response()->download($path, CheckedFile::name($intake))->deleteFileAfterSend();
    }

    public function failed(AddressCheck $check, CheckedFile $files): StreamedResponse
    {
        $this->authorize('check-addresses');
        $intake = self::done($check);

        return self::csv("{$check->name} not reached.csv", static fn($stream) => $files->failed($check, $intake, $stream));
    }

    public function explained(AddressCheck $check): StreamedResponse
    {
        $this->authorize('check-addresses');
        $intake = self::done($check);

        return self::csv("{$check->name} columns.csv", static fn($stream) => CheckedFile::explain($intake, $stream));
    }

    /** @param  \Closure(resource): void  $write */
    private static function csv(string $name, \Closure $write): StreamedResponse
    {
        $headers = ['Content-Type' => 'text/csv; charset=UTF-8'];

        return response()->streamDownload(
            static function () use ($write): void {
                $stream = fopen('php://output', 'w') ?: throw new \LogicException('No output.');
                $write($stream);
                fclose($stream);
            },
            str_replace(['/', '\\'], '-', $name),
            $headers,
        );
    }

    private static function intake(AddressCheck $check): Intake
    {
        return $check->isList() && $check->intake !== null ? $check->intake : abort(404, 'This is no list.');
    }

    private static function done(AddressCheck $check): Intake
    {
        abort_unless($check->isDone(), 409, 'The addresses are not checked yet.');

        return self::intake($check);
    }
}
