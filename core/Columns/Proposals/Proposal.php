<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns\Proposals;

use PineSieve\Core\Columns\ColumnState;
use PineSieve\Core\Columns\Feed;
use PineSieve\Core\Columns\Steps\Step;

/** What a column may become, before all columns are looked at together. */
final readonly class Proposal
{
    /**
     * @param  ?string  $target  as Target writes it; null if nothing is proposed
     * @param  string  $evidence  sentences for the person
     * @param  string  $name  which group, or which system
     * @param  list<string>  $also  further targets that the column becomes: who may not be contacted wants neither mail nor calls
     * @param  ?Step  $step  without which the proposal would not work
     * @param  list<Feed>  $feeds  all that it becomes, where each needs steps of its own
     */
    public function __construct(
        public string $header,
        public ColumnState $state,
        public ?string $target,
        public string $evidence,
        public string $name = '',
        public array $also = [],
        public ?Step $step = null,
        public array $feeds = [],
    ) {}

    public function with(ColumnState $state, ?string $target, string $evidence): self
    {
        return new self($this->header, $state, $target, $evidence, $this->name, $this->also, $this->step, $this->feeds);
    }

    /** Nothing is proposed any more; the reason is added to what was said. */
    public function withdrawn(string $reason): self
    {
        return new self($this->header, ColumnState::Open, null, trim("{$this->evidence} {$reason}"));
    }
}
