<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns\Proposals;

/** What a header says of its column, read together with its neighbours. */
final readonly class HeaderSense
{
    /**
     * @param  string  $base  as HeaderWords gives it
     * @param  int  $number  0 if it does not say
     * @param  int  $occurrence  which one it is of several columns with the same header, from 1
     * @param  bool  $isGuess  whether the words alone would not say so
     */
    public function __construct(
        public string $base,
        public string $party,
        public string $kind,
        public int $number,
        public int $occurrence = 1,
        public bool $isGuess = false,
    ) {}

    public function with(string $base, string $kind, int $number): self
    {
        return new self($base, $this->party, $kind, $number, $this->occurrence, $this->isGuess);
    }
}
