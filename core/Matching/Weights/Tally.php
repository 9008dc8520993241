<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching\Weights;

/** How many of a few thousand records have a value: exact, and small where they are few. */
final class Tally
{
    private const ENTRY = 16;

    public int $records = 0;

    /** @var array<string, int> by Frequencies::key() */
    private array $counts = [];

    /**
     * @param  list<array{WeighedField, string}>  $traits  of one record, as Leveler::traits() gives them
     * @param  int  $times  for how many records it stands
     */
    public function count(array $traits, int $times): void
    {
        $this->records += $times;
        foreach ($traits as [$field, $value]) {
            $key = 'k' . Frequencies::key($field, $value);
            $this->counts[$key] = ($this->counts[$key] ?? 0) + $times;
        }
    }

    /** @param  string  $key  as Frequencies::key() writes it */
    public function of(string $key): int
    {
        return $this->counts["k{$key}"] ?? 0;
    }

    /** @return \Generator<string, int> Frequencies::key() to how many have it */
    public function counts(): \Generator
    {
        foreach ($this->counts as $key => $times) {
            yield substr($key, 1) => $times;
        }
    }

    /** As bytes that unpack() takes. */
    public function pack(): string
    {
        $packed = pack('V', $this->records);
        foreach ($this->counts() as $key => $times) {
            $packed .= $key . pack('V', $times);
        }

        return (string) gzcompress($packed);
    }

    public static function unpack(string $packed): self
    {
        $tally = new self();
        $bytes = (string) gzuncompress($packed);
        /** @var array{1: int} $records */
        $records = unpack('V', $bytes);
        $tally->records = $records[1];
        foreach (str_split(substr($bytes, 4), self::ENTRY) as $entry) {
            if (strlen($entry) === self::ENTRY) {
                /** @var array{1: int} $times */
                $times = unpack('V', $entry, 12);
                $tally->counts['k' . substr($entry, 0, 12)] = $times[1];
            }
        }

        return $tally;
    }
}
