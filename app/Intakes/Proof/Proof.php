<?php

declare(strict_types=1);

namespace App\Intakes\Proof;

use App\Intakes\Intake;
use App\Intakes\IntakeState;
use App\Intakes\Sifting\Results;
use App\Intakes\Sifting\RowMoney;
use App\Records\GiftSums;
use App\Records\JournalEntry;
use App\Records\Loads;
use App\Records\PromiseSums;
use App\Standards\FieldAccess;
use App\Support\Lists;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Changes\Action;
use PineSieve\Core\Changes\Change;
use PineSieve\Core\Changes\Subject;
use PineSieve\Core\Gifts\Amounts;
use PineSieve\Core\Gifts\GiftTotals;
use PineSieve\Core\Gifts\Reconciliation;
use PineSieve\Core\Standards\Home;
use PineSieve\Core\Standards\Standards;

/**
 * Compares what came in with what was there: rows against outcomes, money in the file against gifts in the database.
 * It counts the stored rows and gifts themselves, not what the load says of itself.
 *
 * @phpstan-type HeldReason array{code: string, field: string, reason: string, rows: int, example: string}
 * @phpstan-type UntakenField array{field: string, label: string, rows: int}
 * @phpstan-type WrittenField array{subject: string, made: int, filled: int, replaced: int}
 */
