<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching;

/** A text that records may share, as a number that an index holds well. Equal keys only suggest; the comparison decides. */
final readonly class MatchKey
{
    /**
     * @param  int  $hash  signed 64 bits of XXH3
     * @param  int  $most  records that may share it before it says too little to be looked at
     * @param  ?int  $common  of one that is made of nothing but a name that is weighed: if more have it, a row is held beside none of them; null for all others
     * @param  bool  $isName  whether those who have it are of one name
     * @param  ?string  $narrowed  by what it is, if those who have it can be passed over for what they say themselves (Matcher::mayBe())
     */
    public function __construct(
        public int $hash,
        public int $most = 50,
        public ?int $common = null,
        public bool $isName = false,
        public ?string $narrowed = null,
    ) {}

    public function withHash(int $hash): self
    {
        return new self($hash, $this->most, $this->common, $this->isName, $this->narrowed);
    }

    public static function of(string $text, int $most = 50): self
    {
        return new self(self::hashed($text), $most);
    }

    public static function hashed(string $text): int
    {
        /** @var array{1: int} $parts */
        $parts = unpack('q', hash('xxh3', $text, true));

        return $parts[1];
    }
}
