<?php

declare(strict_types=1);

namespace PineSieve\Core\Changes;

/** Something that an undo left as it is, because it was changed later. */
final readonly class LeftAsItIs
{
    /**
     * @param  string  $thing  subject and id, such as "email:55"
     * @param  ?string  $column  null if the whole thing is kept
     */
    public function __construct(
        public string $thing,
        public ?string $column,
        public ?string $now,
        public ?string $before,
        public string $reason,
    ) {}

    /** @return array{thing: string, column: ?string, now: ?string, before: ?string, reason: string} */
    public function toArray(): array
    {
        return [
            'thing' => $this->thing,
            'column' => $this->column,
            'now' => $this->now,
            'before' => $this->before,
            'reason' => $this->reason,
        ];
    }
}
