<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns;

use PineSieve\Core\Addresses\StandardizedAddress;
use PineSieve\Core\Gifts\Amounts;
use PineSieve\Core\Names\NameRemarks;
use PineSieve\Core\Names\PersonName;
use PineSieve\Core\Records\IncomingRecord;
use PineSieve\Core\Standards\Problem;

/** A row as the supporters that it tells of, with what is wrong with it. */
final readonly class MappedRow
{
    /** What is wrong with a row that says nothing of who gave. */
    private const NAMELESS = ['name.last.required', 'name.full.required', 'name.nobody'];

    /**
     * @param  array{0: Party, ...<int, Party>}  $parties  by part: the one that the row is about is 0
     * @param  list<PartyLink>  $links
     * @param  StandardizedAddress  $address  the first one of the row
     * @param  list<Problem>  $problems
     * @param  Amounts  $money  what the row's amounts say together, whether or not the row can be loaded: for the reconciliation
     * @param  list<FedValue>  $details  a date or a fund and nothing else, the status of a spouse whom nobody names: what belongs to nothing
     */
    public function __construct(
        public array $parties,
        public array $links,
        public StandardizedAddress $address,
        public array $problems,
        public Amounts $money,
        public array $details = [],
    ) {}

    public function record(): IncomingRecord
    {
        return $this->parties[0]->record;
    }

    /** Whether nothing is wrong with the row but that it names nobody, and it still says whom it means: by an id or an email. */
    public function onlyPoints(): bool
    {
        $blocking = $this->blocking();

        return count($blocking) === 1 &&
            in_array($blocking[0]->code, ['name.last.required', 'name.full.required'], true) &&
            $this->record()->display() === '' &&
            $this->record()->pointsAtSomeone();
    }

    /**
     * A row with gifts that says nothing at all of who gave them has them of one supporter who was chosen for that.
     *
     * @param  ?int  $supporter  null if nobody was chosen
     */
    public function givenBy(?int $supporter): self
    {
        $record = $this->record();
        // Nobody promises anything without a name.
        if ($supporter === null || $record->gifts === [] || $record->promises !== [] || !$this->saysNothingOfGiver()) {
            return $this;
        }
        $problems = array_values(
            array_filter($this->problems, static fn(Problem $problem): bool => !in_array($problem->code, self::NAMELESS, true)),
        );
        $parties = [new Party('', new IncomingRecord($record->kind, new PersonName(), gifts: $record->gifts, supporter: $supporter))];

        return new self(
            [...$parties, ...array_slice($this->parties, 1)],
            $this->links,
            $this->address,
            $problems,
            $this->money,
            $this->details,
        );
    }

    private function saysNothingOfGiver(): bool
    {
        $record = $this->record();
        $others = array_filter(array_slice($this->parties, 1), static fn(Party $party): bool => !$party->isOfGift());
        $isNamed = $record->display() !== '' && !NameRemarks::isNobody($record->display()) && !NameRemarks::isUnknown($record->display());

        return !$isNamed &&
            $others === [] &&
            $record->supporter === 0 &&
            [$record->addresses, $record->emails, $record->phones, $record->identifiers] === [[], [], [], []] &&
            [$record->further, $record->groups, $record->tags, $record->custom, $record->unread] === [[], [], [], [], []];
    }

    /** @return list<Problem> that keep the row out */
    public function blocking(): array
    {
        return array_values(array_filter($this->problems, static fn(Problem $problem): bool => $problem->blocks));
    }

    /** The same with what it is only warned of. */
    public function withoutBlocking(): self
    {
        return $this->withProblems(array_values(array_filter($this->problems, static fn(Problem $problem): bool => !$problem->blocks)));
    }

    /** @param  list<Problem>  $problems */
    public function withProblems(array $problems): self
    {
        return new self($this->parties, $this->links, $this->address, $problems, $this->money, $this->details);
    }

    /** @param  list<int>  $parts  of the further supporters that it then does not tell of, nor of links with them */
    public function without(array $parts): self
    {
        if ($parts === []) {
            return $this;
        }
        $roles = array_map(static fn(Party $party): string => $party->role, array_intersect_key($this->parties, array_flip($parts)));
        $links = array_values(
            array_filter(
                $this->links,
                static fn(PartyLink $link): bool => !in_array($link->from, $roles, true) && !in_array($link->to, $roles, true),
            ),
        );

        return new self(
            [0 => $this->parties[0]] + array_diff_key($this->parties, array_flip($parts)),
            $links,
            $this->address,
            $this->problems,
            $this->money,
            $this->details,
        );
    }

    public function withMoney(Amounts $money): self
    {
        return new self($this->parties, $this->links, $this->address, $this->problems, $money, $this->details);
    }
}
