<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching\Weights;

/**
 * How often each of many values was seen, in a fixed size (count-min, Cormode and Muthukrishnan 2005): never too few, too many by chance where there
 * are millions.
 */
final class Sketch
{
    private const ROWS = 3;

    public const WIDEST = 1 << 18;

    /** @var list<array<int, int>> of as many counts each as the sketch is wide; none as long as nothing was seen or asked */
    private array $cells = [];

    /** What pack() gave, until somebody asks: most of those who compare or look up do not. */
    private ?string $packed = null;

    /** @param  int  $width  cells of each row: 4 times as many as different values are exact enough */
    public function __construct(private int $width = self::WIDEST) {}

    public static function unpack(string $packed): self
    {
        $sketch = new self();
        $sketch->packed = $packed;

        return $sketch;
    }

    /** @param  string  $key  as Frequencies::key() writes it */
    public function add(string $key, int $times): void
    {
        $this->open();
        foreach ($this->places($key) as $row => $place) {
            $this->cells[$row][$place] += $times;
        }
    }

    /** @param  string  $key  as Frequencies::key() writes it */
    public function of(string $key): int
    {
        if ($this->cells === [] && $this->packed === null) {
            return 0;
        }
        $this->open();
        $least = PHP_INT_MAX;
        foreach ($this->places($key) as $row => $place) {
            $least = min($least, $this->cells[$row][$place]);
        }

        return $least;
    }

    /** As bytes that unpack() takes. */
    public function pack(): string
    {
        $this->open();

        return (string) gzcompress(
            implode(
                '',
                array_map(
                    static fn(array $row): string => pack('V*', ...$row),
                    array_merge(...array_map(static fn(array $cells): array => array_chunk($cells, 4096), $this->cells)),
                ),
            ),
        );
    }

    /** Its cells are there from now on. */
    private function open(): void
    {
        if ($this->cells !== []) {
            return;
        }
        if ($this->packed === null) {
            $this->cells = array_fill(0, self::ROWS, array_fill(0, $this->width, 0));

            return;
        }
        /** @var array<int, int> $cells */
        $cells = unpack('V*', (string) gzuncompress($this->packed));
        $this->width = max(1, intdiv(count($cells), self::ROWS));
        $this->cells = array_chunk($cells, $this->width);
        $this->packed = null;
    }

    /** @return list<int<0, max>> */
    private function places(string $key): array
    {
        /** @var array<int, int> $words */
        $words = unpack('V3', $key);

        return array_values(array_map(fn(int $word): int => abs($word % $this->width), $words));
    }
}
