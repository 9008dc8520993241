<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching\Pairs;

use PineSieve\Core\Matching\Rules\Certainty;

/** Two records that may be one, with what speaks for it and against it. */
final readonly class Pair
{
    /**
     * @param  int  $one  the lower of the two
     * @param  int  $score  1 to 100, to order pairs by
     * @param  list<string>  $for
     * @param  list<string>  $against
     * @param  list<string>  $rules  names of those that hold
     * @param  ?float  $likely  how likely the two are one, by weight; null where rules decide
     * @param  bool  $isByName  whether nothing but names agrees: by weight, such a pair is never certain
     */
    public function __construct(
        public int $one,
        public int $other,
        public Certainty $certainty,
        public int $score,
        public array $for,
        public array $against,
        public array $rules,
        public ?float $likely = null,
        public bool $isByName = false,
    ) {}

    /** @return int from 1 to 100, of how likely two are one, from 0 to 1 */
    public static function scoreOf(float $likely): int
    {
        return max(1, (int) floor(100 * $likely));
    }

    /** The same pair, once something is known from outside of it that makes it uncertain: it stands among those to be reviewed, by what agrees in it. */
    public function doubted(string $because): self
    {
        // Two are as near: by weight, each is as likely as the other.
        $likely = $this->likely === null ? null : $this->likely / 2;
        $score = match (true) {
            $likely !== null => self::scoreOf($likely),
            $this->certainty === Certainty::Certain => max(1, (int) round(($this->score - 50) * 1.4) - 10),
            default => $this->score,
        };

        return new self(
            $this->one,
            $this->other,
            Certainty::Review,
            $score,
            $this->for,
            [...$this->against, $because],
            $this->rules,
            $likely,
            $this->isByName,
        );
    }

    /** All that speaks for it and against it in one line. */
    public function reasons(): string
    {
        return implode('; ', [...$this->for, ...array_map(static fn(string $reason): string => "but: {$reason}", $this->against)]);
    }
}
