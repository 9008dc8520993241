<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns;

use PineSieve\Core\Addresses\Address;
use PineSieve\Core\Addresses\AddressBlock;
use PineSieve\Core\Addresses\AddressStandardizer;
use PineSieve\Core\Addresses\PlaceCheck;
use PineSieve\Core\Addresses\StandardizedAddress;
use PineSieve\Core\Gifts\Amounts;
use PineSieve\Core\Gifts\Gift;
use PineSieve\Core\Names\NameRemarks;
use PineSieve\Core\Names\PersonName;
use PineSieve\Core\Names\SupporterKind;
use PineSieve\Core\Names\WrittenName;
use PineSieve\Core\Promises\Promise;
use PineSieve\Core\Records\Consents;
use PineSieve\Core\Records\ContactPoint;
use PineSieve\Core\Records\Identifier;
use PineSieve\Core\Records\IncomingAddress;
use PineSieve\Core\Records\IncomingRecord;
use PineSieve\Core\Records\LinkKind;
use PineSieve\Core\Records\UnreadValue;
use PineSieve\Core\Standards\FieldPlace;
use PineSieve\Core\Standards\FieldType;
use PineSieve\Core\Standards\Problem;
use PineSieve\Core\Standards\Requirements;
use PineSieve\Core\Standards\Standards;
use PineSieve\Core\Standards\Target;
use PineSieve\Core\Standards\Unreadable;

