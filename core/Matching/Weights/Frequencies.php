<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching\Weights;

use PineSieve\Core\Names\FrequentNames;

/** How many records have a value, and how likely it is to have it by chance. Where little is counted yet, what is usual fills in. */
final class Frequencies
{
    /** Cells of a row of the sketch for each record, which has some ten values. */
    private const FOR_EACH = 40;

    /** In the smallest database it is no likelier that someone is there, or has the same of anything, than among so many. */
    public const FEWEST = 200;

    /** As many records is what is usual worth. */
    private const PRIOR = 500;

    /** Of a value that no list names: its share among people, where nothing is counted. */
    private const USUAL = [
        'last name' => 1.5e-5,
        'first name' => 2e-4,
        'birth date' => 4e-5,
        'address' => 0.0,
        'email' => 0.0,
        'phone' => 0.0,
    ];

    /** Share of a word in the names of organizations that no list names, where nothing is counted. */
    private const ANY_WORD = 2e-4;

    /** Others have so often the same words, and others besides, or with slips. */
    private const NOT_WHOLE = 0.5;

    /** Beside the two that share it, as many more are expected to: of what belongs to one, or to one home, hardly any. */
    private const MORE = ['address' => 0.1, 'email' => 0.02, 'phone' => 0.05];

    /** A place that a smaller share has is one of many: how often two have one of those in common, the weights say. */
    private const MANY_LIVE_THERE = 0.005;

    /** @var array<string, array<string, float>> field to folded value to its share */
    private static array $lists = [];

    /** Those of a file that are not among the records yet. */
    private ?Tally $beside = null;

    /** Records that were counted. */
    private int $counted = 0;

    /** Records that there are, some of which may not have been counted. */
    private int $records = 0;

    /** @param  Sketch  $sketch  those with another number of records, or with a file beside them, have the same */
    public function __construct(private readonly Sketch $sketch = new Sketch()) {}

    /** As wide as so many records need. */
    public static function wideFor(int $records): self
    {
        return new self(new Sketch(min(Sketch::WIDEST, 1 << (int) ceil(log(self::FOR_EACH * max(self::FEWEST, $records), 2)))));
    }

    /**
     * @param  list<array{WeighedField, string}>  $traits  of one record, as Leveler::traits() gives them
     * @param  int  $times  for how many records it stands, if only some are counted
     */
    public function count(array $traits, int $times = 1): void
    {
        $this->counted += $times;
        $this->records += $times;
        foreach ($traits as [$field, $value]) {
            $this->sketch->add(self::key($field, $value), $times);
        }
    }

    /** With those that a tally has, to the very one. */
    public function with(Tally $tally): self
    {
        if ($this->beside !== null) {
            throw new \LogicException('One file at a time stands beside the records.');
        }
        $with = clone $this;
        $with->beside = $tally;
        $with->counted += $tally->records;
        $with->records += $tally->records;

        return $with;
    }

    /** The same among another number of records, some of which were not counted. */
    public function among(int $records): self
    {
        $among = clone $this;
        $among->records = max($records, $this->records);

        return $among;
    }

    /** As bytes that unpack() takes; without those of a file. */
    public function pack(): string
    {
        return $this->sketch->pack();
    }

    public static function unpack(string $packed, int $records): self
    {
        $unpacked = new self(Sketch::unpack($packed));
        $unpacked->counted = $unpacked->records = $records;

        return $unpacked;
    }

    /** Records that were counted. */
    public function counted(): int
    {
        return $this->counted;
    }

    public function records(): int
    {
        return $this->records;
    }

    /** How many records have it. */
    public function of(WeighedField $field, string $value): int
    {
        $key = self::key($field, $value);

        return $this->sketch->of($key) + ($this->beside?->of($key) ?? 0);
    }

    /**
     * The chance that a record which has nothing to do with one agrees with it so far in what they share.
     *
     * @return ?float null where that does not depend on what they share
     */
    public function chance(WeighedField $field, Level $level, string $shared): ?float
    {
        if ($field === WeighedField::Name && $level !== Level::Same) {
            return max(1e-9, self::NOT_WHOLE * $this->words($shared));
        }
        if ($field === WeighedField::Address && $level === Level::Near) {
            $live = max(0, $this->of($field, $shared) - 1) / max(self::FEWEST, $this->counted);

            return $live > self::MANY_LIVE_THERE ? $live : null;
        }

        return $level === Level::Same && $field->isCounted() ? max(1e-9, $this->share($field, $shared)) : null;
    }

    /** The chance that a record which has nothing to do with one that has it has it too; the two of a pair are counted both. */
    public function share(WeighedField $field, string $value): float
    {
        $count = $this->of($field, $value);
        if (isset(self::MORE[$field->value])) {
            return max(0, $count - 2) / max(self::FEWEST, $this->counted) + self::MORE[$field->value] / max(self::FEWEST, $this->records);
        }

        return $field === WeighedField::Name
            ? (max(0, $count - 2) + self::PRIOR * $this->words($value)) / (self::PRIOR + $this->counted)
            : (max(0.0, $count - 1.0) + self::PRIOR * self::usual($field, $value)) / (self::PRIOR + $this->counted);
    }

    /** How often all of some words are in the name of an organization: where the rarest is, the others are more often than by chance. */
    private function words(string $words): float
    {
        $shares = [];
        foreach (explode(' ', $words) as $word) {
            $usual = self::lists()[WeighedField::Name->value][$word] ?? self::ANY_WORD;
            $shares[] = (max(0, $this->of(WeighedField::Name, $word) - 2) + self::PRIOR * $usual) / (self::PRIOR + $this->counted);
        }
        sort($shares);
        $rarest = array_shift($shares);

        return $rarest * sqrt(array_product($shares));
    }

    private static function usual(WeighedField $field, string $value): float
    {
        if ($field === WeighedField::Last || $field === WeighedField::First) {
            return self::lists()[$field->value][$value] ?? self::USUAL[$field->value];
        }

        return self::USUAL[$field->value] ?? 0.0;
    }

    /** @return array<string, array<string, float>> */
    private static function lists(): array
    {
        if (self::$lists === []) {
            /** @var array<string, int> $words */
            $words = require __DIR__ . '/data/organization-words.php';
            self::$lists = [
                ...FrequentNames::shares(),
                WeighedField::Name->value => array_map(static fn(int $ofAThousand): float => $ofAThousand / 1000, $words),
            ];
        }

        return self::$lists;
    }

    /** @return string of 12 bytes */
    public static function key(WeighedField $field, string $value): string
    {
        return substr(hash('xxh128', "{$field->value}|{$value}", true), 0, 12);
    }
}
