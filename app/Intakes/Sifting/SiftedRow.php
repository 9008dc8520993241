<?php

declare(strict_types=1);

namespace App\Intakes\Sifting;

use App\Intakes\Decisions\AddressGroups;
use App\Intakes\Decisions\Edits;
use App\Intakes\Decisions\UnsureGroups;
use App\Intakes\IntakeSettings;
use App\Intakes\Sources\Grid;
use PineSieve\Core\Changes\Action;
use PineSieve\Core\Changes\Change;
use PineSieve\Core\Changes\Outcome;
use PineSieve\Core\Changes\PartsPlanner;
use PineSieve\Core\Changes\Planner;
use PineSieve\Core\Changes\Projection;
use PineSieve\Core\Changes\Subject;
use PineSieve\Core\Changes\Untaken;
use PineSieve\Core\Columns\FedValue;
use PineSieve\Core\Columns\MappedRow;
use PineSieve\Core\Columns\Party;
use PineSieve\Core\Columns\PartyLink;
use PineSieve\Core\Columns\RowRules;
use PineSieve\Core\Gifts\Amounts;
use PineSieve\Core\Gifts\Credits;
use PineSieve\Core\Gifts\Gift;
use PineSieve\Core\Matching\Judgement;
use PineSieve\Core\Matching\MatchKey;
use PineSieve\Core\Matching\Verdict;
use PineSieve\Core\Promises\Promise;
use PineSieve\Core\Records\IncomingRecord;
use PineSieve\Core\Records\SupporterRecord;
use PineSieve\Core\Standards\Problem;

/** What the stages make of a row: a result for each of the supporters that it tells of. They come in together or are held together. */
final class SiftedRow
{
    private const ADDS_NOBODY = 'Nobody we know, and this intake adds no one new';

    private const ERASED = 'It tells of someone who was erased';

    private readonly Refunds $refunds;

    private readonly Payments $payments;

    /** @param  array<int, int>  $fingerprints  by unit */
    public function __construct(
        private readonly int $intakeId,
        private readonly Planner $planner,
        private readonly PossibleMatches $candidates,
        private readonly Judging $judging,
        private readonly RowChecks $checks,
        private readonly array $fingerprints,
        private readonly IntakeSettings $settings,
        private readonly Edits $edits,
        private readonly bool $later,
    ) {
        $this->refunds = new Refunds($candidates, $checks);
        $this->payments = new Payments($candidates, $checks);
    }

