<?php

declare(strict_types=1);

namespace App\AddressChecks\Http;

use App\Accounts\Audit;
use App\AddressChecks\AddressCheck;
use App\AddressChecks\ApplyCheck;
use App\AddressChecks\CheckComparison;
use App\AddressChecks\CheckDecisions;
use App\AddressChecks\CheckedRows;
use App\AddressChecks\CheckState;
use App\AddressChecks\CheckView;
use App\AddressChecks\Http\Requests\DecideRequest;
use App\AddressChecks\Http\Requests\ScopeRequest;
use App\AddressChecks\IntakeAddresses;
use App\AddressChecks\Statement;
use App\AddressChecks\StoredAddresses;
use App\AddressChecks\Undeliverable;
use App\Addresses\Directory\DirectorySettings;
use App\Intakes\Intake;
use App\Intakes\Sources\Opening;
use App\Support\Http\Answers;
use App\Support\Http\Controller;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Support\Facades\DB;

/**
 * Checks of addresses: lists that were handed in, and stored addresses.
 *
 * @phpstan-import-type CheckSummary from CheckView
 * @phpstan-type CheckList array{
 *     checks: list<CheckSummary>, more: bool, directory: bool, unreached: int, stored: int, verified: int, last_asked: ?string,
 * }
 * @phpstan-import-type CheckPage from CheckView
 * @phpstan-type IntakeCheck array{page: ?CheckPage, directory: bool}
 * @phpstan-type CheckDecided array{decided: int}
 * @phpstan-type CheckGone array{gone: bool}
 */
final class CheckController extends Controller
{
    private const PAGE = 30;

    /** As many of the latest can be chosen to be held beside each other. */
    private const COMPARED = 200;

    #[Answers(self::class, 'CheckList')]
    public function index(Request $request, CheckView $view): JsonResponse
    {
        $this->authorize('check-addresses');
        $page = AddressCheck::query()
            ->where('kind', '<>', AddressCheck::INTAKE)
            ->when($request->boolean('done'), static fn($checks) => $checks->whereNotNull('figures'))
            ->with(['user', 'intake', 'act'])
            ->latest('id')
            ->simplePaginate($request->boolean('done') ? self::COMPARED : self::PAGE);
        $states = DB::table('address_states')->selectRaw('count(*) as n, max(asked_at) as last')->first();

        return response()->json([
            'checks' => $page->getCollection()->map($view->summary(...)),
            'more' => $page->hasMorePages(),
            'directory' => DirectorySettings::read()->isSet(),
            'unreached' => Undeliverable::count(),
            'stored' => StoredAddresses::count(['kind' => 'all']),
            'verified' => (int) ($states->n ?? 0),
            'last_asked' => $states->last ?? null,
        ]);
    }

    /** Of stored addresses: of everyone, of a search, of one supporter, or of those whose answer is old. */
    #[Answers(CheckView::class, 'CheckSummary')]
    public function store(ScopeRequest $request, CheckView $view): JsonResponse
    {
        abort_unless(DirectorySettings::read()->isSet(), 422, 'No postal directory is set. An administrator can name one.');
        $scope = $request->scope();
        abort_if(StoredAddresses::count($scope) === 0, 422, 'There is no address to check.');
        $check = AddressCheck::query()->create([
            'kind' => AddressCheck::RECORDS,
            'name' => mb_substr(StoredAddresses::words($scope), 0, 190),
            'state' => CheckState::Waiting,
            'user_id' => $request->user()?->id,
            'scope' => $scope,
        ]);
        $check->refresh()->begin(asks: true);

        return response()->json($view->summary($check->refresh()), 201);
    }

    #[Answers(CheckView::class, 'CheckPage')]
    public function show(AddressCheck $check, CheckView $view): JsonResponse
    {
        $this->authorize('check-addresses');

        return response()->json($view->page($check));
    }

    /** What two checks come to, side by side. */
    #[Answers(CheckComparison::class, 'ComparedChecks')]
    public function beside(AddressCheck $check, AddressCheck $other): JsonResponse
    {
        $this->authorize('check-addresses');
        foreach ([$check, $other] as $one) {
            abort_if($one->figures === null, 409, "\"{$one->name}\" is not checked yet.");
        }

        return response()->json(CheckComparison::of($check, $other));
    }

