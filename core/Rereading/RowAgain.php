<?php

declare(strict_types=1);

namespace PineSieve\Core\Rereading;

use PineSieve\Core\Changes\Change;
use PineSieve\Core\Changes\Subject;

/** What a row of a source wrote of one supporter, and what today's reading of it would write. */
final readonly class RowAgain
{
    /**
     * @param  list<Change>  $wrote  what its load wrote, with ids
     * @param  list<Change>  $reads  what it would write today, were the supporter new
     * @param  array<string, string>  $said  field of the catalog to what the row's cells say there, as written; those that say something
     * @param  array<string, string>  $doubts  field of the catalog to why today's reading doubts it, without a full stop
     * @param  array<string, array<string, ?string>>  $now  "subject:id" to what is stored of it now, column by column
     * @param  array<string, true>  $since  columns of the supporter that were written after the load
     * @param  bool  $overrides  whether a person chose that agreements take the place of refusals
     */
    public function __construct(
        public int $supporter,
        public array $wrote,
        public array $reads,
        public array $said,
        public array $doubts,
        public array $now,
        public array $since = [],
        public bool $overrides = false,
    ) {}

    public function says(RereadKind $kind): bool
    {
        return array_filter(array_keys($this->said), $kind->isFedBy(...)) !== [];
    }

    public function doubt(RereadKind $kind): string
    {
        return array_values(array_filter($this->doubts, $kind->isFedBy(...), ARRAY_FILTER_USE_KEY))[0] ?? '';
    }

    /** @return list<Change> */
    public function written(Subject $subject): array
    {
        return self::of($this->wrote, $subject);
    }

    /** @return list<Change> */
    public function read(Subject $subject): array
    {
        return self::of($this->reads, $subject);
    }

    /** @return array<string, ?string> columns of the supporter as today's reading gives them */
    public function fields(): array
    {
        return ($this->read(Subject::Supporter)[0] ?? null)?->after() ?? [];
    }

    /**
     * @param  list<Change>  $changes
     * @return list<Change>
     */
    private static function of(array $changes, Subject $subject): array
    {
        return array_values(array_filter($changes, static fn(Change $change): bool => $change->subject === $subject));
    }
}
