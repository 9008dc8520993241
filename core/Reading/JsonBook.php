<?php

declare(strict_types=1);

namespace PineSieve\Core\Reading;

/** A file of JSON with several lists of records: each is read like a sheet. */
final readonly class JsonBook implements Sheets
{
    /** @param  non-empty-list<string>  $lists */
    private function __construct(private string $path, private array $lists) {}

    /** @return ?self null if the file holds one list, or is one */
    public static function open(string $path): ?self
    {
        $lists = (new JsonReader($path))->lists();

        return count($lists) > 1 ? new self($path, $lists) : null;
    }

    public function sheets(): array
    {
        return $this->lists;
    }

    public function sheet(string $name, bool $fillMerged = false): JsonReader
    {
        if (!in_array($name, $this->lists, true)) {
            throw CannotRead::noSuchSheet($name, $this->lists);
        }

        return new JsonReader($this->path, $name);
    }
}
