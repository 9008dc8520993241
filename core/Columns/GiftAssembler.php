<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns;

use PineSieve\Core\Gifts\Amount;
use PineSieve\Core\Gifts\Corrections;
use PineSieve\Core\Gifts\Credit;
use PineSieve\Core\Gifts\Gift;
use PineSieve\Core\Gifts\GiftKind;
use PineSieve\Core\Gifts\Split;
use PineSieve\Core\Promises\Promise;
use PineSieve\Core\Standards\FieldPlace;
use PineSieve\Core\Standards\GiftReader;
use PineSieve\Core\Standards\Problem;
use PineSieve\Core\Standards\Standards;
use PineSieve\Core\Standards\Target;
use PineSieve\Core\Standards\Unreadable;

/** Puts the values of a row together to the gifts that it tells of. */
final readonly class GiftAssembler
{
    /** Years after which the date of a gift is told: a slip of the century is more likely. */
    private const LONG_AGO = 60;

    private GiftReader $reader;

    /**
     * @param  array<string, int>  $columns  target to the column that feeds it
     * @param  array<string, Unreadable>  $unreadable  key of a field to what becomes of values that can't be read
     */
    public function __construct(private Standards $standards, private array $columns, private array $unreadable)
    {
        $this->reader = new GiftReader(
            $standards,
            'Give the column the field "Gift currency" too, say one currency for the whole file, or correct the amount',
        );
    }

    /**
     * A gift is made by an amount, or by a date together with a kind, a fund or goods of its own; what the plan says of every row makes none. Anything less is a detail of no gift.
     *
     * @param  list<Problem>  $problems  of the row so far
     * @param  array<string, true>  $faulty  targets whose values are wrong
     * @return array{list<Gift>, list<Problem>, list<FedValue>} the gifts, what is wrong with the row by now, and details of no gift
     */
    public function assemble(PersonValues $values, array $problems, array $faulty): array
    {
        [$gifts, $details, $made] = [[], [], self::withoutAmount($faulty)];
        foreach ($values->things('gift') as $thing) {
            if (!self::makesGift($thing, $faulty)) {
                array_push($details, ...$thing->written());
                if (self::isZero($thing) && $thing->first('gift.date') !== '' && !$thing->isConstant('gift.date')) {
                    $problems[] = $this->zero($thing);
                }

                continue;
            }
            $made[] = $thing->number();
            $fields = array_keys(FieldPlace::columns('gift'));
            [$gift, $found] = $this->reader->read(
                array_combine($fields, array_map($thing->ofPart(1)->text(...), $fields)),
                self::parts($thing),
                self::credits($thing),
            );
            [$gift, $wrongWay] = $this->takingBack($gift, $thing->first('gift.refund_of'), $thing->first('gift.corrected'));
            $pays = $thing->first('gift.promise.id');
            $gift = $pays === '' || $gift->corrects !== null ? $gift : $gift->with(['promise_id' => Promise::OF . $pays]);
            $gift = $thing->first('gift.tribute.id') === '' ? $gift : $gift->with(['tribute_id' => Party::HONORED . ".{$thing->number()}"]);
            [$gift, $unvalued] = $this->ofGoods($gift, $thing, $faulty);
            array_push($problems, ...$unvalued);
            $gifts[] = $gift->corrects === null ? $this->standards->defaults->fillGift($gift) : $gift;
            $found = $wrongWay === null ? $found : [...$found, $wrongWay];
            array_push($problems, ...$this->longAgo($gift, $thing->target('gift.date')), ...$this->largerThanGift($gift, $thing));
            foreach ($found as $problem) {
                $target = $thing->target($problem->field);
                $amounts = array_map(
                    static fn(FedValue $value): string => $value->target->key(),
                    match ($problem->field) {
                        'gift.splits' => $thing->of('gift.split.amount'),
                        'gift.credits' => $thing->of('gift.credit.id'),
                        default => [],
                    },
                );
                $target = isset($this->columns[$target]) || $amounts === [] ? $target : $amounts[0];
                $isFaulty = array_intersect_key($faulty, array_flip([$target, ...$amounts])) !== [];
                $problems = $isFaulty ? $problems : [...$problems, $problem->at($target, $this->columns[$target] ?? null)];
            }
        }
        [$problems, $more] = $this->withoutDetails($problems, $made);

        return [$gifts, $problems, [...$details, ...$more]];
    }

    /**
     * What says which goods or which stock it is says that it is such. Goods that nobody put a value on are worth nothing, and told.
     *
     * @param  array<string, true>  $faulty
     * @return array{Gift, list<Problem>}
     */
    private function ofGoods(Gift $gift, PersonValues $thing, array $faulty): array
    {
        if ($gift->kind === '' && $gift->description !== '') {
            $gift = $gift->with(['kind' => ($gift->units === '' ? GiftKind::InKind : GiftKind::Securities)->value]);
        }
        $target = $thing->target('gift.amount');
        if (!$gift->isOfGoods() || $gift->amount !== '' || isset($faulty[$target])) {
            return [$gift, []];
        }
        $told = new Problem(
            'amount.unvalued',
            $target,
            $this->columns[$target] ?? null,
            '',
            "No value is written for \"{$gift->description}\": it comes in with 0.00",
            'Write what it is worth, or leave it',
        );

        return [$gift->with(['amount' => '0.00', 'currency' => $this->standards->formats->home->currency]), [$told->warning()]];
    }

    /** @return list<Problem> if the gift is older than most people's memory: "1926" for 2026 */
    private function longAgo(Gift $gift, string $target): array
    {
        $years = $gift->date === '' ? 0 : (int) $this->standards->formats->today - (int) $gift->date;

        return $years < self::LONG_AGO
            ? []
            : [
                (new Problem(
                    'date.long_ago',
                    $target,
                    null,
                    $gift->date,
                    "The gift of {$gift->date} lies {$years} years back",
                    'Correct the year, or leave it if it is right',
                ))->warning(),
            ];
    }

    /** @return list<Problem> if what came in return, or was kept back, is more than what was given: one of the two is another column */
    private function largerThanGift(Gift $gift, PersonValues $thing): array
    {
        $problems = [];
        foreach (
            ['gift.benefit' => ['came in return', $gift->benefit], 'gift.fee' => ['was kept back', $gift->fee]]
            as $field => [$what, $value]
        ) {
            if ($value !== '' && $gift->amount !== '' && Amount::isBelow(ltrim($gift->amount, '-'), ltrim($value, '-'))) {
                $target = $thing->target($field);
                $problems[] = (new Problem(
                    'amount.less',
                    $target,
                    $this->columns[$target] ?? null,
                    $value,
                    "{$value} {$what}, which is more than the gift of {$gift->amount}",
                    'Correct one of the two, or leave them if they are right',
                ))->warning();
            }
        }

        return $problems;
    }

    /**
     * Money that goes back points to the gift that it goes back of; which one that is, is found when all gifts are known.
     *
     * @param  string  $of  id of that gift in the other system; '' if nobody says it
     * @return array{Gift, ?Problem}
     */
    private function takingBack(Gift $gift, string $of, string $corrected): array
    {
        // What corrects a gift may add to it as well.
        if ($corrected !== '' && $gift->amount !== '') {
            return [$gift->with(['corrects_id' => Corrections::OF . $corrected]), null];
        }
        if (str_starts_with($gift->amount, '-')) {
            return [$gift->with(['corrects_id' => Corrections::OF . $of]), null];
        }

        return [
            $gift,
            $of === '' || $gift->amount === ''
                ? null
                : new Problem(
                    'amount.not_back',
                    'gift.amount',
                    null,
                    $gift->amount,
                    "The row takes the gift {$of} back, and its amount is no money that goes back",
                    'Write the amount with a minus before it, or empty the id of the gift that is taken back',
                ),
        ];
    }

    /** @return list<Credit> what the row says of each, to what stands for who it is */
    private static function credits(PersonValues $thing): array
    {
        $credits = [];
        foreach ($thing->parts() as $number) {
            $of = $thing->ofPart($number);
            if ($of->first('gift.credit.id') !== '') {
                $credits[] = new Credit(
                    Party::CREDIT . ".{$thing->number()}.{$number}",
                    $of->first('gift.credit.amount'),
                    $of->first('gift.credit.share'),
                );
            }
        }

        return $credits;
    }

    /** @return array<string, string> what stands for each who is credited or honored to the id by which the row names them */
    public static function pointedAt(PersonValues $values): array
    {
        $credited = [];
        foreach ($values->of('gift.tribute.id') as $value) {
            $credited[Party::HONORED . ".{$value->target->number}"] = $value->value;
        }
        foreach ($values->of('gift.credit.id') as $value) {
            $credited[Party::CREDIT . ".{$value->target->number}.{$value->target->part}"] = $value->value;
        }

        return $credited;
    }

    /** @return list<Split> what is written of each part of a gift in columns of its own; none if it has one part alone */
    private static function parts(PersonValues $thing): array
    {
        $numbers = $thing->parts();
        $parts = [];
        foreach ($numbers === [1] && $thing->first('gift.split.amount') === '' ? [] : $numbers as $number) {
            $of = $thing->ofPart($number);
            $parts[] = new Split(
                $of->first('gift.split.amount'),
                $of->first('gift.fund'),
                $of->first('gift.campaign'),
                $of->first('gift.appeal'),
            );
        }

        return $parts;
    }

    /**
     * @param  array<string, true>  $faulty
     * @return list<int> numbers of the gifts whose amount can't be read
     */
    private static function withoutAmount(array $faulty): array
    {
        $targets = array_map(Target::tryParse(...), array_keys($faulty));

        return array_values(
            array_map(
                static fn(Target $target): int => $target->number,
                array_filter(
                    $targets,
                    static fn(?Target $target): bool => in_array($target?->field, ['gift.amount', 'gift.split.amount'], true),
                ),
            ),
        );
    }

    /** @param  array<string, true>  $faulty */
    private static function makesGift(PersonValues $thing, array $faulty): bool
    {
        $says = static fn(string $part): bool => isset($faulty[$thing->target("gift.{$part}")]) ||
            ($thing->first("gift.{$part}") !== '' && !$thing->isConstant("gift.{$part}"));
        $amount = $thing->first('gift.amount');
        $isDated = $says('date');
        // Systems write 0.00 for those who have never given; without a date of its own that is no gift.
        $isAmount = static fn(string $amount): bool => !self::isNothing($amount);
        foreach ($thing->all('gift.split.amount') as $part) {
            if ($isAmount($part)) {
                return true;
            }
        }

        return ($says('amount') && $isAmount($amount)) ||
            $says('splits') ||
            ($isDated &&
                !self::isZero($thing) &&
                ($says('kind') || $says('fund') || $says('description') || $says('amount') || $amount !== ''));
    }

    /** Whether nothing was given: an order without a donation, a gift that was voided. Goods without a value were. */
    private static function isZero(PersonValues $thing): bool
    {
        return self::isNothing($thing->first('gift.amount')) &&
            $thing->first('gift.kind') !== GiftKind::InKind->value &&
            $thing->first('gift.description') === '';
    }

    private static function isNothing(string $amount): bool
    {
        return str_ends_with($amount, '0.00') && preg_match('/[1-9]/', $amount) !== 1;
    }

    private function zero(PersonValues $thing): Problem
    {
        $target = $thing->target('gift.amount');

        return (new Problem(
            'amount.zero',
            $target,
            $this->columns[$target] ?? null,
            $thing->first('gift.amount'),
            "The gift of {$thing->first('gift.date')} is zero, and is not made",
            'Write an amount above zero, or leave it if nothing was given',
        ))->warning();
    }

    /**
     * What can't be read of a gift that is none keeps nobody: it is a detail like any other.
     *
     * @param  list<Problem>  $problems
     * @param  list<int>  $made  numbers of the gifts that there are
     * @return array{list<Problem>, list<FedValue>}
     */
    private function withoutDetails(array $problems, array $made): array
    {
        [$kept, $details] = [[], []];
        foreach ($problems as $problem) {
            $target = Target::tryParse($problem->field);
            // Where someone said that it holds the row, as in a grid that is being typed, it does.
            $isMeant = ($this->unreadable[$target->field ?? ''] ?? null) === Unreadable::Hold;
            if (
                $target !== null &&
                !$isMeant &&
                $target->party === '' &&
                str_starts_with($target->field, 'gift.') &&
                $target->field !== 'gift.amount' &&
                !in_array($target->number, $made, true)
            ) {
                $details[] = new FedValue($target, $problem->value);
            } else {
                $kept[] = $problem;
            }
        }

        return [$kept, $details];
    }
}
