<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching\Weights;

use PineSieve\Core\Names\SupporterKind;

/**
 * How often two records agree how far in each field: if they are one, if they live together, and by chance.
 * After Fellegi and Sunter, A Theory for Record Linkage, 1969; with a class of its own for homes, in which agreements hang together.
 *
 * @phpstan-type Written array{
 *     match: float,
 *     home: float,
 *     namesake: float,
 *     shares: array<string, array<string, array<string, float>>>,
 *     calibration?: list<array{float, float}>,
 *     names?: list<array{float, float}>,
 *     whole?: list<array{float, float}>,
 *     spread?: array<int, float>,
 *     move?: float,
 * }
 */
final readonly class Weights
{
    /** No chance is so small that a slip or a mix-up could not happen. */
    private const LEAST = 1e-7;

    private const FILES = ['person' => 'people', 'household' => 'households', 'organization' => 'organizations'];

    /**
     * @param  array<string, array<string, array<string, float>>>  $shares  value of Sameness to value of WeighedField to value of Level to its share among pairs that both say something of it
     * @param  float  $match  how many other records of the same person a record has, on average
     * @param  float  $home  how many records of others of its home
     * @param  float  $namesake  how many of others of its home who have its name
     * @param  Calibration  $calibration  what makes of the weights a probability
     * @param  Calibration  $names  the same where nothing but names agrees
     * @param  Calibration  $whole  the same where the whole name agrees, and something with it
     * @param  Spread  $spread  of pairs of whom more than names agrees
     */
    public function __construct(
        public array $shares,
        public float $match,
        public float $home,
        public float $namesake,
        public Calibration $calibration = new Calibration(),
        public Calibration $names = new Calibration(),
        public Calibration $whole = new Calibration(),
        public Spread $spread = new Spread(),
    ) {}

    /** Those that come with the program: learned from made-up worlds whose truth is known (bench/weights.php). */
    public static function shipped(SupporterKind $kind = SupporterKind::Person): self
    {
        /** @var Written $data */
        $data = json_decode(
            (string) file_get_contents(__DIR__ . '/data/' . self::FILES[$kind->value] . '.json'),
            true,
            16,
            JSON_THROW_ON_ERROR,
        );

        return self::fromArray($data);
    }

    /**
     * Who is in a database was made one by hand where he was two; of those who are on their way in it is not known yet: they are known at least as often as usual.
     *
     * @param  float  $usual  $match of those that come with the program
     */
    public function ofRows(float $usual, ?float $known = null): self
    {
        return new self(
            $this->shares,
            $known ?? max($this->match, $usual),
            $this->home,
            $this->namesake,
            $this->calibration,
            $this->names,
            $this->whole,
            $this->spread,
        );
    }

    /** @param  Written  $data  as toArray() gives it */
    public static function fromArray(array $data): self
    {
        return new self(
            $data['shares'],
            $data['match'],
            $data['home'],
            $data['namesake'],
            new Calibration($data['calibration'] ?? [], ($move = (float) ($data['move'] ?? 0))),
            new Calibration($data['names'] ?? [], $move),
            new Calibration($data['whole'] ?? [], $move),
            new Spread($data['spread'] ?? []),
        );
    }

    /** @return Written */
    public function toArray(): array
    {
        return [
            'match' => $this->match,
            'home' => $this->home,
            'namesake' => $this->namesake,
            'shares' => $this->shares,
            'calibration' => $this->calibration->knots,
            'names' => $this->names->knots,
            'whole' => $this->whole->knots,
            'spread' => $this->spread->bins,
            'move' => $this->calibration->move,
        ];
    }

    /** By what a likelihood is made one that holds, for pairs that agree so. */
    public function calibrationOf(Pattern $pattern): Calibration
    {
        return match (true) {
            !$pattern->isMoreThanName() => $this->names,
            $pattern->isWhole() => $this->whole,
            default => $this->calibration,
        };
    }

    /** The same with what was learned of how likely pairs are, and how many there are of each. */
    public function calibrated(float $move, Spread $spread): self
    {
        return new self(
            $this->shares,
            $this->match,
            $this->home,
            $this->namesake,
            new Calibration($this->calibration->knots, $move),
            new Calibration($this->names->knots, $move),
            new Calibration($this->whole->knots, $move),
            $spread,
        );
    }

    public function share(Sameness $of, WeighedField $field, Level $level): float
    {
        return max(self::LEAST, $this->shares[$of->value][$field->value][$level->value] ?? 0.0);
    }
}
