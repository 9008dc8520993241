<?php

declare(strict_types=1);

namespace App\Intakes\Sources;

use App\Intakes\CarryOn;
use App\Intakes\Intake;
use App\Intakes\IntakeSettings;
use App\Intakes\IntakeState;
use App\Intakes\Plans\Mappers;
use App\Records\Bulk;
use App\Records\RecordReader;
use App\Support\Lists;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Changes\Checker;
use PineSieve\Core\Changes\Effects;
use PineSieve\Core\Changes\Planner;
use PineSieve\Core\Columns\ColumnChoice;
use PineSieve\Core\Columns\ColumnPlan;
use PineSieve\Core\Columns\ColumnState;
use PineSieve\Core\Columns\Feed;
use PineSieve\Core\Columns\Steps\Split;
use PineSieve\Core\Columns\Steps\Steps;
use PineSieve\Core\Reading\CannotRead;
use PineSieve\Core\Reading\SourceFormat;
use PineSieve\Core\Standards\Problem;
use PineSieve\Core\Standards\Standards;

/**
 * Rows that people type or paste: an intake whose source is written on the screen.
 *
 * @phpstan-import-type FoundProblem from Problem
 */
final readonly class Grid
{
    /** Rows that one grid can have: more come better from a file. */
    public const MOST = 5000;

    /** The first row below the header. */
    private const FIRST = 2;

    public function __construct(
        private Standards $standards,
        private RecordReader $reader,
        private SourceStore $sources,
        private Bulk $bulk,
        private Checker $checker,
        private Mappers $mappers,
    ) {}

    /** @param  list<string>  $columns  keys in the catalog */
    public function open(string $name, array $columns, ?int $userId): Intake
    {
        return Intake::query()
            ->create([
                'name' => $name,
                'state' => IntakeState::Typing,
                'user_id' => $userId,
                'file_name' => 'Typed in.csv',
                'file_path' => '',
                'file_size' => 0,
                'sheets' => [],
                'format' => SourceFormat::Typed->value,
                'sheets_read' => [],
                'header_row' => 1,
                'settings' => new IntakeSettings(acceptAddresses: true),
                'grid' => $columns,
            ])
            ->refresh();
    }

    /**
     * Keeps rows as they are typed; a row without any text goes.
     *
     * @param  array<int, list<string>>  $rows  by number, the first being 2
     * @param  array<int, list<string>>  $were  what whoever writes them saw there before; of rows that are not among them it does not matter
     *
     * @throws ChangedMeanwhile if a row is not any more what it was
     */
    public function keep(Intake $intake, array $rows, array $were = []): void
    {
        $width = count($intake->grid ?? []);
        DB::transaction(function () use ($intake, $rows, $were, $width): void {
            Intake::query()->whereKey($intake->id)->lockForUpdate()->first();
            $stored =
                $were === []
                    ? []
                    : DB::table('intake_rows')
                        ->where('intake_id', $intake->id)
                        ->whereIn('number', array_keys($were))
                        ->pluck('cells', 'number')
                        ->all();
            $changed = array_filter(array_keys($were), static function (int $number) use ($rows, $were, $stored): bool {
                $now = self::trimmed(isset($stored[$number]) ? json_decode((string) $stored[$number], true) : []);

                return $now !== self::trimmed($were[$number]) && $now !== self::trimmed($rows[$number] ?? []);
            });
            if ($changed !== []) {
                throw new ChangedMeanwhile(array_map(static fn(int $number): int => $number - self::FIRST + 1, array_values($changed)));
            }
            DB::table('intake_rows')->where('intake_id', $intake->id)->whereIn('number', array_keys($rows))->delete();
            $kept = [];
            foreach ($rows as $number => $cells) {
                $cells = array_slice(array_pad($cells, $width, ''), 0, $width);
                if (implode('', $cells) !== '') {
                    $kept[] = [
                        $intake->id,
                        $number,
                        json_encode($cells, JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_THROW_ON_ERROR),
                    ];
                }
            }
            $this->bulk->insert('intake_rows', ['intake_id', 'number', 'cells'], $kept);
            $intake->update(['row_count' => DB::table('intake_rows')->where('intake_id', $intake->id)->count()]);
        });
    }

    /**
     * @param  list<string>  $cells
     * @return list<string> without the blank ones at the end
     */
    private static function trimmed(array $cells): array
    {
        while ($cells !== [] && end($cells) === '') {
            array_pop($cells);
        }

        return $cells;
    }

    /**
     * What is wrong with rows as they stand, by the same checker as any intake. Who it is and what others have is told when the rows are worked out.
     *
     * @param  list<string>  $columns
     * @param  array<int, list<string>>  $rows
     * @return array<int, list<FoundProblem>> row to its problems
     */
    public function problems(array $columns, array $rows): array
    {
        $plan = $this->plan($columns);
        $mapper = $this->mappers->ofTyped($plan);
        $mapped = array_map($mapper->map(...), array_filter($rows, static fn(array $cells): bool => trim(implode('', $cells)) !== ''));
        $stored = $this->reader->read(
            array_values(array_unique(array_filter(array_map(static fn($row): int => $row->record()->supporter, $mapped)))),
        );
        $problems = [];
        foreach ($mapped as $number => $row) {
            $who = $row->record()->supporter;
            $found = $row->problems;
            if ($who > 0 && !isset($stored[$who])) {
                $found = [self::nobody($who, array_search('supporter', $columns, true))];
            } elseif ($found === [] || ($row->onlyPoints() && $who > 0)) {
                $record = $stored[$who] ?? null;
                $changes = (new Planner(new Effects()))->plan(
                    '0',
                    $record === null ? $this->standards->defaults->fill($row->record()) : $row->record(),
                    $record,
                );
                $found = array_map(
                    static fn(Problem $problem): Problem => $problem->at($problem->field, $plan->columns()[$problem->field] ?? null),
                    $this->checker->problems($record, $changes),
                );
            }
            if ($found !== []) {
                $problems[$number] = array_map(static fn(Problem $problem): array => $problem->toArray(), $found);
            }
        }

        return $problems;
    }

    public static function nobody(int $who, int|false $column): Problem
    {
        return new Problem(
            'supporter.unknown',
            'supporter',
            $column === false ? null : $column,
            (string) $who,
            "There is no supporter {$who}",
            'Look the supporter up again',
        );
    }

    /** The rows become a source like any other, and go through the same stages. */
    public function finish(Intake $intake): void
    {
        $rows = Lists::texts(DB::table('intake_rows')->where('intake_id', $intake->id)->orderBy('number')->pluck('cells'));
        if ($rows === []) {
            throw CannotRead::empty();
        }
        $path = (string) tempnam(sys_get_temp_dir(), 'grid');
        try {
            $stream = fopen($path, 'w');
            if ($stream === false) {
                throw CannotRead::missing($path);
            }
            fputcsv(
                $stream,
                array_map(fn(string $key): string => $this->standards->catalog->field($key)->label, $intake->grid ?? []),
                ',',
                '"',
                '',
            );
            foreach ($rows as $cells) {
                fputcsv($stream, json_decode((string) $cells, true, flags: JSON_THROW_ON_ERROR), ',', '"', '');
            }
            fclose($stream);
            $intake->fill([
                'file_path' => $this->sources->keep($path),
                'file_size' => (int) filesize($path),
                'encoding' => 'UTF-8',
                'delimiter' => ',',
            ]);
        } finally {
            @unlink($path);
        }
        CarryOn::from($intake, IntakeState::Reading);
    }

    /** @param  list<string>  $columns */
    public function plan(array $columns): ColumnPlan
    {
        return new ColumnPlan(
            array_map(function (string $key): ColumnChoice {
                $field = $this->standards->catalog->field($key);

                return new ColumnChoice(
                    $field->label,
                    ColumnState::Sure,
                    'A column of the grid',
                    [new Feed($key)],
                    new Steps($field->type->isList() ? [new Split()] : []),
                );
            }, $columns),
        );
    }

    public static function firstRow(): int
    {
        return self::FIRST;
    }
}