    /**
     * @param  array<int, list<MatchKey>>  $keys  by unit
     * @param  ?string  $reason  why the rules of the plan leave the row out
     * @return array{MappedRow, list<RowResult>}
     */
    public function results(int $number, MappedRow $row, array $keys, ?string $reason): array
    {
        $byPerson = $this->edits->row($number);
        $result = $this->result($number, $row);
        if ($byPerson === 'out' || $reason !== null) {
            $isNoRecord = $byPerson !== 'out' && RowRules::isNoRecord((string) $reason);

            return [
                $row,
                [
                    $result->with(
                        outcome: Outcome::LeftOut,
                        reason: $byPerson === 'out' ? null : $reason,
                        money: $isNoRecord ? RowMoney::none() : $result->money,
                    ),
                ],
            ];
        }
        if ($byPerson === 'hold' || ($row->blocking() !== [] && !$row->onlyPoints())) {
            return [$row, [$result->with(heldBy: $row->blocking() !== [] ? HeldBy::Problem : HeldBy::Person)]];
        }
        $who = $row->record()->supporter;
        if ($who > 0 && $this->candidates->record($who) === null && $this->edits->match($number) === null) {
            return [$row->withProblems([Grid::nobody($who, $this->checks->column('supporter'))]), [$result->with(heldBy: HeldBy::Problem)]];
        }
        $judgements = $this->judgements($number, $row, $keys);
        if ($row->blocking() !== []) {
            if ($judgements[0]->verdict !== Verdict::Known) {
                return [$row, [$result->with(heldBy: HeldBy::Problem, verdict: Results::POINTS)]];
            }
            $row = $row->withoutBlocking();
        }
        foreach ($row->parties as $part => $party) {
            if ($party->isOfGift() && $judgements[$part]->verdict === Verdict::New) {
                return $this->later
                    ? [
                        $row->withProblems([$this->nobody($party)]),
                        [$result->with(heldBy: HeldBy::Problem, verdict: $judgements[0]->verdict)],
                    ]
                    : [$row, [$result->with(heldBy: HeldBy::Waits)]];
            }
        }
        $isNew = static fn(Judgement $judgement): bool => $judgement->verdict === Verdict::New;
        $new = $this->settings->addsNew || $byPerson === 'in' ? [] : array_filter($judgements, $isNew);
        if (isset($new[0])) {
            return [$row, [$result->with(outcome: Outcome::LeftOut, reason: self::ADDS_NOBODY)]];
        }
        $erased = array_filter($judgements, fn(Judgement $one): bool => $one->ref !== null && $this->candidates->isErased($one->ref));
        if (isset($erased[0])) {
            return [$row, [$result->with(outcome: Outcome::LeftOut, reason: self::ERASED)]];
        }
        $row = $row->without(array_keys($new + $erased));
        $judgements = array_diff_key($judgements, $new, $erased);
        foreach ($judgements as $part => $judgement) {
            $party = $row->parties[$part];
            if ($judgement->verdict === Verdict::Unsure) {
                $unsure = UnsureGroups::of($judgement);

                return [
                    $row,
                    [
                        $result->with(
                            heldBy: HeldBy::Unsure,
                            why: $unsure['why'],
                            candidates: $unsure['candidates'],
                            verdict: Verdict::Unsure,
                            role: $party->role,
                            findings: $judgement->findings,
                            findingsOf: $part,
                        ),
                    ],
                ];
            }
            // Whoever is only named may be made by a row further down.
            if (!$this->later && $party->isNamedOnly && $party->role !== 'household' && $judgement->verdict === Verdict::New) {
                return [$row, [$result->with(heldBy: HeldBy::Waits)]];
            }
            // Of one who is only pointed at by an id nothing is known that a record could be made of.
            if ($part > 0 && $judgement->verdict === Verdict::New && $party->record->display() === '') {
                return [
                    $row->withProblems([$this->nobody($party)]),
                    [$result->with(heldBy: HeldBy::Problem, verdict: $judgements[0]->verdict)],
                ];
            }
        }

        return $this->planned($number, $row, $keys, $judgements);
    }

    private function nobody(Party $party): Problem
    {
        $id = $party->record->identifiers[0]->value ?? '';
        $field = "{$party->role}.id.old";
        if ($party->isOfGift()) {
            $isHonored = str_starts_with($party->role, Party::HONORED);
            $field = $isHonored ? 'gift.tribute.id' : 'gift.credit.id';
            $column = $this->checks->column($field);

            return new Problem(
                'credit.unknown',
                $field,
                $column === false ? null : $column,
                $id,
                ($isHonored ? 'The gift is in honor or memory of' : 'The gift is credited to') . " the id {$id}, which nobody has",
                'Bring who that is in first, correct the id, or empty it',
            );
        }

        return (new Problem(
            'party.unknown',
            $field,
            null,
            $id,
            "No {$party->record->kind->value} with the id {$id}",
            "Bring that {$party->record->kind->value} in first, correct the id, or empty it",
        ))->at($field, $this->checks->column($field) === false ? null : (int) $this->checks->column($field));
    }

    /**
     * @param  array<int, list<MatchKey>>  $keys
     * @return non-empty-list<Judgement> one a party
     */
    private function judgements(int $number, MappedRow $row, array $keys): array
    {
        $judgements = [];
        $members = [];
        foreach ($row->parties as $part => $party) {
            $unit = UnitNumber::of($number, $part);
            [$ofParty, $fingerprint] = [$keys[$unit] ?? [], $this->fingerprints[$unit] ?? null];
            $decision = $this->edits->match($number, $part) ?? ($party->record->supporter > 0 ? "s:{$party->record->supporter}" : null);
            $judgements[] = $judgement =
                $party->role === 'household'
                    ? $this->judging->household($unit, $party, $ofParty, $fingerprint, $decision, $members)
                    : $this->judging->judge($unit, $party, $ofParty, $fingerprint, $decision);
            if ($judgement->ref !== null && !$party->isOfGift()) {
                $members[] = $this->candidates->record($judgement->ref);
            }
        }

        return $judgements;
    }

