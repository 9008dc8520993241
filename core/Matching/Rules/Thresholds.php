<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching\Rules;

/** How likely two records must be one, in a set by weight. */
final readonly class Thresholds
{
    /**
     * @param  float  $certain  to be called one unseen, from 0 to 1
     * @param  float  $review  to be asked about
     */
    public function __construct(
        public float $certain = 0.93,
        public float $review = 0.2,
    ) {
    }

    /**
     * @param  array<mixed>  $data  with "certain" and "review", or without
     *
     * @throws BadRules
     */
    public static function fromArray(array $data): self
    {
        $read = static fn (mixed $value, string $name): float => is_int($value) || is_float($value) ? (float) $value : throw new BadRules("\"{$name}\" is a number between 0 and 1.");
        $thresholds = new self($read($data['certain'] ?? 0.93, 'certain'), $read($data['review'] ?? 0.2, 'review'));
        if ($thresholds->certain < 0.5 || $thresholds->certain > 0.9999 || $thresholds->review < 0.01 || $thresholds->review > $thresholds->certain) {
            throw new BadRules('A set by weight is "certain" from 0.5 to 0.9999, and has pairs looked at ("review") from 0.01 to that.');
        }

        return $thresholds;
    }

    /** @return array{certain: float, review: float} */
    public function toArray(): array
    {
        return ['certain' => $this->certain, 'review' => $this->review];
    }
}