/** Puts the values of a row together to the supporters that it tells of, and links them. */
final readonly class PartyAssembler
{
    private Requirements $requirements;

    private NamedPeople $people;

    private GiftAssembler $gifts;

    private PromiseAssembler $promises;

    private AddressStandardizer $standardizer;

    /**
     * @param  array<string, int>  $columns  target to the column that feeds it
     * @param  array<string, Unreadable>  $unreadable  key of a field to what becomes of values that can't be read, where that is not as the standards say
     * @param  bool  $notesUnread  whether such values get a line in the notes as well
     */
    public function __construct(
        private Standards $standards,
        private array $columns,
        private bool $linkOrganizations,
        private string $system,
        private array $unreadable = [],
        private bool $notesUnread = false,
        ?PlaceCheck $places = null,
    ) {
        $this->requirements = new Requirements();
        $this->people = new NamedPeople($columns);
        $this->gifts = new GiftAssembler($standards, $columns, $unreadable);
        $this->promises = new PromiseAssembler($standards, $columns);
        $this->standardizer = new AddressStandardizer($standards->formats->home->country, $places);
    }

    /**
     * @param  list<FedValue>  $values
     * @param  list<Problem>  $problems
     * @param  array<string, true>  $faulty  targets whose values are wrong: they are not blank
     * @param  list<FedValue>  $unread  what can't be read and keeps nobody out, as it is written
     */
    public function assemble(array $values, array $problems, array $faulty, bool $acceptAddresses, array $unread = []): MappedRow
    {
        $persons = PersonValues::grouped($values);
        [$persons, $told] = $this->people->settled($persons);
        array_push($problems, ...$told);
        $main = $persons[''] ?? new PersonValues();
        // The contact person of no organization is whom the row is about.
        if (isset($persons['contact']) && !$main->namesSomeone()) {
            $unread = array_map(
                static fn(FedValue $value): FedValue => $value->target->party === 'contact'
                    ? new FedValue($value->target->with(party: ''), $value->value)
                    : $value,
                $unread,
            );
            $main = $main->and($persons['contact']->without('role'));
            unset($persons['contact']);
        }
        [$addresses, $faults, $lost] = $this->addresses($main, $acceptAddresses);
        array_push($unread, ...$lost);
        [$gifts, $problems, $details] = $this->gifts->assemble($main, $problems, $faulty);
        [$gifts, $promises, $wrong, $details] = $this->promises->assemble($main, $gifts, $details, $faulty);
        array_push($problems, ...$wrong);
        $record = $this->record($main, $addresses, $gifts, isset($persons['spouse']));
        if (NameRemarks::isNobody($record->display())) {
            $field = isset($this->columns['name.full']) ? 'name.full' : 'name.last';
            $problems[] = new Problem(
                'name.nobody',
                $field,
                $this->columns[$field] ?? null,
                $record->display(),
                "\"{$record->display()}\" names nobody",
                'Write a name, or leave the row out',
            );
        }
        $organization = $record->organization;
        if ($this->linkOrganizations && $record->kind === SupporterKind::Person && $organization !== '') {
            $employer = $persons['employer'] ?? new PersonValues();
            $persons['employer'] = $employer->saysSomething() ? $employer : $employer->with('organization.name', $organization);
            $record = $this->record($main->without('organization.name'), $addresses, $gifts, isset($persons['spouse']));
        }
        $record = $this->withUnread($record, self::unread($unread, ''))->withPromises($promises);
        $parties = [new Party('', $record)];
        $links = [];
        foreach ($persons as $role => $person) {
            if ($role === '' || $role === 'household') {
                continue;
            }
            if ($person->saysSomething()) {
                [$party, $links[], $more] = $this->other($role, $person, $record);
                $parties[] = new Party($party->role, $party->record->withUnread(...self::unread($unread, $role)), $party->isNamedOnly);
                array_push($problems, ...array_filter($more, static fn(Problem $problem): bool => !isset($faulty[$problem->field])));
            } else {
                array_push($details, ...$person->written());
            }
        }
        [$parties, $links] = $this->withHousehold($parties, $links, $persons['household'] ?? new PersonValues());
        array_push($problems, ...$this->people->saidOtherKind($main, $record, $persons['contact'] ?? null));
        array_push($problems, ...$record->kind === SupporterKind::Person ? $this->people->doubts($main) : []);
        foreach (self::names($main, $record->kind) as $name) {
            if (!self::isSaid($name, $parties)) {
                $problems[] = $this->saidTwice('name.full', 'name.full', $record->display(), $name);
                $more = [new FedValue(self::place('name.full'), $name)];
                $parties[0] = new Party('', $this->withUnread($parties[0]->record, self::unread($more, '')));
            }
        }
        foreach ($gifts === [] ? [] : GiftAssembler::pointedAt($main) as $role => $id) {
            $parties[] = new Party(
                $role,
                new IncomingRecord(SupporterKind::Person, new PersonName(), identifiers: [new Identifier($this->system, $id)]),
                true,
            );
        }

        return new MappedRow(
            $parties,
            $links,
            $addresses[0][1] ?? $this->standardizer->standardize(new Address()),
            [...$problems, ...$faults, ...$this->requirements->check($record, $this->columns, $faulty, attaches: true)],
            array_reduce(
                [...$gifts, ...$promises],
                static fn(Amounts $sum, Gift|Promise $one): Amounts => $sum->plus($one->money()),
                Amounts::none(),
            ),
            $details,
        );
    }

    /** @return ?array{string, string} "Ann M." in a column of first names is a first name and the initial of a middle one; null if it is not */
    public static function initialApart(string $first): ?array
    {
        return preg_match('/^(\p{L}{2}.*) (\p{Lu}\.?)$/uD', $first, $parts) === 1 ? [$parts[1], $parts[2]] : null;
    }

    /**
     * @param  list<array{IncomingAddress, StandardizedAddress}>  $addresses
     * @param  list<Gift>  $gifts
     */
    private function record(PersonValues $values, array $addresses, array $gifts, bool $hasSpouse): IncomingRecord
    {
        $full = $values->first('name.full');
        $organization = $values->first('organization.name');
        $said = SupporterKind::tryFrom($values->first('kind'));
        $written = $full === '' ? null : WrittenName::parse($full);
        // "Joy Books" of whom the file says that she is a person.
        if ($said === SupporterKind::Person && $written?->kind === SupporterKind::Organization && $organization === '') {
            $written = WrittenName::ofPerson($full);
        }
        $name = self::name($values, $written?->person);
        if ($written?->kind === SupporterKind::Organization && $organization === '') {
            $organization = $written->whole;
        }
        $hasName = $name->last !== '' || $name->first !== '';
        if ($said === SupporterKind::Organization && $organization === '') {
            $organization = $full !== '' ? $full : $name->display();
        }
        $kind = match (true) {
            $said === SupporterKind::Organization, $said === SupporterKind::Household => $said,
            !$hasName && $organization !== '' => SupporterKind::Organization,
            $written?->kind === SupporterKind::Household && $values->first('name.first') === '' && !$hasSpouse => SupporterKind::Household,
            default => SupporterKind::Person,
        };
        $whole =
            $kind === SupporterKind::Household
                ? ($full !== ''
                    ? $full
                    : ($organization !== ''
                        ? $organization
                        : $name->display()))
                : $written->whole ?? '';

        return new IncomingRecord(
            $kind,
            $kind === SupporterKind::Organization ? new PersonName() : $name,
            $organization,
            $whole,
            self::further($values),
            array_column($addresses, 0),
            self::contacts($values, 'email'),
            self::contacts($values, 'phone'),
            $this->identifiers($values),
            $gifts,
            self::unique([
                ...$values->all('groups'),
                ...array_map(
                    static fn(FedValue $value): string => $value->name,
                    array_filter($values->of('group'), static fn(FedValue $value): bool => $value->value === 'yes' || $value->isConstant),
                ),
            ]),
            self::unique($values->all('tags')),
            $this->custom($values),
            (int) $values->first('supporter'),
        );
    }

    private static function name(PersonValues $values, ?PersonName $written): PersonName
    {
        $parts = NamedPeople::parts($values)->tidied();
        $first = $parts->first;
        $middle = $values->first('name.middle');
        $apart = $middle === '' ? self::initialApart($first) : null;
        if ($apart !== null) {
            [$first, $middle] = $apart;
        }
        $part = static fn(string $given, ?string $read): string => $given !== '' ? $given : $read ?? '';

        return new PersonName(
            $part($parts->title, $written?->title),
            $part($first, $written?->first),
            $part($middle, $written?->middle),
            $part($parts->last, $written?->last),
            $part($parts->suffix, $written?->suffix),
        );
    }

    /**
     * Another of the supporters that the row tells of, its link, and what is wrong with it.
     *
     * @return array{Party, PartyLink, list<Problem>}
     */
    private function other(string $role, PersonValues $values, IncomingRecord $main): array
    {
        $kind = explode('.', $role)[0];
        $as = $values->first('role');
        if ($kind === 'employer') {
            $record = new IncomingRecord(
                SupporterKind::Organization,
                new PersonName(),
                $values->first('organization.name'),
                identifiers: $this->identifiers($values),
            );

            return [new Party($role, $record, true), new PartyLink('', $role, LinkKind::Employee, $as), []];
        }
        $full = $values->first('name.full');
        $name = self::name($values, $full === '' ? null : WrittenName::parse($full)->person);
        // A family's members are often written with their first names alone.
        if ($kind !== 'contact' && $main->kind !== SupporterKind::Organization && $main->name->last !== '') {
            [$first, $last] =
                $name->first === '' && $full !== '' && !str_contains($full, ' ')
                    ? [$full, $main->name->last]
                    : [$name->first, $name->last === '' ? $main->name->last : $name->last];
            $name = new PersonName($name->title, $first, $name->middle, $last, $name->suffix);
        }
        $record = new IncomingRecord(
            SupporterKind::Person,
            $name,
            further: $kind === 'spouse'
                ? [...self::further($values), ...Consents::shared(self::further($values), $main->further)]
                : self::further($values),
            addresses: $kind === 'spouse' ? self::atHome($main) : [],
            emails: self::contacts($values, 'email'),
            phones: self::contacts($values, 'phone'),
            identifiers: $this->identifiers($values),
        );
        $problems =
            $name->last !== ''
                ? []
                : [
                    new Problem(
                        "{$kind}.name.required",
                        "{$role}.name.last",
                        $this->columns["{$role}.name.last"] ??
                            ($this->columns["{$role}.name.full"] ?? ($this->columns["{$role}.name.first"] ?? null)),
                        '',
                        'No last name for the ' .
                            match ($kind) {
                                'contact' => 'contact person',
                                default => $kind,
                            },
                        'Write a last name, or empty what else is said of that person',
                    ),
                ];
        $link = match ($kind) {
            'contact' => new PartyLink($role, '', LinkKind::Contact, $as),
            'child' => new PartyLink($role, '', LinkKind::Child),
            default => new PartyLink('', $role, LinkKind::Spouse),
        };

        return [new Party($role, $record), $link, [...$problems, ...$this->people->doubts($values, $role)]];
    }

    /**
     * Two people who arrive as one are a household; so is whoever arrives with the name or the id of one.
     *
     * @param  non-empty-list<Party>  $parties
     * @param  list<PartyLink>  $links
     * @return array{non-empty-list<Party>, list<PartyLink>}
     */
    private function withHousehold(array $parties, array $links, PersonValues $values): array
    {
        $main = $parties[0]->record;
        $members = array_values(
            array_filter($parties, static fn(Party $party): bool => in_array(explode('.', $party->role)[0], ['', 'spouse', 'child'], true)),
        );
        $spouses = array_values(array_filter($members, static fn(Party $party): bool => $party->role === 'spouse'));
        if ($main->kind !== SupporterKind::Person || ($spouses === [] && !$values->saysSomething())) {
            return [$parties, $links];
        }
        $couple = array_map(static fn(Party $party): IncomingRecord => $party->record, [$parties[0], ...$spouses]);
        $name = $values->first('organization.name') !== '' ? $values->first('organization.name') : self::coupleName($couple);
        $parties[] = new Party(
            'household',
            new IncomingRecord(
                SupporterKind::Household,
                new PersonName(last: $main->name->last),
                whole: $name,
                further: Consents::shared([], $main->further),
                addresses: self::atHome($main),
                identifiers: $this->identifiers($values),
            ),
            true,
        );
        foreach ($members as $member) {
            $links[] = new PartyLink($member->role, 'household', LinkKind::Member);
        }

        return [$parties, $links];
    }

    /** @param  list<IncomingRecord>  $couple */
    private static function coupleName(array $couple): string
    {
        $names = array_map(static fn(IncomingRecord $record): PersonName => $record->name, $couple);
        $first = static fn(PersonName $name): string => $name->first !== '' ? $name->first : trim("{$name->title} {$name->last}");
        if (count($names) === 1) {
            return "{$names[0]->last} household";
        }

        return $names[0]->last === $names[1]->last && $names[0]->first !== '' && $names[1]->first !== ''
            ? "{$first($names[0])} & {$first($names[1])} {$names[0]->last}"
            : "{$names[0]->display()} & {$names[1]->display()}";
    }

    /** @return list<IncomingAddress> where a couple lives: nobody lives where the other one works */
    private static function atHome(IncomingRecord $main): array
    {
        return array_slice(
            array_values(array_filter($main->addresses, static fn(IncomingAddress $address): bool => $address->kind !== 'work')),
            0,
            1,
        );
    }

    /** @return array{list<array{IncomingAddress, StandardizedAddress}>, list<Problem>, list<FedValue>} the addresses, what is wrong with them, and parts that they come in without */
    private function addresses(PersonValues $values, bool $accept): array
    {
        [$addresses, $problems, $unread] = [[], [], []];
        $dead = $values->dead('address.line1', 'address.block', 'address.city', 'address.postal_code');
        foreach ($values->things('address') as $thing) {
            $written = [];
            foreach (Address::PARTS as $part) {
                $written[$part] = $thing->first("address.{$part}");
            }
            [$parts, $others] = AddressBlock::beside($thing->first('address.block'), $written);
            foreach ($others as $part => $value) {
                $problems[] = $this->saidTwice($thing->target("address.{$part}"), $thing->target('address.block'), $parts[$part], $value);
                $unread[] = new FedValue(self::place($thing->target("address.{$part}")), $value);
            }
            $address = $this->standardizer->standardize(Address::fromParts($parts));
            if ($address->standard->isBlank()) {
                continue;
            }
            foreach ($address->faults as $fault) {
                $target = $thing->target("address.{$fault->part}");
                $problem = new Problem(
                    $fault->code,
                    $target,
                    $this->columns[$target] ?? ($this->columns[$thing->target('address.block')] ?? null),
                    $fault->value,
                    $fault->reason,
                    $fault->remedy,
                );
                $place = self::place($target);
                if ($this->keepsOut($place)) {
                    $problems[] = $problem;
                } else {
                    $problems[] = $problem->warning();
                    $unread[] = new FedValue($place, $fault->value);
                    $parts[$fault->part] = '';
                    $address = $this->standardizer->standardize(Address::fromParts($parts));
                }
            }
            $addresses[] = [IncomingAddress::of($address, $accept, $thing->kind(), $thing->isAmong($dead)), $address];
        }

        return [$addresses, $problems, $unread];
    }

    private static function place(string $target): Target
    {
        return Target::tryParse($target) ?? throw new \LogicException('A part of an address has a target.');
    }

    /** A cell with a whole address, or a whole name, says something else than the columns of its parts. */
    private function saidTwice(string $target, string $cell, string $taken, string $other): Problem
    {
        return (new Problem(
            explode('.', $cell)[0] . '.twice',
            $target,
            // Of an address in one cell it is a part: that can be put right in the row alone.
            $cell === 'name.full' ? $this->columns[$cell] ?? null : null,
            $other,
            "The cell says \"{$other}\", other columns \"{$taken}\"",
            'Leave one of the columns behind, or correct one of them',
        ))->warning();
    }

    /**
     * Whether those of the row have all that its name in one cell says.
     *
     * @param  list<Party>  $parties
     */
    private static function isSaid(string $full, array $parties): bool
    {
        $said = [];
        foreach ($parties as $party) {
            $record = $party->record;
            array_push($said, $record->display(), $record->organization, $record->further['nickname'] ?? '');
        }

        return WrittenName::parse($full)->isSaidBy($said);
    }

    /** @return list<string> what is written of a name beside other columns of names: in one cell, or in the parts of an organization's row */
    private static function names(PersonValues $values, SupporterKind $kind): array
    {
        $full = $values->first('name.full');
        $parts = trim("{$values->first('name.first')} {$values->first('name.last')}");

        return array_values(
            array_filter(
                [
                    $parts === '' && $values->first('organization.name') === '' ? '' : $full,
                    $kind === SupporterKind::Organization && $values->first('organization.name') !== '' ? $parts : '',
                ],
                static fn(string $name): bool => $name !== '',
            ),
        );
    }

    /** @param  list<UnreadValue>  $unread */
    private function withUnread(IncomingRecord $record, array $unread): IncomingRecord
    {
        if (!$this->notesUnread || $unread === []) {
            return $record->withUnread(...$unread);
        }
        $lines = array_map(
            fn(UnreadValue $one): string => "{$this->standards->catalog->field($one->field)->label} as written: {$one->text}",
            $unread,
        );
        $notes = implode("\n", array_filter([$record->further['notes'] ?? '', ...$lines], static fn(string $line): bool => $line !== ''));

        return $record
            ->with([...$record->further, 'notes' => $notes], $record->groups, $record->tags, $record->custom)
            ->withUnread(...$unread);
    }

    private function keepsOut(Target $target): bool
    {
        return ($this->unreadable[$target->field] ??
            ($this->standards->catalog->field($target->field)->unreadable ?? Unreadable::usual($target))) ===
            Unreadable::Hold;
    }

    /**
     * @param  list<FedValue>  $unread
     * @return list<UnreadValue> those of one of the supporters that the row tells of
     */
    private static function unread(array $unread, string $role): array
    {
        $own = array_filter($unread, static fn(FedValue $value): bool => $value->target->person() === $role && $value->value !== '');

        return array_values(
            array_map(static fn(FedValue $value): UnreadValue => new UnreadValue($value->target->field, $value->value), $own),
        );
    }

    /** @return array<string, string> */
    private static function further(PersonValues $values): array
    {
        $further = [];
        foreach (FieldPlace::further() as $field => $column) {
            // Several columns of notes are lines of them.
            $value = $values->text($field);
            if ($value !== '') {
                $further[$column] = $value;
            }
        }

        foreach (Consents::DATES as $column => $dated) {
            if (!isset($further[$column])) {
                // A date says nothing of a consent that nobody gave or refused.
                unset($further[$dated]);
            }
        }

        return $further;
    }

    /** @return list<ContactPoint> */
    private static function contacts(PersonValues $values, string $field): array
    {
        $contacts = [];
        $dead = $values->dead($field);
        foreach ($values->of($field) as $value) {
            $contacts[$value->value] ??= new ContactPoint($value->value, $value->target->kind, isset($dead[$value->target->key()]));
        }

        return array_values($contacts);
    }

    /** @return list<Identifier> */
    private function identifiers(PersonValues $values): array
    {
        return [
            ...array_map(fn(string $id): Identifier => new Identifier($this->system, $id), $values->all('id.old')),
            ...array_map(
                static fn(FedValue $value): Identifier => new Identifier(
                    $value->name === '' ? 'another system' : $value->name,
                    $value->value,
                ),
                $values->of('id.other'),
            ),
        ];
    }

    /** @return array<string, string> */
    private function custom(PersonValues $values): array
    {
        $custom = [];
        foreach ($values->fields() as $field) {
            if (str_starts_with($field, 'custom.')) {
                $custom[$field] =
                    $this->standards->catalog->field($field)->type === FieldType::Choices
                        ? implode("\n", self::unique($values->all($field)))
                        : $values->first($field);
            }
        }

        return $custom;
    }

    /**
     * @param  list<string>  $names
     * @return list<string>
     */
    private static function unique(array $names): array
    {
        return array_values(array_unique(array_filter($names, static fn(string $name): bool => $name !== '')));
    }
}
