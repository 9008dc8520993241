<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching\Weights;

/** How many pairs there are at each likelihood, of those that are likelier one than not. It tells from where on so many in a thousand are wrong. */
final readonly class Spread
{
    /** Bins for each unit of log-odds. */
    private const FINE = 8;

    /** @param  array<int, float>  $bins  number of the bin, from 0 at even odds, to pairs in it */
    public function __construct(public array $bins = []) {}

    /** @param  list<array{float, float}>  $pairs  how likely each is, from 0 to 1, and how many it stands for */
    public static function of(array $pairs): self
    {
        $bins = [];
        foreach ($pairs as [$likely, $standsFor]) {
            if ($likely >= 0.5) {
                $bin = (int) floor(self::FINE * log($likely / max(1e-6, 1 - $likely)));
                $bins[$bin] = ($bins[$bin] ?? 0.0) + $standsFor;
            }
        }
        ksort($bins);

        return new self($bins);
    }

    /** With that of another, as if that were of so many pairs. */
    public function with(self $other, float $worth): self
    {
        $bins = $this->bins;
        $all = max(1e-9, array_sum($other->bins));
        foreach ($other->bins as $bin => $pairs) {
            $bins[$bin] = ($bins[$bin] ?? 0.0) + ($worth * $pairs) / $all;
        }
        ksort($bins);

        return new self($bins);
    }

    /**
     * From how likely on pairs are to be called certain.
     *
     * @param  float  $wrong  as many of a thousand may be wrong
     */
    public function certainFrom(float $wrong): float
    {
        $pairs = $errors = 0.0;
        $from = null;
        foreach (array_reverse($this->bins, true) as $bin => $of) {
            $pairs += $of;
            $errors += $of * (1 - self::likely($bin + 0.5));
            if ($errors > ($wrong / 1000) * $pairs) {
                break;
            }
            $from = $bin;
        }

        // Where none are so sure, each must be it by itself.
        return $from === null ? 1 - $wrong / 1000 : self::likely($from);
    }

    private static function likely(float $bin): float
    {
        return 1 / (1 + exp(-$bin / self::FINE));
    }
}
