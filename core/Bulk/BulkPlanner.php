<?php

declare(strict_types=1);

namespace PineSieve\Core\Bulk;

use PineSieve\Core\Changes\Action;
use PineSieve\Core\Changes\Change;
use PineSieve\Core\Changes\Projection;
use PineSieve\Core\Changes\Subject;
use PineSieve\Core\Gifts\Credits;
use PineSieve\Core\Names\SupporterKind;
use PineSieve\Core\Names\WrittenName;
use PineSieve\Core\Records\Consents;
use PineSieve\Core\Records\NameForms;
use PineSieve\Core\Records\RecordPart;
use PineSieve\Core\Records\SupporterRecord;
use PineSieve\Core\Standards\FieldCatalog;
use PineSieve\Core\Standards\FieldNature;
use PineSieve\Core\Standards\FieldPlace;

/** Plans what steps do to one supporter: the same answer for the preview and for the deed. */
final readonly class BulkPlanner
{
    private const MOST = 6;

    /**
     * @param  non-empty-list<BulkStep>  $steps
     * @param  string  $by  name of the person who does it
     *
     * @throws UnusableStep if they can't be done together
     */
    public function __construct(private array $steps, private FieldCatalog $catalog, private string $by = '')
    {
        $fields = array_map(
            static fn(BulkStep $step): string => "{$step->field} " .
                (in_array($step->kind, [BulkKind::Join, BulkKind::Leave], true) ? $step->value : ''),
            $steps,
        );
        if (count($steps) > self::MOST) {
            throw new UnusableStep('No more than ' . self::MOST . ' things can be done at once.');
        }
        if (count(array_unique($fields)) < count($fields)) {
            throw new UnusableStep('Two of these are about the same field. Do one after the other.');
        }
        if (count($steps) > 1 && array_filter($steps, static fn(BulkStep $step): bool => $step->kind->standsAlone()) !== []) {
            throw new UnusableStep('Deleting, and changing the kind of record, are done by themselves.');
        }
    }

    public function plan(SupporterRecord $stored, Hanging $hanging): BulkPlan
    {
        [$effects, $changes, $record, $ofOthers] = [[], [], $stored, []];
        foreach ($this->steps as $i => $step) {
            [$effect, $more] = match ($step->kind) {
                BulkKind::Delete => self::deletion($step, $stored, $hanging, $ofOthers),
                BulkKind::Become => $this->becoming($step, $stored),
                BulkKind::Note => self::note($step, $stored, $this->by),
                BulkKind::Join, BulkKind::Leave => $this->inList($step, $record, $i),
                default => $this->field($step, $record, $i),
            };
            $effects[] = $effect;
            foreach ($more as $change) {
                $changes = $step->kind === BulkKind::Delete ? [...$changes, $change] : Change::merged($changes, $change);
            }
            $record = $step->kind === BulkKind::Delete ? $record : Projection::after($stored, $changes);
        }

        return new BulkPlan($effects, self::withForms($stored, $record, $changes), $ofOthers);
    }

    /**
     * How it is shown, filed, addressed and greeted follows the name, where nobody wrote it by hand.
     *
     * @param  list<Change>  $changes
     * @return list<Change>
     */
    private static function withForms(SupporterRecord $stored, SupporterRecord $record, array $changes): array
    {
        $ofName = array_flip(FieldPlace::ofSupporter(static fn(FieldNature $nature): bool => $nature->isOfName)) + ['kind' => true];
        foreach ($changes as $change) {
            if (
                $change->subject === Subject::Supporter &&
                $change->action === Action::Update &&
                array_intersect_key($change->fields, $ofName) !== []
            ) {
                $forms = [];
                foreach (NameForms::following($stored, $record) as $column => $form) {
                    if ($form !== $stored->field($column)) {
                        $forms[$column] = [$stored->fields[$column] ?? null, $form];
                    }
                }

                return $forms === []
                    ? $changes
                    : Change::merged($changes, new Change(Subject::Supporter, $stored->ref, Action::Update, $forms));
            }
        }

        return $changes;
    }

    /** @return array{Effect, list<Change>} */
    private function field(BulkStep $step, SupporterRecord $record, int $at): array
    {
        $field = $this->catalog->field($step->field);
        $place = FieldPlace::of($step->field) ?? throw new \LogicException("The field {$step->field} is kept nowhere.");
        if ($field->nature->of !== null && $field->nature->of !== $record->kind()) {
            return [Effect::NotOfKind, []];
        }
        if ($place->subject === 'supporter') {
            [$effect, $after] = $this->becomes($step, $record->field($place->column));
            $fields = $effect->writes() ? [$place->column => [$record->fields[$place->column] ?? null, $after]] : [];
            $dated = Consents::DATES[$place->column] ?? null;
            if ($fields !== [] && $dated !== null && $record->field($dated) !== '') {
                // The date goes with the consent that it was of.
                $fields[$dated] = [$record->fields[$dated], null];
            }

            return [$effect, $fields === [] ? [] : [new Change(Subject::Supporter, $record->ref, Action::Update, $fields)]];
        }
        if ($place->subject === 'custom') {
            return $this->custom($step, $record, $at);
        }

        return $this->addresses($step, $record, $place->column);
    }

    /** @return array{Effect, ?string} what comes of a value, and what it becomes */
    private function becomes(BulkStep $step, string $value): array
    {
        $isConsent = isset(Consents::DATES[FieldPlace::of($step->field)->column ?? '']);

        return match (true) {
            $step->kind === BulkKind::Replace => self::replaced($step, $value),
            $step->kind === BulkKind::Clear => $value === '' ? [Effect::Nothing, null] : [Effect::Changes, null],
            $value === '' => [Effect::Comes, $step->value],
            $value === $step->value => [Effect::Same, null],
            $isConsent && $value === 'no' && !$step->overRefusals => [Effect::Refusal, null],
            $step->kind === BulkKind::Fill => [Effect::Same, null],
            default => [Effect::Changes, $step->value],
        };
    }

    /** @return array{Effect, ?string} */
    private static function replaced(BulkStep $step, string $value): array
    {
        $after = trim(str_replace($step->from, $step->value, $value));

        return $after === $value ? [Effect::Nothing, null] : [Effect::Changes, $after === '' ? null : $after];
    }

    /** @return array{Effect, list<Change>} */
    private function custom(BulkStep $step, SupporterRecord $record, int $at): array
    {
        foreach ($record->custom as $part) {
            if ($part->value('field') === $step->field) {
                [$effect, $after] = $this->becomes($step, $part->value('value'));

                return [
                    $effect,
                    match (true) {
                        !$effect->writes() => [],
                        $after === null => [Change::delete(Subject::Custom, $part->ref, $part->values)],
                        default => [new Change(Subject::Custom, $part->ref, Action::Update, ['value' => [$part->value('value'), $after]])],
                    },
                ];
            }
        }
        [$effect, $after] = $this->becomes($step, '');

        return [
            $effect,
            $effect->writes()
                ? [Change::create(Subject::Custom, "{$record->ref}:{$at}:custom", ['field' => $step->field, 'value' => $after])]
                : [],
        ];
    }

    /** @return array{Effect, list<Change>} the strongest effect of all its addresses; a former one is none */
    private function addresses(BulkStep $step, SupporterRecord $record, string $column): array
    {
        [$effect, $changes] = [Effect::Nothing, []];
        foreach ($record->addresses as $part) {
            if ($part->value('condition') === 'former') {
                continue;
            }
            [$one, $after] = $this->becomes($step, $part->value($column));
            if ($one->writes()) {
                $changes[] = new Change(Subject::Address, $part->ref, Action::Update, [
                    $column => [$part->values[$column] ?? null, $after],
                    // What a file wrote once is not what this address was made from any more.
                    ...$part->value('original') === '' ? [] : ['original' => [$part->values['original'], null]],
                ]);
            }
            $effect = $effect->writes() || !($one->writes() || $effect === Effect::Nothing) ? $effect : $one;
        }

        return [$effect, $changes];
    }

    /** @return array{Effect, list<Change>} of groups, tags, and fields that can have several values */
    private function inList(BulkStep $step, SupporterRecord $record, int $at): array
    {
        $list = $this->catalog->field($step->field)->nature->list;
        if ($list === '') {
            return $this->inField($step, $record, $at);
        }
        foreach ($record->memberships as $part) {
            if ($part->value('list') === $list && mb_strtolower($part->value('name')) === mb_strtolower($step->value)) {
                return $step->kind === BulkKind::Join
                    ? [Effect::Same, []]
                    : [Effect::Changes, [Change::delete(Subject::Membership, $part->ref, $part->values)]];
            }
        }

        return $step->kind === BulkKind::Leave
            ? [Effect::Nothing, []]
            : [
                Effect::Comes,
                [Change::create(Subject::Membership, "{$record->ref}:{$at}:membership", ['list' => $list, 'name' => $step->value])],
            ];
    }

    /** @return array{Effect, list<Change>} */
    private function inField(BulkStep $step, SupporterRecord $record, int $at): array
    {
        $isJoin = $step->kind === BulkKind::Join;
        foreach ($record->custom as $part) {
            if ($part->value('field') === $step->field) {
                $has = array_values(array_filter(explode("\n", $part->value('value')), static fn(string $one): bool => $one !== ''));
                $rest = array_values(array_diff($has, [$step->value]));
                if ($isJoin === ($rest !== $has)) {
                    return [$isJoin ? Effect::Same : Effect::Nothing, []];
                }
                $after = $isJoin ? [...$has, $step->value] : $rest;

                return [
                    $isJoin ? Effect::Comes : Effect::Changes,
                    $after === []
                        ? [Change::delete(Subject::Custom, $part->ref, $part->values)]
                        : [
                            new Change(Subject::Custom, $part->ref, Action::Update, [
                                'value' => [$part->value('value'), implode("\n", $after)],
                            ]),
                        ],
                ];
            }
        }

        return $isJoin
            ? [
                Effect::Comes,
                [Change::create(Subject::Custom, "{$record->ref}:{$at}:custom", ['field' => $step->field, 'value' => $step->value])],
            ]
            : [Effect::Nothing, []];
    }

    /** @return array{Effect, list<Change>} */
    private static function note(BulkStep $step, SupporterRecord $stored, string $by): array
    {
        [$day, $kind] = explode(' ', $step->from);
        $isThere = array_filter(
            $stored->dated,
            static fn(RecordPart $part): bool => [$part->value('noted_on'), $part->value('text')] === [$day, $step->value],
        );

        return $isThere !== []
            ? [Effect::Same, []]
            : [
                Effect::Comes,
                [
                    Change::create(Subject::Note, "{$stored->ref}:note", [
                        'noted_on' => $day,
                        'kind' => $kind,
                        'text' => $step->value,
                        'written_by' => $by === '' ? null : $by,
                    ]),
                ],
            ];
    }

    /** @return array{Effect, list<Change>} the name is carried over; what only the old kind has goes */
    private function becoming(BulkStep $step, SupporterRecord $stored): array
    {
        $kind = SupporterKind::from($step->value);
        if ($stored->kind() === $kind) {
            return [Effect::Same, []];
        }
        $name = $stored->field($stored->kind() === SupporterKind::Organization ? 'organization_name' : 'display_name');
        $parsed = $kind === SupporterKind::Person ? WrittenName::parse($name)->person : null;
        $after = ['kind' => $kind->value];
        foreach (
            FieldPlace::ofSupporter(static fn(FieldNature $nature): bool => $nature->of !== null && $nature->of !== $kind)
            as $column
        ) {
            $after[$column] = '';
        }
        $after = [
            ...$after,
            ...match ($kind) {
                SupporterKind::Organization => ['organization_name' => $name],
                SupporterKind::Household => ['display_name' => $name],
                SupporterKind::Person => [
                    'title' => $parsed->title ?? '',
                    'first_name' => $parsed->first ?? '',
                    'middle_name' => $parsed->middle ?? '',
                    'last_name' => $parsed === null || $parsed->last === '' ? $name : $parsed->last,
                    'suffix' => $parsed->suffix ?? '',
                ],
            },
        ];
        $become = SupporterRecord::of($stored->ref, 0, [...$stored->fields, ...$after], []);
        $fields = [];
        foreach ([...$after, ...NameForms::made($become)] as $column => $value) {
            if ($stored->field($column) !== $value) {
                $fields[$column] = [$stored->fields[$column] ?? null, $value === '' ? null : $value];
            }
        }

        return [Effect::Changes, [new Change(Subject::Supporter, $stored->ref, Action::Update, $fields)]];
    }

    /**
     * @param  array<int, list<Change>>  $ofOthers
     * @return array{Effect, list<Change>}
     */
    private static function deletion(BulkStep $step, SupporterRecord $stored, Hanging $hanging, array &$ofOthers): array
    {
        $hasMoney = $hanging->gifts !== [] || $stored->promises !== [];
        $effect = match (true) {
            $step->value !== '' && (int) $step->value === (int) $stored->ref => Effect::Gets,
            $hanging->credited > 0 => Effect::IsCredited,
            $hanging->waiting > 0 => Effect::Waits,
            $hasMoney && $step->value === '' => Effect::HasGifts,
            $hasMoney => Effect::GoesWithout,
            default => Effect::Goes,
        };
        if (!$effect->writes()) {
            return [$effect, []];
        }
        $changes = [];
        foreach ($stored->parts() as $kind => $parts) {
            $subject = Subject::from($kind);
            foreach ($parts as $part) {
                $changes[] = Change::delete($subject, $part->ref, $part->values);
                if ($subject === Subject::Promise) {
                    $ofOthers[(int) $step->value][] = Change::create($subject, $part->ref, $part->values);
                }
            }
        }
        foreach ($hanging->gifts as $number => $gift) {
            $changes[] = Change::delete(Subject::Gift, $number, $gift->columns());
            if ($gift->credits !== '') {
                // Nobody is credited for a gift of one's own.
                $gift = $gift->with(['credits' => Credits::stored($gift->credits)->becoming([], $step->value, $gift->amount)->written()]);
            }
            $ofOthers[(int) $step->value][] = Change::create(Subject::Gift, $number, $gift->fields());
        }
        foreach ($hanging->links as [$owner, $link]) {
            $ofOthers[$owner][] = Change::delete(Subject::Link, $link->ref, $link->values);
        }
        $changes[] = Change::delete(Subject::Supporter, $stored->ref, $stored->fields);

        return [$effect, $changes];
    }
}
