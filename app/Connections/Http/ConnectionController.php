<?php

declare(strict_types=1);

namespace App\Connections\Http;

use App\Accounts\Audit;
use App\Batches\Batch;
use App\Connections\CannotFetch;
use App\Connections\Connection;
use App\Connections\ConnectionView;
use App\Connections\Fetching;
use App\Connections\Http\Requests\ConnectionRequest;
use App\Connections\Http\Requests\PullRequest;
use App\Connections\Pull;
use App\Connections\RunPull;
use App\Intakes\Intake;
use App\Intakes\Plans\PlanFile;
use App\Support\Http\Answers;
use App\Support\Http\Controller;
use App\Support\Http\JsonMap;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Response;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Gate;
use Illuminate\Support\Str;
use PineSieve\Core\Connections\Arrived;
use PineSieve\Core\Connections\ConnectionForm;
use PineSieve\Core\Connections\TransactionReader;

/**
 * Other systems from which gifts go on coming.
 *
 * @phpstan-import-type ConnectionRow from ConnectionView
 * @phpstan-type ConnectionList array{connections: list<ConnectionRow>, may_set: bool}
 * @phpstan-type LookedAt array{
 *     records: int, transactions: int, next: bool, total: ?int, headers: list<string>, rows: list<JsonMap<string>>, faults: list<string>,
 *     states: list<string>, answer: string,
 * }
 * @phpstan-type ConnectionDropped array{dropped: string}
 */
final class ConnectionController extends Controller
{
    /** Rows that a look shows. */
    private const SHOWN = 8;

    /** Characters of an answer that a look shows. */
    private const LONGEST = 6000;

    public function __construct(private readonly ConnectionView $view) {}

    #[Answers(self::class, 'ConnectionList')]
    public function index(): JsonResponse
    {
        $this->authorize('viewAny', Intake::class);

        return response()->json([
            'connections' => $this->view->list(),
            'may_set' => request()->user()?->can('set-connections') ?? false,
        ]);
    }

    #[Answers(ConnectionView::class, 'ConnectionPageData')]
    public function show(Connection $connection): JsonResponse
    {
        abort_unless(Gate::allows('set-connections') || Gate::allows('create', Intake::class), 403);

        return response()->json($this->view->page($connection));
    }

    #[Answers(ConnectionView::class, 'ConnectionPageData')]
    public function store(ConnectionRequest $request, PlanFile $plans): JsonResponse
    {
        $connection = new Connection();
        DB::transaction(function () use ($connection, $request, $plans): void {
            $this->keep($connection, $request);
            if ($request->plan() !== null && $connection->plan_id === null) {
                $connection->takePlan($plans->read($request->plan(), null), $request->user()?->id);
            }
        });
        Audit::note(Audit::CONNECTIONS, "Set up the connection \"{$connection->name}\" to {$connection->settings()->address}");

        return response()->json($this->view->page($connection->refresh()), 201);
    }

    #[Answers(ConnectionView::class, 'ConnectionPageData')]
    public function update(ConnectionRequest $request, Connection $connection): JsonResponse
    {
        $this->keep($connection, $request);
        Audit::note(Audit::CONNECTIONS, "Changed the connection \"{$connection->name}\" to {$connection->settings()->address}");

        return response()->json($this->view->page($connection));
    }

    #[Answers(self::class, 'ConnectionDropped')]
    public function destroy(Connection $connection): JsonResponse
    {
        $this->authorize('set-connections');
        // What it brought in stays, and is known by its ids should another connection bring it once more.
        DB::transaction(static function () use ($connection): void {
            DB::table('connection_transactions')->where('connection_id', $connection->id)->delete();
            DB::table('connection_notices')->where('connection_id', $connection->id)->delete();
            DB::table('connection_pulls')->where('connection_id', $connection->id)->delete();
            $connection->delete();
        });
        Audit::note(Audit::CONNECTIONS, "Ended the connection \"{$connection->name}\"");

        return response()->json(['dropped' => $connection->name]);
    }

