<?php

declare(strict_types=1);

namespace App\Intakes;

use App\Accounts\User;
use App\Intakes\Loading\Undoing;
use App\Records\Act;
use App\Records\ActKind;
use App\Records\RowSource;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Columns\ColumnPlan;
use PineSieve\Core\Columns\ColumnProfile;
use PineSieve\Core\Findings\Findings;
use PineSieve\Core\Findings\Oddities;
use PineSieve\Core\Reading\ReadAs;
use PineSieve\Core\Reading\Text\Dialect;
use PineSieve\Core\Reading\Text\Encoding;
use PineSieve\Core\Standards\Target;

/**
 * One source on its way into the database.
 *
 * @phpstan-import-type PlanData from ColumnPlan
 * @phpstan-import-type ProfileData from ColumnProfile
 * @phpstan-import-type OddityData from Oddities
 * @phpstan-import-type UndoReport from Undoing
 *
 * @property int $id
 * @property string $name
 * @property IntakeState $state
 * @property string $purpose  "load", or LIST
 * @property ?int $user_id
 * @property string $file_name
 * @property string $file_path
 * @property int $file_size
 * @property string $format value of a SourceFormat
 * @property list<string> $sheets_read
 * @property bool $fill_merged
 * @property bool $fill_dittos
 * @property bool $fill_headings
 * @property ?array<int, string> $sheet_starts number of the first row of each sheet that is read to its name
 * @property ?OddityData $oddities
 * @property ?string $encoding
 * @property ?string $delimiter
 * @property ?int $header_row
 * @property list<string> $sheets
 * @property ?list<ProfileData> $profiles
 * @property ?PlanData $plan
 * @property ?string $plan_name
 * @property int $row_count
 * @property ?array{rows: list<int>, done: bool} $trial rows that are brought in before the rest
 * @property IntakeSettings $settings
 * @property ?list<string> $grid  keys of the catalog, of one whose rows are typed
 * @property ?string $offered_plan  name of the saved plan that fits best
 * @property ?list<array{kind: string, header: string, message: string, values: list<string>}> $differences  between the plan that was put to it and its file
 * @property ?int $queue_place
 * @property ?array{kind: string, rows: ?list<int>, act: ?int} $taking_back what is being taken back ("undo") or brought back ("redo"), of which rows, and the undo that is brought back
 * @property ?string $restore_point "wanted", or the name of the one that was taken before the load
 * @property ?int $act_id  the act that writes or takes back its rows, or did so last
 * @property bool $is_sifted
 * @property int $journal_mark
 * @property bool $has_moved
 * @property int $replanned
 * @property int $position
 * @property int $done
 * @property ?Carbon $began_at
 * @property ?Carbon $ended_at
 * @property ?string $error
 * @property ?UndoReport $undo_report
 * @property ?Carbon $loaded_at
 * @property ?int $loaded_by
 * @property ?Carbon $undone_at
 * @property ?int $undone_by
 * @property int $standards version of the standards that its rows were worked out by
 * @property bool $in_foreground whether a command works on it, and not the queue
 * @property ?Carbon $seen_at that command's last sign of life
 * @property ?list<string> $faults why the proof does not balance; null if it does
 * @property ?int $connection_id  of another system that gave its rows
 * @property string $currency the organization's, by which its rows were worked out
 * @property ?array{plan: ?int, load: bool} $goes_on  whether nobody is asked on the way, and by which saved plan; null where a person goes from stage to stage
 * @property Carbon $created_at
 * @property-read ?User $user
 * @property-read ?User $loader
 */
final class Intake extends Model implements RowSource
{
    /** Purpose of one whose addresses are cleaned. */
    public const LIST = 'list';

    /** Seconds without a sign of life after which a command counts as gone; a step may wait for the database that long. */
    private const PATIENCE = 120;

    protected $guarded = [];

    protected $dateFormat = 'Y-m-d H:i:s.v';

    protected function casts(): array
    {
        return [
            'state' => IntakeState::class,
            'sheets' => 'array',
            'sheets_read' => 'array',
            'sheet_starts' => 'array',
            'oddities' => 'array',
            'trial' => 'array',
            'taking_back' => 'array',
            'fill_merged' => 'boolean',
            'fill_dittos' => 'boolean',
            'fill_headings' => 'boolean',
            'profiles' => 'array',
            'plan' => 'array',
            'settings' => IntakeSettings::class,
            'grid' => 'array',
            'differences' => 'array',
            'undo_report' => 'array',
            'faults' => 'array',
            'goes_on' => 'array',
            'is_sifted' => 'boolean',
            'has_moved' => 'boolean',
            'in_foreground' => 'boolean',
            'seen_at' => 'datetime',
            'began_at' => 'datetime',
            'ended_at' => 'datetime',
            'loaded_at' => 'datetime',
            'undone_at' => 'datetime',
        ];
    }

    /** @return BelongsTo<User, $this> */
    public function user(): BelongsTo
    {
        return $this->belongsTo(User::class);
    }

