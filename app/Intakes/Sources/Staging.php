<?php

declare(strict_types=1);

namespace App\Intakes\Sources;

use App\Intakes\CarryOn;
use App\Intakes\Heartbeat;
use App\Intakes\Intake;
use App\Intakes\IntakeState;
use App\Intakes\LongWork;
use App\Intakes\Plans\PlanFit;
use App\Records\Bulk;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Columns\ColumnProfile;
use PineSieve\Core\Columns\Proposals\Proposer;
use PineSieve\Core\Connections\LearnedPlan;
use PineSieve\Core\Findings\Survey;
use PineSieve\Core\Reading\CannotRead;
use PineSieve\Core\Reading\JoinedSheets;
use PineSieve\Core\SieveException;
use PineSieve\Core\Standards\FieldCatalog;

/** Reads a source: every row is staged as it is, every column profiled, and a plan proposed. */
final readonly class Staging implements LongWork
{
    private const CHUNK = 1000;

    public function __construct(
        private SourceStore $sources,
        private Bulk $bulk,
        private FieldCatalog $catalog,
        private Heartbeat $heartbeat,
        private PlanFit $plans,
        private Grid $grid,
    ) {}

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
        $file = $this->sources->open($intake);
        $reader = $file->reader($intake->readAs());
        $survey = new Survey(
            $reader,
            $file->format->namesItsColumns() || $intake->isTyped() ? 1 : $intake->header_row,
            (int) now()->format('Y'),
            (int) config('sieve.column_limit'),
            $intake->fill_dittos,
            $intake->fill_headings,
        );
        $chunk = [];
        foreach ($survey->rows() as $number => $cells) {
            $chunk[] = [$intake->id, $number, json_encode($cells, JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_THROW_ON_ERROR)];
            if (count($chunk) >= self::CHUNK) {
                $this->stage($intake, $chunk, $survey);
                $chunk = [];
            }
        }
        $this->stage($intake, $chunk, $survey);
        $profiles = $survey->profiles();
        $plan = $intake->isTyped()
            ? $this->grid->plan($intake->grid ?? [])
            : (new Proposer($this->catalog, now()->toDateString()))->propose($profiles);
        $intake->profiles = array_map(static fn(ColumnProfile $profile): array => $profile->toArray(), $profiles);
        $plan = $intake->connection_id === null ? $plan : LearnedPlan::known($plan);
        // A heading that each row below it has is no row itself.
        $intake->setColumnPlan($intake->fill_headings ? $plan->withRows($plan->rows->with('section')) : $plan);
        $intake->fill([
            'header_row' => $survey->headerRow(),
            'oddities' => $survey->oddities()->toArray(),
            'sheet_starts' => $reader instanceof JoinedSheets ? $reader->starts() : null,
            'plan_name' => null,
            'row_count' => $survey->rowCount(),
            'offered_plan' => $this->plans->best($plan),
        ]);
        if ($intake->isTyped()) {
            // Nothing is to be settled: what each column is was said before a row was typed. Whoever looks, or is cut off, in between would wait for a person.
            $intake->begin(IntakeState::Sifting);
            CarryOn::dispatch($intake->id);
        } else {
            $intake->fill(['state' => IntakeState::Mapping, 'done' => $survey->rowCount(), 'ended_at' => now()])->save();
        }
    }

    /** @param  list<list<mixed>>  $rows */
    private function stage(Intake $intake, array $rows, Survey $survey): void
    {
        if ($survey->rowCount() > config('sieve.row_limit')) {
            throw CannotRead::tooLarge('it has more than ' . number_format(config('sieve.row_limit')) . ' rows');
        }
        $this->bulk->insert('intake_rows', ['intake_id', 'number', 'cells'], $rows);
        DB::table('intakes')
            ->where('id', $intake->id)
            ->update(['done' => $survey->rowCount()]);
        $this->heartbeat->beat();
    }
}
