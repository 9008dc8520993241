<?php

declare(strict_types=1);

namespace PineSieve\Core\Gifts;

/** To whom a gift is credited beside its giver. */
final readonly class Credits
{
    public const MOST = 20;

    /** @param  list<Credit>  $all */
    private function __construct(public array $all) {}

    /** @param  string  $written  as written() writes it */
    public static function stored(string $written): self
    {
        $credits = [];
        foreach ($written === '' ? [] : explode("\n", $written) as $line) {
            [$supporter, $much] = [...array_map(trim(...), explode(Split::MARK, $line, 2)), ''];
            $credits[] = str_ends_with($much, '%') ? new Credit($supporter, share: rtrim($much, '% ')) : new Credit($supporter, $much);
        }

        return new self($credits);
    }

    /**
     * @param  list<Credit>  $credits
     * @param  string  $gift  its amount, as Amount writes it; '' if it is not known
     *
     * @throws UnusableCredit
     */
    public static function of(array $credits, string $gift): self
    {
        if (count(array_unique(array_column($credits, 'supporter'))) < count($credits)) {
            throw new UnusableCredit('Someone is credited twice with the same gift');
        }
        if (count($credits) > self::MOST) {
            throw new UnusableCredit('A gift can be credited to ' . self::MOST . ', not to ' . count($credits));
        }
        foreach ($credits as $credit) {
            if ($credit->share !== '' && (!Amount::isBelow('0', $credit->share) || Amount::isBelow('100', $credit->share))) {
                throw new UnusableCredit("{$credit->share} % is no share of a gift");
            }
            if ($credit->amount !== '' && Amount::isZero($credit->amount)) {
                throw new UnusableCredit('A credit has an amount of zero');
            }
            if ($credit->amount !== '' && $gift !== '' && !self::isWithin($credit->amount, $gift)) {
                throw new UnusableCredit("{$credit->amount} is credited, and the gift is {$gift}");
            }
        }

        return new self($credits);
    }

    /** @return string a line for each */
    public function written(): string
    {
        return implode("\n", array_map(static fn(Credit $credit): string => $credit->written(), $this->all));
    }

    /** @return list<string> */
    public function supporters(): array
    {
        return array_column($this->all, 'supporter');
    }

    /**
     * The same after supporters have become others. Nobody is credited with a gift of one's own, and nobody twice: what two had, one has.
     *
     * @param  array<array-key, int|string>  $become  whom each becomes, by number or reference
     * @param  string  $giver  number of whose the gift is by then
     * @param  string  $gift  its amount
     */
    public function becoming(array $become, string $giver, string $gift): self
    {
        $credits = [];
        foreach ($this->all as $credit) {
            $supporter = (string) ($become[$credit->supporter] ?? $credit->supporter);
            if ($supporter !== $giver) {
                $before = $credits[$supporter] ?? null;
                $credits[$supporter] = $before === null ? $credit->to($supporter) : self::together($supporter, $before, $credit, $gift);
            }
        }

        return new self(array_values($credits));
    }

    /** What is credited of an amount in the same proportion, such as of money that goes back. */
    public function share(string $gift, string $amount): self
    {
        return new self(
            array_map(
                static fn(Credit $credit): Credit => $credit->amount === ''
                    ? $credit
                    : new Credit(
                        $credit->supporter,
                        Amount::divided($amount, [$credit->amount, Amount::difference($gift, $credit->amount)])[0],
                    ),
                $this->all,
            ),
        );
    }

    private static function together(string $supporter, Credit $one, Credit $other, string $gift): Credit
    {
        $sum = Amount::sum([$one->of($gift), $other->of($gift)]);

        return new Credit($supporter, self::isWithin($sum, $gift) ? $sum : '');
    }

    private static function isWithin(string $amount, string $gift): bool
    {
        return str_starts_with($gift, '-')
            ? !Amount::isBelow($amount, $gift) && Amount::isBelow($amount, '0')
            : !Amount::isBelow($gift, $amount) && Amount::isBelow('0', $amount);
    }
}
