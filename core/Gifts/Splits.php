<?php

declare(strict_types=1);

namespace PineSieve\Core\Gifts;

/** A gift divided over funds, campaigns and appeals. Its parts come to the whole, to the cent. */
final readonly class Splits
{
    public const MOST = 60;

    /** @param  list<Split>  $parts  two or more, or none */
    private function __construct(public array $parts) {}

    public static function none(): self
    {
        return new self([]);
    }

    /** @param  string  $written  as written() writes it */
    public static function stored(string $written): self
    {
        return new self($written === '' ? [] : array_map(self::part(...), explode("\n", $written)));
    }

    /**
     * What people write: a part in each line, or with ";" between them.
     *
     * @return list<Split> with amounts as they are written
     */
    public static function lines(string $written): array
    {
        $lines = array_map(trim(...), explode("\n", str_replace(';', "\n", $written)));

        return array_values(array_map(self::part(...), array_filter($lines, static fn(string $line): bool => $line !== '')));
    }

    /**
     * Parts of a gift as they are said, of which one may be without an amount: it has the rest.
     *
     * @param  list<Split>  $parts  with amounts as Amount writes them, or ''
     * @param  string  $whole  amount of the gift; '' if nobody says it
     *
     * @throws UnevenSplit if they don't come to the whole
     */
    public static function of(array $parts, string $whole): self
    {
        $parts = self::filled($parts);
        $open = array_keys(array_filter($parts, static fn(Split $part): bool => $part->amount === ''));
        $said = Amount::sum(array_column(array_filter($parts, static fn(Split $part): bool => $part->amount !== ''), 'amount'));
        if (count($open) > 1) {
            throw new UnevenSplit('Of the parts of the gift ' . count($open) . ' have no amount');
        }
        if ($open !== [] && $whole !== '') {
            $rest = Amount::difference($whole, $said);
            if (Amount::isZero($rest) || Amount::isBelow($rest, '0.00') !== Amount::isBelow($whole, '0.00')) {
                throw new UnevenSplit("The other parts come to {$said} already, and the gift is {$whole}");
            }
            $parts = array_map(static fn(Split $part): Split => $part->amount === '' ? $part->withAmount($rest) : $part, $parts);
        } elseif ($open !== []) {
            throw new UnevenSplit('A part of the gift has no amount, and the gift has none');
        } elseif ($parts !== [] && $whole !== '' && !Amount::equal($said, $whole)) {
            throw new UnevenSplit("The parts come to {$said}, and the gift is {$whole}");
        }
        foreach (count($parts) > 1 ? $parts : [] as $part) {
            if (str_contains($part->purpose(), Split::MARK)) {
                throw new UnevenSplit(
                    "\"{$part->purpose()}\" has a \"" . Split::MARK . '" in it, which a part of a gift can\'t have in its name',
                );
            }
        }
        if (count($parts) > self::MOST) {
            throw new UnevenSplit('A gift can have ' . self::MOST . ' parts, not ' . count($parts));
        }

        return new self(count($parts) === 1 ? [] : $parts);
    }

    /**
     * The one part that anything is given by, of several that are written: the gift is for what that part is for.
     *
     * @param  list<Split>  $parts
     */
    public static function only(array $parts): ?Split
    {
        $filled = self::filled($parts);

        return count($filled) === 1 ? $filled[0] : null;
    }

    /** @return string a line for each part */
    public function written(): string
    {
        return implode("\n", array_map(static fn(Split $part): string => $part->written(), $this->parts));
    }

    /** @return string what the parts come to; '' if there are none */
    public function sum(): string
    {
        return $this->parts === [] ? '' : Amount::sum(array_column($this->parts, 'amount'));
    }

    /**
     * The parts of a smaller amount, in the same proportion: to the cent, what is left over goes to the parts that lost most of it.
     *
     * @param  string  $whole  as Amount writes it; below zero for what goes back
     */
    public function share(string $whole): self
    {
        if ($this->parts === []) {
            return $this;
        }
        $shares = Amount::divided($whole, array_column($this->parts, 'amount'));
        $parts = array_map(static fn(Split $part, string $share): Split => $part->withAmount($share), $this->parts, $shares);

        return new self(self::filled($parts));
    }

    /**
     * With another name in place of one.
     *
     * @param  'fund'|'campaign'|'appeal'  $what
     */
    public function renamed(string $what, string $from, string $to): self
    {
        $isIt = static fn(Split $part): bool => mb_strtolower($part->of($what)) === mb_strtolower($from);

        return new self(array_map(static fn(Split $part): Split => $isIt($part) ? $part->named($what, $to) : $part, $this->parts));
    }

    /**
     * @param  array<Split>  $parts
     * @return list<Split>
     */
    private static function filled(array $parts): array
    {
        return array_values(array_filter($parts, static fn(Split $part): bool => !$part->isBlank()));
    }

    private static function part(string $line): Split
    {
        $of = [...array_map(trim(...), explode(Split::MARK, $line)), '', '', ''];

        return new Split($of[0], $of[1], $of[2], $of[3]);
    }
}
