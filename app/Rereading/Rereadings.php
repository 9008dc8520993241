<?php

declare(strict_types=1);

namespace App\Rereading;

use App\Accounts\Audit;
use App\Accounts\User;
use App\Intakes\Intake;
use App\Intakes\IntakeState;
use App\Records\Act;
use App\Records\ActKind;
use App\Records\Acts;
use App\Records\Entry;
use App\Records\Ids;
use App\Records\RecordReader;
use App\Records\RecordWriter;
use App\Standards\FieldAccess;
use App\Support\Lists;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Changes\Action;
use PineSieve\Core\Changes\Change;
use PineSieve\Core\Changes\Checker;
use PineSieve\Core\Changes\Projection;
use PineSieve\Core\Changes\Subject;
use PineSieve\Core\Rereading\RereadKind;
use stdClass;

/** The worklist of values that today's reading reads otherwise. Nothing of it is written unless a person takes it over. */
final readonly class Rereadings
{
    private const CHUNK = 300;

    private const ROWS = 500;

    public function __construct(
        private RowsAgain $rows,
        private RecordReader $reader,
        private RecordWriter $writer,
        private Checker $checker,
        private Acts $acts,
        private Ids $ids,
    ) {}

    /** Reads every row that is in, of all intakes, by today's rules, and makes the worklist anew. What a person said to leave stays off it. */
    public function look(Reread $reread): void
    {
        $intakes = Intake::query()
            ->where('state', IntakeState::Loaded)
            ->orderBy('id')
            ->get(['id']);
        $reread->update([
            'state' => 'reading',
            'done' => 0,
            'total' => DB::table('intake_outcomes')
                ->whereIn('intake_id', $intakes->pluck('id'))
                ->whereNotNull('supporter_id')
                ->distinct()
                ->count(DB::raw('intake_id, number')),
        ]);
        foreach ($intakes as $one) {
            $intake = Intake::query()->where('state', IntakeState::Loaded)->find($one->id);
            if ($intake === null) {
                continue;
            }
            $this->rows->begin($intake);
            for ($after = 0; $after !== null; ) {
                ['rows' => $rows, 'position' => $after, 'found' => $found] = $this->rows->next($after, self::ROWS);
                $this->keep($reread, $found);
                $reread->increment('done', $rows);
            }
        }
        DB::table('rereadings')->where('state', '<>', 'taken')->where('reread_id', '<>', $reread->id)->delete();
        $reread->update(['state' => 'done', 'ended_at' => now()]);
    }

    /** @param  list<FoundAgain>  $found */
    private function keep(Reread $reread, array $found): void
    {
        $rows = [];
        foreach ($found as $one) {
            $reading = $one->reading;
            $rows[] = [
                'sign' => $reading->key(),
                'intake_id' => $one->intake,
                'number' => $one->number,
                'supporter_id' => $one->supporter,
                'kind' => $reading->kind->value,
                'subject' => $reading->subject->value,
                'thing' => $reading->id,
                'fields' => json_encode($reading->fields, JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE),
                'written' => json_encode($one->written, JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE),
                'reason' => mb_substr($reading->reason, 0, 500),
                'can_be_taken' => $reading->canBeTaken,
                'reread_id' => $reread->id,
            ];
        }
        // One that was taken over and is stored as before is open again; one that a person left stays left.
        DB::table('rereadings')->upsert(
            $rows,
            ['sign'],
            [
                'intake_id',
                'number',
                'supporter_id',
                'written',
                'reason',
                'reread_id',
                'state' => DB::raw("if(state = 'kept', 'kept', 'open')"),
            ],
        );
    }

    /** @return list<RereadKind> whose fields a person may see, every one of them */
    public static function visible(FieldAccess $sight): array
    {
        return array_values(
            array_filter(
                RereadKind::cases(),
                static fn(RereadKind $kind): bool => array_filter(
                    $kind->fields(),
                    static fn(string $field): bool => !$sight->sees($field),
                ) === [],
            ),
        );
    }

    /** @return Builder those that wait for a person: one whose act was undone waits again */
    public function open(RereadKind ...$kinds): Builder
    {
        return DB::table('rereadings')
            ->whereIn('kind', array_column($kinds, 'value'))
            ->where(
                static fn(Builder $query) => $query
                    ->where('rereadings.state', 'open')
                    ->orWhere(
                        static fn(Builder $taken) => $taken
                            ->where('rereadings.state', 'taken')
                            ->whereExists(Act::query()->whereColumn('acts.id', 'rereadings.act_id')->whereNotNull('undone_at')->toBase()),
                    ),
            )
            // An intake that was undone since, or a record that was deleted, has nothing to be read again.
            ->whereExists(
                Intake::query()->whereColumn('intakes.id', 'rereadings.intake_id')->where('intakes.state', IntakeState::Loaded)->toBase(),
            )
            ->whereExists(DB::table('supporters')->whereColumn('supporters.id', 'rereadings.supporter_id'));
    }

    /**
     * @param  list<RereadKind>  $kinds
     * @return list<array{kind: string, count: int, takeable: int}> those that wait, and how many of them today's reading gives a value for
     */
    public function counts(array $kinds): array
    {
        $counts = $this->open(...$kinds)
            ->groupBy('kind')
            ->orderByDesc('n')
            ->selectRaw('kind, count(*) as n, sum(can_be_taken) as takeable')
            ->get();

        return Lists::of(
            $counts->map(
                static fn(stdClass $row): array => [
                    'kind' => (string) $row->kind,
                    'count' => (int) $row->n,
                    'takeable' => (int) $row->takeable,
                ],
            ),
        );
    }

    /**
     * Writes what today's reading gives, as one act.
     *
     * @param  ?list<int>  $ids  null for all of the kind
     * @return array{written: int, refused: int, changed: int, act: ?int} values that were written; that a rule or the person's rights keep as they are; that someone changed meanwhile
     */
    public function take(RereadKind $kind, ?array $ids, ?User $user, FieldAccess $sight): array
    {
        $act = Act::begin(ActKind::Reread, $user?->id, "Took over today's reading of source rows ({$kind->value})");
        $done = ['written' => 0, 'refused' => 0, 'changed' => 0];
        $after = 0;
        do {
            $rows = Lists::of(
                $this->open($kind)
                    ->where('can_be_taken', true)
                    ->where('rereadings.id', '>', $after)
                    ->when($ids !== null, static fn(Builder $query) => $query->whereIn('rereadings.id', $ids ?? []))
                    ->orderBy('rereadings.id')
                    ->limit(self::CHUNK)
                    ->get(),
            );
            DB::transaction(function () use ($rows, $act, $sight, &$done): void {
                foreach ($rows === [] ? [] : $this->write($rows, $act, $sight) as $what => $n) {
                    $done[$what] += $n;
                }
            });
            $after = $rows === [] ? $after : $rows[count($rows) - 1]->id;
        } while (count($rows) === self::CHUNK);
        $this->acts->end($act, Audit::MANY);

        return [...$done, 'act' => $act->exists ? $act->id : null];
    }

    /**
     * @param  non-empty-list<stdClass>  $rows
     * @return array{written: int, refused: int, changed: int}
     */
    private function write(array $rows, Act $act, FieldAccess $sight): array
    {
        $this->ids->queueUp();
        $supporters = array_values(array_unique(array_column($rows, 'supporter_id')));
        [$stored, $things, $gifts] = [
            $this->reader->read($supporters),
            $this->reader->things($supporters),
            $this->reader->gifts($supporters),
        ];
        [$entries, $taken, $stale, $refused] = [[], [], [], 0];
        foreach ($rows as $row) {
            $fields = json_decode($row->fields, true, flags: JSON_THROW_ON_ERROR);
            $now = $things[$row->supporter_id]["{$row->subject}:{$row->thing}"] ?? null;
            $change = new Change(Subject::from($row->subject), $row->thing, Action::Update, $fields);
            if (
                $now === null ||
                array_filter(
                    $fields,
                    static fn(array $pair, string $column): bool => ($now[$column] ?? null) !== $pair[0],
                    ARRAY_FILTER_USE_BOTH,
                ) !== []
            ) {
                $stale[] = $row->id;
            } elseif (
                !self::mayEdit($sight, $row->subject, $fields) ||
                $this->checker->blocking($stored[$row->supporter_id], [$change], $gifts[$row->supporter_id] ?? []) !== []
            ) {
                $refused++;
            } else {
                $entries[] = new Entry($row->supporter_id, [$change]);
                $taken[] = $row->id;
                // The next change to the same thing is held against this one.
                $things[$row->supporter_id]["{$row->subject}:{$row->thing}"] = [...$now, ...$change->after()];
                $stored[$row->supporter_id] = Projection::after($stored[$row->supporter_id], [$change]);
                $gifts[$row->supporter_id] =
                    Projection::gifts($gifts[$row->supporter_id] ?? [], [$change]) + ($gifts[$row->supporter_id] ?? []);
            }
        }
        if ($entries !== []) {
            $this->writer->write($entries, $act);
            DB::table('rereadings')
                ->whereIn('id', $taken)
                ->update(['state' => 'taken', 'act_id' => $act->id]);
        }
        DB::table('rereadings')->whereIn('id', $stale)->delete();

        return ['written' => count($entries), 'refused' => $refused, 'changed' => count($stale)];
    }

    /** @param  array<string, array{?string, ?string}>  $fields */
    private static function mayEdit(FieldAccess $sight, string $subject, array $fields): bool
    {
        return array_filter(array_keys($fields), static fn(string $column): bool => !$sight->editsColumn($subject, $column)) === [];
    }

    /**
     * What is stored is right: the reading is not shown again.
     *
     * @param  ?list<int>  $ids  null for all of the kind
     */
    public function leave(RereadKind $kind, ?array $ids): int
    {
        $left = $this->open($kind)
            ->when($ids !== null, static fn(Builder $query) => $query->whereIn('rereadings.id', $ids ?? []))
            ->update(['state' => 'kept']);
        if ($left > 0) {
            Audit::note(
                Audit::MANY,
                "Left {$left} " . ($left === 1 ? 'value' : 'values') . " as stored that today's reading reads otherwise ({$kind->value})",
            );
        }

        return $left;
    }
}
