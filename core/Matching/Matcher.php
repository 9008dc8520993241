<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching;

use PineSieve\Core\Addresses\AddressStandardizer;
use PineSieve\Core\Matching\Fields\FieldComparers;
use PineSieve\Core\Matching\Fields\Traits;
use PineSieve\Core\Matching\Pairs\Pair;
use PineSieve\Core\Matching\Pairs\PairJudge;
use PineSieve\Core\Matching\Pairs\PreparedRecord;
use PineSieve\Core\Matching\Rules\Certainty;
use PineSieve\Core\Matching\Rules\RuleSet;
use PineSieve\Core\Matching\Rules\ShippedRules;
use PineSieve\Core\Matching\Rules\Thresholds;
use PineSieve\Core\Matching\Weights\Edition;
use PineSieve\Core\Matching\Weights\Frequencies;
use PineSieve\Core\Names\SupporterKind;
use PineSieve\Core\Records\Identifier;
use PineSieve\Core\Records\IncomingRecord;
use PineSieve\Core\Records\SupporterRecord;

/**
 * Finds out who an incoming record may be, by the match rules in use.
 * Ids of other systems are a crosswalk: whoever has the same one is at least asked about, whatever the rules say.
 */
final class Matcher
{
    /** @var array<string, PairJudge> by kind */
    private array $judges = [];

    /** @var array<string, PairJudge> by kind */
    private array $namedOnly = [];

    private readonly PairJudge $withoutName;

    private readonly AddressStandardizer $standardizer;

    /** @var array<string, array<string, array{PairJudge, int, MatchKey}>> by kind and name: every lookup once, with its place, and what its keys are like */
    private array $lookups = [];

    /** @var \WeakMap<SupporterRecord|IncomingRecord, Traits> a row is compared with many, and many rows with one */
    private \WeakMap $traits;

    /** @var \WeakMap<Traits, array<int, PreparedRecord>> by judge */
    private \WeakMap $prepared;

    /**
     * @param  array<string, RuleSet>  $sets  the one in use, by kind
     * @param  array<string, Edition>  $editions  what sets by weight go by, by kind; what comes with the program for those that are missing
     */
    public function __construct(private readonly array $sets, FieldComparers $comparers, array $editions = [])
    {
        foreach (SupporterKind::cases() as $kind) {
            $edition =
                $sets[$kind->value]->thresholds === null ? null : $editions[$kind->value] ?? Edition::shipped(new Frequencies(), $kind);
            $this->judges[$kind->value] = new PairJudge($sets[$kind->value], $comparers, $edition);
            $this->namedOnly[$kind->value] =
                $kind === SupporterKind::Person
                    ? $this->judges[$kind->value]
                    : new PairJudge(ShippedRules::namedOnly($kind, $comparers), $comparers);
        }
        $this->withoutName = new PairJudge(ShippedRules::withoutName($comparers), $comparers);
        $this->standardizer = new AddressStandardizer();
        $this->traits = new \WeakMap();
        $this->prepared = new \WeakMap();
        foreach (SupporterKind::cases() as $kind) {
            $this->lookups[$kind->value] = $this->lookupsOf($kind);
        }
    }

    /** @return list<MatchKey> under which an incoming record is looked for, and found by later ones */
    public function keysOfIncoming(IncomingRecord $record): array
    {
        return $this->keys($this->traits($record));
    }

    /** @return list<MatchKey> under which a record is found */
    public function keysOfStored(SupporterRecord $record): array
    {
        return $this->keys($this->traits($record));
    }

    /** @return string equal where the keys of all stored records are */
    public function recipe(SupporterKind $kind): string
    {
        return hash(
            'xxh128',
            implode("\n\n", array_map(static fn(PairJudge $judge): string => $judge->lookups->recipe(), $this->judgesOf($kind))),
        );
    }

    /**
     * @param  bool  $isNamedOnly  whether the record is but the name or the id of an organization or a household
     * @return ?PairFinding null if nothing speaks for the two being one
     */
    public function compare(IncomingRecord $row, SupporterRecord $stored, bool $isNamedOnly = false): ?PairFinding
    {
        $judge = $this->judge($row, $isNamedOnly);
        $incoming = $this->prepared($judge, $row);
        $known = $this->prepared($judge, $stored);
        $isSameKind = $row->kind === $stored->kind() || $judge === $this->withoutName;
        $relation = $isSameKind ? $judge->relation($incoming, $known) : null;
        $pair = $relation?->pair;
        $sameId = self::sameId($row, $stored);
        if ($pair !== null) {
            $strength = match (true) {
                $pair->certainty === Certainty::Review => PairStrength::Doubtful,
                $sameId !== null => PairStrength::CertainById,
                default => PairStrength::Certain,
            };

            return new PairFinding(
                $stored->ref,
                $strength,
                $pair->score,
                $pair->for,
                $pair->against,
                $relation->isProven,
                $relation->namesake,
                $pair->likely,
            );
        }
        if ($sameId === null) {
            $likely = $relation?->ofOneName;

            if ($likely === null) {
                return null;
            }
            [$for, $against] = $judge->words($incoming, $known);

            return new PairFinding(
                $stored->ref,
                PairStrength::Unlikely,
                Pair::scoreOf($likely),
                $for,
                $against,
                namesake: $relation->namesake,
                likely: $likely,
            );
        }
        [, $against] = $judge->reasons($incoming, $known);

        return new PairFinding(
            $stored->ref,
            PairStrength::Doubtful,
            1,
            ["Same id in {$sameId->system}: {$sameId->value}"],
            [
                ...$isSameKind ? [] : ["One is {$row->kind->withArticle()}, the other {$stored->kind()->withArticle()}"],
                ...$against === [] && $row->display() !== $stored->field('display_name')
                    ? ["The names differ: {$row->display()}, {$stored->field('display_name')}"]
                    : $against,
            ],
        );
    }

