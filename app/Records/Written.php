<?php

declare(strict_types=1);

namespace App\Records;

use PineSieve\Core\Changes\Subject;
use PineSieve\Core\Gifts\Gift;
use PineSieve\Core\Records\SupporterRecord;

/** What one writing has done to records. */
final readonly class Written
{
    /**
     * @param  array<int, SupporterRecord>  $before  supporters that were there, as they were, by id
     * @param  array<int, SupporterRecord>  $after  supporters that are there, as they are now, by id
     * @param  array<int, true>  $created  ids of those who were not there before
     * @param  array<string, list<int>>  $stored  kind of thing to the ids of those that were made or changed
     * @param  array<string, list<int>>  $deleted  kind of thing to ids
     * @param  array<int, Gift>  $giftsBefore  gifts that were changed or deleted, as they were, by number
     */
    public function __construct(
        public Act $act,
        public array $before,
        public array $after,
        public array $created,
        private array $stored,
        private array $deleted,
        public array $giftsBefore = [],
    ) {}

    /** @return list<int> ids of the things of a kind that were made or changed */
    public function stored(Subject $kind): array
    {
        return $this->stored[$kind->value] ?? [];
    }

    /** @return list<int> */
    public function deleted(Subject $kind): array
    {
        return $this->deleted[$kind->value] ?? [];
    }

    /** @return array<int, string> supporter to "created", "updated" or "deleted" */
    public function supporters(): array
    {
        return array_fill_keys($this->deleted(Subject::Supporter), 'deleted') +
            array_fill_keys(array_keys($this->created), 'created') +
            array_fill_keys(array_keys($this->before), 'updated');
    }
}