    /** A first answer, as it is and as its records are read: nothing of it is kept. */
    #[Answers(self::class, 'LookedAt')]
    public function look(ConnectionRequest $request, Fetching $fetching): JsonResponse
    {
        $form = $request->form();
        $key = $request->key() ?? (string) $this->named($request)?->key;
        try {
            $page = $fetching->first($form, $key);
        } catch (CannotFetch $error) {
            abort(422, $error->getMessage());
        }
        $reader = new TransactionReader($form);
        $found = array_merge(...array_map($reader->of(...), $page->records));
        $rows = [];
        foreach (array_slice($found, 0, self::SHOWN) as $one) {
            array_push($rows, ...Arrived::of($form, $one, null, [], now()->toDateString())->rows);
        }
        $faults = array_unique(array_filter(array_column($found, 'fault'), static fn(string $fault): bool => $fault !== ''));

        return response()->json([
            'records' => count($page->records),
            'transactions' => count($found),
            'next' => $page->next !== '',
            'total' => $page->total,
            'headers' => array_keys(array_merge(...$rows)),
            'rows' => array_map(static fn(array $row): JsonMap => new JsonMap($row), $rows),
            'faults' => array_slice(array_values($faults), 0, self::SHOWN),
            'states' => array_values(array_unique(array_column($found, 'state'))),
            'answer' => mb_substr(
                (string) json_encode(
                    array_slice($page->records, 0, 2),
                    JSON_PRETTY_PRINT | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_PARTIAL_OUTPUT_ON_ERROR,
                ),
                0,
                self::LONGEST,
            ),
        ]);
    }

    /** Everything but the key, to be carried elsewhere. */
    public function file(Connection $connection, PlanFile $plans): Response
    {
        $this->authorize('set-connections');
        $json = json_encode(
            [
                'version' => ConnectionForm::VERSION,
                'name' => $connection->name,
                'form' => $connection->settings()->toArray(),
                'every' => $connection->every,
                'loads' => $connection->loads,
                'plan' => $connection->plan === null ? null : json_decode($plans->write($connection->plan), true),
            ],
            JSON_PRETTY_PRINT | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_THROW_ON_ERROR,
        );
        $name = Str::slug($connection->name) . '.json';

        return response("{$json}\n", 200, [
            'Content-Type' => 'application/json',
            'Content-Disposition' => "attachment; filename=\"{$name}\"",
        ]);
    }

    #[Answers(ConnectionView::class, 'ConnectionPageData')]
    public function pull(PullRequest $request, Connection $connection): JsonResponse
    {
        $isFetching = Pull::query()->where('connection_id', $connection->id)->where('state', 'fetching')->exists();
        abort_if($isFetching, 409, 'It is being pulled already.');
        $batch = $request->batch();
        $isNew = $batch !== null && Batch::query()->where('name', $batch)->doesntExist();
        abort_if($isNew && !Gate::allows('edit-records'), 403, 'You may not open a batch. Choose one that is open.');
        $pull = Pull::begin($connection, $request->day('since'), $request->day('until'), false, $request->user()?->id, $batch);
        RunPull::dispatch($pull->id);

        return response()->json($this->view->page($connection->refresh()), 202);
    }

    private function keep(Connection $connection, ConnectionRequest $request): void
    {
        $form = $request->form();
        $key = $request->key();
        // A key is for one host: another one does not get it unasked.
        $isElsewhere = $connection->exists && self::host($connection->settings()) !== self::host($form);
        abort_if($isElsewhere && $key === null && (string) $connection->key !== '', 422, 'The address is another one: give the key again.');
        $inboxKey = $request->inboxKey();
        abort_if(
            $form->signature !== null && $inboxKey === null && (string) $connection->inbox_key === '',
            422,
            'Give the key with which its notices are signed.',
        );
        $every = (int) $request->validated('every');
        $connection
            ->fill([
                'name' => $request->validated('name'),
                'form' => $form->toArray(),
                'plan_id' => $request->validated('plan_id'),
                'every' => $every,
                'loads' => (bool) $request->validated('loads'),
                'user_id' => $request->user()?->id,
                'failures' => 0,
                'error' => null,
                'next_at' => $every > 0 ? now() : null,
                ...$key === null ? [] : ['key' => $key],
                ...$inboxKey === null ? [] : ['inbox_key' => $inboxKey],
                ...$form->signature === null || $connection->inbox !== null ? [] : ['inbox' => bin2hex(random_bytes(16))],
            ])
            ->save();
    }

    private function named(ConnectionRequest $request): ?Connection
    {
        $connection = Connection::query()->where('name', (string) $request->input('of'))->first();

        // A key that was kept is tried only where it was given for.
        return $connection !== null && self::host($connection->settings()) === self::host($request->form()) ? $connection : null;
    }

    private static function host(ConnectionForm $form): string
    {
        return parse_url($form->address, PHP_URL_SCHEME) .
            '://' .
            parse_url($form->address, PHP_URL_HOST) .
            ':' .
            parse_url($form->address, PHP_URL_PORT);
    }
}
