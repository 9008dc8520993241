<?php

declare(strict_types=1);

namespace App\Installation\Http;

use App\Accounts\Audit;
use App\Installation\Http\Requests\RestoreRequest;
use App\Installation\Http\Requests\RestoreScheduleRequest;
use App\Installation\RestorePoint;
use App\Installation\RestorePoints;
use App\Installation\Schedule;
use App\Support\Http\Answers;
use App\Support\Http\Controller;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\StreamedResponse;

/**
 * Restore points: taken, listed, checked, fetched, restored.
 *
 * @phpstan-type PointRow array{name: string, at: string, reason: string, by: ?string, bytes: int, supporters: int, gifts: int}
 * @phpstan-type PointSchedule array{every: string, hour: int, keep: int}
 * @phpstan-type Points array{points: list<PointRow>, schedule: PointSchedule, confirm: string}
 * @phpstan-type PointTaken array{name: string, bytes: int}
 * @phpstan-type PointChecked array{name: string, readable: bool, fault: ?string}
 * @phpstan-type PointRestored array{restored: string, before: string}
 */
final class RestorePointController extends Controller
{
    public function __construct(private readonly RestorePoints $points) {}

    #[Answers(self::class, 'Points')]
    public function index(): JsonResponse
    {
        $this->authorize('administer');

        return response()->json([
            'points' => array_map(
                static fn(RestorePoint $point): array => [
                    ...array_diff_key($point->toArray(), ['checksum' => 1, 'tables' => 1]),
                    'supporters' => $point->tables['supporters'] ?? 0,
                    'gifts' => $point->tables['gifts'] ?? 0,
                ],
                $this->points->all(),
            ),
            'schedule' => Schedule::kept()->toArray(),
            'confirm' => config('sieve.organization'),
        ]);
    }

    #[Answers(self::class, 'PointTaken')]
    public function store(Request $request): JsonResponse
    {
        $this->authorize('take-restore-points');
        $point = $this->points->take(RestorePoints::BY_HAND, $request->user()?->name);
        Audit::note(Audit::RESTORE, "Took the restore point {$point->name}");

        return response()->json(['name' => $point->name, 'bytes' => $point->bytes], 201);
    }

    #[Answers(self::class, 'Points')]
    public function schedule(RestoreScheduleRequest $request): JsonResponse
    {
        $data = $request->validated();
        (new Schedule($data['every'], (int) $data['hour'], (int) $data['keep']))->keep();
        Audit::note(Audit::RESTORE, "Set the schedule of restore points: {$data['every']}");

        return $this->index();
    }

    /** Reads the whole file and says whether it can be restored. */
    #[Answers(self::class, 'PointChecked')]
    public function check(string $name): JsonResponse
    {
        $this->authorize('administer');
        $fault = $this->points->fault($this->points->find($name));

        return response()->json(['name' => $name, 'readable' => $fault === null, 'fault' => $fault]);
    }

    public function download(string $name): StreamedResponse
    {
        $this->authorize('administer');
        $point = $this->points->find($name);
        Audit::note(Audit::EXPORT, "Downloaded the restore point {$name}");

        return response()->streamDownload(
            function () use ($point): void {
                fpassthru($this->points->open($point));
            },
            "{$point->name}.sql.gz",
            ['Content-Type' => 'application/gzip'],
        );
    }

    #[Answers(self::class, 'PointRestored')]
    public function restore(RestoreRequest $request, string $name): JsonResponse
    {
        $point = $this->points->find($name);
        $typed = (string) $request->validated('confirm');
        abort_unless(
            trim($typed) === config('sieve.organization'),
            422,
            'Type the name of the organization exactly as it stands there. Nothing was changed.',
        );
        $before = $this->points->restore($point, $request->user()?->name);

        return response()->json(['restored' => $point->name, 'before' => $before->name]);
    }

    #[Answers(self::class, 'Points')]
    public function destroy(string $name): JsonResponse
    {
        $this->authorize('administer');
        $this->points->forget($this->points->find($name));
        Audit::note(Audit::RESTORE, "Deleted the restore point {$name}");

        return $this->index();
    }
}
