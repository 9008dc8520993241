<?php

declare(strict_types=1);

namespace App\Mailings\Http;

use App\Accounts\Audit;
use App\Mailings\Http\Requests\LetterRequest;
use App\Mailings\Http\Requests\MailingRequest;
use App\Mailings\Mailing;
use App\Mailings\Pieces;
use App\Mailings\RunMailing;
use App\Mailings\Sheets;
use App\Standards\FieldAccess;
use App\Support\Http\Answers;
use App\Support\Http\Controller;
use App\Supporters\SupporterSearch;
use App\Supporters\UnseenField;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use PineSieve\Core\Exports\CsvWriter;
use PineSieve\Core\Exports\ExportColumn;
use PineSieve\Core\Mailings\LabelSheet;
use PineSieve\Core\Mailings\LeftOut;
use PineSieve\Core\Mailings\Per;
use Symfony\Component\HttpFoundation\BinaryFileResponse;

/**
 * Mailings: gathered, looked at, taken as a list, as labels, as letters.
 *
 * @phpstan-type MailingRow array{
 *     id: int, name: string, state: 'working'|'done'|'failed', per: value-of<Per>, must_agree: bool, total: int, done: int, pieces: ?int,
 *     by: ?string, created_at: string, error: ?string,
 * }
 * @phpstan-type MailingList array{mailings: list<MailingRow>}
 * @phpstan-type MailingLeftOut array{why: value-of<LeftOut>, words: string, supporters: int}
 * @phpstan-type MailingPiece array{envelope: string, greeting: string, lines: list<string>, supporters: list<int>}
 * @phpstan-type MailingSheet array{value: value-of<LabelSheet>, words: string}
 * @phpstan-type MailingPage array{
 *     mailing: MailingRow, going: int, left_out: list<MailingLeftOut>, pieces: list<MailingPiece>, sheets: list<MailingSheet>, letter: string,
 * }
 * @phpstan-type MailingWho array{id: int, name: string}
 * @phpstan-type MailingPeople array{people: list<MailingWho>, more: bool}
 */
final class MailingController extends Controller
{
    private const SHOWN = 50;

    /** Above as many, labels and letters are too much for one file. */
    private const MOST_DRAWN = 20_000;

    private const COLUMNS = [
        'Envelope name',
        'Greeting',
        'Address line 1',
        'Address line 2',
        'Address line 3',
        'Address line 4',
        'Supporters',
    ];

    public function __construct(private readonly Pieces $pieces) {}

    #[Answers(self::class, 'MailingList')]
    public function index(): JsonResponse
    {
        $this->authorize('edit-records');

        return response()->json([
            'mailings' => Mailing::query()->with('user')->latest('id')->limit(self::SHOWN)->get()->map(self::row(...)),
        ]);
    }

    #[Answers(self::class, 'MailingRow')]
    public function store(MailingRequest $request): JsonResponse
    {
        self::mustSee();
        $data = $request->validated();
        // What can't be asked is said at once.
        SupporterSearch::of($request->asked());
        $mailing = Mailing::query()->create([
            'name' => trim($data['name']),
            'user_id' => $request->user()?->id,
            'state' => 'working',
            'query' => $request->asked(),
            'per' => $data['per'],
            'must_agree' => $data['must_agree'],
        ]);
        RunMailing::dispatch($mailing->id);

        return response()->json(self::row($mailing->refresh()), 201);
    }

    #[Answers(self::class, 'MailingPage')]
    public function show(Mailing $mailing): JsonResponse
    {
        $this->mayUse();

        return response()->json($this->page($mailing));
    }

    /** Who is left out for one reason. */
    #[Answers(self::class, 'MailingPeople')]
    public function people(Request $request, Mailing $mailing): JsonResponse
    {
        $this->mayUse();
        $why = LeftOut::tryFrom((string) $request->query('why', '')) ?? abort(422, 'There is no such reason.');
        $found = $mailing
            ->people()
            ->join('supporters', 'supporters.id', '=', 'mailing_people.supporter_id')
            ->where('left_out', $why->value)
            ->orderBy('supporters.sort_key')
            ->limit(self::SHOWN + 1)
            ->get(['supporters.id', 'supporters.sort_name']);

        return response()->json([
            'people' => $found
                ->take(self::SHOWN)
                ->map(static fn(\stdClass $one): array => ['id' => $one->id, 'name' => $one->sort_name])
                ->values(),
            'more' => $found->count() > self::SHOWN,
        ]);
    }

    /** What its letters say. */
    #[Answers(self::class, 'MailingPage')]
    public function letter(LetterRequest $request, Mailing $mailing): JsonResponse
    {
        self::mustSee();
        $mailing->fill(['letter' => $request->validated('letter')])->save();

        return response()->json($this->page($mailing));
    }

