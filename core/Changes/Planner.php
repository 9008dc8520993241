<?php

declare(strict_types=1);

namespace PineSieve\Core\Changes;

use PineSieve\Core\Gifts\Gift;
use PineSieve\Core\Gifts\SameGifts;
use PineSieve\Core\Names\SupporterKind;
use PineSieve\Core\Promises\Promise;
use PineSieve\Core\Records\Consents;
use PineSieve\Core\Records\IncomingRecord;
use PineSieve\Core\Records\NameForms;
use PineSieve\Core\Records\SupporterRecord;
use PineSieve\Core\Records\UnreadValue;
use PineSieve\Core\Standards\FieldNature;
use PineSieve\Core\Standards\FieldPlace;

/** Plans what a row would write of one supporter: the change set that the preview shows and the load applies. */
final readonly class Planner
{
    private Sameness $sameness;

    private PartsPlanner $parts;

    /** @var array<string, string> columns of what belongs to a name, as keys */
    private array $ofName;

    /** @var array<string, string> columns that a blank cell may empty, as keys */
    private array $canBeBlanked;

    /**
     * @param  list<string>  $blankable  columns of the supporter that a blank cell empties where it replaces; none unless someone asked for it
     * @param  list<string>  $several  keys of custom fields that hold several values
     * @param  Subject  $gift  what gifts become: given at once, or entries of a batch
     */
    public function __construct(
        private Effects $effects,
        private array $blankable = [],
        array $several = [],
        private Subject $gift = Subject::Gift,
    ) {
        $this->sameness = new Sameness();
        $this->ofName = array_flip(FieldPlace::ofSupporter(static fn(FieldNature $nature): bool => $nature->isOfName));
        $this->canBeBlanked = array_flip(FieldPlace::ofSupporter(static fn(FieldNature $nature): bool => $nature->canBeBlanked));
        $this->parts = new PartsPlanner($effects, $several, $this->sameness);
    }

    /**
     * @param  string  $row  prefix of the references to what the row makes
     * @param  ?SupporterRecord  $stored  whom the row matches; null if it is new
     * @return list<Change> empty if the row changes nothing
     */
    public function plan(string $row, IncomingRecord $record, ?SupporterRecord $stored): array
    {
        $changes =
            $stored === null
                ? [
                    Change::create(Subject::Supporter, "{$row}:supporter", ['status' => SupporterRecord::NEW_STATUS, ...$record->fields()]),
                    ...$this->parts->plan($row, $record, new SupporterRecord('', 0, [])),
                ]
                : $this->match($row, $record, $stored);
        $missing = self::giftsMissing($record, $stored);
        foreach (array_values($missing) as $i => $gift) {
            $changes[] = Change::create($this->gift, "{$row}:{$this->gift->value}" . ($i === 0 ? '' : '.' . ($i + 1)), $gift->fields());
        }

        foreach (array_values(self::promisesMissing($record, $stored)) as $i => $promise) {
            $changes[] = Change::create(Subject::Promise, self::promise($row, $i), $promise->fields());
        }

        return $changes;
    }

    /** What stands for a promise that a row makes: the first has place 0 among those that are missing. */
    public static function promise(string $row, int $place): string
    {
        return "{$row}:promise" . ($place === 0 ? '' : '.' . ($place + 1));
    }

    /**
     * What puts a supporter into groups and tags, as far as it is in none of them.
     *
     * @param  array<string, list<string>>  $lists  "group" and "tag" to names
     * @return list<Change> without references
     */
    public function memberships(array $lists, SupporterRecord $stored): array
    {
        return $this->parts->memberships($lists, $stored->memberships);
    }

    /**
     * What a row says of someone and is not so once its changes are in.
     *
     * @return list<Untaken>
     */
    public function untaken(IncomingRecord $record, SupporterRecord $after): array
    {
        return Leftovers::of($record, $after, $this->sameness);
    }

    /**
     * The row's gifts that were not stored before the intake: the third of three like ones in the file is the third of those stored.
     *
     * @return array<int, Gift> by their place among the gifts of the row
     */
    public static function giftsMissing(IncomingRecord $record, ?SupporterRecord $stored): array
    {
        return self::missing($record->gifts, $stored);
    }

    /**
     * So too its promises; one with an id that says the same once more is the same one, and stands beside each gift that pays it. There it
     * may say something else by now: what it was stays.
     *
     * @return array<int, Promise> by their place among the promises of the row
     */
    public static function promisesMissing(IncomingRecord $record, ?SupporterRecord $stored): array
    {
        $asGifts = array_map(static fn(Promise $promise): Gift => $promise->asGift(), $record->promises);

        $known = [...$stored->gifts ?? [], ...$stored->giftsSeen ?? []];
        $missing = [];
        foreach (array_intersect_key($record->promises, self::missing($asGifts, $stored)) as $place => $promise) {
            $identity = SameGifts::identity($asGifts[$place]);
            $isKnown = isset($known[$identity]) || ($record->gifts !== [] && SameGifts::isThereDifferently($asGifts[$place], $known));
            if ($promise->sourceId === '' || !$isKnown) {
                $missing[$place] = $promise;
            }
            $known[$identity] = 1;
        }

        return $missing;
    }

    /** @return list<string> what tells the gifts and the promises of a row from others */
    public static function identities(IncomingRecord $record): array
    {
        return array_map(SameGifts::identity(...), [
            ...$record->gifts,
            ...array_map(static fn(Promise $promise): Gift => $promise->asGift(), $record->promises),
        ]);
    }

    /**
     * @param  list<Gift>  $gifts
     * @return array<int, Gift>
     */
    private static function missing(array $gifts, ?SupporterRecord $stored): array
    {
        $seen = $stored->giftsSeen ?? [];
        $missing = [];
        foreach ($gifts as $place => $gift) {
            if (!SameGifts::isThere($gift, $stored->gifts ?? [], $seen)) {
                $missing[$place] = $gift;
            }
            $identity = SameGifts::identity($gift);
            $seen[$identity] = ($seen[$identity] ?? 0) + 1;
        }

        return $missing;
    }

    /** @return list<Change> */
    private function match(string $row, IncomingRecord $record, SupporterRecord $stored): array
    {
        $fields = $this->fields($record, $stored);

        return [
            ...$fields === [] ? [] : [new Change(Subject::Supporter, $stored->ref, Action::Update, $fields)],
            ...$this->parts->plan($row, $record, $stored),
        ];
    }

    /** @return array<string, array{?string, ?string}> */
    private function fields(IncomingRecord $record, SupporterRecord $stored): array
    {
        $incoming = $record->fields();
        // A person is not turned into an organization by a match.
        unset($incoming['kind']);
        if ($record->kind !== $stored->kind()) {
            $incoming = $record->further;
        }
        $columns = array_flip(NameForms::COLUMNS);
        $forms = array_intersect_key($incoming, $columns);
        // A form that a column gives is a value like any other.
        $incoming = [...array_diff_key($incoming, $columns), ...array_intersect_key($record->further, $columns)];
        $consents = $this->consents($incoming, $stored);
        $incoming = array_filter(
            array_diff_key($incoming, Consents::DATES, array_flip(Consents::DATES)),
            fn(string $column): bool => match ($this->effects->of(FieldGroup::ofColumn($column))) {
                MatchEffect::LeaveAlone => false,
                MatchEffect::Replace => true,
                default => $stored->field($column) === '',
            },
            ARRAY_FILTER_USE_KEY,
        );
        if (array_diff_key(array_intersect_key($incoming, $this->ofName), $columns) !== []) {
            // A household's name is written as a whole; a person's forms are made from the parts.
            $incoming = [
                ...$incoming,
                ...$record->kind === SupporterKind::Household
                    ? $forms
                    : NameForms::following(
                        $stored,
                        new SupporterRecord($stored->ref, $stored->version, [...$stored->fields, ...$incoming]),
                    ),
            ];
        }
        $changed = [];
        foreach ([...$incoming, ...$consents] as $column => $value) {
            if ($stored->field($column) !== $value) {
                $changed[$column] = [$stored->fields[$column] ?? null, $value === '' ? null : $value];
            }
        }
        // What can't be read is not blank.
        $unread = array_map(static fn(UnreadValue $one): ?string => FieldPlace::of($one->field)?->column, $record->unread);
        foreach (array_diff($this->blankable, $unread) as $column) {
            if (
                $this->effects->of(FieldGroup::ofColumn($column)) === MatchEffect::Replace &&
                isset($this->canBeBlanked[$column]) &&
                !isset($incoming[$column]) &&
                $stored->field($column) !== ''
            ) {
                $changed[$column] = [$stored->field($column), null];
            }
        }

        return $changed;
    }

    /**
     * @param  array<string, string>  $incoming
     * @return array<string, string>
     */
    private function consents(array $incoming, SupporterRecord $stored): array
    {
        $effect = $this->effects->of(FieldGroup::Consents);
        $chosen = $this->effects->own[FieldGroup::Consents->value] ?? null;

        return Consents::taken($incoming, $stored, $effect !== MatchEffect::LeaveAlone, $chosen === MatchEffect::Replace);
    }
}