    /**
     * @param  array<int, list<MatchKey>>  $keys
     * @param  array<int, Judgement>  $judgements  by party
     * @return array{MappedRow, list<RowResult>}
     */
    private function planned(int $number, MappedRow $row, array $keys, array $judgements): array
    {
        $refs = [];
        $changes = [];
        $stored = [];
        $problems = [];
        foreach ($row->parties as $part => $party) {
            $ref = $judgements[$part]->ref;
            $stored[$part] = $ref === null ? null : $this->candidates->record($ref);
            $refs[$party->role] = $stored[$part]->ref ?? UnitNumber::of($number, $part) . ':supporter';
        }
        foreach ($row->parties as $part => $party) {
            $unit = UnitNumber::of($number, $part);
            $record = self::credited($this->checks->complete($party->record, $stored[$part]), $refs, $refs[$party->role]);
            $record = $this->refunds->attached($record, $stored[$part], $this->later);
            $record = $this->payments->attached((string) $unit, $record, $stored[$part], $this->later);
            if ($this->refunds->mayCome || $this->payments->mayCome) {
                return [$row, [$this->result($number, $row)->with(heldBy: HeldBy::Waits)]];
            }
            array_push($problems, ...$this->refunds->problems, ...$this->payments->problems);
            $changes[$part] = $this->given((string) $unit, $this->planner->plan((string) $unit, $record, $stored[$part]), $stored[$part]);
        }
        foreach ($row->links as $place => $link) {
            $from = self::partOf($row, $link->from);
            $changes[$from] = [...$changes[$from], ...$this->link($number, $from, $place, $link, $stored[$from], $refs)];
        }
        $problems = [...$problems, ...$this->checks->problems($row, $stored, $changes, $this->edits->passes($number))];
        $row = $row->withProblems([...$row->problems, ...$problems]);
        if ($row->blocking() !== []) {
            return [$row, [$this->result($number, $row)->with(heldBy: HeldBy::Problem, verdict: $judgements[0]->verdict)]];
        }
        $details = array_map(static fn(FedValue $value): Untaken => new Untaken($value->target->field, '', $value->value), $row->details);
        $results = [];
        $writes = array_filter($changes) !== [];
        foreach ($row->parties as $part => $party) {
            $ofRow = $stored[0] === null ? Outcome::New : ($writes ? Outcome::Updated : Outcome::Unchanged);
            $results[] = $this->comingIn(
                $number,
                $part,
                $row,
                $party,
                $keys[UnitNumber::of($number, $part)] ?? [],
                $judgements[$part],
                $stored[$part],
                $changes[$part],
                $part > 0 ? Results::WITH : $ofRow,
            );
        }
        $results[0] = $results[0]->with(untaken: [...$results[0]->untaken, ...$details]);

        return [$row, $results];
    }

    /**
     * What a row says of someone, with the gifts credited to whom the row means, and honoring them.
     *
     * @param  array<string, int|string>  $refs  by role
     */
    private static function credited(IncomingRecord $record, array $refs, int|string $giver): IncomingRecord
    {
        $gifts = array_map(static function (Gift $gift) use ($refs, $giver): Gift {
            $gift = $gift->honored === null ? $gift : $gift->with(['tribute_id' => $refs[$gift->honored]]);

            return $gift->credits === ''
                ? $gift
                : $gift->with(['credits' => Credits::stored($gift->credits)->becoming($refs, (string) $giver, $gift->amount)->written()]);
        }, $record->gifts);

        return $gifts === $record->gifts ? $record : $record->withGifts($gifts);
    }

    /**
     * The changes with what the intake gives to everyone: groups and tags, and that nobody of it may be contacted.
     *
     * @param  list<Change>  $changes
     * @return list<Change>
     */
    private function given(string $unit, array $changes, ?SupporterRecord $stored): array
    {
        $settings = $this->settings;
        $after = Projection::after($stored, $changes);
        $isNew = $stored === null;
        $lists = [
            'group' => [...$settings->groups, ...$isNew ? $settings->groupsNew : []],
            'tag' => [...$settings->tags, ...$isNew ? $settings->tagsNew : []],
        ];
        foreach ($this->planner->memberships($lists, $after) as $i => $membership) {
            $changes[] = $membership->withRef("{$unit}:membership.given.{$i}");
        }
        $refused = [];
        foreach ($settings->noContact ? ['consent_mail', 'consent_email', 'consent_phone'] : [] as $column) {
            if ($after->field($column) !== 'no') {
                $refused[$column] = [$stored?->fields[$column] ?? null, 'no'];
            }
        }

        return $refused === []
            ? $changes
            : Change::merged($changes, new Change(Subject::Supporter, $stored->ref ?? "{$unit}:supporter", Action::Update, $refused));
    }

