<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns;

use PineSieve\Core\Columns\Steps\ReadDate;
use PineSieve\Core\Columns\Steps\Steps;
use PineSieve\Core\Standards\Formats\DateOrder;

/**
 * What becomes of one column, and why.
 *
 * @phpstan-type ChoiceData array{
 *     header: string, state: string, evidence?: string,
 *     feeds?: list<array{target: string, name?: string, steps?: list<array<string, mixed>>}>, steps?: list<array<string, mixed>>,
 * }
 */
final readonly class ColumnChoice
{
    /**
     * @param  string  $evidence  sentences for the person
     * @param  list<Feed>  $feeds  the fields that it becomes; none if it is open or left behind
     * @param  Steps  $steps  done to every value, whatever it becomes
     */
    public function __construct(
        public string $header,
        public ColumnState $state,
        public string $evidence = '',
        public array $feeds = [],
        public Steps $steps = new Steps(),
    ) {}

    /** The first field that it becomes; null if there is none. */
    public function target(): ?string
    {
        return ($this->feeds[0] ?? null)?->target;
    }

    public function dateOrder(): ?DateOrder
    {
        foreach ($this->steps->list as $step) {
            if ($step instanceof ReadDate) {
                return $step->order;
            }
        }

        return null;
    }

    /** @param  int  $pivot the latest year that two digits can mean, if the column has no step for dates yet */
    public function withDateOrder(?DateOrder $order, int $pivot = ReadDate::PIVOT): self
    {
        $steps = [];
        $found = false;
        foreach ($this->steps->list as $step) {
            $found = $found || $step instanceof ReadDate;
            $steps[] = $step instanceof ReadDate ? $step->withOrder($order) : $step;
        }

        return $this->withSteps(new Steps($found || $order === null ? $steps : [...$steps, new ReadDate($order, $pivot)]));
    }

    public function withSteps(Steps $steps): self
    {
        return new self($this->header, $this->state, $this->evidence, $this->feeds, $steps);
    }

    /** @param  list<Feed>  $feeds */
    public function becoming(ColumnState $state, array $feeds, string $evidence): self
    {
        return new self($this->header, $state, $evidence, $feeds, $this->steps);
    }

    /** @return ChoiceData */
    public function toArray(): array
    {
        return [
            'header' => $this->header,
            'state' => $this->state->value,
            'evidence' => $this->evidence,
            'feeds' => array_map(static fn(Feed $feed): array => $feed->toArray(), $this->feeds),
            'steps' => $this->steps->toArray(),
        ];
    }

    /** @param  ChoiceData  $data as toArray() gives it */
    public static function fromArray(array $data): self
    {
        return new self(
            $data['header'],
            ColumnState::from($data['state']),
            $data['evidence'] ?? '',
            array_map(Feed::fromArray(...), $data['feeds'] ?? []),
            Steps::fromArray($data['steps'] ?? []),
        );
    }
}
