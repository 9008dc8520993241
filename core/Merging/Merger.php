<?php

declare(strict_types=1);

namespace PineSieve\Core\Merging;

use PineSieve\Core\Changes\Action;
use PineSieve\Core\Changes\Change;
use PineSieve\Core\Changes\Projection;
use PineSieve\Core\Changes\Sameness;
use PineSieve\Core\Changes\Subject;
use PineSieve\Core\Gifts\Credits;
use PineSieve\Core\Gifts\Gift;
use PineSieve\Core\Records\Consents;
use PineSieve\Core\Records\NameForms;
use PineSieve\Core\Records\RecordPart;
use PineSieve\Core\Records\SupporterRecord;

/**
 * Plans how several supporters become one. Whatever hangs on those who do not survive moves to the survivor with its own number,
 * so that it keeps its history; what the survivor has already stays away. Nothing is lost: each thing that goes is a change that can be taken back.
 */
final readonly class Merger
{
    /** The stricter consent wins. */
    private const STRICTER = ['', 'yes', 'no'];

    /** The worse condition of one and the same address wins. */
    private const WORSE = ['good', 'former', 'undeliverable', 'not to be used'];

    private Sameness $sameness;

    /** @param  list<string>  $single  columns and custom fields that hold one value of their type, such as a date: several can't be joined in them */
    public function __construct(private MergePolicy $policy, private array $single = ['birth_date'])
    {
        $this->sameness = new Sameness();
    }

    /**
     * @param  list<MergeCandidate>  $candidates  two or more
     * @param  ?int  $survivor  id of the one who stays; null to follow the policy
     * @param  array<string, string>  $typed  column or custom field to the value that a person chose or wrote
     * @param  array<int, list<RecordPart>>  $linksToThem  links of others to any of the candidates, by whose they are
     * @param  array<int, array<string, Gift>>  $creditedToThem  gifts of others that are credited to any of the candidates or honor them, by whose they are: "gift:5" to the gift
     *
     * @throws CannotMerge
     */
    public function plan(
        array $candidates,
        ?int $survivor = null,
        array $typed = [],
        array $linksToThem = [],
        array $creditedToThem = [],
    ): MergePlan {
        self::mustBeMergeable($candidates);
        /** @var non-empty-list<MergeCandidate> $candidates */
        $stays = null;
        foreach ($candidates as $candidate) {
            $stays = $candidate->id() === $survivor ? $candidate : $stays;
        }
        $stays ??=
            $survivor === null
                ? $this->policy->survivor->pick($candidates)
                : throw new CannotMerge('The supporter to keep is not among them.');
        $others = array_values(array_filter($candidates, static fn(MergeCandidate $one): bool => $one !== $stays));
        $ids = array_map(static fn(MergeCandidate $one): int => $one->id(), $candidates);
        $changes = [$stays->id() => $this->fields($stays, $others, $typed)];
        $become = array_fill_keys($ids, $stays->id());
        foreach ([$stays->id() => $stays->money()] + $creditedToThem as $owner => $gifts) {
            $changes[$owner] = [...$changes[$owner] ?? [], ...self::credited($gifts, $become, $owner)];
        }
        // Nobody is linked to oneself.
        foreach ($stays->record->links as $link) {
            if (in_array((int) $link->value('other_id'), $ids, true)) {
                $changes[$stays->id()][] = Change::delete(Subject::Link, $link->ref, $link->values);
            }
        }
        $record = Projection::after($stays->record, $changes[$stays->id()]);
        foreach ($others as $other) {
            [$taken, $given] = $this->things($record, $other, $ids, $typed, $become);
            array_push($changes[$stays->id()], ...$taken);
            $changes[$other->id()] = $given;
            $record = Projection::after($record, $taken);
        }
        foreach ($this->customs($stays, $others, $typed) as $change) {
            $changes[$stays->id()][] = $change;
        }
        foreach ($this->links($linksToThem, $stays->id(), $ids) as $owner => $linked) {
            $changes[$owner] = [...$changes[$owner] ?? [], ...$linked];
        }
        foreach ($others as $other) {
            $changes[$other->id()][] = Change::delete(Subject::Supporter, $other->id(), $other->record->fields);
        }

        return new MergePlan(
            $stays->id(),
            array_filter($changes, static fn(array $of): bool => $of !== []),
            Projection::after($stays->record, $changes[$stays->id()]),
        );
    }

    /** @param  list<MergeCandidate>  $candidates */
    private static function mustBeMergeable(array $candidates): void
    {
        $ids = array_map(static fn(MergeCandidate $one): int => $one->id(), $candidates);
        if (count($candidates) < 2 || count(array_unique($ids)) < count($ids)) {
            throw new CannotMerge('A merge needs at least two different supporters.');
        }
        $kinds = array_unique(array_map(static fn(MergeCandidate $one): string => $one->record->kind()->value, $candidates));
        if (count($kinds) > 1) {
            throw new CannotMerge(
                'Supporters of different kinds (' . implode(', ', $kinds) . ') can\'t become one. If they belong together, link them.',
            );
        }
    }

    /**
     * @param  list<MergeCandidate>  $others
     * @param  array<string, string>  $typed
     * @return list<Change> at most one
     */
    private function fields(MergeCandidate $stays, array $others, array $typed): array
    {
        $all = [$stays, ...$others];
        $after = [];
        foreach (MergePolicy::columns() as $column) {
            $after[$column] =
                $typed[$column] ??
                $this->rule($column)->choose(
                    array_map(
                        static fn(MergeCandidate $one): array => [
                            'value' => $one->record->field($column),
                            'at' => $one->changed[$column] ?? '',
                        ],
                        $all,
                    ),
                    $this->policy->separator,
                );
        }
        foreach (Consents::DATES as $column => $dated) {
            $after[$column] =
                $typed[$column] ??
                self::worst(self::STRICTER, array_map(static fn(MergeCandidate $one): string => $one->record->field($column), $all));
            // Its date is that of the last who said so.
            $said = array_map(
                static fn(MergeCandidate $one): string => $one->record->field($column) === $after[$column]
                    ? $one->record->field($dated)
                    : '',
                $all,
            );
            $after[$dated] = $typed[$dated] ?? ($after[$column] === '' ? '' : max($said));
        }
        $known = array_filter(
            array_map(static fn(MergeCandidate $one): string => $one->record->field('first_known_on'), $all),
            static fn(string $date): bool => $date !== '',
        );
        $after['first_known_on'] = $typed['first_known_on'] ?? ($known === [] ? '' : min($known));
        $isDead = array_filter($all, static fn(MergeCandidate $one): bool => $one->record->field('status') === 'deceased') !== [];
        $after['status'] = $typed['status'] ?? ($isDead ? 'deceased' : $stays->record->field('status'));
        $changes = self::update($stays->record, $after);

        // How it is shown, filed, addressed and greeted follows the name, where nobody wrote it by hand.
        return self::update($stays->record, [
            ...$after,
            ...NameForms::following($stays->record, Projection::after($stays->record, $changes)),
            ...array_intersect_key($typed, array_flip(NameForms::COLUMNS)),
        ]);
    }

    private function rule(string $field): FieldRule
    {
        $rule = $this->policy->of($field);

        return $rule === FieldRule::Joined && in_array($field, $this->single, true) ? FieldRule::FirstFilled : $rule;
    }

    /**
     * @param  array<string, string>  $after
     * @return list<Change>
     */
    private static function update(SupporterRecord $record, array $after): array
    {
        $fields = [];
        foreach ($after as $column => $value) {
            if ($record->field($column) !== $value) {
                $fields[$column] = [$record->fields[$column] ?? null, $value === '' ? null : $value];
            }
        }

        return $fields === [] ? [] : [new Change(Subject::Supporter, $record->ref, Action::Update, $fields)];
    }

    /**
     * @param  SupporterRecord  $record  the survivor as it is by now
     * @param  list<int>  $ids  of all that become one
     * @param  array<string, string>  $typed
     * @param  array<int, int>  $become  each of them to the survivor
     * @return array{list<Change>, list<Change>} what the survivor gets, and what the other gives
     */
    private function things(SupporterRecord $record, MergeCandidate $other, array $ids, array $typed, array $become): array
    {
        $taken = [];
        $given = [];
        $there = $record->parts();
        // What several can't hold beside each other is put together afterwards.
        foreach (array_diff_key($other->record->parts(), ['custom' => true]) as $kind => $gets) {
            [$subject, $has] = [Subject::from($kind), $there[$kind] ?? []];
            $known = [];
            // Two like promises are two.
            foreach ($subject->canBeTwice() ? [] : $has as $part) {
                $known[$this->sameness->of($subject, $part->values)] ??= $part;
            }
            foreach ($gets as $part) {
                $given[] = Change::delete($subject, $part->ref, $part->values);
                $same = $known[$this->sameness->of($subject, $part->values)] ?? null;
                if ($same !== null) {
                    array_push($taken, ...self::completed($subject, $same, $part));
                } elseif ($subject !== Subject::Link || !in_array((int) $part->value('other_id'), $ids, true)) {
                    $known += $subject->canBeTwice() ? [] : [$this->sameness->of($subject, $part->values) => $part];
                    $taken[] = Change::create($subject, $part->ref, [
                        ...$part->values,
                        ...isset($part->values['is_primary']) && $has !== [] ? ['is_primary' => '0'] : [],
                    ]);
                }
            }
        }
        foreach ($other->record->custom as $part) {
            $given[] = Change::delete(Subject::Custom, $part->ref, $part->values);
        }
        foreach ([[Subject::Gift, $other->gifts], [Subject::Entry, $other->entries]] as [$subject, $gifts]) {
            foreach ($gifts as $id => $gift) {
                $given[] = Change::delete($subject, $id, $gift->columns());
                $taken[] = Change::create($subject, $id, self::creditedAnew($gift, $become, $become[$other->id()])->fields());
            }
        }

        return [$taken, $given];
    }

    /**
     * Gifts that are credited to those who become part of the survivor, or honor them, are credited to the survivor, and honor it.
     *
     * @param  array<string, Gift>  $gifts  "gift:5" to the gift
     * @param  array<int, int>  $become
     * @return list<Change>
     */
    private static function credited(array $gifts, array $become, int $owner): array
    {
        $changes = [];
        foreach ($gifts as $thing => $gift) {
            $after = self::creditedAnew($gift, $become, $owner)->columns();
            $fields = [];
            foreach (['credits', 'tribute_id'] as $column) {
                $before = $gift->columns()[$column];
                $fields += $after[$column] === $before ? [] : [$column => [$before, $after[$column]]];
            }
            if ($fields !== []) {
                [$subject, $id] = explode(':', $thing);
                $changes[] = new Change(Subject::from($subject), (int) $id, Action::Update, $fields);
            }
        }

        return $changes;
    }

    /** @param  array<int, int>  $become */
    private static function creditedAnew(Gift $gift, array $become, int $owner): Gift
    {
        $honored = $become[(int) $gift->honored] ?? null;
        $gift = $honored === null ? $gift : $gift->with(['tribute_id' => $honored]);

        return $gift->credits === ''
            ? $gift
            : $gift->with(['credits' => Credits::stored($gift->credits)->becoming($become, (string) $owner, $gift->amount)->written()]);
    }

    /**
     * What the survivor's own learns from the one that stays away: a label that it lacks, and the worse condition.
     *
     * @return list<Change>
     */
    private static function completed(Subject $subject, RecordPart $own, RecordPart $other): array
    {
        $fields = [];
        foreach (['label', 'role'] as $column) {
            if ($own->value($column) === '' && $other->value($column) !== '') {
                $fields[$column] = [$own->values[$column] ?? null, $other->value($column)];
            }
        }
        if (isset($own->values['condition'], $other->values['condition'])) {
            $worst = self::worst(self::WORSE, [$own->value('condition'), $other->value('condition')]);
            $fields += $worst === $own->value('condition') ? [] : ['condition' => [$own->value('condition'), $worst]];
        }

        return $fields === [] ? [] : [new Change($subject, $own->ref, Action::Update, $fields)];
    }

    /**
     * @param  list<MergeCandidate>  $others
     * @param  array<string, string>  $typed
     * @return list<Change>
     */
    private function customs(MergeCandidate $stays, array $others, array $typed): array
    {
        $parts = [];
        foreach ([$stays, ...$others] as $i => $candidate) {
            foreach ($candidate->record->custom as $part) {
                $parts[$part->value('field')][$i] = $part;
            }
        }
        $changes = [];
        foreach ($parts as $field => $of) {
            $values = array_map(
                static fn(int $i): array => ['value' => isset($of[$i]) ? $of[$i]->value('value') : '', 'at' => ''],
                array_keys([$stays, ...$others]),
            );
            // Several values stand on a line each, and are joined as such.
            $isList = array_filter($values, static fn(array $one): bool => str_contains($one['value'], "\n")) !== [];
            $value =
                $typed[$field] ??
                ($isList
                    ? FieldRule::Joined->choose(
                        array_map(
                            static fn(string $line): array => ['value' => $line, 'at' => ''],
                            explode(
                                "\n",
                                implode(
                                    "\n",
                                    array_column(array_filter($values, static fn(array $one): bool => $one['value'] !== ''), 'value'),
                                ),
                            ),
                        ),
                        "\n",
                    )
                    : $this->rule($field)->choose($values, $this->policy->separator));
            $own = $of[0] ?? null;
            if ($own !== null && $value !== $own->value('value')) {
                $changes[] =
                    $value === ''
                        ? Change::delete(Subject::Custom, $own->ref, $own->values)
                        : new Change(Subject::Custom, $own->ref, Action::Update, ['value' => [$own->value('value'), $value]]);
            } elseif ($own === null && $value !== '') {
                $changes[] = Change::create(Subject::Custom, reset($of)->ref, ['field' => $field, 'value' => $value]);
            }
        }

        return $changes;
    }

    /**
     * Links of others to those who become part of the survivor point at it from now on.
     *
     * @param  array<int, list<RecordPart>>  $linksToThem
     * @param  list<int>  $ids
     * @return array<int, list<Change>>
     */
    private function links(array $linksToThem, int $survivor, array $ids): array
    {
        $changes = [];
        foreach ($linksToThem as $owner => $links) {
            if (in_array($owner, $ids, true)) {
                continue;
            }
            $known = [];
            foreach ($links as $link) {
                if ((int) $link->value('other_id') === $survivor) {
                    $known[$link->value('kind')] = true;
                }
            }
            foreach ($links as $link) {
                if ((int) $link->value('other_id') !== $survivor) {
                    $changes[$owner][] = isset($known[$link->value('kind')])
                        ? Change::delete(Subject::Link, $link->ref, $link->values)
                        : new Change(Subject::Link, $link->ref, Action::Update, [
                            'other_id' => [$link->value('other_id'), (string) $survivor],
                        ]);
                    $known[$link->value('kind')] = true;
                }
            }
        }

        return $changes;
    }

    /**
     * @param  list<string>  $order  from the mildest to the worst
     * @param  non-empty-list<string>  $values
     */
    private static function worst(array $order, array $values): string
    {
        usort(
            $values,
            static fn(string $a, string $b): int => (int) array_search($b, $order, true) <=> (int) array_search($a, $order, true),
        );

        return $values[0];
    }
}
