<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns;

use PineSieve\Core\Names\Children;
use PineSieve\Core\Names\NameDoubt;
use PineSieve\Core\Names\NameParts;
use PineSieve\Core\Names\NameRemarks;
use PineSieve\Core\Names\NoName;
use PineSieve\Core\Names\OddName;
use PineSieve\Core\Names\SupporterKind;
use PineSieve\Core\Names\TwoPeople;
use PineSieve\Core\Names\WrittenName;
use PineSieve\Core\Records\IncomingRecord;
use PineSieve\Core\Standards\Problem;
use PineSieve\Core\Standards\Target;
use PineSieve\Core\Text\Fold;

/** Whom a row names: what stands in the place of a name and is none goes to the notes, and what may be another is told. */
final readonly class NamedPeople
{
    /** @param  array<string, int>  $columns  target to the column that feeds it */
    public function __construct(private array $columns) {}

    /**
     * @param  array<string, PersonValues>  $persons  by person, as Target::person() writes it
     * @return array{array<string, PersonValues>, list<Problem>}
     */
    public function settled(array $persons): array
    {
        $problems = $this->saidDead($persons[''] ?? new PersonValues());
        $persons = array_map(static fn(PersonValues $person): PersonValues => $person->withoutRemarks(), $persons);
        foreach (
            [
                $this->atWork(...),
                $this->ofFamily(...),
                $this->withContact(...),
                $this->withSpouse(...),
                $this->withChildren(...),
                $this->nameless(...),
                $this->asWhole(...),
            ]
            as $settle
        ) {
            [$persons, $found] = $settle($persons);
            array_push($problems, ...$found);
        }

        return [$persons, $problems];
    }

    public static function parts(PersonValues $values): NameParts
    {
        return new NameParts(
            $values->first('name.title'),
            $values->first('name.first'),
            $values->first('name.last'),
            $values->first('name.suffix'),
        );
    }

    private static function nameOf(PersonValues $person): string
    {
        return $person->first('name.full') !== '' ? $person->first('name.full') : self::parts($person)->whole();
    }

    /** @return list<Problem> if what stands in the place of a person's name may be something else */
    public function doubts(PersonValues $values, string $role = ''): array
    {
        $parts = self::parts($values)->tidied();
        $full = $values->first('name.full');
        // Of whom the row is about, the column of whole names has a finding, unless the name is a part of what stands there.
        $hasFinding = $role === '' && ($this->columns['name.full'] ?? -1) !== ($this->columns['address.block'] ?? null);
        $isOdd = !$hasFinding && $full !== '' && OddName::isIn($full);
        $doubt = $isOdd ? NameDoubt::Odd : $parts->doubt();
        // "Bo Park" in the column for a spouse's first name.
        $words = explode(' ', $parts->first);
        $isWhole =
            $role === 'spouse' &&
            $parts->last === '' &&
            count($words) > 1 &&
            mb_strlen(trim(end($words), '.')) > 1 &&
            !NameParts::isFirst(end($words));

        return $doubt === null && !$isWhole
            ? []
            : [
                $this->told(
                    $doubt ?? NameDoubt::Whole,
                    ($role === '' ? '' : "{$role}.") . ($isOdd ? 'name.full' : ($parts->last === '' ? 'name.first' : 'name.last')),
                    $isOdd ? $full : $parts->whole(),
                ),
            ];
    }

    /**
     * @param  ?PersonValues  $contact  whom a column names beside an organization
     * @return list<Problem> if the kind and the name say otherwise of whom the row is about
     */
    public function saidOtherKind(PersonValues $values, IncomingRecord $record, ?PersonValues $contact): array
    {
        $said = $values->first('kind');
        $name = $record->kind === SupporterKind::Organization ? $record->organization : $values->first('name.full');
        if ($said === '' && $record->kind === SupporterKind::Organization && $name === $values->first('organization.name')) {
            // Beside a contact person "Edward Jones" is a firm, unless it is that person.
            $isAlone = $contact === null || Fold::words(self::nameOf($contact)) === Fold::words($name);

            return $isAlone && NameParts::isPerson($name) ? [$this->told(NameDoubt::Person, 'organization.name', $name)] : [];
        }
        if (
            $said !== SupporterKind::Person->value ||
            ($record->kind !== SupporterKind::Organization && !WrittenName::isOrganization($name))
        ) {
            return [];
        }

        return [
            $this->warning(
                'kind.twice',
                'kind',
                $said,
                "The kind says person, \"{$name}\" looks like an organization",
                'Correct the one that is wrong',
                true,
            ),
        ];
    }

    /** @return list<Problem> if the name says that someone is dead, and the status does not */
    private function saidDead(PersonValues $values): array
    {
        $status = $values->first('status');
        $names = $status === '' || $status === 'deceased' ? [] : array_map($values->first(...), ['name.full', 'name.first', 'name.last']);
        foreach ($names as $name) {
            if (NameRemarks::of($name)->isDeceased) {
                return [
                    $this->warning(
                        'status.twice',
                        'status',
                        $status,
                        "The name \"{$name}\" says deceased, the status {$status}",
                        'Correct the one that is wrong',
                        true,
                    ),
                ];
            }
        }

        return [];
    }

    /**
     * "Retired" is nobody's employer, and what someone does without one has no link to stand at: both go to the notes.
     *
     * @param  array<string, PersonValues>  $persons
     * @return array{array<string, PersonValues>, list<Problem>}
     */
    private function atWork(array $persons): array
    {
        $main = $persons[''] ?? new PersonValues();
        $employer = $persons['employer'] ?? new PersonValues();
        $isOwn = $employer->first('organization.name') !== '';
        $field = $isOwn ? 'employer.organization.name' : 'organization.name';
        $name = $isOwn ? $employer->first('organization.name') : $main->first('organization.name');
        $isNamed = isset($persons['contact']) || $main->without('organization.name')->namesSomeone();
        $isNone = NoName::isOfEmployer($name) && ($isOwn || $isNamed);
        $role = ($isNone || $name === '') && !$employer->isConstant('role') ? $employer->first('role') : '';
        if (!$isNone && $role === '') {
            return [$persons, []];
        }
        $said = array_unique(array_filter([$isNone ? $name : '', $role], static fn(string $word): bool => $word !== ''));
        $persons[''] = ($isNone && !$isOwn ? $main->without('organization.name') : $main)->noting('Work: ' . implode(', ', $said));
        $persons['employer'] = $employer->without('organization.name')->without('role');

        return [
            $persons,
            $isNone
                ? [
                    $this->warning(
                        'employer.none',
                        $field,
                        $name,
                        "\"{$name}\" is no organization that one can work for",
                        'It goes to the notes, and nobody is linked',
                        true,
                    ),
                ]
                : [],
        ];
    }

    /**
     * Of two contact persons in a cell the first is one; a contact's role without a name goes to the notes.
     *
     * @param  array<string, PersonValues>  $persons
     * @return array{array<string, PersonValues>, list<Problem>}
     */
    private function withContact(array $persons): array
    {
        $contact = $persons['contact'] ?? new PersonValues();
        $main = $persons[''] ?? new PersonValues();
        $written = $contact->first('name.full');
        if ($written !== '' && TwoPeople::areIn($written) && !WrittenName::isOrganization($written)) {
            $persons['contact'] = $contact->without('name.full')->with('name.full', TwoPeople::split($written)[0]);
            $persons[''] = $main->noting("Contact: {$written}");

            return [$persons, [$this->told(NameDoubt::TwoPeople, 'contact.name.full', $written)]];
        }
        if ($contact->first('role') !== '' && !$contact->isConstant('role') && !$contact->saysSomething()) {
            $persons[''] = $main->noting("Contact: {$contact->first('role')}");
        }

        return [$persons, []];
    }

    /**
     * "divorced" is nobody's spouse, and the last name alone, which many programs write for everybody, neither.
     *
     * @param  array<string, PersonValues>  $persons
     * @return array{array<string, PersonValues>, list<Problem>}
     */
    private function withSpouse(array $persons): array
    {
        $spouse = $persons['spouse'] ?? new PersonValues();
        $main = $persons[''] ?? new PersonValues();
        [$first, $last, $full] = array_map($spouse->first(...), ['name.first', 'name.last', 'name.full']);
        $ownLast = self::lastOf($main);
        $isOwnLast = Fold::words($last) === Fold::words($ownLast);
        $bare = $spouse->without('name.first')->without('name.last')->without('name.full');
        $word = $full === '' ? ($isOwnLast || $last === '' ? $first : trim("{$first} {$last}")) : $full;
        if ($word !== '' && NoName::isOfSpouse($word)) {
            $persons['spouse'] = $bare;
            $persons[''] = $main->noting("Spouse: {$word}");
            $field = $full === '' ? 'spouse.name.first' : 'spouse.name.full';

            return [
                $persons,
                [
                    $this->warning(
                        'spouse.none',
                        $field,
                        $word,
                        "\"{$word}\" is no name of a spouse",
                        'It goes to the notes, and nobody is added',
                        true,
                    ),
                ],
            ];
        }
        if ($first === '' && $full === '' && $last !== '' && $isOwnLast && !$bare->saysSomething()) {
            unset($persons['spouse']);

            return [$persons, []];
        }
        $isOnlyOne = $main->namesSomeone() ? $first !== '' && ($last === '' || $isOwnLast) && $ownLast !== '' : "{$first}{$full}" !== '';
        if ($isOnlyOne && self::hasLastAlone($main)) {
            return $this->instead($persons, $main, $spouse);
        }
        $isSame = $first !== '' && Fold::words($first) === Fold::words($main->first('name.first')) && ($last === '' || $isOwnLast);

        return [$persons, $isSame ? [$this->told(NameDoubt::Same, 'spouse.name.first', trim("{$first} {$last}"))] : []];
    }

    /**
     * "Ann" beside the family "Lee" is Ann Lee: of a name of one word it would be the last.
     *
     * @param  array<string, PersonValues>  $persons
     * @return array{array<string, PersonValues>, list<Problem>}
     */
    private function ofFamily(array $persons): array
    {
        $main = $persons[''] ?? new PersonValues();
        $family = ($persons['household'] ?? new PersonValues())->first('organization.name');
        [$full, $last] = array_map($main->first(...), ['name.full', 'name.last']);
        if ($last !== '' || !self::isOneWord($full) || !self::isOneWord($family) || Fold::words($full) === Fold::words($family)) {
            return [$persons, []];
        }
        $spouse = $persons['spouse'] ?? new PersonValues();
        $persons[''] = $main->without('name.full')->with('name.first', $full)->with('name.last', $family);
        if (self::isOneWord($spouse->first('name.full'))) {
            $persons['spouse'] = $spouse->without('name.full')->with('name.first', $spouse->first('name.full'));
        }

        return [
            $persons,
            [
                $this->warning(
                    'name.family',
                    'name.full',
                    $full,
                    "\"{$full}\" comes in as {$full} {$family}, with the name of the family",
                    'Correct it, or leave it if it is right',
                ),
            ],
        ];
    }

    private static function isOneWord(string $name): bool
    {
        return preg_match('/^\p{L}[\p{L}\p{M}\'\x{2019}-]+$/uD', $name) === 1 && !WrittenName::isOrganization($name);
    }

    /**
     * Of several children in a cell each is one; what else is said of them may be of either, and is noted.
     *
     * @param  array<string, PersonValues>  $persons
     * @return array{array<string, PersonValues>, list<Problem>}
     */
    private function withChildren(array $persons): array
    {
        $child = $persons['child'] ?? new PersonValues();
        $written = $child->first('name.full');
        $last = $child->first('name.last') !== '' ? $child->first('name.last') : self::lastOf($persons[''] ?? new PersonValues());
        $names = $written === '' || isset($persons['child.2']) ? [] : Children::split($written, $last);
        if ($names === []) {
            return [$persons, Children::mayBeTwo($written, $last) ? [$this->told(NameDoubt::TwoPeople, 'child.name.full', $written)] : []];
        }
        $said = [];
        foreach ($child->written() as $value) {
            $said = str_starts_with($value->target->field, 'name.') ? $said : [...$said, $value->value];
        }
        $of = static fn(int $number, string $name): PersonValues => new PersonValues([
            new FedValue((Target::tryParse('child.name.full') ?? throw new \LogicException())->with(partyNumber: $number), $name),
        ]);
        foreach ($names as $i => $name) {
            $persons[$i === 0 ? 'child' : 'child.' . ($i + 1)] = $of($i + 1, $name);
        }
        if (preg_match('/[(\d]/', $written) === 1) {
            $said = [$written, ...$said];
        }
        if ($said !== []) {
            $persons[''] = ($persons[''] ?? new PersonValues())->noting('Children: ' . implode(', ', $said));
        }

        return [$persons, [$this->told(NameDoubt::Children, 'child.name.full', $written)]];
    }

    private static function lastOf(PersonValues $person): string
    {
        $whole = $person->first('name.full');

        return $whole === '' ? $person->first('name.last') : WrittenName::parse($whole)->person->last;
    }

    private static function hasLastAlone(PersonValues $person): bool
    {
        return $person->first('name.full') === '' && $person->first('name.first') === '' && $person->first('organization.name') === '';
    }

    /**
     * "Boucher" with nobody but a wife Irene is Irene Boucher: of two columns for a couple one is filled.
     *
     * @param  array<string, PersonValues>  $persons
     * @return array{array<string, PersonValues>, list<Problem>}
     */
    private function instead(array $persons, PersonValues $main, PersonValues $spouse): array
    {
        $own = array_map(
            static fn(FedValue $value): FedValue => new FedValue(
                $value->target->with(party: ''),
                $value->value,
                $value->name,
                $value->isConstant,
            ),
            ($main->first('name.last') === '' ? $spouse : $spouse->without('name.last'))->values(),
        );
        unset($persons['spouse']);
        $persons[''] = $main->and(new PersonValues($own));
        $name = self::nameOf($persons['']);

        return [
            $persons,
            [
                $this->warning(
                    'spouse.alone',
                    'spouse.name.first',
                    $name,
                    "Only the spouse is named: the row is about {$name}",
                    'Write the other first name where there are two people',
                ),
            ],
        ];
    }

    /**
     * An email of a spouse whom nobody names makes no supporter: the row would have two of one last name. It is noted; what reaches the contact
     * person whom nobody names reaches the organization. Whoever has an id is found by it.
     *
     * @param  array<string, PersonValues>  $persons
     * @return array{array<string, PersonValues>, list<Problem>}
     */
    private function nameless(array $persons): array
    {
        $problems = [];
        $main = $persons[''] ?? new PersonValues();
        foreach ($persons as $role => $person) {
            $kind = explode('.', $role)[0];
            if (!in_array($kind, ['spouse', 'child', 'contact'], true) || !$person->saysSomething() || self::isNamed($person, $main)) {
                continue;
            }
            $persons[$role] = new PersonValues();
            $isReached = $kind === 'contact' && $main->namesSomeone();
            $said = [];
            foreach ($person->written() as $value) {
                if ($isReached && in_array($value->target->field, ['email', 'phone'], true)) {
                    $main = $main->and(new PersonValues([new FedValue($value->target->with(party: ''), $value->value)]));
                } elseif (!str_starts_with($value->target->field, 'name.')) {
                    $said[] = $value->value;
                }
            }
            $who = $kind === 'contact' ? 'contact person' : $kind;
            $main = $said === [] ? $main : $main->noting(ucfirst($who) . ': ' . implode(', ', $said));
            $problems[] = $this->warning(
                "{$kind}.nameless",
                "{$role}.{$person->fields()[0]}",
                implode(', ', array_column($person->written(), 'value')),
                "The row names no {$who}, and nobody is added",
                $isReached ? 'An email and a telephone number are kept as those of the organization' : 'What it says is kept in the notes',
            );
        }
        $persons[''] = $main;

        return [$persons, $problems];
    }

    private static function isNamed(PersonValues $person, PersonValues $main): bool
    {
        $last = Fold::words($person->first('name.last'));
        $ownLast = self::lastOf($main);

        return $person->first('name.full') !== '' ||
            $person->first('name.first') !== '' ||
            ($last !== '' && $last !== Fold::words($ownLast)) ||
            $person->all('id.old') !== [] ||
            $person->all('id.other') !== [];
    }

    /**
     * "Acme" and "Inc.", "Fenn" and "Family" are read as they would be in one cell, where nobody says that a person is meant.
     *
     * @param  array<string, PersonValues>  $persons
     * @return array{array<string, PersonValues>, list<Problem>}
     */
    private function asWhole(array $persons): array
    {
        $main = $persons[''] ?? new PersonValues();
        $others = array_filter(
            $persons,
            static fn(PersonValues $person, string $role): bool => $role !== '' && $person->saysSomething(),
            ARRAY_FILTER_USE_BOTH,
        );
        $said = array_filter(
            ['kind', 'organization.name', 'name.full', 'name.title', 'name.middle', 'name.suffix'],
            static fn(string $field): bool => $main->first($field) !== '',
        );
        $parts = self::parts($main);
        $doubt = $others === [] && $said === [] ? $parts->doubt() : null;
        $as = match (true) {
            $doubt === NameDoubt::Organization => 'organization.name',
            $doubt === NameDoubt::Family && WrittenName::parse($parts->whole())->isFamily() => 'name.full',
            default => null,
        };
        if ($doubt === null || $as === null) {
            return [$persons, []];
        }
        $whole = $parts->whole();
        $persons[''] = $main->without('name.first')->without('name.last')->with($as, $whole);
        $kind = $doubt === NameDoubt::Organization ? 'an organization' : 'a family';

        return [
            $persons,
            [
                $this->warning(
                    "name.{$doubt->value}",
                    'name.last',
                    $whole,
                    "\"{$whole}\" comes in as {$kind}",
                    'Correct it in the row where it is a person',
                ),
            ],
        ];
    }

    /** Which of several cells is wrong shows in the row. */
    private function told(NameDoubt $doubt, string $field, string $name): Problem
    {
        return $this->warning("name.{$doubt->value}", $field, $name, $doubt->reason($name), $doubt->remedy());
    }

    /** @param  bool  $isCell  whether the value is what stands in the cell, so that it can be put right for all rows that have it */
    private function warning(string $code, string $field, string $value, string $reason, string $remedy, bool $isCell = false): Problem
    {
        return (new Problem($code, $field, $isCell ? $this->columns[$field] ?? null : null, $value, $reason, $remedy))->warning();
    }
}