    /**
     * Whether one who shares a key with a row may be who it is, told by its name and its own fields alone: what hangs on it need not be read for that.
     *
     * @param  SupporterRecord  $stored  with or without its addresses, emails and all else
     */
    public function mayBe(IncomingRecord $row, MatchKey $key, SupporterRecord $stored): bool
    {
        if ($key->narrowed === null || $row->kind !== $stored->kind()) {
            return $key->narrowed === null;
        }
        [$judge, $lookup] = $this->lookups[$row->kind->value][$key->narrowed];

        return $judge->mayHold($lookup, $this->traits($row), $this->traits($stored));
    }

    /** How likely someone must be to be known, or asked about; null where rules decide. */
    public function thresholds(SupporterKind $kind): ?Thresholds
    {
        return $this->judges[$kind->value]->thresholds;
    }

    /** @return list<PairJudge> all that may ever look for a record of a kind */
    private function judgesOf(SupporterKind $kind): array
    {
        return [
            $this->judges[$kind->value],
            ...$kind === SupporterKind::Person ? [] : [$this->namedOnly[$kind->value]],
            $this->withoutName,
        ];
    }

    private function judge(IncomingRecord $record, bool $isNamedOnly): PairJudge
    {
        return match (true) {
            $record->display() === '' => $this->withoutName,
            $isNamedOnly => $this->namedOnly[$record->kind->value],
            default => $this->judges[$record->kind->value],
        };
    }

    private function traits(SupporterRecord|IncomingRecord $record): Traits
    {
        return $this->traits[$record] ??=
            $record instanceof IncomingRecord ? Traits::ofIncoming($record) : Traits::ofStored($record, $this->standardizer);
    }

    private function prepared(PairJudge $judge, SupporterRecord|IncomingRecord $record): PreparedRecord
    {
        $prepared = $this->prepared[($traits = $this->traits($record))] ?? [];
        // Of a pair, the row comes first.
        $prepared[spl_object_id($judge)] ??= $judge->compared($record instanceof IncomingRecord ? 0 : 1, $traits);
        $this->prepared[$traits] = $prepared;

        return $prepared[spl_object_id($judge)];
    }

    /** @return array<string, array{PairJudge, int, MatchKey}> by name: of those that give the same keys, the one by which most are looked at */
    private function lookupsOf(SupporterKind $kind): array
    {
        $lookups = [];
        foreach ($this->judgesOf($kind) as $judge) {
            foreach ($judge->lookups->names() as $lookup => $name) {
                $most = $judge->lookups->most($lookup);
                $common = $judge->lookups->isOfName($lookup) ? $judge->thresholds?->common : null;
                $isName = $common !== null && $judge->lookups->isName($lookup);
                // What two judges look up by, neither can narrow for the other.
                $narrowed = !isset($lookups[$name]) && $judge->lookups->isNarrowed($lookup) ? $name : null;
                $like = new MatchKey(0, $most, $common, $isName, $narrowed);
                if (!isset($lookups[$name]) || $lookups[$name][2]->most < $most) {
                    $lookups[$name] = [$judge, $lookup, $like];
                } elseif ($lookups[$name][2]->narrowed !== null) {
                    [$first, $place, $like] = $lookups[$name];
                    $lookups[$name] = [$first, $place, new MatchKey(0, $like->most, $like->common, $like->isName)];
                }
            }
        }

        return $lookups;
    }

    /** @return list<MatchKey> */
    private function keys(Traits $traits): array
    {
        $keys = $compared = [];
        foreach ($this->lookups[$traits->kind->value] as [$judge, $lookup, $like]) {
            $record = $compared[spl_object_id($judge)] ??= $judge->compared(0, $traits);
            foreach ($judge->lookups->keysOf($lookup, $record) as $hash) {
                $keys[$hash] ??= $like->withHash($hash);
            }
        }

        return array_values($keys);
    }

    private static function sameId(IncomingRecord $row, SupporterRecord $stored): ?Identifier
    {
        $theirs = [];
        foreach ($stored->identifiers as $part) {
            $theirs[(new Identifier($part->value('system'), $part->value('value')))->sameness()] = true;
        }
        foreach ($row->identifiers as $identifier) {
            if (isset($theirs[$identifier->sameness()])) {
                return $identifier;
            }
        }

        return null;
    }
}