    #[Answers(CheckView::class, 'CheckedRowPage')]
    public function rows(Request $request, AddressCheck $check, CheckView $view): JsonResponse
    {
        $this->authorize('check-addresses');
        [$group, $after] = [$request->query('group', ''), $request->query('after', '0')];

        return response()->json($view->rows($check, is_string($group) ? $group : '', is_string($after) ? (int) $after : 0));
    }

    #[Answers(self::class, 'CheckDecided')]
    public function decide(DecideRequest $request, AddressCheck $check, CheckDecisions $decisions): JsonResponse
    {
        abort_unless($check->isDone(), 409, 'The addresses are not checked yet.');
        abort_if($check->isApplied(), 409, 'This stands in the records already. Undo it first.');
        $decided = $decisions->decide($check, $request->group(), $request->number(), $request->to(), $request->user()?->id);

        return response()->json(['decided' => $decided]);
    }

    /** What was said of the addresses of an intake; nothing, if nobody asked. */
    #[Answers(self::class, 'IntakeCheck')]
    public function ofIntake(Intake $intake, CheckView $view): JsonResponse
    {
        $this->authorize('check-addresses');
        $check = AddressCheck::query()->where('kind', AddressCheck::INTAKE)->where('intake_id', $intake->id)->first();

        return response()->json([
            'page' => $check === null ? null : $view->page($check),
            'directory' => DirectorySettings::read()->isSet(),
        ]);
    }

    /** Asks about the addresses of an intake that is worked out. */
    #[Answers(CheckView::class, 'CheckSummary')]
    public function askOfIntake(Request $request, Intake $intake, IntakeAddresses $addresses, CheckView $view): JsonResponse
    {
        $this->authorize('check-addresses');
        $this->authorize('update', $intake);
        abort_unless(DirectorySettings::read()->isSet(), 422, 'No postal directory is set. An administrator can name one.');
        abort_unless($intake->is_sifted && $intake->state->isOpen(), 409, 'Its rows are not worked out yet, or it was loaded already.');
        $check = $addresses->ask($intake, $request->user()) ?? abort(422, 'No column of this intake is an address.');

        return response()->json($view->summary($check));
    }

    /** Asks for what could not be asked before. */
    #[Answers(CheckView::class, 'CheckSummary')]
    public function ask(AddressCheck $check, CheckView $view): JsonResponse
    {
        $this->authorize('check-addresses');
        abort_unless($check->isDone() || $check->state === CheckState::Failed, 409, 'This is being worked on.');
        abort_if($check->isApplied(), 409, 'This stands in the records already. Undo it first.');
        abort_unless(DirectorySettings::read()->isSet(), 422, 'No postal directory is set. An administrator can name one.');
        $check->goOn();

        return response()->json($view->summary($check->refresh()));
    }

    /** Writing goes on in the queue: the page of the check tells how far it is. */
    #[Answers(CheckView::class, 'CheckSummary')]
    public function apply(Request $request, AddressCheck $check, ApplyCheck $apply, CheckView $view): JsonResponse
    {
        $this->authorize('check-addresses');
        abort_unless($check->isOfRecords(), 409, 'These are no addresses of the database.');
        abort_unless($check->isDone(), 409, 'The addresses are not checked yet.');
        abort_if($check->isApplied(), 409, 'This stands in the records already.');

        $apply->begin($check, $request->user());

        return response()->json($view->summary($check->refresh()));
    }

    /** As a PDF. */
    public function statement(AddressCheck $check, Statement $statement): Response
    {
        $this->authorize('check-addresses');
        abort_unless($check->isDone(), 409, 'The addresses are not checked yet.');

        return response($statement->pdf($check), 200, [
            'Content-Type' => 'application/pdf',
            'Content-Disposition' => "inline; filename=\"statement-{$check->id}.pdf\"",
        ]);
    }

    #[Answers(self::class, 'CheckGone')]
    public function destroy(AddressCheck $check, Opening $opening): JsonResponse
    {
        $this->authorize('check-addresses');
        abort_if($check->state->isWorking(), 409, 'This is being worked on.');
        $intake = $check->intake;
        DB::transaction(static function () use ($check): void {
            CheckedRows::of($check)->delete();
            $check->delete();
        });
        if ($intake?->isList() === true) {
            $opening->discard($intake);
            Audit::note(Audit::MANY, "Discarded the list \"{$check->name}\"");
        }

        return response()->json(['gone' => true]);
    }
}
