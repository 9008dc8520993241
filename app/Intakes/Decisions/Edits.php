<?php

declare(strict_types=1);

namespace App\Intakes\Decisions;

use App\Intakes\IntakeSettings;
use Illuminate\Support\Facades\DB;
use LogicException;
use PineSieve\Core\Text\Tidy;

/** What people decided about the rows and values of an intake, as far as it concerns a chunk of rows. The latest decision holds. */
final readonly class Edits
{
    /**
     * @param  array<int, array<int, string>>  $cells  row to column to the corrected value
     * @param  array<int, array<string, string>>  $values  column to the tidied value to what it becomes in every row
     * @param  array<int, string>  $rows  row to "hold", "out" or "in"
     * @param  array<int, array<int, string>>  $matches  row to part of it to a Decision
     * @param  array<int, string>  $addresses  row to "accept" or "keep"
     * @param  array<int, string>  $passes  row to the reason why an administrator lets it pass
     */
    private function __construct(
        private array $cells,
        private array $values,
        private array $rows,
        private array $matches,
        private array $addresses,
        private ?string $allAddresses,
        private array $passes,
    ) {}

    /** @param  list<int>  $numbers */
    public static function of(int $intakeId, array $numbers): self
    {
        [$cells, $values, $rows, $matches, $addresses, $all, $passes] = [[], [], [], [], [], null, []];
        $edits = DB::table('intake_edits')
            ->where('intake_id', $intakeId)
            ->where(static fn($query) => $query->whereNull('number')->orWhereIn('number', $numbers))
            ->orderBy('id')
            ->get();
        foreach ($edits as $edit) {
            match ($edit->kind) {
                'cell' => ($cells[$edit->number][$edit->column] = $edit->to),
                'value' => ($values[$edit->column][$edit->from] = $edit->to),
                'row' => ($rows[$edit->number] = $edit->to),
                'match' => ($matches[$edit->number][$edit->column ?? 0] = $edit->to),
                'pass' => ($passes[$edit->number] = $edit->to),
                'address' => $edit->number === null ? ([$all, $addresses] = [$edit->to, []]) : ($addresses[$edit->number] = $edit->to),
                default => throw new LogicException("Nothing is decided by \"{$edit->kind}\"."),
            };
        }

        return new self($cells, $values, $rows, $matches, $addresses, $all, $passes);
    }

    /**
     * @param  list<string>  $cells  as they are in the source
     * @return list<string> with the corrections
     */
    public function corrected(int $number, array $cells): array
    {
        foreach ($this->values as $column => $replacements) {
            $cells[$column] = $replacements[Tidy::line($cells[$column] ?? '')] ?? ($cells[$column] ?? '');
        }
        foreach ($this->cells[$number] ?? [] as $column => $value) {
            $cells = array_pad($cells, $column + 1, '');
            $cells[$column] = $value;
        }

        return array_values($cells);
    }

    public function row(int $number): ?string
    {
        return $this->rows[$number] ?? null;
    }

    /**
     * @param  list<int>  $numbers
     * @return list<int> those that a person holds
     */
    public function heldAmong(array $numbers): array
    {
        return array_values(array_filter($numbers, fn(int $number): bool => ($this->rows[$number] ?? null) === 'hold'));
    }

    /** @param  int  $part which of the supporters that the row tells of */
    public function match(int $number, int $part = 0): ?string
    {
        return $this->matches[$number][$part] ?? null;
    }

    /** @return list<string> every decision on whom a row means */
    public function matchesOf(int $number): array
    {
        return array_values($this->matches[$number] ?? []);
    }

    /** Whether an administrator lets the row in although it lacks what is required. */
    public function passes(int $number): bool
    {
        return isset($this->passes[$number]);
    }

    public function address(int $number): ?string
    {
        return $this->addresses[$number] ?? $this->allAddresses;
    }

    /** Whether the addresses of a row are stored in postal form. */
    public function accepts(int $number, IntakeSettings $settings): bool
    {
        return match ($this->address($number)) {
            'accept' => true,
            'keep' => false,
            default => $settings->acceptAddresses,
        };
    }
}
