<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns;

use PineSieve\Core\Gifts\Gift;
use PineSieve\Core\Promises\Promise;
use PineSieve\Core\Standards\FieldPlace;
use PineSieve\Core\Standards\Problem;
use PineSieve\Core\Standards\PromiseReader;
use PineSieve\Core\Standards\Standards;

/** Puts the values of a row together to the promises that it tells of: those in columns of their own, and gifts of the kind "pledge". */
final readonly class PromiseAssembler
{
    private PromiseReader $reader;

    /** @param  array<string, int>  $columns  target to the column that feeds it */
    public function __construct(Standards $standards, private array $columns)
    {
        $this->reader = new PromiseReader(
            $standards,
            'Give the column the field "Promise currency" too, say one currency for the whole file, or correct the amount',
        );
    }

    /**
     * @param  list<Gift>  $gifts
     * @param  list<FedValue>  $lost  details of no gift
     * @param  array<string, true>  $faulty  targets whose values are wrong
     * @return array{list<Gift>, list<Promise>, list<Problem>, list<FedValue>} what is given, what is promised, what is wrong with that, and details of neither
     */
    public function assemble(PersonValues $values, array $gifts, array $lost, array $faulty): array
    {
        $pledged = array_filter($gifts, static fn(Gift $gift): bool => $gift->isPromise() && $gift->corrects === null);
        $promises = array_values(array_map(Promise::ofGift(...), $pledged));
        [$problems, $details, $fields] = [[], [], FieldPlace::columns('promise')];
        foreach ($values->things('promise') as $thing) {
            $written = array_filter(
                array_combine(array_keys($fields), array_map($thing->text(...), array_keys($fields))),
                static fn(string $value): bool => $value !== '',
            );
            // The schedule of a pledge may stand beside the gift that it is written as.
            $isOfGift = !self::saysAmount($thing, $faulty) && isset($promises[$thing->number() - 1]) && $pledged !== [];
            if (!$isOfGift && !self::saysAmount($thing, $faulty)) {
                array_push($details, ...$thing->written());

                continue;
            }
            [$promise, $found] = $this->reader->read(
                $isOfGift ? [...self::fields($promises[$thing->number() - 1]), ...$written] : $written,
            );
            $isOfGift ? ($promises[$thing->number() - 1] = $promise) : ($promises[] = $promise);
            foreach ($found as $problem) {
                $target = $thing->target($problem->field);
                $problems = isset($faulty[$target]) ? $problems : [...$problems, $problem->at($target, $this->columns[$target] ?? null)];
            }
        }

        $given = array_values(array_diff_key($gifts, $pledged));
        [$promises, $lost] = $given === [] && count($promises) === 1 ? self::purposes($promises[0], $lost) : [$promises, $lost];

        return [$given, $promises, $problems, [...$lost, ...$details]];
    }

    /**
     * In a sheet of gifts and promises, the fund in the row of a promise is what that is for.
     *
     * @param  list<FedValue>  $lost
     * @return array{list<Promise>, list<FedValue>}
     */
    private static function purposes(Promise $promise, array $lost): array
    {
        $left = [];
        foreach ($lost as $value) {
            $column = FieldPlace::of($value->target->field)->column ?? '';
            $isPurpose =
                in_array($column, ['fund', 'campaign', 'appeal'], true) && $value->target->number === 1 && $value->target->part === 1;
            if ($isPurpose && ($promise->columns()[$column] ?? $value->value) === $value->value) {
                $promise = $promise->with([$column => $value->value]);
            } else {
                $left[] = $value;
            }
        }

        return [[$promise], $left];
    }

    /** @return array<string, string> field to value */
    private static function fields(Promise $promise): array
    {
        $columns = $promise->fields();

        return array_filter(
            array_map(static fn(string $column): string => $columns[$column] ?? '', FieldPlace::columns('promise')),
            static fn(string $value): bool => $value !== '',
        );
    }

    /**
     * Systems write 0.00 for those who promise nothing.
     *
     * @param  array<string, true>  $faulty
     */
    private static function saysAmount(PersonValues $thing, array $faulty): bool
    {
        $amount = $thing->first('promise.amount');

        return isset($faulty[$thing->target('promise.amount')]) ||
            ($amount !== '' && !$thing->isConstant('promise.amount') && preg_match('/[1-9]/', $amount) === 1);
    }
}
