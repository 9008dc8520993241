<?php

declare(strict_types=1);

namespace App\Accounting\Http;

use App\Accounting\Http\Requests\AccountsRequest;
use App\Accounting\Http\Requests\TakingRequest;
use App\Accounting\Ledger;
use App\Accounting\RunTaking;
use App\Accounting\Taking;
use App\Accounts\Audit;
use App\Support\Http\Answers;
use App\Support\Http\Controller;
use App\Support\Http\JsonMap;
use App\Support\Lists;
use Illuminate\Http\JsonResponse;
use PineSieve\Core\Exports\CsvWriter;
use PineSieve\Core\Exports\ExportColumn;
use PineSieve\Core\Gifts\GiftKind;
use Symfony\Component\HttpFoundation\BinaryFileResponse;

/**
 * A journal of debits and credits for the accounting program.
 *
 * @phpstan-import-type Amounts from JsonMap
 * @phpstan-import-type LedgerSum from Ledger
 * @phpstan-import-type BatchTaken from Ledger
 * @phpstan-type AccountSettings array{debit: string, credit: string, debits: JsonMap<string>, credits: JsonMap<string>}
 * @phpstan-type TakingRow array{
 *     id: int, from: string, until: string, state: 'working'|'done'|'failed', error: ?string, created_at: string, by: ?string,
 *     is_last: bool,
 * }
 * @phpstan-type AccountingPage array{accounts: AccountSettings, kinds: list<string>, funds: list<string>, takings: list<TakingRow>}
 * @phpstan-type OpenForAccounting array{gifts: int, amounts: Amounts, changed: int}
 * @phpstan-type TakingPage array{taking: TakingRow, sums: list<LedgerSum>, batches: list<BatchTaken>}
 * @phpstan-type TakingGone array{gone: bool}
 */
final class AccountingController extends Controller
{
    private const SHOWN = 100;

    private const COLUMNS = [
        'booked_on' => 'Date',
        'batch' => 'Batch',
        'account' => 'Account',
        'fund' => 'Fund',
        'debit' => 'Debit',
        'credit' => 'Credit',
        'currency' => 'Currency',
        'gifts' => 'Gifts',
    ];

    public function __construct(private readonly Ledger $ledger) {}

    #[Answers(self::class, 'AccountingPage')]
    public function index(): JsonResponse
    {
        $this->authorize('book-gifts');

        return response()->json($this->page());
    }

    #[Answers(self::class, 'AccountingPage')]
    public function accounts(AccountsRequest $request): JsonResponse
    {
        $this->ledger->keep($request->accounts());
        Audit::note(Audit::STANDARDS, 'Set the accounts that gifts are booked to');

        return response()->json($this->page());
    }

    #[Answers(self::class, 'OpenForAccounting')]
    public function open(TakingRequest $request): JsonResponse
    {
        $open = $this->ledger->open($request->from(), $request->until());

        return response()->json([...$open, 'amounts' => new JsonMap($open['amounts']->toArray())]);
    }

    #[Answers(self::class, 'TakingRow')]
    public function take(TakingRequest $request): JsonResponse
    {
        $taking = $this->ledger->begin($request->from(), $request->until(), $request->user()?->id);
        Audit::note(Audit::EXPORT, "Took the journal of gifts from {$taking->from_on} to {$taking->until_on} for accounting");
        RunTaking::dispatch($taking->id);

        return response()->json(self::row($taking->refresh(), true), 201);
    }

    #[Answers(self::class, 'TakingPage')]
    public function show(Taking $taking): JsonResponse
    {
        $this->authorize('book-gifts');

        return response()->json([
            'taking' => self::row($taking, $taking->isLast()),
            'sums' => $this->ledger->sums($taking),
            'batches' => $this->ledger->batches($taking),
        ]);
    }

    public function file(Taking $taking): BinaryFileResponse
    {
        $this->authorize('book-gifts');
        abort_unless($taking->state === 'done', 404, 'This journal is not there.');
        $path = (string) tempnam(sys_get_temp_dir(), 'journal');
        $columns = array_map(
            static fn(string $key, string $header): ExportColumn => new ExportColumn($key, $header),
            array_keys(self::COLUMNS),
            self::COLUMNS,
        );
        $writer = new CsvWriter($path, $columns);
        foreach ($this->ledger->sums($taking) as $sum) {
            $writer->row(array_map(static fn(string $key): string => (string) $sum[$key], array_keys(self::COLUMNS)));
        }
        $writer->end();
        Audit::note(Audit::EXPORT, "Took the file of the journal from {$taking->from_on} to {$taking->until_on}");

        return response()
            ->download($path, "journal {$taking->id}, {$taking->from_on} to {$taking->until_on}.csv")
            ->deleteFileAfterSend();
    }

    #[Answers(self::class, 'TakingGone')]
    public function putBack(Taking $taking): JsonResponse
    {
        $this->authorize('book-gifts');
        $this->ledger->putBack($taking);
        Audit::note(
            Audit::UNDO,
            "Put the journal of gifts from {$taking->from_on} to {$taking->until_on} back: its gifts are not taken any more",
        );

        return response()->json(['gone' => true]);
    }

    /** @return AccountingPage */
    private function page(): array
    {
        $accounts = $this->ledger->accounts()->toArray();
        $takings = Taking::query()->with('user')->latest('id')->limit(self::SHOWN)->get();

        return [
            'accounts' => [...$accounts, 'debits' => new JsonMap($accounts['debits']), 'credits' => new JsonMap($accounts['credits'])],
            'kinds' => array_values(
                array_filter(array_column(GiftKind::cases(), 'value'), static fn(string $kind): bool => $kind !== GiftKind::Pledge->value),
            ),
            'funds' => $this->ledger->funds(),
            // The latest first.
            'takings' => Lists::of($takings->map(static fn(Taking $taking, int $place): array => self::row($taking, $place === 0))),
        ];
    }

    /** @return TakingRow */
    private static function row(Taking $taking, bool $isLast): array
    {
        return [
            'id' => $taking->id,
            'from' => $taking->from_on,
            'until' => $taking->until_on,
            'state' => $taking->state,
            'error' => $taking->error,
            'created_at' => $taking->created_at->toIso8601String(),
            'by' => $taking->user?->name,
            'is_last' => $isLast,
        ];
    }
}
