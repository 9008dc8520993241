<?php

declare(strict_types=1);

namespace App\Installation;

/** A dump of the database, as it is listed. */
final readonly class RestorePoint
{
    /**
     * @param  string  $at  ISO 8601
     * @param  string  $checksum  SHA-256 of the file
     * @param  array<string, int>  $tables  table to its rows; exact for supporters and gifts
     */
    public function __construct(
        public string $name,
        public string $at,
        public string $reason,
        public ?string $by,
        public int $bytes,
        public string $checksum,
        public array $tables,
    ) {}

    /** @param  array<string, mixed>  $data  as toArray() gives it */
    public static function fromArray(array $data): self
    {
        return new self(
            (string) $data['name'],
            (string) $data['at'],
            (string) $data['reason'],
            isset($data['by']) ? (string) $data['by'] : null,
            (int) $data['bytes'],
            (string) $data['checksum'],
            (array) $data['tables'],
        );
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'name' => $this->name,
            'at' => $this->at,
            'reason' => $this->reason,
            'by' => $this->by,
            'bytes' => $this->bytes,
            'checksum' => $this->checksum,
            'tables' => $this->tables,
        ];
    }
}
