<?php

declare(strict_types=1);

namespace App\Intakes\Sifting;

use PineSieve\Core\Addresses\StandardizedAddress;
use PineSieve\Core\Changes\Change;
use PineSieve\Core\Changes\Outcome;
use PineSieve\Core\Changes\Untaken;
use PineSieve\Core\Matching\PairFinding;
use PineSieve\Core\Matching\Verdict;

/** What the stages made of one of the supporters that a row tells of: a row of `intake_results`. */
final readonly class RowResult
{
    private const DISPLAY = 400;

    private const FINDINGS = 8;

    /**
     * @param  int  $turn  when it is loaded: by its unit, or after all others
     * @param  Outcome|'with'  $outcome  "with": it goes with the one that the row is about
     * @param  Verdict|'points'  $verdict  "points": it points at someone whom nobody knows yet
     * @param  string  $role  '' for the one that the row is about
     * @param  ?string  $reason  why the row is left out
     * @param  ?int  $supporterId  the stored one that it is
     * @param  ?int  $leader  the unit that makes the supporter whom it is
     * @param  list<PairFinding>  $findings  the likeliest first
     * @param  int  $findingsOf  the party that they are of
     * @param  string  $why  of an unsure one, what speaks for it and against it, without the values
     * @param  int  $candidates  of an unsure one, how many it may be
     * @param  int  $namesakes  of a new one, how many have its name
     * @param  'none'|'same'|'ask'|'accepted'|'kept'  $address  what becomes of its address in postal form
     * @param  string  $addressRules  as AddressGroups writes them
     * @param  list<Change>  $changes
     * @param  list<string>  $gifts  identities of all gifts that it brings
     * @param  int  $giftsNew  gifts that are not there yet: of a row that is held, all that it would bring
     * @param  list<Untaken>  $untaken
     */
    public function __construct(
        public int $intakeId,
        public int $unit,
        public int $turn,
        public string $display,
        public Outcome|string $outcome = Outcome::Held,
        public Verdict|string $verdict = Verdict::New,
        public string $role = '',
        public ?string $reason = null,
        public ?HeldBy $heldBy = null,
        public ?int $supporterId = null,
        public ?int $leader = null,
        public array $findings = [],
        public int $findingsOf = 0,
        public string $why = '',
        public int $candidates = 0,
        public int $namesakes = 0,
        public string $address = 'none',
        public string $addressRules = '',
        public ?StandardizedAddress $proposed = null,
        public array $changes = [],
        public ?RowMoney $money = null,
        public array $gifts = [],
        public int $giftsNew = 0,
        public int $promisesNew = 0,
        public ?int $fingerprint = null,
        public array $untaken = [],
    ) {}

    /** The same with other values, by their names. */
    public function with(mixed ...$values): self
    {
        return new self(...[...get_object_vars($this), ...$values]);
    }

    public function number(): int
    {
        return UnitNumber::row($this->unit);
    }

    /**
     * @param  string  $home  the organization's currency
     * @return array<string, int|string|null> columns of `intake_results`
     */
    public function columns(string $home): array
    {
        $findings = array_map(
            fn(PairFinding $finding): array => [...$finding->toArray(), ...$this->findingsOf > 0 ? ['part' => $this->findingsOf] : []],
            array_slice($this->findings, 0, self::FINDINGS),
        );

        return [
            'intake_id' => $this->intakeId,
            'unit' => $this->unit,
            'number' => $this->number(),
            'role' => $this->role,
            'turn' => $this->turn,
            'display' => mb_substr($this->display, 0, self::DISPLAY),
            'outcome' => $this->outcome instanceof Outcome ? $this->outcome->value : $this->outcome,
            'reason' => $this->reason,
            'held_by' => $this->heldBy?->value,
            'verdict' => $this->verdict instanceof Verdict ? $this->verdict->value : $this->verdict,
            'supporter_id' => $this->supporterId,
            'leader' => $this->leader,
            'findings' => self::json($findings),
            'why' => $this->why,
            'candidates' => $this->candidates,
            'namesakes' => $this->namesakes,
            'address' => $this->address,
            'address_rules' => $this->addressRules,
            'address_changes' =>
                $this->proposed === null
                    ? null
                    : self::json([
                        'from' => $this->proposed->original->parts(),
                        'to' => $this->proposed->standard->parts(),
                        'changes' => $this->proposed->changes,
                        'told' => array_column($this->proposed->remarks, 'words'),
                    ]),
            'changes' => self::json(array_map(static fn(Change $change): array => $change->toArray(), $this->changes)),
            ...($this->money ?? RowMoney::none())->columns($home),
            'gifts' => self::json($this->gifts),
            'gifts_new' => $this->giftsNew,
            'promises_new' => $this->promisesNew,
            'fingerprint' => $this->fingerprint,
        ];
    }

    /** @param  array<mixed>  $value */
    private static function json(array $value): ?string
    {
        return $value === [] ? null : json_encode($value, JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_THROW_ON_ERROR);
    }
}
