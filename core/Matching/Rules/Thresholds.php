<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching\Rules;

/** What is accepted of a set by weight: how often what it calls certain may be wrong, and from how likely on pairs are asked about. */
final readonly class Thresholds
{
    private const LARGEST = ['wrong' => 100.0, 'review' => 0.5, 'common' => 50];

    private const LEAST = ['wrong' => 0.1, 'review' => 0.01, 'common' => 1];

    /**
     * @param  float  $wrong  of a thousand that are called certain
     * @param  float  $review  from 0 to 1
     * @param  int  $common  a name that more than so many have is common: of those who have it, nobody is asked about who has nothing else in common
     * @param  ?float  $certain  how likely two must be one to be called certain, from 0 to 1, if that is said outright
     */
    public function __construct(
        public float $wrong = 2.0,
        public float $review = 0.2,
        public int $common = 8,
        public ?float $certain = null,
    ) {}

    /**
     * @param  array<mixed>  $data  with "wrong" or "certain", "review" and "common"; or without
     *
     * @throws BadRules
     */
    public static function fromArray(array $data): self
    {
        $usual = new self();
        $thresholds = new self(
            self::number($data, 'wrong') ?? $usual->wrong,
            self::number($data, 'review') ?? $usual->review,
            (int) (self::number($data, 'common') ?? $usual->common),
            isset($data['wrong']) ? null : self::number($data, 'certain'),
        );
        foreach (self::LARGEST as $name => $largest) {
            if ($thresholds->{$name} < self::LEAST[$name] || $thresholds->{$name} > $largest) {
                throw new BadRules("\"{$name}\" is a number between " . self::LEAST[$name] . " and {$largest}.");
            }
        }
        if ($thresholds->certain !== null && ($thresholds->certain < 0.5 || $thresholds->certain > 0.9999)) {
            throw new BadRules('"certain" is a number between 0.5 and 0.9999.');
        }

        return $thresholds;
    }

    /** The same, once it is known how likely two must be to be called certain. */
    public function from(float $certain): self
    {
        return new self($this->wrong, $this->review, $this->common, max($this->review, $this->certain ?? $certain));
    }

    /** @return array<string, float|int> */
    public function toArray(): array
    {
        return [
            ...$this->certain === null ? ['wrong' => $this->wrong] : ['certain' => $this->certain],
            'review' => $this->review,
            ...$this->common === (new self())->common ? [] : ['common' => $this->common],
        ];
    }

    /**
     * @param  array<mixed>  $data
     *
     * @throws BadRules
     */
    private static function number(array $data, string $name): ?float
    {
        $value = $data[$name] ?? null;

        return $value === null || is_int($value) || is_float($value)
            ? ($value === null
                ? null
                : (float) $value)
            : throw new BadRules("\"{$name}\" is a number.");
    }
}
