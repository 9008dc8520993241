<?php

declare(strict_types=1);

namespace App\Intakes;

use App\Models\Intake;
use App\Models\IntakeState;
use App\Models\SavedPlan;
use App\Records\Bulk;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Columns\ColumnProfile;
use PineSieve\Core\Columns\ColumnProfiler;
use PineSieve\Core\Columns\Proposer;
use PineSieve\Core\Reading\CannotRead;
use PineSieve\Core\Reading\FormulaGuard;
use PineSieve\Core\Reading\HeaderRow;
use PineSieve\Core\SieveException;
use PineSieve\Core\Standards\FieldCatalog;

/** Reads a source: every row is staged as it is, every column profiled, and a plan proposed. */
final class Staging implements Work
{
    private const CHUNK = 1000;

    /** @var list<ColumnProfiler> */
    private array $profilers = [];

    private int $columns = 0;

    public function __construct(
        private readonly SourceStore $sources,
        private readonly Bulk $bulk,
        private readonly FieldCatalog $catalog,
        private readonly Heartbeat $heartbeat,
    ) {
    }

    /** Reads the whole source: a file can't be taken up in the middle. */
    public function step(Intake $intake): bool
    {
        try {
            $this->read($intake);
        } catch (SieveException $error) {
            $intake->fill(['state' => IntakeState::Failed, 'error' => $error->getMessage(), 'ended_at' => now()])->save();
        }

        return false;
    }

    private function read(Intake $intake): void
    {
        DB::table('intake_rows')->where('intake_id', $intake->id)->delete();
        [$this->profilers, $this->columns] = [[], 0];
        $reader = $this->sources->open($intake)->reader($intake->sheet, $intake->dialect());
        $head = [];
        $chunk = [];
        $count = 0;
        $returned = null;
        $columnLimit = (int) config('sieve.column_limit');
        foreach ($reader->rows() as $number => $cells) {
            if ($intake->header_row === null || $number <= $intake->header_row || count($head) < HeaderRow::WITHIN) {
                $head[$number] = $cells;
            }
            if ($intake->header_row === null && count($head) >= HeaderRow::WITHIN) {
                $intake->header_row = HeaderRow::detect($head)->number;
                $chunk = array_filter($chunk, static fn (int $row): bool => $row > $intake->header_row, ARRAY_FILTER_USE_KEY);
            }
            if ($number <= ($intake->header_row ?? -1)) {
                continue;
            }
            if ($returned ??= in_array(Proposer::OF_HELD_ROWS[1], $head[$intake->header_row ?? 1] ?? [], true)) {
                $cells = array_map(FormulaGuard::off(...), $cells);
            }
            if (count($cells) > $columnLimit) {
                throw CannotRead::tooLarge('row '.$number.' has '.count($cells)." columns, {$columnLimit} are allowed");
            }
            $chunk[$number] = $cells;
            if (count($chunk) >= self::CHUNK) {
                $this->stage($intake, $chunk, $count);
                $chunk = [];
            }
        }
        if ($head === []) {
            throw CannotRead::empty();
        }
        if ($intake->header_row === null) {
            $intake->header_row = HeaderRow::detect($head)->number;
            $chunk = array_filter($chunk, static fn (int $row): bool => $row > $intake->header_row, ARRAY_FILTER_USE_KEY);
        }
        $this->stage($intake, $chunk, $count);
        if ($count === 0) {
            throw CannotRead::noRows();
        }
        $header = HeaderRow::at($intake->header_row, $head, $this->columns);
        $profiles = [];
        foreach ($header->names as $column => $name) {
            $profiles[] = ($this->profilers[$column] ?? new ColumnProfiler(0))->profile($name);
        }
        $this->propose($intake, $profiles, $count);
    }

    /** @param  array<int, list<string>>  $chunk */
    private function stage(Intake $intake, array $chunk, int &$count): void
    {
        $rows = [];
        $intakeId = $intake->id;
        foreach ($chunk as $number => $cells) {
            for (; $this->columns < count($cells); $this->columns++) {
                $this->profilers[] = new ColumnProfiler((int) now()->format('Y'));
            }
            foreach ($this->profilers as $column => $profiler) {
                $profiler->add($cells[$column] ?? '');
            }
            $rows[] = [$intakeId, $number, json_encode($cells, JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_THROW_ON_ERROR)];
        }
        $count += count($rows);
        if ($count > config('sieve.row_limit')) {
            throw CannotRead::tooLarge('it has more than '.number_format(config('sieve.row_limit')).' rows');
        }
        $this->bulk->insert('intake_rows', ['intake_id', 'number', 'cells'], $rows);
        DB::table('intakes')->where('id', $intake->id)->update(['done' => $count]);
        $this->heartbeat->beat();
    }

    /** @param  list<ColumnProfile>  $profiles */
    private function propose(Intake $intake, array $profiles, int $count): void
    {
        $plan = (new Proposer($this->catalog))->propose($profiles);
        $saved = SavedPlan::query()->where('headers_key', $plan->headersKey())->latest('updated_at')->first();
        $intake->profiles = array_map(static fn (ColumnProfile $profile): array => $profile->toArray(), $profiles);
        $intake->setColumnPlan($plan);
        $intake->fill(['plan_name' => null, 'row_count' => $count, 'done' => $count, 'state' => IntakeState::Mapping, 'ended_at' => now(), 'settings' => [...$intake->settings, 'offered_plan' => $saved?->name]])->save();
    }
}