    /** @return BelongsTo<User, $this> */
    public function loader(): BelongsTo
    {
        return $this->belongsTo(User::class, 'loaded_by');
    }

    public function columnPlan(): ColumnPlan
    {
        return ColumnPlan::fromArray($this->plan ?? ['columns' => []]);
    }

    public function setColumnPlan(ColumnPlan $plan): void
    {
        $this->plan = $plan->toArray();
        $this->is_sifted = false;
    }

    /**
     * Changes the plan of an intake that is open. Two requests may be on their way at once: the second goes on from what the first made.
     *
     * @param  \Closure(ColumnPlan): ColumnPlan  $change
     */
    public function changePlan(\Closure $change): void
    {
        DB::transaction(function () use ($change): void {
            self::query()->whereKey($this->id)->lockForUpdate()->firstOrFail();
            $this->refresh();
            $this->mustBeOpen();
            $this->setColumnPlan($change($this->columnPlan()));
            $this->save();
        });
    }

    /** @return list<ColumnProfile> */
    public function columnProfiles(): array
    {
        return array_map(ColumnProfile::fromArray(...), $this->profiles ?? []);
    }

    public function oddities(): Oddities
    {
        return $this->oddities === null ? new Oddities() : Oddities::fromArray($this->oddities);
    }

    public function findings(): Findings
    {
        return new Findings($this->columnProfiles(), $this->oddities(), $this->fill_merged, $this->fill_dittos, $this->fill_headings);
    }

    public function readAs(): ReadAs
    {
        return new ReadAs($this->sheets_read, $this->dialect(), $this->fill_merged);
    }

    public function label(): array
    {
        return ['id' => $this->id, 'name' => $this->name, 'file' => $this->file_name, 'sheet' => implode(', ', $this->sheets_read)];
    }

    public function place(int $row): ?string
    {
        if ($this->connection_id !== null) {
            // What another system gave is known there by its id, and stands first in its row.
            $cells = json_decode(
                (string) DB::table('intake_rows')->where('intake_id', $this->id)->where('number', $row)->value('cells'),
                true,
            );

            return is_array($cells) && is_string($cells[0] ?? null) && $cells[0] !== '' ? "transaction {$cells[0]}" : null;
        }
        $place = null;
        foreach ($this->sheet_starts ?? [] as $start => $sheet) {
            $place = $row >= (int) $start ? "{$sheet}, row " . ($row - (int) $start + 1) : $place;
        }

        return $place;
    }

    public function headersByField(): array
    {
        $headers = [];
        foreach ($this->columnPlan()->choices as $choice) {
            foreach ($choice->feeds as $feed) {
                $headers[Target::tryParse($feed->target)->field ?? ''][] = $choice->header;
            }
        }

        return $headers;
    }

    /** Whether its rows were typed into a grid. */
    public function isTyped(): bool
    {
        return $this->grid !== null;
    }

    /** Whether a trial is being loaded at this moment. */
    public function isTrying(): bool
    {
        return $this->trial !== null && !$this->trial['done'];
    }

    public function dialect(): ?Dialect
    {
        return $this->encoding === null || $this->delimiter === null
            ? null
            : new Dialect(Encoding::from($this->encoding), $this->delimiter);
    }

    /** The command that works on it is still there. */
    public function sign(): void
    {
        self::query()
            ->whereKey($this->id)
            ->update(['seen_at' => now()->format('Y-m-d H:i:s.v')]);
    }

    /** Whether the command that worked on it is gone. */
    public function isForsaken(): bool
    {
        return $this->in_foreground && ($this->seen_at === null || $this->seen_at->diffInSeconds(now()) > self::PATIENCE);
    }

    /** Begins to write, or to take back, what its rows say. */
    public function act(ActKind $kind, ?int $userId): Act
    {
        return Act::ofIntake($this->id, $this->settings->isQuiet, $kind, $userId);
    }

    /** What asks for a change of it is refused while it is worked on, and once it is loaded. */
    public function mustBeOpen(): void
    {
        abort_unless($this->state->isOpen(), 409, 'This intake is being worked on or was loaded already, so it can\'t be changed now.');
    }

    /** Whether it is a list whose addresses are cleaned: it is read and mapped, and nobody is loaded from it. */
    public function isList(): bool
    {
        return $this->purpose === self::LIST;
    }

    /** Goes on with work that was stopped, where it was. */
    public function resume(IntakeState $state): void
    {
        $this->fill(['state' => $state, 'began_at' => now(), 'ended_at' => null, 'error' => null])->save();
    }

    /** Enters a state in which the queue works, from its beginning. */
    public function begin(IntakeState $state): void
    {
        abort_if($this->isList() && $state !== IntakeState::Reading, 409, 'This is a list of addresses: nobody is loaded from it.');
        $this->fill(['state' => $state, 'position' => 0, 'done' => 0, 'began_at' => now(), 'ended_at' => null, 'error' => null])->save();
    }
}
