<?php

declare(strict_types=1);

namespace PineSieve\Cli;

use PineSieve\Core\Columns\ColumnProfile;
use PineSieve\Core\Findings\Finding;

/** What a file is, and what is wrong with it. */
final readonly class ProfileReport implements Report
{
    private const SAMPLES = 5;

    public function __construct(private Source $source) {}

    /** @return array<string, mixed> */
    public function data(): array
    {
        $dialect = $this->source->file->dialect();

        return [
            'file' => $this->source->name,
            'format' => $this->source->file->format->value,
            'encoding' => $dialect?->encoding->value,
            'delimiter' => $dialect?->delimiter,
            'sheets' => $this->source->file->sheets(),
            'sheet' => $this->source->sheet,
            'header_row' => $this->source->headerRow,
            'rows' => $this->source->rows,
            'columns' => array_map(self::column(...), $this->source->profiles),
            'findings' => array_map(
                static fn(Finding $finding): array => $finding->toArray(),
                $this->source->findings->of($this->source->plan),
            ),
        ];
    }

    public function text(): string
    {
        $data = $this->data();
        $dialect = $this->source->file->dialect();
        $text = "{$this->source->name}: {$this->source->file->format->label()}";
        $text .=
            $dialect === null
                ? ''
                : ", {$dialect->encoding->label()}, " .
                    match ($dialect->delimiter) {
                        "\t" => 'tabs',
                        ',' => 'commas',
                        ';' => 'semicolons',
                        default => 'pipes',
                    };
        $text .= $this->source->sheet === null ? '' : ", sheet \"{$this->source->sheet}\"";
        $text .= sprintf(
            "\nHeader in row %s, %s rows, %d columns\n\n",
            $this->source->headerRow === 0 ? '- (there is none)' : $this->source->headerRow,
            number_format($this->source->rows),
            count($this->source->profiles),
        );
        foreach ($this->source->profiles as $profile) {
            $column = self::column($profile);
            $text .= sprintf(
                "  %-30s %-12s %5.1f%%  %6s different  %s\n",
                mb_strimwidth($profile->header, 0, 30, '…'),
                $column['type'],
                100 * $column['fill'],
                number_format($profile->distinct),
                mb_strimwidth(str_replace(["\r", "\n"], '⏎', implode(' | ', $column['samples'])), 0, 60, '…'),
            );
        }
        $findings = $this->source->findings->of($this->source->plan);
        $text .= $findings === [] ? "\nNothing is wrong with it.\n" : "\nFindings\n";
        foreach ($findings as $finding) {
            $where = array_column($finding->columns, 'header');
            $text .= sprintf(
                "  %6s  %s%s%s\n",
                number_format($finding->count),
                $finding->kind->title(),
                $where === [] ? '' : ' in ' . implode(', ', array_slice($where, 0, 4)),
                $finding->kind->remedy() === '' ? '' : ". Remedy: {$finding->kind->remedy()}",
            );
        }

        return $text;
    }

    /** @return array{header: string, type: string, filled: int, fill: float, distinct: int, distinct_is_exact: bool, samples: list<string>} */
    private static function column(ColumnProfile $profile): array
    {
        return [
            'header' => $profile->header,
            'type' => $profile->type(),
            'filled' => $profile->filled,
            'fill' => $profile->rows === 0 ? 0.0 : round($profile->filled / $profile->rows, 4),
            'distinct' => $profile->distinct,
            'distinct_is_exact' => $profile->exact,
            'samples' => array_map(strval(...), array_slice(array_keys($profile->values), 0, self::SAMPLES)),
        ];
    }
}
