<?php

declare(strict_types=1);

namespace App\Intakes\Sifting;

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
use PineSieve\Core\Matching\Judgement;
use PineSieve\Core\Matching\MatchKey;
use PineSieve\Core\Matching\PairFinding;
use PineSieve\Core\Matching\Verdict;
use PineSieve\Core\Records\IncomingGift;
use PineSieve\Core\Records\SupporterRecord;
use PineSieve\Core\Standards\Problem;

/** What the stages make of a row: a result for each of the supporters that it tells of. They come in together or are held together. */
final class SiftedRow
{
    private const RESULT = [
        'role' => '',
        'reason' => null,
        'held_by' => null,
        'supporter_id' => null,
        'leader' => null,
        'findings' => null,
        'why' => '',
        'candidates' => 0,
        'namesakes' => 0,
        'address' => 'none',
        'address_changes' => null,
        'changes' => null,
        'money' => '0.00',
        'money_there' => '0.00',
        'money_promised' => '0.00',
        'other_money' => null,
        'gifts' => null,
        'gifts_new' => 0,
        'promises_new' => 0,
        'fingerprint' => null,
        'untaken' => [],
    ];

    private const ADDS_NOBODY = 'Nobody we know, and this intake adds no one new';

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
        private readonly string $currency,
    ) {}

    /**
     * @param  array<int, list<MatchKey>>  $keys  by unit
     * @param  ?string  $reason  why the rules of the plan leave the row out
     * @return array{MappedRow, list<array<string, mixed>>}
     */
    public function results(int $number, MappedRow $row, array $keys, ?string $reason): array
    {
        $byPerson = $this->edits->row($number);
        if ($byPerson === 'out' || $reason !== null) {
            return [
                $row,
                [
                    $this->result($number, $row, [
                        'outcome' => Outcome::LeftOut->value,
                        'reason' => $byPerson === 'out' ? null : $reason,
                        ...$byPerson !== 'out' && RowRules::isNoRecord((string) $reason) ? RowMoney::none()->columns($this->currency) : [],
                    ]),
                ],
            ];
        }
        $isHeld = $byPerson === 'hold';
        if ($isHeld || ($row->blocking() !== [] && !$row->onlyPoints())) {
            return [
                $row,
                [
                    $this->result($number, $row, [
                        'outcome' => Outcome::Held->value,
                        'held_by' => $row->blocking() !== [] ? 'problem' : 'person',
                    ]),
                ],
            ];
        }
        $who = $row->record()->supporter;
        if ($who > 0 && $this->candidates->record($who) === null && $this->edits->match($number) === null) {
            return [
                $row->withProblems([Grid::nobody($who, $this->checks->column('supporter'))]),
                [$this->result($number, $row, ['outcome' => Outcome::Held->value, 'held_by' => 'problem'])],
            ];
        }
        $judgements = $this->judgements($number, $row, $keys);
        if ($row->blocking() !== []) {
            if ($judgements[0]->verdict !== Verdict::Known) {
                return [
                    $row,
                    [
                        $this->result($number, $row, [
                            'outcome' => Outcome::Held->value,
                            'held_by' => 'problem',
                            'verdict' => Results::POINTS,
                        ]),
                    ],
                ];
            }
            $row = $row->withoutBlocking();
        }
        $new =
            $this->settings->addsNew || $byPerson === 'in'
                ? []
                : array_filter($judgements, static fn(Judgement $judgement): bool => $judgement->verdict === Verdict::New);
        if (isset($new[0])) {
            return [$row, [$this->result($number, $row, ['outcome' => Outcome::LeftOut->value, 'reason' => self::ADDS_NOBODY])]];
        }
        $row = $row->without(array_keys($new));
        $judgements = array_diff_key($judgements, $new);
        foreach ($judgements as $part => $judgement) {
            if ($judgement->verdict === Verdict::Unsure) {
                return [
                    $row,
                    [
                        $this->result($number, $row, [
                            'outcome' => Outcome::Held->value,
                            'held_by' => 'unsure',
                            'verdict' => Verdict::Unsure->value,
                            'role' => $row->parties[$part]->role,
                            'findings' => self::findings($judgement, $part),
                            ...UnsureGroups::of($judgement),
                        ]),
                    ],
                ];
            }
            // Whoever is only named may be made by a row further down.
            if (
                !$this->later &&
                $row->parties[$part]->isNamedOnly &&
                $row->parties[$part]->role !== 'household' &&
                $judgement->verdict === Verdict::New
            ) {
                return [$row, [$this->result($number, $row, ['outcome' => Outcome::Held->value, 'held_by' => 'waits'])]];
            }
            // Of one who is only pointed at by an id nothing is known that a record could be made of.
            if ($part > 0 && $judgement->verdict === Verdict::New && $row->parties[$part]->record->display() === '') {
                return [
                    $row->withProblems([$this->nobody($row->parties[$part])]),
                    [
                        $this->result($number, $row, [
                            'outcome' => Outcome::Held->value,
                            'held_by' => 'problem',
                            'verdict' => $judgements[0]->verdict->value,
                        ]),
                    ],
                ];
            }
        }

        return $this->planned($number, $row, $keys, $judgements);
    }

    private function nobody(Party $party): Problem
    {
        $id = $party->record->identifiers[0]->value ?? '';
        $field = "{$party->role}.id.old";

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
                    ? $this->judging->household($party, $ofParty, $fingerprint, $decision, $members)
                    : $this->judging->judge($party, $ofParty, $fingerprint, $decision);
            if ($judgement->ref !== null) {
                $members[] = $this->candidates->record($judgement->ref);
            }
        }

        return $judgements;
    }

    /**
     * @param  array<int, list<MatchKey>>  $keys
     * @param  array<int, Judgement>  $judgements  by party
     * @return array{MappedRow, list<array<string, mixed>>}
     */
    private function planned(int $number, MappedRow $row, array $keys, array $judgements): array
    {
        $refs = [];
        $changes = [];
        $stored = [];
        foreach ($row->parties as $part => $party) {
            $unit = UnitNumber::of($number, $part);
            $ref = $judgements[$part]->ref;
            $stored[$part] = $ref === null ? null : $this->candidates->record($ref);
            $changes[$part] = $this->given(
                (string) $unit,
                $this->planner->plan((string) $unit, $this->checks->complete($party->record, $stored[$part]), $stored[$part]),
                $stored[$part],
            );
            $refs[$party->role] = $stored[$part]->ref ?? "{$unit}:supporter";
        }
        foreach ($row->links as $place => $link) {
            $from = self::partOf($row, $link->from);
            $changes[$from] = [...$changes[$from], ...$this->link($number, $from, $place, $link, $stored[$from], $refs)];
        }
        $problems = $this->checks->problems($row, $stored, $changes, $this->edits->passes($number));
        $row = $row->withProblems([...$row->problems, ...$problems]);
        if ($row->blocking() !== []) {
            return [
                $row,
                [
                    $this->result($number, $row, [
                        'outcome' => Outcome::Held->value,
                        'held_by' => 'problem',
                        'verdict' => $judgements[0]->verdict->value,
                    ]),
                ],
            ];
        }
        $details = array_map(static fn(FedValue $value): Untaken => new Untaken($value->target->field, '', $value->value), $row->details);
        $results = [];
        $writes = array_filter($changes) !== [];
        foreach ($row->parties as $part => $party) {
            $outcome =
                $part > 0 ? Results::WITH : ($stored[0] === null ? Outcome::New : ($writes ? Outcome::Updated : Outcome::Unchanged))->value;
            $results[] = $this->comingIn(
                $number,
                $part,
                $row,
                $party,
                $keys[UnitNumber::of($number, $part)] ?? [],
                $judgements[$part],
                $stored[$part],
                $changes[$part],
                $outcome,
            );
        }
        $results[0]['untaken'] = [...$results[0]['untaken'], ...$details];

        return [$row, $results];
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
     * @return array<string, mixed>
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
        string $outcome,
    ): array {
        $gifts = array_map(static fn(IncomingGift $gift): string => $gift->sameness(), $party->record->gifts);
        $missing = Planner::giftsMissing($party->record, $stored);
        $promises = array_filter($missing, static fn(IncomingGift $gift): bool => $gift->isPromise());
        $owner = $this->candidates->add(UnitNumber::of($number, $part), $keys, $stored, $changes, $gifts);
        $values = [
            'outcome' => $outcome,
            'verdict' => $judgement->verdict->value,
            'supporter_id' => is_int($owner) ? $owner : null,
            'leader' => is_int($owner) ? null : (int) $owner,
            'findings' => self::findings($judgement, $part),
            'namesakes' => $judgement->namesakes,
            'changes' => $changes === [] ? null : self::json(array_map(static fn(Change $change): array => $change->toArray(), $changes)),
            'gifts' => $gifts === [] ? null : self::json($gifts),
            'gifts_new' => count($missing) - count($promises),
            'promises_new' => count($promises),
            'fingerprint' => $this->fingerprints[UnitNumber::of($number, $part)] ?? null,
            'untaken' =>
                $stored === null || $party->isNamedOnly
                    ? []
                    : $this->planner->untaken($party->record, Projection::after($stored, $changes)),
        ];
        if ($part > 0) {
            return [
                ...self::RESULT,
                ...$this->place($number, $part),
                ...$values,
                'role' => $party->role,
                'display' => mb_substr($party->record->display(), 0, 400),
            ];
        }
        $money = static fn(array $gifts): Amounts => array_reduce(
            $gifts,
            static fn(Amounts $sum, IncomingGift $gift): Amounts => $sum->plus($gift->money()),
            Amounts::none(),
        );

        // A row that names nobody but a number is shown by the name that is stored.
        $display =
            $party->record->display() === '' && $stored !== null ? ['display' => mb_substr($stored->field('display_name'), 0, 400)] : [];

        return $this->result($number, $row, [
            ...$values,
            ...$display,
            ...(new RowMoney($row->money, $row->money->minus($money($missing)), $money($promises)))->columns($this->currency),
        ]);
    }

    /**
     * @param  array<string, mixed>  $values
     * @return array<string, mixed> the result of the one that the row is about
     */
    private function result(int $number, MappedRow $row, array $values): array
    {
        $decision = $this->edits->address($number);
        $address = match (true) {
            $row->record()->addresses === [] => 'none',
            $row->address->changes === [] => 'same',
            $decision === 'keep' => 'kept',
            $this->settings->acceptAddresses || $decision === 'accept' => 'accepted',
            default => 'ask',
        };

        return [
            ...self::RESULT,
            ...$this->place($number, 0),
            'verdict' => Verdict::New->value,
            'display' => mb_substr($row->record()->display(), 0, 400),
            'address' => $address,
            'address_changes' =>
                $row->address->changes === []
                    ? null
                    : self::json([
                        'from' => $row->address->original->parts(),
                        'to' => $row->address->standard->parts(),
                        'changes' => $row->address->changes,
                    ]),
            ...(new RowMoney($row->money, Amounts::none(), Amounts::none()))->columns($this->currency),
            ...$values,
        ];
    }

    /** @return array<string, int> */
    private function place(int $number, int $part): array
    {
        $unit = UnitNumber::of($number, $part);

        return ['intake_id' => $this->intakeId, 'unit' => $unit, 'number' => $number, 'turn' => ($this->later ? Sifter::LATER : 0) + $unit];
    }

    private static function findings(Judgement $judgement, int $part): ?string
    {
        return $judgement->findings === []
            ? null
            : self::json(
                array_map(
                    static fn(PairFinding $finding): array => [...$finding->toArray(), ...$part > 0 ? ['part' => $part] : []],
                    array_slice($judgement->findings, 0, 8),
                ),
            );
    }

    private static function json(mixed $value): string
    {
        return json_encode($value, JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_THROW_ON_ERROR);
    }
}
