<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching;

use PineSieve\Core\Addresses\Address;
use PineSieve\Core\Addresses\AddressStandardizer;
use PineSieve\Core\Matching\Fields\FieldComparers;
use PineSieve\Core\Matching\Fields\Traits;
use PineSieve\Core\Matching\Rules\Comparison;
use PineSieve\Core\Names\SupporterKind;
use PineSieve\Core\Names\WrittenName;
use PineSieve\Core\Standards\FieldPlace;

/** What still counts as the same by a comparison, and what no longer does, on made-up values: so that a strictness can be seen. */
final readonly class Example
{
    /** Pairs of values, from equal to ever further apart. */
    private const PEOPLE = [
        ['Katherine Johannsen', 'Katherine Johannsen'],
        ['Katherine Johannsen', 'Katherine Johannson'],
        ['Katherine Johannsen', 'Kathrine Johannsen'],
        ['Katherine Johannsen', 'Katherin Johansen'],
        ['Katherine Johannsen', 'Kathrin Johansson'],
        ['Katherine Johannsen', 'Karin Johnson'],
        ['Katherine Johannsen', 'Karla Jones'],
    ];

    private const NAMES = [
        ['Harbor Light Mission', 'Harbor Light Mission'],
        ['Harbor Light Mission', 'Harbor Light Misson'],
        ['Harbor Light Mission', 'Harbour Ligth Mission'],
        ['Harbor Light Mission', 'Harbour Lights Misions'],
        ['Harbor Light Mission', 'Harbor Life Ministry'],
        ['Harbor Light Mission', 'Arbor Lane Nursery'],
    ];

    private const EMAILS = [
        ['kate.johannsen@example.org', 'kate.johannsen@example.org'],
        ['kate.johannsen@example.org', 'kate.johansen@example.org'],
        ['kate.johannsen@example.org', 'kat.johansen@exampel.org'],
        ['kate.johannsen@example.org', 'kt.johanson@exmaple.org'],
        ['kate.johannsen@example.org', 'k.jones@example.com'],
    ];

    private const STREETS = [
        ['12 Chestnut Street', '12 Chestnut Street'],
        ['12 Chestnut Street', '12 Chesnut Street'],
        ['12 Chestnut Street', '12 Chessnut Stret'],
        ['12 Chestnut Street', '12 Chestnt Sreet'],
        ['12 Chestnut Street', '12 Chester Street'],
        ['12 Chestnut Street', '12 Cherry Street'],
    ];

    /**
     * @param  ?array{string, string}  $counts  the pair furthest apart that still counts
     * @param  ?array{string, string}  $not  the next one, which does not
     */
    private function __construct(public ?array $counts, public ?array $not) {}

    public static function of(Comparison $comparison, SupporterKind $kind, FieldComparers $comparers): self
    {
        $comparer = $comparers->of($comparison, $kind);
        $counts = $not = null;
        foreach (self::pairs($comparison->field, $kind) as $pair) {
            [$one, $other] = array_map(
                static fn(string $value): array => $comparer->values(self::traits($comparison->field, $kind, $value)),
                $pair,
            );
            $agrees = $one !== [] && $other !== [] && $comparer->compare($one[0], $other[0]) !== null;
            if ($agrees) {
                [$counts, $not] = [$pair, null];
            } else {
                $not ??= $pair;
            }
        }

        return new self($counts, $not);
    }

    /** @return list<array{string, string}> */
    private static function pairs(string $field, SupporterKind $kind): array
    {
        return match (true) {
            $field === 'email' => self::EMAILS,
            $field === Comparison::ADDRESS, $field === 'address.line1' => self::STREETS,
            $field === Comparison::NAME && $kind === SupporterKind::Person => self::PEOPLE,
            in_array($field, ['name.first', 'name.last'], true) => array_map(
                static fn(array $pair): array => $field === 'name.first'
                    ? [explode(' ', $pair[0])[0], explode(' ', $pair[1])[0]]
                    : [explode(' ', $pair[0])[1], explode(' ', $pair[1])[1]],
                self::PEOPLE,
            ),
            default => self::NAMES,
        };
    }

    private static function traits(string $field, SupporterKind $kind, string $value): Traits
    {
        $written = WrittenName::parse($field === 'name.first' ? "{$value} Doe" : ($field === 'name.last' ? "Jo {$value}" : $value))->person;
        $address = new Address($value, '', 'Dover', 'NH', '03820', 'US');
        $column = FieldPlace::of($field)?->column;

        return new Traits(
            $kind,
            $written,
            $value,
            [[$address, (new AddressStandardizer())->standardize($address)->standard]],
            [$value],
            [],
            [],
            $column === null ? [] : [$column => $value],
            [$field => $value],
        );
    }
}
