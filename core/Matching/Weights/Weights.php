<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching\Weights;

/**
 * How often two records agree how far in each field: if they are one, if they live together, and by chance.
 * After Fellegi and Sunter, A Theory for Record Linkage, 1969; with a class of its own for homes, in which agreements hang together.
 */
final readonly class Weights
{
    /** No chance is so small that a slip or a mix-up could not happen. */
    private const LEAST = 1e-7;

    /**
     * @param  array<string, array<string, array<string, float>>>  $shares  value of Sameness to value of WeighedField to value of Level to its share among pairs that both say something of it
     * @param  float  $match  how many other records of the same person a record has, on average
     * @param  float  $home  how many records of others of its home
     * @param  float  $namesake  how many of others of its home who have its name
     */
    public function __construct(
        public array $shares,
        public float $match,
        public float $home,
        public float $namesake,
    ) {
    }

    /** Those that come with the program: learned from made-up worlds whose truth is known (bench/weights.php). */
    public static function shipped(): self
    {
        /** @var array{match: float, home: float, namesake: float, shares: array<string, array<string, array<string, float>>>} $data */
        $data = json_decode((string) file_get_contents(__DIR__.'/data/people.json'), true, 16, JSON_THROW_ON_ERROR);

        return new self($data['shares'], $data['match'], $data['home'], $data['namesake']);
    }

    public function share(Sameness $of, WeighedField $field, Level $level): float
    {
        return max(self::LEAST, $this->shares[$of->value][$field->value][$level->value] ?? 0.0);
    }
}
