<?php

declare(strict_types=1);

namespace App\Intakes;

use App\Erasing\Forgets;
use App\Erasing\Forgotten;
use App\Support\Lists;
use Illuminate\Database\Connection;
use Illuminate\Database\Query\Builder;
use PineSieve\Core\Changes\Outcome;

/**
 * Rows that told of whoever is erased become blank, with all that was worked out of them; the file that they stood in goes, since it can't
 * be written anew whatever its format is. What it said of others is in their rows.
 */
final readonly class ForgetsRows implements Forgets
{
    private const ERASED = 'erased';

    /** What is kept of a whole file, with examples of its values. */
    private const EXAMPLES = ['profiles', 'oddities', 'differences', 'trial', 'taking_back', 'undo_report'];

    /** What is shorter says nothing of anyone, and stands in many rows. */
    private const SHORTEST = 4;

    public function __construct(private Connection $db) {}

    public function has(Forgotten $who): array
    {
        $rows = $this->rows($who);

        return array_filter(['rows of files' => array_sum(array_map(count(...), $rows)), 'source files' => count($this->files($rows))]);
    }

    public function forget(Forgotten $who): array
    {
        $rows = $this->rows($who);
        foreach ($rows as $intake => $numbers) {
            $values = $this->blank($intake, $numbers);
            $this->results($intake, $numbers);
            $this->examples($intake, $values);
        }
        $honoring = $this->honoring($who);
        foreach ($honoring as $intake => $numbers) {
            $values = $this->unname($intake, $numbers, $who);
            $this->examples($intake, $values);
        }
        $rows += $honoring;
        $this->db->table('rereadings')->whereIn('supporter_id', $who->ids)->delete();
        $files = $this->files($rows);
        Intake::query()
            ->whereIn('id', array_keys($files))
            ->update(['file_path' => '']);

        return array_values($files);
    }

    /** @return array<int, list<int>> intake to the numbers of the rows that told of them */
    private function rows(Forgotten $who): array
    {
        $found = $this->db
            ->table('intake_outcomes')
            ->whereIn('supporter_id', $who->ids)
            ->select(['intake_id', 'number'])
            ->union(
                $this->db
                    ->table('intake_results')
                    ->whereIn('supporter_id', $who->ids)
                    ->select(['intake_id', 'number']),
            )
            ->union(
                $this->db
                    ->table('journal as j')
                    ->join('acts as a', 'a.id', '=', 'j.act_id')
                    ->where('j.owner_kind', 'supporter')
                    ->whereIn('j.owner_id', $who->ids)
                    ->whereNotNull('a.intake_id')
                    ->whereNotNull('j.row_number')
                    ->select(['a.intake_id', 'j.row_number as number']),
            );
        foreach ($who->emails as $email) {
            $found->union($this->notLoaded($email));
        }
        $rows = [];
        foreach ($found->get() as $row) {
            $rows[(int) $row->intake_id][] = (int) $row->number;
        }

        return $rows;
    }

    /** Rows that nobody was made of as yet, and that have an email of theirs. A name alone may be another's. */
    private function notLoaded(string $email): Builder
    {
        return $this->db
            ->table('intake_rows as r')
            ->join('intakes as i', 'i.id', '=', 'r.intake_id')
            ->leftJoin(
                'intake_results as s',
                static fn($join) => $join->on('s.intake_id', '=', 'r.intake_id')->on('s.number', '=', 'r.number'),
            )
            ->where('r.cells', 'like', Lists::within($email))
            ->where(
                static fn($of) => $of
                    ->where('i.state', '<>', IntakeState::Loaded)
                    ->orWhereIn('s.outcome', [Outcome::Held->value, Outcome::LeftOut->value]),
            )
            ->select(['r.intake_id', 'r.number']);
    }

    /** @return array<int, list<int>> intake to the numbers of rows of others, with gifts that honor them */
    private function honoring(Forgotten $who): array
    {
        $found = $this->db
            ->table('gifts as g')
            ->join('journal_things as t', static fn($join) => $join->on('t.thing_id', '=', 'g.id')->where('t.kind', 'gift'))
            ->join('journal as j', 'j.id', '=', 't.entry_id')
            ->join('acts as a', 'a.id', '=', 'j.act_id')
            ->whereIn('g.tribute_id', $who->ids)
            ->whereNotNull('a.intake_id')
            ->whereNotNull('j.row_number')
            ->distinct()
            ->get(['a.intake_id', 'j.row_number']);
        $rows = [];
        foreach ($found as $row) {
            $rows[(int) $row->intake_id][] = (int) $row->row_number;
        }

        return $rows;
    }

    /**
     * Takes their name out of rows that are about others.
     *
     * @param  list<int>  $numbers
     * @return array<string, true> what stood there
     */
    private function unname(int $intake, array $numbers, Forgotten $who): array
    {
        $values = [];
        foreach (['intake_rows' => ['number', 'cells'], 'intake_results' => ['unit', 'changes']] as $table => [$key, $column]) {
            foreach (
                $this->db
                    ->table($table)
                    ->where('intake_id', $intake)
                    ->whereIn('number', $numbers)
                    ->get([$key, $column])
                as $row
            ) {
                $text = (string) $row->{$column};
                if ($table === 'intake_rows') {
                    $named = array_filter(Lists::texts((array) json_decode($text, true)), $who->isNamedIn(...));
                    $values += array_fill_keys($named, true);
                }
                if ($who->isNamedIn($text)) {
                    $this->db
                        ->table($table)
                        ->where('intake_id', $intake)
                        ->where($key, $row->{$key})
                        ->update([$column => $who->without($text)]);
                }
            }
        }

        return $values;
    }

    /**
     * @param  array<int, list<int>>  $rows  by intake
     * @return array<int, string> intake to the path of its file
     */
    private function files(array $rows): array
    {
        return Intake::query()->whereIn('id', array_keys($rows))->where('file_path', '<>', '')->pluck('file_path', 'id')->all();
    }

    /**
     * @param  list<int>  $numbers
     * @return array<string, true> what stood in the rows
     */
    private function blank(int $intake, array $numbers): array
    {
        $values = [];
        foreach (array_chunk($numbers, 500) as $some) {
            foreach ($this->db->table('intake_rows')->where('intake_id', $intake)->whereIn('number', $some)->get() as $row) {
                $cells = Lists::texts((array) json_decode($row->cells, true));
                $values += array_fill_keys(array_filter($cells, static fn(string $cell): bool => mb_strlen($cell) >= self::SHORTEST), true);
                $this->db
                    ->table('intake_rows')
                    ->where('intake_id', $intake)
                    ->where('number', $row->number)
                    ->update(['cells' => json_encode(array_fill(0, count($cells), ''), JSON_THROW_ON_ERROR)]);
            }
        }

        return $values;
    }

    /** @param  list<int>  $numbers */
    private function results(int $intake, array $numbers): void
    {
        $of = fn(string $table) => $this->db->table($table)->where('intake_id', $intake)->whereIn('number', $numbers);
        $units = Lists::ints($of('intake_results')->pluck('unit'));
        $this->db->table('intake_keys')->where('intake_id', $intake)->whereIn('unit', $units)->delete();
        $of('intake_untaken')->delete();
        $of('intake_problems')->delete();
        $of('intake_edits')->delete();
        $of('intake_results')->update([
            'display' => self::ERASED,
            'findings' => null,
            'address_changes' => null,
            'changes' => null,
            'gifts' => null,
        ]);
        // What was not loaded yet never will be.
        if (Intake::query()->findOrFail($intake)->state->isOpen()) {
            $of('intake_results')->update([
                'outcome' => Outcome::LeftOut->value,
                'held_by' => null,
                'supporter_id' => null,
                'candidates' => 0,
                'reason' => 'Someone whom this row told of was erased',
                'money' => 0,
                'gifts_new' => 0,
            ]);
        }
    }

    /** @param  array<string, true>  $values */
    private function examples(int $intake, array $values): void
    {
        $kept = $this->db->table('intakes')->where('id', $intake)->first(self::EXAMPLES);
        $written = [];
        foreach ((array) $kept as $column => $json) {
            $data = json_decode((string) $json, true);
            if (is_array($data)) {
                $written[$column] = json_encode(self::without($data, $values), JSON_UNESCAPED_UNICODE | JSON_THROW_ON_ERROR);
            }
        }
        if ($written !== []) {
            $this->db->table('intakes')->where('id', $intake)->update($written);
        }
    }

    /**
     * @param  array<mixed>  $data
     * @param  array<string, true>  $values
     * @return array<mixed>
     */
    private static function without(array $data, array $values): array
    {
        $clean = [];
        foreach ($data as $key => $value) {
            if (is_string($key) && isset($values[$key])) {
                continue;
            }
            $clean[$key] = match (true) {
                is_array($value) => self::without($value, $values),
                is_string($value) && isset($values[$value]) => '',
                default => $value,
            };
        }

        return $clean;
    }
}
