<?php

declare(strict_types=1);

namespace App\Today\Http;

use App\AddressChecks\Undeliverable;
use App\Batches\Batch;
use App\Connections\Connection;
use App\Duplicates\DuplicateList;
use App\Duplicates\DuplicateSearch;
use App\Intakes\Decisions\HeldQueue;
use App\Intakes\Intake;
use App\Intakes\Summary;
use App\Promises\PromiseSearch;
use App\Promises\UnattachedPayments;
use App\Records\Gift;
use App\Records\GiftSums;
use App\Records\Supporter;
use App\Rereading\Rereadings;
use App\Standards\FieldAccess;
use App\Standards\Measures;
use App\Standards\Rule;
use App\Standards\Shortfalls;
use App\Support\Http\Answers;
use App\Support\Http\Controller;
use App\Support\Http\JsonMap;
use App\Supporters\SupporterSearch;
use App\Today\Growth;
use Illuminate\Http\JsonResponse;
use Illuminate\Support\Facades\Gate;
use PineSieve\Core\Gifts\BatchState;
use PineSieve\Core\Promises\PromiseStatus;
use PineSieve\Core\Standards\FieldCatalog;
use PineSieve\Core\Standards\RuleSubject;

/**
 * The state of the data in the morning: what waits for a person, how far the data can be trusted, and what came in over time.
 *
 * @phpstan-import-type IntakeSummary from Summary
 * @phpstan-type Worklist array{id: int, subject: value-of<RuleSubject>, sentence: string, count: int}
 * @phpstan-import-type DayFigure from Measures
 * @phpstan-type TrustFigure array{group: string, count: int, total: int, over_time: list<DayFigure>}
 * @phpstan-import-type Month from Growth
 * @phpstan-type PromisesWaiting array{due: int, overdue: int, failed: int, unattached: int}
 * @phpstan-type FailingConnection array{id: int, name: string, error: string}
 * @phpstan-type Today array{
 *     waiting: list<IntakeSummary>, loaded: list<IntakeSummary>, held: int, batches: ?int, unreached: ?int,
 *     promises: ?PromisesWaiting, worklists: list<Worklist>, failing: list<FailingConnection>,
 *     attention: list<array{filter: string, says: string, count: int}>, rereadings: int, duplicates: ?int, supporters: int,
 *     gifts: int, given: ?JsonMap<string>, trust: list<TrustFigure>, months: list<Month>,
 * }
 */
final class TodayController extends Controller
{
    private const MONTHS = 24;

    #[Answers(self::class, 'Today')]
    public function __invoke(
        Summary $summary,
        HeldQueue $held,
        FieldCatalog $catalog,
        Measures $measures,
        DuplicateList $duplicates,
        Rereadings $rereadings,
        Shortfalls $shortfalls,
        Growth $growth,
        UnattachedPayments $unattached,
    ): JsonResponse {
        $this->authorize('viewAny', Intake::class);
        $waiting = Intake::query()
            ->with(['user', 'loader'])
            ->where('purpose', '<>', Intake::LIST)
            ->where(
                static fn($query) => $query
                    ->whereNotIn('state', ['loaded', 'undone'])
                    ->orWhere(static fn($loaded) => $loaded->where('state', 'loaded')->whereNotNull('faults')),
            )
            ->latest('id')
            ->limit(20)
            ->get();
        $loaded = Intake::query()
            ->with(['user', 'loader'])
            ->whereIn('state', ['loaded', 'undone'])
            ->latest('loaded_at')
            ->limit(6)
            ->get();
        $short = $shortfalls->counts();
        $sight = FieldAccess::ofUser();
        $counts = [];
        foreach (SupporterSearch::NAMED as $filter => $says) {
            $counts[] = ['filter' => $filter, 'says' => $says, 'count' => SupporterSearch::of(['filter' => $filter])->count()];
        }

        return response()->json([
            'waiting' => $waiting->map(static fn(Intake $intake): array => $summary->of($intake)),
            'loaded' => $loaded->map(static fn(Intake $intake): array => $summary->of($intake)),
            'held' => $held->rows()->count(),
            // Null for whoever may not check addresses.
            'unreached' => Gate::allows('check-addresses') ? Undeliverable::count() : null,
            // Null for whoever may not see amounts.
            'batches' => Gate::allows('see-batches') ? Batch::query()->where('state', '<>', BatchState::Posted)->count() : null,
            'promises' => $sight->sees('promise.amount') && $sight->sees('gift.amount') ? self::promises($unattached, $sight) : null,
            'failing' => Connection::query()
                ->where('failures', '>', 0)
                ->orderBy('name')
                ->get(['id', 'name', 'error'])
                ->map(static fn(Connection $one): array => ['id' => $one->id, 'name' => $one->name, 'error' => (string) $one->error]),
            'worklists' => Rule::query()
                ->get()
                ->map(
                    static fn(Rule $rule): array => [
                        'id' => $rule->id,
                        'subject' => $rule->subject->value,
                        'sentence' => $rule->rule()->sentence($catalog),
                        'count' => $short[$rule->id] ?? 0,
                    ],
                )
                ->filter(static fn(array $one): bool => $one['count'] > 0)
                ->sortByDesc('count')
                ->values(),
            'attention' => $counts,
            'rereadings' => array_sum(array_column($rereadings->counts(Rereadings::visible($sight)), 'count')),
            // Null where nobody has looked for them yet.
            'duplicates' => DuplicateSearch::real()->where('state', 'done')->exists() ? array_sum($duplicates->counts()) : null,
            'supporters' => Supporter::query()->count(),
            'gifts' => Gift::query()->count(),
            'given' => $sight->sees('gift.amount') ? new JsonMap(GiftSums::of(Gift::query()->toBase())->given->toArray()) : null,
            'trust' => array_map(
                static fn(string $group, array $figure): array => [
                    'group' => $group,
                    'count' => $figure[0],
                    'total' => $figure[1],
                    'over_time' => $measures->over("trust {$group}"),
                ],
                array_keys($trust = $measures->trust()),
                $trust,
            ),
            'months' => $growth->months(self::MONTHS),
        ]);
    }

    /** @return PromisesWaiting */
    private static function promises(UnattachedPayments $unattached, FieldAccess $sight): array
    {
        $counts = PromiseSearch::of([], $sight)->counts();

        return [
            'due' => $counts[PromiseStatus::Due->value],
            'overdue' => $counts[PromiseStatus::Overdue->value],
            'failed' => $counts[PromiseStatus::Failed->value],
            'unattached' => $unattached->count(),
        ];
    }
}