    public function list(Mailing $mailing): BinaryFileResponse
    {
        $this->mustBeDone($mailing);
        $path = (string) tempnam(sys_get_temp_dir(), 'mailing');
        $writer = new CsvWriter(
            $path,
            array_map(static fn(string $header): ExportColumn => new ExportColumn($header, $header), self::COLUMNS),
        );
        foreach ($this->pieces->of($mailing) as $piece) {
            $lines = [...array_slice($piece->lines, 0, 3), implode(', ', array_slice($piece->lines, 3))];
            $writer->row([$piece->envelope, $piece->greeting, ...array_pad($lines, 4, ''), implode(' ', $piece->supporters)]);
        }
        $writer->end();
        Audit::note(Audit::EXPORT, "Took the list of the mailing \"{$mailing->name}\": {$mailing->pieces} pieces");

        return response()
            ->download($path, self::fileName($mailing, 'csv'), ['Content-Type' => 'text/csv; charset=UTF-8'])
            ->deleteFileAfterSend();
    }

    public function labels(Request $request, Mailing $mailing): Response
    {
        $this->mustBeDone($mailing);
        $this->mustBeFew($mailing);
        $sheet = LabelSheet::tryFrom((string) $request->query('sheet', '')) ?? LabelSheet::Letter30;
        $pdf = (new Sheets($sheet->paper()))->labels($this->pieces->of($mailing), $sheet, $request->query('capitals') === '1');
        Audit::note(Audit::EXPORT, "Took the labels of the mailing \"{$mailing->name}\": {$mailing->pieces} pieces");

        return self::pdf($pdf);
    }

    public function letters(Mailing $mailing): Response
    {
        $this->mustBeDone($mailing);
        $this->mustBeFew($mailing);
        abort_if(trim((string) $mailing->letter) === '', 422, 'There is no letter yet. Write what it says.');
        $pdf = (new Sheets('letter'))->letters($this->pieces->of($mailing), (string) $mailing->letter, now()->format('F j, Y'));
        Audit::note(Audit::EXPORT, "Took the letters of the mailing \"{$mailing->name}\": {$mailing->pieces} pieces");

        return self::pdf($pdf);
    }

    #[Answers(self::class, 'MailingList')]
    public function destroy(Mailing $mailing): JsonResponse
    {
        $this->mayUse();
        $mailing->people()->delete();
        $mailing->delete();

        return $this->index();
    }

    private function mayUse(): void
    {
        $this->authorize('edit-records');
        self::mustSee();
    }

    /** A mailing tells of addresses, of consents and of who has died. */
    private static function mustSee(): void
    {
        $sight = FieldAccess::ofUser();
        foreach (['address.line1', 'address.city', 'address.postal_code', 'consent.mail', 'status'] as $field) {
            $sight->sees($field) || throw new UnseenField();
        }
    }

    private function mustBeDone(Mailing $mailing): void
    {
        $this->mayUse();
        abort_unless($mailing->state === 'done', 409, 'It is not gathered yet.');
    }

    private function mustBeFew(Mailing $mailing): void
    {
        abort_if(
            $mailing->pieces > self::MOST_DRAWN,
            422,
            'More than ' . number_format(self::MOST_DRAWN) . ' pieces are too many for one PDF: narrow the search, or take the list.',
        );
    }

    private static function fileName(Mailing $mailing, string $format): string
    {
        return str_replace(['/', '\\', '%'], '-', "{$mailing->name} {$mailing->created_at->toDateString()}.{$format}");
    }

    private static function pdf(string $bytes): Response
    {
        return response($bytes, 200, ['Content-Type' => 'application/pdf']);
    }

    /** @return MailingPage */
    private function page(Mailing $mailing): array
    {
        $left = $mailing
            ->people()
            ->where('left_out', '<>', '')
            ->groupBy('left_out')
            ->selectRaw('left_out, count(*) as n')
            ->pluck('n', 'left_out');
        $leftOut = [];
        foreach (LeftOut::cases() as $why) {
            if (isset($left[$why->value])) {
                $leftOut[] = ['why' => $why->value, 'words' => $why->words(), 'supporters' => (int) $left[$why->value]];
            }
        }
        $pieces = [];
        foreach ($mailing->state === 'done' ? $this->pieces->of($mailing, self::SHOWN) : [] as $piece) {
            $pieces[] = [
                'envelope' => $piece->envelope,
                'greeting' => $piece->greeting,
                'lines' => $piece->lines,
                'supporters' => $piece->supporters,
            ];
        }

        return [
            'mailing' => self::row($mailing),
            'going' => $mailing->people()->where('left_out', '')->count(),
            'left_out' => $leftOut,
            'pieces' => $pieces,
            'sheets' => array_map(
                static fn(LabelSheet $sheet): array => ['value' => $sheet->value, 'words' => $sheet->words()],
                LabelSheet::cases(),
            ),
            'letter' => $mailing->letter ?? '',
        ];
    }

    /** @return MailingRow */
    private static function row(Mailing $mailing): array
    {
        return [
            'id' => $mailing->id,
            'name' => $mailing->name,
            'state' => $mailing->state,
            'per' => $mailing->per->value,
            'must_agree' => $mailing->must_agree,
            'total' => $mailing->total,
            'done' => $mailing->done,
            'pieces' => $mailing->pieces,
            'by' => $mailing->user?->name,
            'created_at' => $mailing->created_at->toIso8601String(),
            'error' => $mailing->error,
        ];
    }
}
