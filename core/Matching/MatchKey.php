<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching;

/** A record's key of one kind, as a number that an index holds well. Equal keys only suggest; the comparison decides. */
final readonly class MatchKey
{
    /** @param  int  $hash signed 64 bits of XXH3 */
    private function __construct(
        public KeyKind $kind,
        public int $hash,
    ) {
    }

    public static function of(KeyKind $kind, string $value): self
    {
        /** @var array{1: int} $parts */
        $parts = unpack('q', hash('xxh3', $value, true));

        return new self($kind, $parts[1]);
    }

    /** Text that is unique to the key: "kind:hash". */
    public function id(): string
    {
        return "{$this->kind->value}:{$this->hash}";
    }
}
