<?php

declare(strict_types=1);

namespace App\Connections;

use App\Intakes\IntakeState;
use App\Intakes\Proof\Proof;
use App\Standards\FieldAccess;
use App\Support\Http\JsonMap;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Gate;

/**
 * Connections as they are shown; never with their keys.
 *
 * @phpstan-type ConnectionRow array{
 *     id: int, name: string, state: 'by hand'|'automatic'|'failing', last: ?string, waiting: int, notices: int, error: ?string, next_at: ?string,
 * }
 * @phpstan-type ToldOfPull array{id: string, says: string}
 * @phpstan-import-type Amounts from JsonMap
 * @phpstan-type WhatItDoes array{supporters: int, known: int, gifts: int, amounts: ?Amounts, in_batch: int, batch: ?string, unsure: int, other: int}
 * @phpstan-type PullRow array{
 *     id: int, at: string, by: ?string, state: 'fetching'|'done'|'failed', since: ?string, until: ?string, fetched: int, seen_before: int,
 *     new: int, changed: int, went_back: int, not_counted: int, told: list<ToldOfPull>, error: ?string, intake_id: ?int,
 *     intake_state: ?string, held: int, does: ?WhatItDoes,
 * }
 * @phpstan-type ConnectionPageData array{
 *     connection: ConnectionRow, form: JsonMap<mixed>, has_key: bool, plan_id: ?int, every: int, loads: bool, place: ?string,
 *     pulls: list<PullRow>, inbox: ?string, has_inbox_key: bool, refused: int, refused_at: ?string,
 * }
 */
final readonly class ConnectionView
{
    private const PULLS = 20;

    public function __construct(private Proof $proof, private Notices $notices) {}

    /** @return list<ConnectionRow> */
    public function list(): array
    {
        return array_values(Connection::query()->orderBy('name')->get()->map($this->row(...))->all());
    }

    /** @return ConnectionRow */
    public function row(Connection $connection): array
    {
        $last = Pull::query()->where('connection_id', $connection->id)->where('state', 'done')->max('created_at');

        return [
            'id' => $connection->id,
            'name' => $connection->name,
            'state' => $connection->state(),
            'last' => $last === null ? null : Carbon::parse((string) $last)->toIso8601String(),
            'waiting' => self::waiting($connection),
            'notices' => $this->notices->waiting($connection),
            'error' => $connection->error,
            'next_at' => $connection->next_at?->toIso8601String(),
        ];
    }

    /** @return ConnectionPageData */
    public function page(Connection $connection): array
    {
        $pulls = Pull::query()
            ->with(['user', 'intake'])
            ->where('connection_id', $connection->id)
            ->latest('id')
            ->limit(self::PULLS)
            ->get();

        return [
            'connection' => $this->row($connection),
            'form' => new JsonMap($connection->settings()->toArray()),
            'has_key' => (string) $connection->key !== '',
            'plan_id' => $connection->plan_id,
            'every' => $connection->every,
            'loads' => $connection->loads,
            'place' => $connection->place?->toIso8601String(),
            // Only those who set it hand it on.
            'inbox' => $connection->inbox === null || !Gate::allows('set-connections') ? null : url("api/inbox/{$connection->inbox}"),
            'has_inbox_key' => (string) $connection->inbox_key !== '',
            'refused' => $connection->refused,
            'refused_at' => $connection->refused_at?->toIso8601String(),
            'pulls' => array_values(
                $pulls
                    ->map(fn(Pull $pull, int $place): array => [...self::pull($pull), 'does' => $place === 0 ? $this->does($pull) : null])
                    ->all(),
            ),
        ];
    }

    /** @return ?WhatItDoes what the latest one does, or did; null before that is worked out */
    private function does(Pull $pull): ?array
    {
        $intake = $pull->intake;
        if ($intake === null || !in_array($intake->state, [IntakeState::Ready, IntakeState::Loaded], true)) {
            return null;
        }
        $report = $this->proof->report($intake);
        $held = DB::table('intake_results')->where('intake_id', $intake->id)->where('outcome', 'held');

        return [
            'supporters' => $report['supporters']['created'],
            'known' => $report['outcomes']['updated'] + $report['outcomes']['unchanged'],
            'gifts' => $report['gifts']['created'],
            'amounts' => FieldAccess::ofUser()->sees('gift.amount') ? new JsonMap((array) $report['gifts']['amounts']) : null,
            'in_batch' => $report['in_batch']['gifts'],
            'batch' => $pull->into_batch,
            'unsure' => $held->clone()->where('held_by', 'unsure')->count(),
            'other' => $held->where('held_by', '<>', 'unsure')->count(),
        ];
    }

    /** Rows of its intakes that wait for a person: of those that are not loaded yet, and those that are held. */
    private static function waiting(Connection $connection): int
    {
        return DB::table('intake_results as r')
            ->join('intakes as i', 'i.id', '=', 'r.intake_id')
            ->where('i.connection_id', $connection->id)
            ->where(
                static fn($either) => $either
                    ->where('i.state', IntakeState::Ready->value)
                    ->orWhere(static fn($held) => $held->where('i.state', IntakeState::Loaded->value)->where('r.outcome', 'held')),
            )
            ->count();
    }

    /** @return PullRow */
    private static function pull(Pull $pull): array
    {
        return [
            'id' => $pull->id,
            'at' => $pull->created_at->toIso8601String(),
            'by' => $pull->user?->name,
            'state' => $pull->state,
            'since' => $pull->since?->toIso8601String(),
            'until' => $pull->until,
            'fetched' => $pull->fetched,
            'seen_before' => $pull->seen_before,
            'new' => $pull->new,
            'changed' => $pull->changed,
            'went_back' => $pull->went_back,
            'not_counted' => $pull->not_counted,
            'told' => $pull->told,
            'error' => $pull->error,
            'intake_id' => $pull->intake?->id,
            'intake_state' => $pull->intake?->state->value,
            'held' =>
                $pull->intake === null
                    ? 0
                    : DB::table('intake_results')->where('intake_id', $pull->intake->id)->where('outcome', 'held')->count(),
            'does' => null,
        ];
    }
}
