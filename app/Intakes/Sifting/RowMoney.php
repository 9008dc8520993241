<?php

declare(strict_types=1);

namespace App\Intakes\Sifting;

use PineSieve\Core\Gifts\Amounts;

/** The money of a row as it is kept with its result: what its amounts say, and what of that is there already or only promised. */
final readonly class RowMoney
{
    /** Where it is kept. */
    public const COLUMNS = ['money', 'money_there', 'money_promised', 'other_money'];

    private const PARTS = ['money', 'there', 'promised'];

    public function __construct(public Amounts $all, public Amounts $there, public Amounts $promised) {}

    /** Nothing of it is there, and none is promised. */
    public static function of(Amounts $all): self
    {
        return new self($all, Amounts::none(), Amounts::none());
    }

    /**
     * @param  string  $home  the organization's currency
     * @return array{money: string, money_there: string, money_promised: string, other_money: ?string}
     */
    public function columns(string $home): array
    {
        $other = [];
        foreach (array_combine(self::PARTS, [$this->all, $this->there, $this->promised]) as $part => $amounts) {
            foreach (array_diff($amounts->currencies(), [$home]) as $currency) {
                $other[$currency][$part] = $amounts->in($currency);
            }
        }

        return [
            'money' => $this->all->in($home),
            'money_there' => $this->there->in($home),
            'money_promised' => $this->promised->in($home),
            'other_money' => $other === [] ? null : json_encode($other, JSON_THROW_ON_ERROR),
        ];
    }

    /** @param  \stdClass  $row  with the columns, or with sums over them and one row's other_money */
    public static function fromColumns(\stdClass $row, string $home): self
    {
        $other = $row->other_money === null ? [] : json_decode($row->other_money, true, flags: JSON_THROW_ON_ERROR);
        $part = static fn(string $part, string $own): Amounts => Amounts::fromArray([
            ...array_filter(array_map(static fn(array $of): string => $of[$part] ?? '', $other)),
            $home => $own,
        ]);

        return new self(
            $part('money', (string) $row->money),
            $part('there', (string) $row->money_there),
            $part('promised', (string) $row->money_promised),
        );
    }

    public static function none(): self
    {
        return new self(Amounts::none(), Amounts::none(), Amounts::none());
    }

    public function plus(self $other): self
    {
        return new self($this->all->plus($other->all), $this->there->plus($other->there), $this->promised->plus($other->promised));
    }
}
