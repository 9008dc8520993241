<?php

declare(strict_types=1);

namespace App\Matching;

use Illuminate\Support\Facades\DB;
use PineSieve\Core\Matching\Example;
use PineSieve\Core\Matching\Fields\FieldComparers;
use PineSieve\Core\Matching\Matcher;
use PineSieve\Core\Matching\MatchKey;
use PineSieve\Core\Matching\Pairs\PairJudge;
use PineSieve\Core\Matching\Rules\BadRules;
use PineSieve\Core\Matching\Rules\Comparison;
use PineSieve\Core\Matching\Rules\RuleSet;
use PineSieve\Core\Matching\Rules\ShippedRules;
use PineSieve\Core\Matching\Weights\Edition;
use PineSieve\Core\Matching\Weights\Weights;
use PineSieve\Core\Names\SupporterKind;
use PineSieve\Core\Names\Words;
use PineSieve\Core\Records\SupporterRecord;
use PineSieve\Core\Standards\FieldCatalog;
use PineSieve\Core\Text\Fold;

/**
 * The organization's match rules: those that come with the program, those of its own, and by which of them records are compared.
 * They can change at any time; who asks gets them as they are now.
 */
final class RuleSets
{
    private const COMMON = 'common words';

    private readonly FieldComparers $comparers;

    private string $stamp = '';

    /** @var array<string, RulesInUse> by kind */
    private array $inUse = [];

    private ?Matcher $matcher = null;

    /** By the rules that are about to be used, if there are any. */
    private ?Matcher $coming = null;

    /** @var array<string, Edition> those in use, by kind, once somebody asks */
    private array $editions = [];

    public function __construct(private readonly FieldCatalog $catalog)
    {
        $this->comparers = new FieldComparers($catalog, $this->commonWords());
    }

    /** By what fields are compared: with the organization's list of common words. */
    public function comparers(): FieldComparers
    {
        return $this->comparers;
    }

    /** @return list<string> words that say little in a name, folded */
    public function commonWords(): array
    {
        $kept = json_decode((string) DB::table('settings')->where('name', self::COMMON)->value('value'), true);

        return is_array($kept) ? array_values(array_filter($kept, is_string(...))) : Words::common();
    }

    /** @param  ?list<string>  $words  null for those that come with the program */
    public function keepCommonWords(?array $words): void
    {
        $folded =
            $words === null
                ? null
                : array_values(
                    array_unique(
                        array_filter(
                            array_map(Fold::words(...), $words),
                            static fn(string $word): bool => $word !== '' && !str_contains($word, ' '),
                        ),
                    ),
                );
        DB::table('settings')->updateOrInsert(['name' => self::COMMON], ['value' => json_encode($folded, JSON_THROW_ON_ERROR)]);
    }

    /** The set by which supporters of a kind are compared. */
    public function used(SupporterKind $kind): RuleSet
    {
        $this->look();

        return $this->usable($this->inUse[$kind->value]->rules ?? null, $kind);
    }

    /**
     * The set that comes with the program.
     *
     * @param  ?string  $name  of one of several; null, or one that is not there, for the one that is used unless another is chosen
     */
    public function shipped(SupporterKind $kind, ?string $name = null): RuleSet
    {
        $all = ShippedRules::all($kind, $this->comparers);

        return array_column($all, null, 'name')[$name] ?? $all[0];
    }

    /** @return list<RuleSet> all that come with the program */
    public function allShipped(): array
    {
        return array_merge(
            ...array_map(fn(SupporterKind $kind): array => ShippedRules::all($kind, $this->comparers), SupporterKind::cases()),
        );
    }

    /** @throws BadRules if it is not a set, or compares what is not there */
    public function read(mixed $data): RuleSet
    {
        return RuleSet::fromArray($data, $this->comparers->has(...));
    }

    /** @return list<array{key: string, label: string, type: string}> fields in which records can be compared */
    public function fields(): array
    {
        $fields = [
            ['key' => Comparison::NAME, 'label' => 'Whole name', 'type' => ''],
            ['key' => Comparison::ADDRESS, 'label' => 'Any address', 'type' => ''],
            ['key' => Comparison::ID, 'label' => 'Any id in another system', 'type' => ''],
            ['key' => 'email', 'label' => 'Any email', 'type' => ''],
            ['key' => 'phone', 'label' => 'Any phone', 'type' => ''],
        ];
        foreach ($this->catalog->all() as $field) {
            if ($this->comparers->has($field->key) && !in_array($field->key, ['email', 'phone'], true)) {
                $fields[] = ['key' => $field->key, 'label' => $field->label, 'type' => $field->type->value];
            }
        }

        return $fields;
    }

    /**
     * @param  array<mixed>  $comparison  as a rule set holds it
     *
     * @throws BadRules
     */
    public function example(array $comparison, SupporterKind $kind): Example
    {
        return Example::of(Comparison::fromArray($comparison, $this->comparers->has(...)), $kind, $this->comparers);
    }

    /** Judges pairs of supporters of a kind, whoever else there is, by the set in use. */
    public function judge(SupporterKind $kind): PairJudge
    {
        return $this->judgeBy($this->used($kind));
    }

