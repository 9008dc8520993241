<?php

declare(strict_types=1);

namespace PineSieve\Core\Reading\Records;

use PineSieve\Core\Reading\CannotRead;
use PineSieve\Core\Reading\Sheets;

/** A file with several lists of records: each is read like a sheet. */
final readonly class ListedFile implements Sheets
{
    /**
     * @param  non-empty-list<string>  $lists
     * @param  \Closure(?string): ListReader  $reader
     */
    private function __construct(private array $lists, private \Closure $reader) {}

    /**
     * @param  \Closure(?string): ListReader  $reader  of the list with a name; of the first for null
     * @return ?self null if the file holds one list, or is one
     */
    public static function open(\Closure $reader): ?self
    {
        $lists = $reader(null)->lists();

        return count($lists) > 1 ? new self($lists, $reader) : null;
    }

    public function sheets(): array
    {
        return $this->lists;
    }

    public function sheet(string $name, bool $fillMerged = false): ListReader
    {
        return in_array($name, $this->lists, true) ? ($this->reader)($name) : throw CannotRead::noSuchSheet($name, $this->lists);
    }
}
