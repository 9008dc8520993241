<?php

declare(strict_types=1);

namespace App\Merging;

use App\Duplicates\Decisions;
use App\Models\User;
use App\Records\Forms;
use App\Records\RecordReader;
use App\Standards\Sight;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Addresses\Address;
use PineSieve\Core\Forms\Draft;
use PineSieve\Core\Merging\CannotMerge;
use PineSieve\Core\Names\SupporterKind;
use PineSieve\Core\Records\LinkKind;
use PineSieve\Core\Records\RecordPart;
use PineSieve\Core\Records\SupporterRecord;

/** Makes a household of people who are not the same but live together. */
final readonly class Households
{
    public function __construct(
        private RecordReader $reader,
        private Forms $forms,
        private Decisions $decisions,
    ) {
    }

    /**
     * Where one of them is in a household already, the others join it. It is remembered that they are not the same.
     *
     * @param  list<int>  $people
     * @return int number of the household
     *
     * @throws CannotMerge if they are not people, or are in several households
     * @throws \App\Records\NotKept if the standards refuse the household
     */
    public function of(array $people, ?User $user, Sight $sight): int
    {
        return DB::transaction(function () use ($people, $user, $sight): int {
            $records = $this->reader->read($people);
            if (count($records) < 2 || array_filter($records, static fn (SupporterRecord $one): bool => $one->kind() !== SupporterKind::Person) !== []) {
                throw new CannotMerge('A household is made of two people or more.');
            }
            $of = array_map(self::householdsOf(...), $records);
            $there = array_values(array_unique(array_merge(...array_values($of))));
            if (count($there) > 1) {
                throw new CannotMerge('They are in different households already (numbers '.implode(', ', $there).'). If those are one, merge them first.');
            }
            $joining = array_keys(array_filter($of, static fn (array $households): bool => $households === []));
            $household = $there[0] ?? null;
            $base = $household === null ? null : $this->forms->of($household, $sight);
            $draft = $base?->toArray() ?? $this->draft($records);
            foreach ($joining as $place => $person) {
                $draft['links'][] = ['ref' => 'new'.($place + 1), 'kind' => LinkKind::Member->value, 'other_id' => (string) $person, 'role' => '', 'reversed' => '1'];
            }
            $kept = $this->forms->keep(Draft::fromArray($draft), $household, $base, $user, $sight);
            $this->decisions->notTheSame(array_keys($records), $user?->id);

            return $kept->supporter;
        });
    }

    /** @return list<int> */
    private static function householdsOf(SupporterRecord $person): array
    {
        return array_values(array_map(static fn (RecordPart $link): int => (int) $link->value('other_id'), array_filter($person->links, static fn (RecordPart $link): bool => $link->value('kind') === LinkKind::Member->value)));
    }

    /**
     * @param  non-empty-array<int, SupporterRecord>  $people
     * @return array<string, mixed>
     */
    private function draft(array $people): array
    {
        $lasts = array_values(array_unique(array_map(static fn (SupporterRecord $one): string => $one->field('last_name'), $people)));
        $names = implode(' & ', array_map(static fn (SupporterRecord $one): string => count($lasts) === 1 ? $one->field('first_name') : $one->field('display_name'), $people));
        $shared = self::sharedAddress(array_values($people));

        return [
            'kind' => SupporterKind::Household->value,
            'fields' => ['name.full' => count($lasts) === 1 ? "{$names} {$lasts[0]}" : $names, ...(count($lasts) === 1 ? ['name.last' => $lasts[0]] : [])],
            'addresses' => $shared === null ? [] : [['ref' => 'new1', ...array_map(strval(...), $shared->values), 'is_primary' => '1']],
            'emails' => [], 'phones' => [], 'identifiers' => [], 'links' => [],
        ];
    }

    /** @param  non-empty-list<SupporterRecord>  $people */
    private static function sharedAddress(array $people): ?RecordPart
    {
        foreach ($people[0]->addresses as $address) {
            $sameness = Address::fromParts($address->values)->sameness();
            $have = array_filter($people, static fn (SupporterRecord $one): bool => array_filter($one->addresses, static fn (RecordPart $other): bool => Address::fromParts($other->values)->sameness() === $sameness) !== []);
            if ($sameness !== '' && count($have) === count($people)) {
                return $address;
            }
        }

        return null;
    }
}