    /** Judges pairs by any set. */
    public function judgeBy(RuleSet $set): PairJudge
    {
        return new PairJudge($set, $this->comparers, $set->thresholds === null ? null : $this->edition($set->kind));
    }

    /** Finds out by the rules in use who an incoming record may be. */
    public function matcher(): Matcher
    {
        $this->look();

        return $this->matcher ??= $this->matcherOf(static fn(RulesInUse $used): ?array => $used->rules);
    }

    /** Changes whenever what is in use does. */
    public function stamp(): string
    {
        $this->look();

        return $this->stamp;
    }

    /**
     * The same with what is known of those who are on their way in, where pairs are weighed.
     *
     * @param  callable(array<string, Edition>): array<string, Edition>  $with  takes those in use, and gives others, by kind
     */
    public function matcherWith(callable $with): Matcher
    {
        $this->look();
        $known = [];
        foreach ($this->kindsWeighed() as $kind) {
            $known[$kind->value] = $this->edition($kind);
        }

        return $known === [] ? $this->matcher() : $this->matcherBy($with($known));
    }

    /**
     * How likely two must be one to be called certain, by the edition in use.
     *
     * @param  float  $wrong  as many of a thousand may be wrong
     */
    public function certainFrom(SupporterKind $kind, float $wrong): float
    {
        return $this->edition($kind)->weights->spread->certainFrom($wrong);
    }

    /** What each agreement says by the edition in use. */
    public function weights(SupporterKind $kind): Weights
    {
        return $this->edition($kind)->weights;
    }

    /**
     * By the rules in use, and other editions.
     *
     * @param  array<string, Edition>  $editions  by kind
     */
    public function matcherBy(array $editions): Matcher
    {
        $this->look();

        return $this->matcherOf(static fn(RulesInUse $used): ?array => $used->rules, $editions);
    }

    /** @return list<SupporterKind> kinds of which pairs are weighed */
    public function kindsWeighed(): array
    {
        return array_values(array_filter(SupporterKind::cases(), fn(SupporterKind $kind): bool => $this->used($kind)->thresholds !== null));
    }

    /** By the rules as they will be once those that are coming are used. */
    public function comingMatcher(): Matcher
    {
        $this->look();

        return $this->coming ??= $this->matcherOf(static fn(RulesInUse $used): ?array => $used->coming ?? $used->rules);
    }

    /**
     * The keys under which stored records are found: by the rules in use, and by those that are coming.
     *
     * @param  array<int, SupporterRecord>  $records  by id
     * @return array<int, list<MatchKey>> by id
     */
    public function keys(array $records): array
    {
        $matchers = [$this->matcher()];
        if (array_filter($this->inUse, static fn(RulesInUse $used): bool => $used->coming !== null) !== []) {
            $matchers[] = $this->comingMatcher();
        }

        return array_map(static function (SupporterRecord $record) use ($matchers): array {
            $keys = [];
            foreach ($matchers as $matcher) {
                foreach ($matcher->keysOfStored($record) as $key) {
                    $keys[$key->hash] = $key;
                }
            }

            return array_values($keys);
        }, $records);
    }

    /** Whether stored records have other keys than those under which they would be looked for: a field has another type, or the program looks up otherwise. */
    public function isOutdated(): bool
    {
        $this->look();

        return array_filter(
            $this->inUse,
            fn(RulesInUse $used): bool => $used->rules !== null &&
                $used->recipe !== $this->matcher()->recipe(SupporterKind::from($used->kind)),
        ) !== [];
    }

    private function edition(SupporterKind $kind): Edition
    {
        $this->look();

        return $this->editions[$kind->value] ??= Editions::inUse($kind);
    }

    /** Reads what is in use, if that has changed. */
    private function look(): void
    {
        $stamp =
            Editions::number() .
            ' ' .
            Editions::correction() .
            ' ' .
            DB::scalar('select coalesce(group_concat(kind, changed_at), "none") from rules_in_use');
        if ($stamp !== $this->stamp) {
            [$this->stamp, $this->matcher, $this->coming, $this->editions] = [$stamp, null, null, []];
            $this->inUse = RulesInUse::query()->get()->keyBy('kind')->all();
        }
    }

    /**
     * @param  callable(RulesInUse): ?array<string, mixed>  $rules
     * @param  array<string, Edition>  $editions  by kind; those in use, as they are for records on their way in, for those that are missing
     */
    private function matcherOf(callable $rules, array $editions = []): Matcher
    {
        $sets = [];
        foreach (SupporterKind::cases() as $kind) {
            $used = $this->inUse[$kind->value] ?? null;
            $set = $sets[$kind->value] = $this->usable($used === null ? null : $rules($used), $kind);
            if ($set->thresholds !== null && !isset($editions[$kind->value])) {
                $editions[$kind->value] = $this->edition($kind)->ofRows($this->edition($kind)->frequencies);
            }
        }

        return new Matcher($sets, $this->comparers, $editions);
    }

    /** @param  ?array<string, mixed>  $rules */
    private function usable(?array $rules, SupporterKind $kind): RuleSet
    {
        // What compares a field that is no longer there gives way to what comes with the program.
        try {
            return $rules === null ? $this->shipped($kind) : $this->read($rules);
        } catch (BadRules) {
            return $this->shipped($kind);
        }
    }
}
