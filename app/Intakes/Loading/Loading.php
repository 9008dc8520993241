<?php

declare(strict_types=1);

namespace App\Intakes\Loading;

use App\Batches\Batch;
use App\Batches\Batches;
use App\Batches\CannotPost;
use App\Intakes\Intake;
use App\Intakes\IntakeState;
use App\Intakes\LongWork;
use App\Intakes\Messages;
use App\Intakes\Proof\Proof;
use App\Intakes\Sifting\Results;
use App\Intakes\Sifting\Sifter;
use App\Intakes\Sifting\UnitNumber;
use App\Intakes\Sources\StagedRows;
use App\Matching\RenewEdition;
use App\Records\Act;
use App\Records\ActKind;
use App\Records\ActState;
use App\Records\Bulk;
use App\Records\Entry;
use App\Records\Ids;
use App\Records\JournalEntry;
use App\Records\RecordWriter;
use App\Standards\StandardsVersion;
use App\Support\Lists;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Changes\Action;
use PineSieve\Core\Changes\Change;
use PineSieve\Core\Changes\Subject;
use PineSieve\Core\Gifts\Credits;
use PineSieve\Core\Standards\Problem;
use stdClass;
use Throwable;

/**
 * Applies the planned change sets of an intake, chunk by chunk, each in one transaction with the outcomes of its rows.
 * If the database has moved since the rows were planned, they are planned again first.
 */