    private static function partOf(MappedRow $row, string $role): int
    {
        foreach ($row->parties as $part => $party) {
            if ($party->role === $role) {
                return $part;
            }
        }

        throw new \LogicException("The row tells of no {$role}.");
    }

    /**
     * @param  array<string, int|string>  $refs  by role
     * @return list<Change>
     */
    private function link(int $number, int $from, int $place, PartyLink $link, ?SupporterRecord $stored, array $refs): array
    {
        return $refs[$link->from] === $refs[$link->to]
            ? []
            : PartsPlanner::link((string) UnitNumber::of($number, $from), $place, $link->kind, $stored, $refs[$link->to], $link->as);
    }

    /**
     * @param  list<MatchKey>  $keys
     * @param  list<Change>  $changes
     * @param  Outcome|'with'  $outcome
     */
    private function comingIn(
        int $number,
        int $part,
        MappedRow $row,
        Party $party,
        array $keys,
        Judgement $judgement,
        ?SupporterRecord $stored,
        array $changes,
        Outcome|string $outcome,
    ): RowResult {
        $gifts = Planner::identities($party->record);
        $missing = Planner::giftsMissing($party->record, $stored);
        $promises = Planner::promisesMissing($party->record, $stored);
        $owner = $this->candidates->add(UnitNumber::of($number, $part), $keys, $stored, $changes, $gifts);
        $result = ($part === 0 ? $this->result($number, $row) : $this->begun($number, $part, $party->record->display()))->with(
            outcome: $outcome,
            verdict: $judgement->verdict,
            role: $part === 0 ? '' : $party->role,
            supporterId: is_int($owner) ? $owner : null,
            leader: is_int($owner) ? null : (int) $owner,
            findings: $judgement->findings,
            findingsOf: $part,
            namesakes: $judgement->namesakes,
            changes: $changes,
            gifts: $gifts,
            giftsNew: count(array_filter($missing, static fn(Gift $gift): bool => $gift->isOne())),
            promisesNew: count($promises),
            fingerprint: $this->fingerprints[UnitNumber::of($number, $part)] ?? null,
            untaken: $stored === null || $party->isNamedOnly
                ? []
                : $this->planner->untaken($party->record, Projection::after($stored, $changes)),
        );
        if ($part > 0) {
            return $result;
        }
        $money = static fn(array $all): Amounts => array_reduce(
            $all,
            static fn(Amounts $sum, Gift|Promise $one): Amounts => $sum->plus($one->money()),
            Amounts::none(),
        );
        // A row that names nobody but a number is shown by the name that is stored.
        $isShownByStored = $party->record->display() === '' && $stored !== null;

        return $result->with(
            display: $isShownByStored ? $stored->field('display_name') : $result->display,
            money: new RowMoney($row->money, $row->money->minus($money([...$missing, ...$promises])), $money($promises)),
        );
    }

    /** The result of the one that the row is about, as far as it is told before anybody knows who that is. */
    private function result(int $number, MappedRow $row): RowResult
    {
        $decision = $this->edits->address($number);
        $address = match (true) {
            $row->record()->addresses === [] => 'none',
            $row->address->changes === [] => 'same',
            $decision === 'keep' => 'kept',
            $this->settings->acceptAddresses || $decision === 'accept' => 'accepted',
            default => 'ask',
        };

        return $this->begun($number, 0, $row->record()->display())->with(
            address: $address,
            addressRules: AddressGroups::of($row->address),
            proposed: $row->address->changes === [] && $row->address->remarks === [] && $row->address->unread === [] ? null : $row->address,
            money: RowMoney::of($row->money),
            // What it brings if it comes in; whoever counts what came in leaves out those that are held.
            giftsNew: count(
                array_filter(
                    array_merge(...array_map(static fn(Party $party): array => $party->record->gifts, $row->parties)),
                    static fn(Gift $gift): bool => $gift->isOne(),
                ),
            ),
        );
    }

    private function begun(int $number, int $part, string $display): RowResult
    {
        $unit = UnitNumber::of($number, $part);

        return new RowResult($this->intakeId, $unit, ($this->later ? Sifter::LATER : 0) + $unit, $display);
    }
}
