<?php

declare(strict_types=1);

namespace Tests\Support;

use PineSieve\Core\Addresses\Address;
use PineSieve\Core\Addresses\AddressStandardizer;
use PineSieve\Core\Matching\Fields\FieldComparers;
use PineSieve\Core\Matching\Fields\Traits;
use PineSieve\Core\Matching\Pairs\PairJudge;
use PineSieve\Core\Matching\Rules\RuleSet;
use PineSieve\Core\Matching\Rules\ShippedRules;
use PineSieve\Core\Names\PersonName;
use PineSieve\Core\Names\SupporterKind;
use PineSieve\Core\Names\WrittenName;
use PineSieve\Core\Records\Identifier;
use PineSieve\Core\Standards\FieldCatalog;

/** Records written on one line, and what compares them. */
final class Compared
{
    public static function judge(SupporterKind $kind, ?RuleSet $set = null): PairJudge
    {
        $comparers = new FieldComparers(FieldCatalog::builtIn());

        return new PairJudge($set ?? ShippedRules::of($kind, $comparers), $comparers);
    }

    /** @param  list<array<string, mixed>>  $rules */
    public static function rules(array $rules): RuleSet
    {
        return RuleSet::fromArray(
            [
                'name' => 'Ours',
                'kind' => 'person',
                'rules' => array_map(
                    static fn(array $rule, int $i): array => ['name' => "Rule {$i}", 'verdict' => 'certain', ...$rule],
                    $rules,
                    array_keys($rules),
                ),
            ],
            static fn(): bool => true,
        );
    }

    /** @param  string  $said  "name; email; phone; street|unit|city|state|zip; born; id", blanks for what is not known */
    public static function traits(string $said, SupporterKind $kind = SupporterKind::Person): Traits
    {
        [$name, $email, $phone, $address, $born, $id] = [...array_map(trim(...), explode(';', $said)), '', '', '', '', ''];
        $written = Address::fromParts(
            array_combine(array_slice(Address::PARTS, 0, 5), [
                ...array_map(trim(...), explode('|', $address)),
                ...array_fill(0, 5 - count(explode('|', $address)), ''),
            ]),
        );
        $person = $kind === SupporterKind::Organization ? new PersonName() : WrittenName::parse($name)->person;

        return new Traits(
            $kind,
            $person,
            $name,
            $address === '' ? [] : [[$written, (new AddressStandardizer())->standardize($written)->standard]],
            $email === '' ? [] : [$email],
            $phone === '' ? [] : [$phone],
            $id === '' ? [] : [new Identifier('old', $id)],
            ['birth_date' => $born, 'first_name' => $person->first, 'middle_name' => $person->middle, 'last_name' => $person->last],
        );
    }
}
