<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching\Pairs;

/** A record made ready for being compared by one rule set: the values of each of its comparers, and the keys under which it is looked up. */
final readonly class PreparedRecord
{
    /** Bytes that say how many keys there are, and those of each. */
    private const COUNT = 2;

    private const KEY = 8;

    /**
     * @param  int  $ref  number of its row, or of its supporter
     * @param  list<list<list<string>>>  $values  of each preparation of the set
     * @param  array<int, int>  $keys  key (64 bits) to the place of the rule that it is for
     */
    public function __construct(public int $ref, public array $values, public array $keys) {}

    /** As bytes: its keys come first, which are read more often than the rest. */
    public function pack(): string
    {
        return pack('n', count($this->keys)) . pack('q*', ...array_keys($this->keys)) . serialize([$this->ref, $this->values, $this->keys]);
    }

    /** @return list<int> its keys */
    public static function keysOf(string $packed): array
    {
        /** @var array{1: int} $count */
        $count = unpack('n', $packed);
        /** @var array<int, int> $keys */
        $keys = $count[1] === 0 ? [] : unpack("q{$count[1]}", $packed, self::COUNT);

        return array_values($keys);
    }

    public static function unpack(string $packed): self
    {
        /** @var array{1: int} $count */
        $count = unpack('n', $packed);
        /** @var array{int, list<list<list<string>>>, array<int, int>} $parts */
        $parts = unserialize(substr($packed, self::COUNT + self::KEY * $count[1]), ['allowed_classes' => false]);

        return new self(...$parts);
    }
}