final readonly class Proof
{
    private Home $home;

    public function __construct(private Standards $standards)
    {
        $this->home = $standards->formats->home;
    }

    /** @return array<string, mixed> what the command line prints of an intake, loaded or planned */
    public function report(Intake $intake): array
    {
        $loaded = in_array($intake->state, [IntakeState::Loaded, IntakeState::Undoing, IntakeState::Undone], true);
        $table = $loaded ? 'intake_outcomes' : 'intake_results';
        $outcomes = array_fill_keys(['new', 'updated', 'unchanged', 'held', 'left_out'], 0);
        $money = array_fill_keys(['new', 'batch', 'promised', 'there', 'held', 'left_out'], Amounts::none());
        [$gifts, $waiting, $promises] = [0, 0, 0];
        $isForBatch = $intake->settings->batch !== null;
        foreach ($this->sums($table, $intake) as [$outcome, $counts, $sum]) {
            $comesIn = !in_array($outcome, ['held', 'left_out'], true);
            $new = $comesIn ? (int) $counts->gifts : 0;
            $isForBatch ? ($waiting += $new) : ($gifts += $new);
            $promises += $comesIn ? (int) $counts->promises : 0;
            if ($outcome === Results::WITH) {
                continue;
            }
            $outcomes[$outcome] += $counts->n;
            if (!$comesIn) {
                $money[$outcome] = $money[$outcome]->plus($sum->all);
            } else {
                $money['there'] = $money['there']->plus($sum->there);
                $money['promised'] = $money['promised']->plus($sum->promised);
                $new = $isForBatch ? 'batch' : 'new';
                $money[$new] = $money[$new]->plus($sum->all->minus($sum->there)->minus($sum->promised));
            }
        }
        if ($intake->state === IntakeState::Loaded) {
            $stored = GiftSums::of(DB::table('gifts')->where('intake_id', $intake->id));
            $entries = GiftSums::of(DB::table('batch_entries')->where('intake_id', $intake->id));
            $promised = PromiseSums::of(DB::table('promises')->where('intake_id', $intake->id));
            [$gifts, $waiting, $promises] = [$stored->gifts, $entries->gifts, $promised->promises];
            [$money['new'], $money['batch']] = [$stored->given, $entries->given];
            $money['promised'] = $promised->promised;
        }
        $rows = (int) DB::scalar('select count(*) from intake_rows where intake_id = ?', [$intake->id]);
        $source = $this->source($intake);
        $reconciliation = new Reconciliation($rows, $outcomes, $source, $money);
        // Whoever a unit makes leads it; everyone else that it is about was there before.
        $created = $loaded
            ? DB::table('intake_outcomes')->where('intake_id', $intake->id)->whereNull('taken_back')->where('is_maker', true)->count()
            : (int) DB::scalar('select count(*) from intake_results where intake_id = ? and leader = unit', [$intake->id]);
        $touched = $loaded
            ? Loads::touched($intake->id)->whereNotIn('j.owner_id', Loads::made($intake->id))->distinct()->count('j.owner_id')
            : (int) DB::scalar(
                'select count(distinct supporter_id) from intake_results where intake_id = ? and changes is not null and supporter_id is not null',
                [$intake->id],
            );

        return [
            'rows' => $rows,
            'outcomes' => $outcomes,
            'supporters' => ['created' => $created, 'updated' => $touched],
            'gifts' => [
                'created' => $gifts,
                'amount' => $money['new']->in($this->home->currency),
                'amounts' => (object) $money['new']->toArray(),
            ],
            'in_batch' => ['gifts' => $waiting, 'amounts' => (object) $money['batch']->toArray()],
            'promised' => ['created' => $promises, 'amounts' => (object) $money['promised']->toArray()],
            'money' => array_map(static fn(Amounts $amounts): object => (object) $amounts->toArray(), $money),
            'source_amount' => $source->in($this->home->currency),
            'source_amounts' => (object) $source->toArray(),
            'balanced' => $reconciliation->balances(),
            'faults' => $reconciliation->faults(),
        ];
    }

    /**
     * Rows, gifts and money by outcome. What few rows have in other currencies is added up beside.
     *
     * @return list<array{string, \stdClass, RowMoney}> outcome; n, gifts and promises; money
     */
    private function sums(string $table, Intake $intake): array
    {
        $columns = 'sum(money) as money, sum(money_there) as money_there, sum(money_promised) as money_promised';
        $rows = DB::select(
            "select outcome, count(*) as n, sum(gifts_new) as gifts, sum(promises_new) as promises, {$columns}, null as other_money from {$table} where intake_id = ? group by outcome",
            [$intake->id],
        );
        foreach (
            DB::table($table)
                ->where('intake_id', $intake->id)
                ->whereNotNull('other_money')
                ->select(['outcome', 'other_money'])
                ->cursor()
            as $row
        ) {
            $rows[] = (object) [
                'outcome' => $row->outcome,
                'n' => 0,
                'gifts' => 0,
                'promises' => 0,
                'money' => '0',
                'money_there' => '0',
                'money_promised' => '0',
                'other_money' => $row->other_money,
            ];
        }

        return Lists::of(
            array_map(
                static fn(\stdClass $row): array => [(string) $row->outcome, $row, RowMoney::fromColumns($row, $intake->currency)],
                $rows,
            ),
        );
    }

    /** What the file brings that is not there yet, whether it comes in or is held: gifts, and what they come to. */
    public function brought(Intake $intake): GiftTotals
    {
        $totals = GiftTotals::none();
        foreach ($this->sums('intake_results', $intake) as [$outcome, $counts, $sum]) {
            if ($outcome !== 'left_out') {
                $totals = $totals->plus((int) $counts->gifts, $sum->all->minus($sum->there)->minus($sum->promised), false);
            }
        }

        return $totals;
    }

    /** What the amounts of the file say together. */
    public function source(Intake $intake): Amounts
    {
        return array_reduce(
            $this->sums('intake_results', $intake),
            static fn(Amounts $sum, array $of): Amounts => $sum->plus($of[2]->all),
            Amounts::none(),
        );
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
        $found = DB::select(
            "
            select p.code, p.field, min(p.reason) as reason, count(*) as `rows`, min(p.value) as example
            from (select number, min(place) as place from intake_problems where intake_id = ? and blocks = 1 group by number) f
            join intake_problems p on p.intake_id = ? and p.number = f.number and p.place = f.place
            join intake_results r on r.intake_id = p.intake_id and r.number = p.number and r.outcome = 'held' and r.held_by = 'problem'
            group by p.code, p.field order by `rows` desc",
            [$intake->id, $intake->id],
        );
        $reasons = Lists::of(
            array_map(
                static fn(\stdClass $row): array => [
                    'code' => (string) $row->code,
                    'field' => (string) $row->field,
                    'reason' => (string) $row->reason,
                    'rows' => (int) $row->rows,
                    'example' => (string) $row->example,
                ],
                $found,
            ),
        );
        foreach (
            [
                'unsure' => 'Nobody has said whether it is someone we know',
                'person' => 'Held by a person',
                'waits' => 'It waits for another row of the file',
            ]
            as $by => $reason
        ) {
            $count = DB::table('intake_results')->where('intake_id', $intake->id)->where('outcome', 'held')->where('held_by', $by)->count();
            if ($count > 0) {
                $reasons[] = ['code' => $by, 'field' => '', 'reason' => $reason, 'rows' => $count, 'example' => ''];
            }
        }

        return $reasons;
    }

    /**
     * What rows say and the load does not take, since the records have other values; without what the person may not see.
     *
     * @return list<UntakenField> the most first
     */
    public function untaken(Intake $intake): array
    {
        $sight = FieldAccess::ofUser();
        $found = DB::select(
            "select t.field, count(distinct t.number) as `rows` from intake_untaken t join intake_results r on r.intake_id = t.intake_id and r.unit = t.unit where t.intake_id = ? and r.outcome <> 'held' group by t.field order by `rows` desc, t.field",
            [$intake->id],
        );

        return array_values(
            array_map(
                fn(\stdClass $one): array => [
                    'field' => $one->field,
                    'label' => $this->standards->catalog->label($one->field),
                    'rows' => (int) $one->rows,
                ],
                array_filter($found, static fn(\stdClass $one): bool => $sight->sees($one->field)),
            ),
        );
    }

    /**
     * What was written, field by field, read from the journal.
     *
     * @return list<WrittenField>
     */
    public function written(Intake $intake): array
    {
        $counts = [];
        JournalEntry::query()
            ->whereIn('act_id', Loads::acts($intake->id))
            ->select(['id', 'changes'])
            ->chunkById(2000, static function ($entries) use (&$counts): void {
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
            Subject::Supporter => 'Names and dates',
            Subject::Address => 'Address',
            Subject::Email => 'Email',
            Subject::Phone => 'Phone',
            Subject::Identifier => 'Id in the old system',
            Subject::Membership => 'Group or tag',
            Subject::Custom => 'Field of your own',
            Subject::Link => 'Link',
            Subject::Unread => 'Could not be read, kept as written',
            Subject::Promise => 'Promise',
            Subject::Note => 'Dated note',
            Subject::Gift => 'Gift',
            Subject::Entry => 'Gift in a batch',
        };
        $counts[$subject] ??= ['subject' => $subject, 'made' => 0, 'filled' => 0, 'replaced' => 0];
        if ($change->action === Action::Create) {
            // An email for someone who had none fills a blank; a gift is always new.
            $counts[$subject][
                $isNew || $change->subject->knowsIntake() || in_array($change->subject, [Subject::Link, Subject::Unread], true)
                    ? 'made'
                    : 'filled'
            ]++;

            return;
        }
        $replaced = array_filter($change->fields, static fn(array $pair): bool => $pair[0] !== null) !== [];
        $counts[$subject][$replaced ? 'replaced' : 'filled']++;
    }
}
