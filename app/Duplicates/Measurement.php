<?php

declare(strict_types=1);

namespace App\Duplicates;

use PineSieve\Core\Addresses\AddressStandardizer;
use PineSieve\Core\Matching\Fields\Traits;
use PineSieve\Core\Matching\Pairs\PairJudge;
use PineSieve\Core\Matching\Rules\Certainty;
use PineSieve\Core\Records\SupporterRecord;

/** Holds match rules against what people have decided: whom they merged, and of whom they said that they are not the same. */
final class Measurement
{
    private const EXAMPLES = 12;

    /** @var array{same: int, certain: int, review: int, missed: int, apart: int, wrongly_joined: int, asked: int} */
    private array $counts = ['same' => 0, 'certain' => 0, 'review' => 0, 'missed' => 0, 'apart' => 0, 'wrongly_joined' => 0, 'asked' => 0];

    /** @var array<string, array<'wrongly_joined'|'asked'|'found', int>> rule to how often it held */
    private array $rules = [];

    /** @var array<string, int> what kept apart those whom people merged */
    private array $keptApart = [];

    /** @var array<string, list<array<string, mixed>>> */
    private array $examples = ['missed' => [], 'wrongly_joined' => []];

    public function __construct(private readonly PairJudge $judge, private readonly Said $said) {}

    /** @return array<string, mixed> counts, rules with what each is to blame or to be thanked for, and examples */
    public function report(): array
    {
        foreach ($this->said->pairs() as [$one, $other, $isSame]) {
            $this->weigh($one, $other, $isSame);
        }
        uasort(
            $this->rules,
            static fn(array $a, array $b): int => [$b['wrongly_joined'], $b['asked'], $b['found']] <=> [
                $a['wrongly_joined'],
                $a['asked'],
                $a['found'],
            ],
        );
        arsort($this->keptApart);

        return [
            ...$this->counts,
            'rules' => array_map(
                static fn(string $rule, array $counts): array => ['rule' => $rule, ...$counts],
                array_keys($this->rules),
                $this->rules,
            ),
            'kept_apart' => array_map(
                static fn(string $why, int $count): array => ['why' => $why, 'count' => $count],
                array_keys($this->keptApart),
                $this->keptApart,
            ),
            'examples' => $this->examples,
        ];
    }

    private function weigh(SupporterRecord $one, SupporterRecord $other, bool $isSame): void
    {
        $kind = $this->judge->set->kind;
        if ($one->kind() !== $kind || $other->kind() !== $kind) {
            return;
        }
        [$a, $b] = array_map(
            fn(SupporterRecord $record) => $this->judge->compared((int) $record->ref, Traits::ofStored($record, new AddressStandardizer())),
            [$one, $other],
        );
        $pair = $this->judge->judge($a, $b);
        $this->counts[$isSame ? 'same' : 'apart']++;
        $is = match (true) {
            $pair === null => $isSame ? 'missed' : null,
            $isSame => $pair->certainty->value,
            default => $pair->certainty === Certainty::Certain ? 'wrongly_joined' : 'asked',
        };
        if ($is === null) {
            return;
        }
        $this->counts[$is]++;
        foreach ($pair->rules ?? [] as $rule) {
            $this->rules[$rule] ??= ['wrongly_joined' => 0, 'asked' => 0, 'found' => 0];
            $how = $isSame ? 'found' : ($is === 'wrongly_joined' ? $is : 'asked');
            $this->rules[$rule][$how]++;
        }
        [$for, $against] = $pair === null ? $this->judge->reasons($a, $b) : [$pair->for, $pair->against];
        if ($is === 'missed') {
            $why = $this->judge->keptApart($a, $b) ?? 'no rule holds';
            $this->keptApart[$why] = ($this->keptApart[$why] ?? 0) + 1;
        }
        if (isset($this->examples[$is]) && count($this->examples[$is]) < self::EXAMPLES) {
            $this->examples[$is][] = [
                'names' => "{$one->field('display_name')}, {$other->field('display_name')}",
                'one' => (int) $one->ref,
                'other' => (int) $other->ref,
                'for' => $for,
                'against' => $against,
                'rules' => $pair->rules ?? [],
            ];
        }
    }
}
