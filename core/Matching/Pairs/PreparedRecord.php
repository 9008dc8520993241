<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching\Pairs;

/** A record made ready for being compared by one rule set: the values of each of its comparers, and the keys under which it is looked up. */
final readonly class PreparedRecord
{
    /**
     * @param  int  $ref  number of its row, or of its supporter
     * @param  list<list<list<string>>>  $values  of each preparation of the set
     * @param  array<int, int>  $keys  key (64 bits) to the place of the rule that it is for
     */
    public function __construct(public int $ref, public array $values, public array $keys) {}

    public function pack(): string
    {
        return serialize([$this->ref, $this->values, $this->keys]);
    }

    public static function unpack(string $packed): self
    {
        /** @var array{int, list<list<list<string>>>, array<int, int>} $parts */
        $parts = unserialize($packed, ['allowed_classes' => false]);

        return new self(...$parts);
    }
}
