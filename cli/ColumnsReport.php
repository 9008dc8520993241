<?php

declare(strict_types=1);

namespace PineSieve\Cli;

use PineSieve\Core\Columns\ColumnChoice;
use PineSieve\Core\Columns\ColumnState;

/** What each column may become. */
final readonly class ColumnsReport implements Report
{
    public function __construct(private Source $source) {}

    /** @return list<array{header: string, target: ?string, confidence: string, evidence: string}> */
    public function data(): array
    {
        return array_map(
            static fn(ColumnChoice $choice): array => [
                'header' => $choice->header,
                'target' => $choice->target(),
                'confidence' => self::confidence($choice),
                'evidence' => $choice->evidence,
            ],
            $this->source->plan->choices,
        );
    }

    public function text(): string
    {
        $text = '';
        foreach ($this->data() as $column) {
            $text .= sprintf(
                "%-32s %-30s %-7s %s\n",
                mb_strimwidth($column['header'], 0, 32, '…'),
                $column['target'] ?? '-',
                $column['confidence'],
                $column['evidence'],
            );
        }

        return $text;
    }

    private static function confidence(ColumnChoice $choice): string
    {
        return match ($choice->state) {
            ColumnState::Sure => 'sure',
            ColumnState::Look => 'likely',
            ColumnState::Open, ColumnState::LeftBehind => 'none',
        };
    }
}
