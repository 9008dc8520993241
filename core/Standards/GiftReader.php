<?php

declare(strict_types=1);

namespace PineSieve\Core\Standards;

use PineSieve\Core\Gifts\Amount;
use PineSieve\Core\Gifts\Credit;
use PineSieve\Core\Gifts\Credits;
use PineSieve\Core\Gifts\Gift;
use PineSieve\Core\Gifts\GiftMoney;
use PineSieve\Core\Gifts\Split;
use PineSieve\Core\Gifts\Splits;
use PineSieve\Core\Gifts\UnevenSplit;
use PineSieve\Core\Gifts\UnusableCredit;
use PineSieve\Core\Standards\Formats\Fault;

/** Puts together what is written of one gift, in a row or in a form: its money, and the parts that it is split into. */
final readonly class GiftReader
{
    /** Amounts that stand beside that of the gift, in its currency. */
    private const BESIDE = ['gift.benefit', 'gift.fee'];

    private const PURPOSE = ['fund' => 'gift.fund', 'campaign' => 'gift.campaign', 'appeal' => 'gift.appeal'];

    /** @param  string  $remedy  of a doubt about the currency, without a full stop */
    public function __construct(private Standards $standards, private string $remedy) {}

    /**
     * @param  array<string, string>  $values  field to value, as the formats of the fields give them
     * @param  list<Split>  $parts  that are written apart, one by one, with amounts as their format gives them
     * @param  list<Credit>  $credits  that are written apart
     * @return array{Gift, list<Problem>} the gift as far as it is understood, and what is wrong with it
     */
    public function read(array $values, array $parts = [], array $credits = []): array
    {
        [$problems, $faulty] = [[], null];
        $lines = Splits::lines($values['gift.splits'] ?? '');
        foreach ($lines as $i => $line) {
            [$lines[$i], $fault] = $this->part($line);
            $faulty ??= $fault;
        }
        $parts = [...$lines, ...$parts];
        $amount = $values['gift.amount'] ?? '';
        $amount = $amount === '' && $faulty === null ? self::sum($parts) : $amount;
        $money = GiftMoney::of($amount, $values['gift.currency'] ?? '', $this->standards->formats->home->currency);
        if ($money->doubt !== '') {
            $problems[] = new Problem('amount.currency', 'gift.amount', null, $amount, $money->doubt, $this->remedy);
        }
        $columns = [];
        foreach (FieldPlace::columns('gift') as $field => $column) {
            $value = $values[$field] ?? '';
            if ($value !== '' && in_array($field, self::BESIDE, true)) {
                [$value, $problem] = self::beside($field, $value, $money);
                $problems = $problem === null ? $problems : [...$problems, $problem];
            }
            $columns[$column] = $value;
        }
        [$splits, $problem] = $faulty === null ? $this->splits($parts, $columns, $money) : [Splits::none(), self::uneven($faulty->reason)];
        $problems = $problem === null ? $problems : [...$problems, $problem];
        $first = $splits->parts[0] ?? ($faulty === null && $problem === null ? Splits::only($parts) : null);
        $purpose = $first === null ? [] : ['fund' => $first->fund, 'campaign' => $first->campaign, 'appeal' => $first->appeal];
        // What a single part leaves open the gift says as a whole.
        $purpose = $splits->parts === [] ? array_filter($purpose, static fn(string $of): bool => $of !== '') : $purpose;
        [$credited, $problem] = $this->credits([...Credits::stored($values['gift.credits'] ?? '')->all, ...$credits], $money);
        $problems = $problem === null ? $problems : [...$problems, $problem];

        return [
            Gift::stored([
                ...$columns,
                'amount' => $money->amount,
                'currency' => $money->currency,
                'splits' => $splits->written(),
                'credits' => $credited,
                ...$purpose,
            ]),
            $problems,
        ];
    }

    /** @return array{Split, ?Fault} a part that is written in one with others, by the formats of the fields that a part has */
    private function part(Split $written): array
    {
        [$read, $fault] = [[], null];
        foreach (['amount' => 'gift.split.amount', ...self::PURPOSE] as $part => $field) {
            $text = $written->{$part};
            $understood = $text === '' ? null : $this->standards->formats->of($this->standards->catalog->field($field))->read($text);
            $fault ??= $understood?->fault;
            $read[] = $understood->value ?? '';
        }

        return [new Split(...$read), $fault];
    }

    /**
     * @param  list<Split>  $parts
     * @param  array<string, string>  $columns  of the gift
     * @return array{Splits, ?Problem}
     */
    private function splits(array $parts, array $columns, GiftMoney $money): array
    {
        foreach ($parts as $i => $part) {
            $own = self::own($part->amount, $money);
            if ($own === null) {
                return [Splits::none(), self::uneven("The part {$part->amount} is in another currency than the gift")];
            }
            $parts[$i] = $part->withAmount($own);
        }
        try {
            $splits = Splits::of($parts, $money->amount);
        } catch (UnevenSplit $error) {
            return [Splits::none(), self::uneven($error->getMessage())];
        }
        foreach ($splits->parts === [] ? [] : array_keys(self::PURPOSE) as $what) {
            if ($columns[$what] !== '' && !in_array($columns[$what], array_column($splits->parts, $what), true)) {
                return [Splits::none(), self::uneven("The gift is for {$columns[$what]}, and none of its parts is")];
            }
        }

        return [$splits, null];
    }

    /**
     * @param  list<Credit>  $credits
     * @return array{string, ?Problem} as they are kept
     */
    private function credits(array $credits, GiftMoney $money): array
    {
        $read = [];
        $format = $this->standards->formats->of($this->standards->catalog->field('gift.credit.amount'));
        try {
            foreach ($credits as $credit) {
                $understood = $credit->amount === '' ? null : $format->read($credit->amount);
                $written = self::own($understood->value ?? '', $money);
                if ($understood?->fault !== null || $written === null) {
                    throw new UnusableCredit("\"{$credit->amount}\" is no amount in the currency of the gift");
                }
                if ($credit->share !== '' && preg_match('/^\d{1,3}(?:\.\d{1,4})?$/D', $credit->share) !== 1) {
                    throw new UnusableCredit("\"{$credit->share}\" is no share in percent");
                }
                $read[] = new Credit($credit->supporter, $written, $written === '' ? $credit->share : '');
            }

            return [Credits::of($read, $money->amount)->written(), null];
        } catch (UnusableCredit $error) {
            $remedy = 'Correct to whom and how much of the gift is credited';

            return ['', new Problem('credits.unusable', 'gift.credits', null, '', $error->getMessage(), $remedy)];
        }
    }

    private static function uneven(string $reason): Problem
    {
        return new Problem(
            'splits.uneven',
            'gift.splits',
            null,
            '',
            $reason,
            'Correct the amounts of the parts or of the gift, so that the parts come to the whole',
        );
    }

    /** @return array{string, ?Problem} an amount beside that of the gift, as it is kept */
    private static function beside(string $field, string $value, GiftMoney $money): array
    {
        $own = self::own($value, $money);
        if ($own === null) {
            return [
                '',
                new Problem(
                    'amount.currency',
                    $field,
                    null,
                    $value,
                    "{$value} is in another currency than the gift",
                    "Write what it is in {$money->currency}, or leave it out",
                ),
            ];
        }

        // Systems write what is kept back with a minus; what is kept back of money that goes back comes back too.
        return [str_starts_with($own, '-') && !str_starts_with($money->amount, '-') ? Amount::negated($own) : $own, null];
    }

    /** @return ?string the figure of an amount that may be written with a currency, "EUR 5.00"; null if that is not the gift's */
    private static function own(string $value, GiftMoney $money): ?string
    {
        [$written, $amount] = str_contains($value, ' ') ? explode(' ', $value, 2) : [$money->currency, $value];

        return $written === $money->currency ? $amount : null;
    }

    /**
     * What parts come to, with their currency if they are written with one.
     *
     * @param  list<Split>  $parts
     * @return string '' if one of them has no amount
     */
    private static function sum(array $parts): string
    {
        $said = array_filter($parts, static fn(Split $part): bool => $part->amount !== '' || $part->purpose() !== '');
        $amounts = array_map(static fn(Split $part): array => array_reverse(explode(' ', $part->amount)), array_values($said));
        if ($amounts === [] || in_array('', array_column($amounts, 0), true)) {
            return '';
        }
        $currency = $amounts[0][1] ?? '';

        return ($currency === '' ? '' : "{$currency} ") . Amount::sum(array_column($amounts, 0));
    }
}
