<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching\Pairs;

use PineSieve\Core\Matching\Rules\Certainty;

/** Pairs that are certain as long as no namesake comes up. They wait in a file until all are compared. */
final class CertainPairs
{
    /** @var ?resource */
    private $file = null;

    public function __construct(private readonly string $path, public readonly Namesakes $namesakes = new Namesakes()) {}

    public function hold(Pair $pair, bool $isProven): void
    {
        $this->file ??= $this->opened();
        $packed = serialize([$pair->one, $pair->other, $pair->score, $pair->for, $pair->against, $pair->rules, $isProven, $pair->likely]);
        fwrite($this->file, pack('N', strlen($packed)) . $packed);
    }

    /** @return \Generator<int, Pair> as they are once all are compared */
    public function settled(): \Generator
    {
        foreach ($this->namesakes->areKnown() ? $this->held() : [] as [$pair]) {
            $this->namesakes->near($pair);
        }
        foreach ($this->held() as [$pair, $isProven]) {
            yield $this->namesakes->settled($pair, $isProven);
        }
    }

    /** @return \Generator<int, array{Pair, bool}> */
    private function held(): \Generator
    {
        if ($this->file === null) {
            return;
        }
        rewind($this->file);
        while (strlen($head = (string) fread($this->file, 4)) === 4) {
            /** @var array{1: int<1, max>} $length */
            $length = unpack('N', $head);
            /** @var array{int, int, int, list<string>, list<string>, list<string>, bool, ?float} $of */
            $of = unserialize((string) stream_get_contents($this->file, $length[1]), ['allowed_classes' => false]);
            yield [new Pair($of[0], $of[1], Certainty::Certain, $of[2], $of[3], $of[4], $of[5], $of[7]), $of[6]];
        }
    }

    /** @return resource */
    private function opened()
    {
        $file = fopen($this->path, 'w+b');

        return $file === false ? throw new \RuntimeException("The file {$this->path} can't be written.") : $file;
    }
}
