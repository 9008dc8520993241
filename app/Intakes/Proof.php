<?php

declare(strict_types=1);

namespace App\Intakes;

use App\Models\Intake;
use App\Models\IntakeState;
use App\Models\JournalEntry;
use App\Records\Cause;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Changes\Action;
use PineSieve\Core\Changes\Change;
use PineSieve\Core\Changes\Subject;
use PineSieve\Core\Gifts\Amount;
use PineSieve\Core\Gifts\Reconciliation;

/**
 * Compares what came in with what was there: rows against outcomes, money in the file against gifts in the database.
 * It counts the stored rows and gifts themselves, not what the load says of itself.
 */
final readonly class Proof
{
    /** @return array<string, mixed> what the command line prints of an intake, loaded or planned */
    public function report(Intake $intake): array
    {
        $loaded = in_array($intake->state, [IntakeState::Loaded, IntakeState::Undoing, IntakeState::Undone], true);
        $table = $loaded ? 'intake_outcomes' : 'intake_results';
        $outcomes = array_fill_keys(['new', 'updated', 'unchanged', 'held', 'left_out'], 0);
        $money = ['new' => '0.00', 'there' => '0.00', 'held' => '0.00', 'left_out' => '0.00'];
        $gifts = 0;
        foreach (DB::select("select outcome, count(*) as n, sum(money) as money, sum(money_there) as there, sum(gifts_new) as gifts from {$table} where intake_id = ? group by outcome", [$intake->id]) as $row) {
            if ($row->outcome === Results::WITH) {
                $gifts += $row->gifts;

                continue;
            }
            $outcomes[$row->outcome] += $row->n;
            if (in_array($row->outcome, ['held', 'left_out'], true)) {
                $money[$row->outcome] = Amount::sum([$money[$row->outcome], $row->money]);
            } else {
                $money['there'] = Amount::sum([$money['there'], $row->there]);
                $money['new'] = Amount::sum([$money['new'], Amount::difference($row->money, $row->there)]);
                $gifts += $row->gifts;
            }
        }
        if ($intake->state === IntakeState::Loaded) {
            $stored = DB::selectOne('select count(*) as n, coalesce(sum(amount), 0) as money from gifts where intake_id = ?', [$intake->id]);
            [$gifts, $money['new']] = [$stored->n, $stored->money];
        }
        $rows = (int) DB::scalar('select count(*) from intake_rows where intake_id = ?', [$intake->id]);
        $source = (string) DB::scalar('select coalesce(sum(money), 0) from intake_results where intake_id = ?', [$intake->id]);
        $reconciliation = new Reconciliation($rows, $outcomes, $source, $money);
        // Whoever a unit makes leads it; everyone else that it is about was there before.
        $created = $loaded
            ? (int) DB::scalar("select count(*) from intake_outcomes where intake_id = ? and taken_back is null and made like '%\"supporter\"%'", [$intake->id])
            : (int) DB::scalar('select count(*) from intake_results where intake_id = ? and leader = unit', [$intake->id]);
        $touched = $loaded
            ? (int) DB::scalar("select count(distinct j.supporter_id) from journal j where j.intake_id = ? and j.cause = 'load' and j.id > ? and j.supporter_id not in (select supporter_id from intake_outcomes where intake_id = ? and made like '%\"supporter\"%')", [$intake->id, (int) ($intake->settings['journal_from'] ?? 0), $intake->id])
            : (int) DB::scalar('select count(distinct supporter_id) from intake_results where intake_id = ? and changes is not null and supporter_id is not null', [$intake->id]);

        return [
            'rows' => $rows,
            'outcomes' => $outcomes,
            'supporters' => ['created' => $created, 'updated' => $touched],
            'gifts' => ['created' => $gifts, 'amount' => $money['new']],
            'money' => $money,
            'source_amount' => $source,
            'balanced' => $reconciliation->balances(),
            'faults' => $reconciliation->faults(),
        ];
    }

    /** Keeps with the intake whether what was loaded balances, so that lists can tell of it. */
    public function keep(Intake $intake): void
    {
        $faults = $this->report($intake)['faults'];
        $intake->forceFill(['faults' => $faults === [] ? null : $faults])->save();
    }

    /**
     * Why rows are held: each row counts once, with the first of its reasons, so that the counts add up to the held rows.
     *
     * @return list<array{code: string, field: string, reason: string, rows: int, example: string}>
     */
    public function heldByReason(Intake $intake): array
    {
        $reasons = array_map(static fn ($row): array => (array) $row, DB::select("
            select p.code, p.field, min(p.reason) as reason, count(*) as `rows`, min(p.value) as example
            from (select number, min(place) as place from intake_problems where intake_id = ? and blocks = 1 group by number) f
            join intake_problems p on p.intake_id = ? and p.number = f.number and p.place = f.place
            join intake_results r on r.intake_id = p.intake_id and r.unit = p.number << 6 and r.outcome = 'held' and r.held_by = 'problem'
            group by p.code, p.field order by `rows` desc", [$intake->id, $intake->id]));
        foreach (['unsure' => 'Nobody has said whether it is someone we know', 'person' => 'Held by a person', 'waits' => 'It waits for another row of the file'] as $by => $reason) {
            $count = DB::table('intake_results')->where('intake_id', $intake->id)->where('outcome', 'held')->where('held_by', $by)->count();
            if ($count > 0) {
                $reasons[] = ['code' => $by, 'field' => '', 'reason' => $reason, 'rows' => $count, 'example' => ''];
            }
        }

        return $reasons;
    }

    /**
     * What was written, field by field, read from the journal.
     *
     * @return list<array{subject: string, made: int, filled: int, replaced: int}>
     */
    public function written(Intake $intake): array
    {
        $counts = [];
        JournalEntry::query()->where('intake_id', $intake->id)->where('cause', Cause::LOAD)->where('id', '>', (int) ($intake->settings['journal_from'] ?? 0))->select(['id', 'changes'])->chunkById(2000, static function ($entries) use (&$counts): void {
            foreach ($entries as $entry) {
                $changes = $entry->changeList();
                $isNew = $changes[0]->subject === Subject::Supporter && $changes[0]->action === Action::Create;
                foreach ($changes as $change) {
                    self::count($counts, $change, $isNew);
                }
            }
        });

        return array_values($counts);
    }

    /** @param  array<string, array{subject: string, made: int, filled: int, replaced: int}>  $counts */
    private static function count(array &$counts, Change $change, bool $isNew): void
    {
        $subject = match ($change->subject) {
            Subject::Supporter => 'Names and dates', Subject::Address => 'Address', Subject::Email => 'Email', Subject::Phone => 'Phone', Subject::Identifier => 'Id in the old system', Subject::Membership => 'Group or tag', Subject::Custom => 'Field of your own', Subject::Link => 'Link', Subject::Gift => 'Gift',
        };
        $counts[$subject] ??= ['subject' => $subject, 'made' => 0, 'filled' => 0, 'replaced' => 0];
        if ($change->action === Action::Create) {
            // An email for someone who had none fills a blank; a gift is always new.
            $counts[$subject][$isNew || in_array($change->subject, [Subject::Gift, Subject::Link], true) ? 'made' : 'filled']++;

            return;
        }
        $replaced = array_filter($change->fields, static fn (array $pair): bool => $pair[0] !== null) !== [];
        $counts[$subject][$replaced ? 'replaced' : 'filled']++;
    }
}