final readonly class Loading implements LongWork
{
    /** Times that a piece is planned again for want of a row that others rest on. */
    private const ROUNDS = 3;

    private const COLUMNS = 'unit, number, turn, outcome, supporter_id, leader, changes, money, money_there, money_promised, other_money, gifts_new, promises_new, fingerprint';

    public function __construct(
        private RecordWriter $writer,
        private Sifter $sifter,
        private StagedRows $staged,
        private Bulk $bulk,
        private Ids $ids,
        private LoadQueue $queue,
        private Messages $messages,
        private Results $results,
        private Proof $proof,
        private StandardsVersion $version,
        private Batches $batches,
    ) {}

    public function step(Intake $intake): bool
    {
        $before = $intake->getAttributes();
        try {
            return $this->piece($intake, (int) config('sieve.load_chunk'));
        } catch (Throwable $error) {
            if (RowFault::of($error) === null) {
                throw $error;
            }
            $intake->setRawAttributes($before, true);

            return $this->rowByRow($intake);
        }
    }

    /** Some row of the next piece can't be written: each is tried by itself, the one at fault is held with its reason, the others come in. */
    private function rowByRow(Intake $intake): bool
    {
        $more = true;
        for ($left = (int) config('sieve.load_chunk'); $more && $left > 0; $left--) {
            $before = $intake->getAttributes();
            try {
                $more = $this->piece($intake, 1);
            } catch (Throwable $error) {
                $reason = RowFault::of($error) ?? throw $error;
                $intake->setRawAttributes($before, true);
                $this->holdNext($intake, $reason);
            }
        }

        return $more;
    }

    /** The row that stands next is held, and what came of it is not planned any more. */
    private function holdNext(Intake $intake, string $reason): void
    {
        $this->staged->step($intake, function () use ($intake, $reason): bool {
            foreach ($this->results($intake, 1) as $row) {
                $this->results->hold(
                    $intake->id,
                    $row->number,
                    new Problem('load.refused', '', null, '', $reason, 'Correct the row and send it again'),
                );
            }

            return true;
        });
    }

    private function piece(Intake $intake, int $limit): bool
    {
        return $this->staged->step($intake, function () use ($intake, $limit): bool {
            // By other standards than these its rows might not come in at all.
            if (!$this->version->isCurrent()) {
                return true;
            }
            $this->ids->queueUp();
            $rows = $this->results($intake, $limit);
            $last = $rows === [] ? null : $rows[count($rows) - 1];
            if ($rows !== [] && $this->hasMoved($intake)) {
                $rows = $this->planAgain($intake, $rows);
            }
            // A row on which these rest may be held by now: then they are planned without it.
            for ($round = 0; $round < self::ROUNDS && $rows !== [] && $this->restOnNothing($intake, $rows); $round++) {
                $rows = $this->planAgain($intake, $rows);
            }
            if ($rows !== []) {
                $this->apply($intake, $rows, $this->act($intake));
                $intake->done += count(array_unique(array_column($rows, 'number')));
            }
            $intake->journal_mark = $this->ids->lastJournalId();
            $more = $last !== null;
            if ($last !== null) {
                $intake->position = $intake->position >= Sifter::LATER ? Sifter::LATER + $last->unit : $last->unit;
            }
            if (!$more && $intake->position < Sifter::LATER) {
                // Now those that had to wait for the others.
                [$intake->position, $more] = [Sifter::LATER, true];
            }
            if (!$more) {
                $this->act($intake)->end();
                $intake->fill(
                    $intake->isTrying()
                        ? [
                            'state' => IntakeState::Ready,
                            'trial' => ['rows' => $intake->trial['rows'] ?? [], 'done' => true],
                            'ended_at' => now(),
                        ]
                        : ['state' => IntakeState::Loaded, 'loaded_at' => now(), 'ended_at' => now()],
                );
                $intake->in_foreground = false;
            }
            $intake->save();
            if (!$more) {
                DB::afterCommit(function () use ($intake): void {
                    if ($intake->state === IntakeState::Loaded) {
                        $this->proof->keep($intake);
                        RenewEdition::dispatch();
                    }
                    $this->messages->loaded($intake);
                    $this->queue->next();
                });
            }

            return $more;
        });
    }

    /** What is written now belongs to one act, from the first row to the last, however often it is stopped. */
    private function act(Intake $intake): Act
    {
        $act =
            Act::query()->whereKey($intake->act_id)->where('kind', ActKind::Load)->where('state', ActState::UnderWay)->first() ??
            $intake->act(ActKind::Load, $intake->loaded_by);
        $intake->act_id = $act->id;

        return $act;
    }

    /**
     * @param  ?list<int>  $among  numbers of rows; null for as many as the limit says
     * @return list<stdClass>
     */
    private function results(Intake $intake, int $limit, ?array $among = null): array
    {
        $later = $intake->position >= Sifter::LATER;
        // What a trial has brought in is in; a trial brings in its own rows alone.
        $trial =
            $intake->trial === null
                ? ''
                : ($intake->isTrying()
                    ? ' and number in (' . implode(',', array_map(intval(...), $intake->trial['rows'])) . ')'
                    : ' and not exists (select 1 from intake_outcomes o where o.intake_id = intake_results.intake_id and o.unit = intake_results.unit)');
        $only = $among === null ? '' : ' and number in (' . implode(',', array_map(intval(...), $among)) . ')';
        $most = $among === null ? 'limit ' . ($limit + UnitNumber::MOST) : '';
        $rows = Lists::of(
            DB::select(
                'select ' .
                    self::COLUMNS .
                    ' from intake_results where intake_id = ? and unit > ? and turn ' .
                    ($later ? '>' : '<') .
                    " ?{$trial}{$only} order by unit {$most}",
                [$intake->id, $later ? $intake->position - Sifter::LATER : $intake->position, Sifter::LATER],
            ),
        );
        if ($among !== null) {
            return $rows;
        }
        // All that a row tells of is written in one transaction.
        for ($end = min($limit, count($rows)); $end < count($rows) && $rows[$end]->number === $rows[$end - 1]->number; $end++);

        return array_slice($rows, 0, $end);
    }

    private function hasMoved(Intake $intake): bool
    {
        return $intake->has_moved =
            $intake->has_moved ||
            $intake->standards !== $this->version->held ||
            DB::select(
                'select 1 from journal j join acts a on a.id = j.act_id where j.id > ? and (a.intake_id is null or a.intake_id <> ?) limit 1',
                [$intake->journal_mark, $intake->id],
            ) !== [];
    }

    /**
     * Plans the rows anew, just these: what the plan of one makes less of would otherwise draw in others that are not planned again.
     *
     * @param  non-empty-list<stdClass>  $rows
     * @return list<stdClass>
     */
    private function planAgain(Intake $intake, array $rows): array
    {
        $numbers = array_values(array_unique(array_column($rows, 'number')));
        $this->sifter->sift($intake, $this->staged->chosen($intake->id, $numbers), $intake->position >= Sifter::LATER);
        $this->letWait($intake, $numbers);
        $again = $this->results($intake, count($rows), $numbers);
        $before = array_column($rows, null, 'unit');
        foreach ($again as $row) {
            $planned = $before[$row->unit] ?? null;
            $intake->replanned +=
                $row->outcome !== Results::WITH &&
                ($planned === null || $row->outcome !== $planned->outcome || $row->changes !== $planned->changes)
                    ? 1
                    : 0;
        }

        return $again;
    }

    /**
     * Rows that a later one may settle get their turn after all others, as they do when they are first worked out.
     *
     * @param  list<int>  $numbers
     */
    private function letWait(Intake $intake, array $numbers): void
    {
        $waiting = $intake->position >= Sifter::LATER ? [] : $this->results->waiting($intake->id, 0, count($numbers), $numbers);
        if ($waiting !== []) {
            DB::table('intake_results')
                ->where('intake_id', $intake->id)
                ->whereIn('number', $waiting)
                ->update(['turn' => DB::raw('unit + ' . Sifter::LATER)]);
            $intake->has_moved = true;
        }
    }

    /**
     * Whether some of the rows refer to what an earlier row was to make and does not make any more.
     *
     * @param  list<stdClass>  $rows
     */
    private function restOnNothing(Intake $intake, array $rows): bool
    {
        [$here, $gifts] = [[], []];
        foreach ($rows as $row) {
            $comesIn = in_array($row->outcome, Results::COMES_IN, true);
            $here[$row->unit] = $comesIn && $row->leader === $row->unit;
            $gifts[$row->unit] = $comesIn && $row->gifts_new > 0;
        }
        $elsewhere = [];
        foreach ($rows as $row) {
            foreach ([[$here, self::references($row)], [$gifts, self::corrected($row)]] as [$made, $units]) {
                foreach ($units as $unit) {
                    if (($made[$unit] ?? null) === false) {
                        return true;
                    }
                    if (!isset($made[$unit])) {
                        $elsewhere[$unit] = true;
                    }
                }
            }
        }

        return $elsewhere !== [] &&
            DB::table('intake_outcomes')
                ->where('intake_id', $intake->id)
                ->whereIn('unit', array_keys($elsewhere))
                ->whereIn('outcome', Results::COMES_IN)
                ->whereNotNull('supporter_id')
                ->count() < count($elsewhere);
    }

    /** @return list<int> units of earlier rows that one rests on */
    private static function references(stdClass $row): array
    {
        $units = $row->leader === null || $row->leader === $row->unit ? [] : [$row->leader];
        // Whom a link or the credits of a gift name.
        preg_match_all('/"(?:other_id|credits)":\[[^\]]*\]/', (string) $row->changes, $named);
        preg_match_all('/(\d+):supporter/', implode(' ', $named[0]), $links);

        return array_values(array_unique([...$units, ...array_map(intval(...), $links[1])]));
    }

    /** @return list<int> units of earlier rows that bring the gifts of which money goes back */
    private static function corrected(stdClass $row): array
    {
        preg_match_all('/"corrects_id":\[[^\]]*"(\d+):gift[.\d]*"\]/', (string) $row->changes, $gifts);

        return array_map(intval(...), $gifts[1]);
    }

    /** @return ?string number of the batch in which its gifts wait: where it is not open any more, another like it */
    private function batch(Intake $intake): ?string
    {
        $chosen = $intake->settings->batch;
        if ($chosen === null) {
            return null;
        }
        $batch = Batch::query()->find($chosen) ?? throw new CannotPost('The batch of this intake is not there any more. Choose another.');
        $filled = $this->batches->toFill($batch);
        if ($filled->id !== $chosen) {
            $intake->settings = $intake->settings->with(['batch' => $filled->id]);
            $intake->save();
        }

        return (string) $filled->id;
    }

    /** @param  list<stdClass>  $rows */
    private function apply(Intake $intake, array $rows, Act $act): void
    {
        $batch = $this->batch($intake);
        $entries = [];
        foreach ($rows as $row) {
            if ($row->changes !== null) {
                $changes = array_map(
                    static fn(Change $change): Change => $change->subject === Subject::Entry
                        ? Change::create($change->subject, $change->ref, [...$change->after(), 'batch_id' => $batch])
                        : $change,
                    Change::listFrom($row->changes),
                );
                $entries[] = new Entry($row->supporter_id ?? "{$row->leader}:supporter", $changes, $row->number);
            }
        }
        $ids = $entries === [] ? [] : $this->writer->write($entries, $act, $this->madeBefore($intake, $rows, $entries));
        $made = [];
        foreach ($ids as $ref => $id) {
            [$unit, $subject] = explode(':', $ref);
            if (preg_match('/^(?:gift|entry|identifier)/', $subject) !== 1) {
                $made[$unit][$subject] = $id;
            }
        }
        $outcomes = [];
        $intakeId = $intake->id;
        foreach ($rows as $row) {
            $supporter = $row->supporter_id ?? ($row->leader === null ? null : $ids["{$row->leader}:supporter"] ?? null);
            $outcomes[] = [
                $intakeId,
                $row->unit,
                $row->number,
                $row->outcome,
                $supporter,
                isset($made[$row->unit]) ? json_encode($made[$row->unit], JSON_THROW_ON_ERROR) : null,
                isset($made[$row->unit]['supporter']),
                $row->money,
                $row->money_there,
                $row->money_promised,
                $row->other_money,
                $row->gifts_new,
                $row->promises_new,
                $row->fingerprint,
            ];
        }
        $this->bulk->insert(
            'intake_outcomes',
            [
                'intake_id',
                'unit',
                'number',
                'outcome',
                'supporter_id',
                'made',
                'is_maker',
                'money',
                'money_there',
                'money_promised',
                'other_money',
                'gifts_new',
                'promises_new',
                'fingerprint',
            ],
            $outcomes,
        );
    }

    /**
     * Brings held rows of a loaded intake in, as far as nothing keeps them any more.
     *
     * @param  list<int>  $numbers
     * @return list<int> numbers of those that came in
     */
    public function bring(Intake $intake, array $numbers, ?int $userId): array
    {
        $rows =
            $numbers === []
                ? []
                : DB::select(
                    'select ' .
                        self::COLUMNS .
                        ' from intake_results where intake_id = ? and number in (' .
                        implode(',', array_map(intval(...), $numbers)) .
                        ') order by unit',
                    [$intake->id],
                );
        $coming = array_fill_keys(
            array_column(
                array_filter(
                    $rows,
                    static fn(stdClass $row): bool => in_array($row->outcome, ['new', 'updated', 'unchanged', 'left_out'], true),
                ),
                'number',
            ),
            true,
        );
        $rows = array_values(array_filter($rows, static fn(stdClass $row): bool => isset($coming[$row->number])));
        if ($rows !== []) {
            DB::table('intake_outcomes')->where('intake_id', $intake->id)->whereIn('number', array_keys($coming))->delete();
            $act = $intake->act(ActKind::Load, $userId);
            $this->apply($intake, $rows, $act);
            $act->end();
            $this->proof->keep($intake);
        }

        return array_keys($coming);
    }

    /**
     * What earlier chunks made and these entries refer to.
     *
     * @param  list<stdClass>  $rows
     * @param  list<Entry>  $entries
     * @return array<string, int>
     */
    private function madeBefore(Intake $intake, array $rows, array $entries): array
    {
        $here = array_flip(array_column($rows, 'unit'));
        [$wanted, $money] = [[], []];
        foreach ($rows as $row) {
            if ($row->leader !== null && !isset($here[$row->leader])) {
                $wanted[$row->leader] = true;
            }
        }
        foreach ($entries as $entry) {
            foreach ($entry->changes as $change) {
                $credited = Credits::stored($change->fields['credits'][1] ?? '')->supporters();
                foreach ([$change->ref, $change->fields['other_id'][1] ?? 0, $change->fields['tribute_id'][1] ?? 0, ...$credited] as $ref) {
                    if (is_string($ref) && !ctype_digit($ref) && !isset($here[(int) $ref])) {
                        $wanted[(int) $ref] = true;
                    }
                }
                foreach (['corrects_id', 'promise_id'] as $column) {
                    $ref = $change->fields[$column][1] ?? '';
                    if ($ref !== '' && !ctype_digit($ref) && !isset($here[(int) $ref])) {
                        $money[UnitNumber::row((int) $ref)] = (int) $ref;
                    }
                }
            }
        }
        $known = [];
        foreach (
            DB::table('intake_outcomes')
                ->where('intake_id', $intake->id)
                ->whereIn('unit', array_keys($wanted))
                ->whereNotNull('made')
                ->get(['unit', 'made'])
            as $row
        ) {
            foreach (json_decode($row->made, true, flags: JSON_THROW_ON_ERROR) as $subject => $id) {
                $known["{$row->unit}:{$subject}"] = $id;
            }
        }

        return $known + $this->moneyBefore($intake, $money);
    }

    /**
     * Gifts and promises that earlier rows brought: the journal knows them.
     *
     * @param  array<int, int>  $units  number of the row to the unit that brought them
     * @return array<string, int> references to numbers
     */
    private function moneyBefore(Intake $intake, array $units): array
    {
        $known = [];
        $entries = JournalEntry::query()
            ->whereIn('row_number', array_keys($units))
            ->whereIn('act_id', Act::query()->where('intake_id', $intake->id)->where('kind', ActKind::Load)->select('id'))
            ->orderBy('id');
        foreach ($units === [] ? [] : $entries->get() as $entry) {
            foreach ([Subject::Gift, Subject::Promise] as $subject) {
                $made = array_filter(
                    $entry->changeList(),
                    static fn(Change $change): bool => $change->subject === $subject && $change->action === Action::Create,
                );
                foreach (array_values($made) as $i => $change) {
                    $known["{$units[(int) $entry->row_number]}:{$subject->value}" . ($i === 0 ? '' : '.' . ($i + 1))] = (int) $change->ref;
                }
            }
        }

        return $known;
    }
}
