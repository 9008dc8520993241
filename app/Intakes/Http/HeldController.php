<?php

declare(strict_types=1);

namespace App\Intakes\Http;

use App\Accounts\Audit;
use App\Accounts\User;
use App\Intakes\Decisions\HeldQueue;
use App\Intakes\Decisions\HeldRows;
use App\Intakes\Http\Requests\DecideHeldRequest;
use App\Intakes\Http\Requests\FixHeldRequest;
use App\Intakes\Http\Requests\HeldRowsRequest;
use App\Intakes\Intake;
use App\Intakes\IntakeState;
use App\Intakes\Messages;
use App\Support\Http\Answers;
use App\Support\Http\Controller;
use App\Support\Lists;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Str;
use Symfony\Component\HttpFoundation\StreamedResponse;

/**
 * The held rows of all intakes in one queue.
 *
 * @phpstan-import-type HeldPage from HeldQueue
 */
final class HeldController extends Controller
{
    public function __construct(private readonly HeldQueue $queue) {}

    #[Answers(HeldQueue::class, 'HeldPage')]
    public function index(HeldRowsRequest $request): JsonResponse
    {
        return response()->json($this->page($request));
    }

    /** Writes another value into one held row, or into all that have the same one. */
    #[Answers(HeldQueue::class, 'HeldPage')]
    public function fix(FixHeldRequest $request): JsonResponse
    {
        $data = $request->validated();
        $intake = $this->intake((int) $data['intake_id']);
        abort_unless($data['column'] < count($intake->columnPlan()->choices), 422, 'The source has no such column.');
        $this->mustBeHeld($intake, [(int) $data['number']]);
        $this->queue->fix(
            $intake,
            (int) $data['number'],
            (int) $data['column'],
            (string) $data['from'],
            (string) $data['value'],
            (bool) ($data['all'] ?? false),
            $request->user()?->id,
        );

        return response()->json($this->page($request));
    }

    /** Looks at rows anew, sends them on, leaves them out, lets them in, or gives them to a colleague. */
    #[Answers(HeldQueue::class, 'HeldDone')]
    public function decide(DecideHeldRequest $request, Messages $messages): JsonResponse
    {
        $data = $request->validated();
        $byIntake = [];
        foreach ($data['rows'] as $row) {
            $byIntake[(int) $row['intake_id']][] = (int) $row['number'];
        }
        $sent = $passing = 0;
        $still = [];
        foreach ($byIntake as $id => $numbers) {
            $intake = $this->intake($id);
            $this->mustBeHeld($intake, $numbers);
            match ($data['do']) {
                'check' => $this->queue->recheck($intake, $numbers),
                'send' => ($sent +=
                    $intake->state === IntakeState::Loaded ? count($this->queue->send($intake, $numbers, $request->user()?->id)) : 0),
                'out' => $this->queue->decide($intake, $numbers, 'out', $request->user()?->id),
                'in' => $this->queue->decide($intake, $numbers, 'in', $request->user()?->id),
                default => null,
            };
            $became = $this->queue->became($intake, $numbers);
            $passing += $became['passing'];
            array_push($still, ...$became['still']);
        }
        if ($data['do'] === 'send' && $sent > 0) {
            Audit::note(Audit::LOAD, "Loaded {$sent} held " . ($sent === 1 ? 'row' : 'rows'));
        }
        if ($data['do'] === 'give') {
            $to = isset($data['to']) ? User::query()->whereKey((int) $data['to'])->firstOrFail() : null;
            $this->queue->assign(
                array_values(
                    array_map(
                        static fn(array $row): array => ['intake_id' => (int) $row['intake_id'], 'number' => (int) $row['number']],
                        $data['rows'],
                    ),
                ),
                $to,
            );
            if ($to !== null && $to->id !== $request->user()?->id) {
                $messages->assigned($to->id, (string) $request->user()?->name, count($data['rows']));
            }
        }

        return response()->json([
            ...$this->page($request),
            'sent' => $sent,
            'done' => $data['do'],
            'picked' => count($data['rows']),
            'passing' => $passing,
            'still' => $still,
        ]);
    }

    public function download(Request $request, HeldRows $held, Intake $intake): StreamedResponse
    {
        $this->authorize('viewRows', [Intake::class, $intake]);
        Audit::note(Audit::EXPORT, "Downloaded the held rows of \"{$intake->name}\"", $intake->id);

        return response()->streamDownload(
            static function () use ($intake, $held): void {
                $stream = fopen('php://output', 'w');
                $held->write($intake, $stream === false ? throw new \LogicException('No output.') : $stream);
            },
            'held-rows-' . Str::slug($intake->name) . '.csv',
            ['Content-Type' => 'text/csv; charset=UTF-8'],
        );
    }

    private function intake(int $id): Intake
    {
        $intake = Intake::query()->findOrFail($id);
        $this->authorize('update', $intake);
        abort_unless(
            in_array($intake->state, [IntakeState::Ready, IntakeState::Loaded], true),
            409,
            "\"{$intake->name}\" is being worked on. Try again when it is done.",
        );

        return $intake;
    }

    /** @param  list<int>  $numbers */
    private function mustBeHeld(Intake $intake, array $numbers): void
    {
        $held = $this->queue->rows()->where('r.intake_id', $intake->id)->whereIn('r.number', $numbers)->count();
        abort_unless($held === count(array_unique($numbers)), 409, 'Some of these rows are not held any more. Look at the list again.');
    }

    /** @return HeldPage */
    private function page(Request $request): array
    {
        $mine = $request->boolean('mine') ? $request->user()?->id : null;

        return [
            'reasons' => $this->queue->reasons($mine),
            'intakes' => $this->queue->intakes(),
            'mine' => $this->queue->rows()->where('a.user_id', $request->user()?->id)->count(),
            ...$this->queue->page($request->string('reason')->value(), $mine, max(1, $request->integer('page'))),
            'colleagues' => Lists::of(
                User::query()
                    ->whereNull('disabled_at')
                    ->orderBy('name')
                    ->get()
                    ->filter(static fn(User $user): bool => $user->mayLoad())
                    ->map(static fn(User $user): array => ['id' => $user->id, 'name' => $user->name]),
            ),
        ];
    }
}
