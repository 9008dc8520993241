<?php

declare(strict_types=1);

namespace App\Merging;

use App\Accounts\User;
use App\Duplicates\Decisions;
use App\Records\Act;
use App\Records\ActKind;
use App\Records\Acts;
use App\Records\ActState;
use App\Records\Entry;
use App\Records\Ids;
use App\Records\JournalEntry;
use App\Records\RecordReader;
use App\Records\RecordWriter;
use App\Standards\FieldAccess;
use App\Support\Lists;
use App\Supporters\Forms;
use App\Supporters\NotKept;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Addresses\Address;
use PineSieve\Core\Changes\Sameness;
use PineSieve\Core\Changes\Subject;
use PineSieve\Core\Forms\Draft;
use PineSieve\Core\Merging\CannotMerge;
use PineSieve\Core\Names\SupporterKind;
use PineSieve\Core\Records\LinkKind;
use PineSieve\Core\Records\RecordPart;
use PineSieve\Core\Records\SupporterRecord;

/** Makes a household of people who are not the same but live together. */
final readonly class Households
{
    private const MOST_ENTRIES = 100;

    public function __construct(
        private RecordReader $reader,
        private RecordWriter $writer,
        private Forms $forms,
        private Decisions $decisions,
        private Ids $ids,
        private Acts $acts,
    ) {}

    /**
     * Where one of them is in a household already, the others join it. It is remembered that they are not the same.
     *
     * @param  list<int>  $people
     * @param  bool  $ofHomes  whether that is said only of those who are listed as living together
     * @return array{household: int, act: ?int, said: list<array{int, int}>} number of the household, the act that made it, and the pairs of whom it was said
     *
     * @throws CannotMerge if they are not people, or are in several households
     * @throws NotKept if the standards refuse the household
     */
    public function of(array $people, ?User $user, FieldAccess $sight, bool $ofHomes = false): array
    {
        return DB::transaction(function () use ($people, $user, $sight, $ofHomes): array {
            $this->ids->queueUp();
            $records = $this->reader->read($people);
            if (
                count($records) < 2 ||
                array_filter($records, static fn(SupporterRecord $one): bool => $one->kind() !== SupporterKind::Person) !== []
            ) {
                throw new CannotMerge('A household is made of two people or more.');
            }
            $of = array_map(self::householdsOf(...), $records);
            $there = array_values(array_unique(array_merge(...array_values($of))));
            if (count($there) > 1) {
                throw new CannotMerge(
                    'They are in different households already (numbers ' . implode(', ', $there) . '). If those are one, merge them first.',
                );
            }
            $joining = array_keys(array_filter($of, static fn(array $households): bool => $households === []));
            $household = $there[0] ?? null;
            $base = $household === null ? null : $this->forms->of($household, $sight);
            $draft = $base?->toArray() ?? $this->draft($records);
            foreach ($joining as $place => $person) {
                $draft['links'][] = [
                    'ref' => 'new' . ($place + 1),
                    'kind' => LinkKind::Member->value,
                    'other_id' => (string) $person,
                    'role' => '',
                    'reversed' => '1',
                ];
            }
            $act = Act::begin(ActKind::Edit, $user?->id);
            $kept = $this->forms->keep(Draft::fromArray($draft), $household, $base, $user, $sight, $act);
            $act->end();
            $said = $this->decisions->notTheSame(array_keys($records), $user?->id, $ofHomes);

            return ['household' => $kept->supporter, 'act' => $act->exists ? $act->id : null, 'said' => $said];
        });
    }

    /**
     * Takes back what was done to make a household of people, as long as nobody has changed the household since.
     *
     * @param  list<int>  $people
     * @param  ?int  $act  as of() gives it; null where they were in one household before, and it was only said that they are not the same
     * @param  list<array{int, int}>  $said  as of() gives them
     *
     * @throws CannotMerge if it was changed since, or was done by someone else
     */
    public function takeBack(int $household, array $people, ?int $act, array $said, ?User $user): void
    {
        DB::transaction(function () use ($household, $people, $act, $said, $user): void {
            $this->ids->queueUp();
            if ($act !== null) {
                $this->undo($act, $household, $people, $user);
            }
            foreach ($said as [$one, $other]) {
                $this->decisions->withdraw($one, $other);
            }
        });
    }

    /** @param  list<int>  $people */
    private function undo(int $id, int $household, array $people, ?User $user): void
    {
        $act = Act::query()
            ->whereKey($id)
            ->where('kind', ActKind::Edit)
            ->where('state', ActState::Done)
            ->where('user_id', $user?->id)
            ->first();
        $owners =
            $act === null
                ? []
                : Lists::ints(JournalEntry::query()->where('act_id', $act->id)->limit(self::MOST_ENTRIES)->pluck('owner_id')->unique());
        if ($act === null || $owners === [] || array_diff($owners, [$household, ...$people]) !== []) {
            throw new CannotMerge('This household was not made just now, so it can\'t be taken back here. Its page has its history.');
        }
        // Links first: a household that nobody is in can go.
        usort($owners, static fn(int $a, int $b): int => ($a === $household) <=> ($b === $household));
        $back = Act::begin(ActKind::PutBack, $user?->id);
        foreach ($owners as $owner) {
            $reversal = $this->acts->reversals($act, [$owner])[$owner];
            if ($reversal->kept !== []) {
                throw new CannotMerge("{$reversal->kept[0]->reason}. The household stays as it is.");
            }
            $this->writer->write([new Entry($owner, $reversal->changes)], $back);
        }
        $back->end();
        $act->markUndone($user?->id);
    }

    /** @return list<int> */
    private static function householdsOf(SupporterRecord $person): array
    {
        return array_values(
            array_map(
                static fn(RecordPart $link): int => (int) $link->value('other_id'),
                array_filter($person->links, static fn(RecordPart $link): bool => $link->value('kind') === LinkKind::Member->value),
            ),
        );
    }

    /**
     * @param  non-empty-array<int, SupporterRecord>  $people
     * @return array<string, mixed>
     */
    private function draft(array $people): array
    {
        $lasts = array_values(array_unique(array_map(static fn(SupporterRecord $one): string => $one->field('last_name'), $people)));
        $names = implode(
            ' & ',
            array_map(
                static fn(SupporterRecord $one): string => count($lasts) === 1 ? $one->field('first_name') : $one->field('display_name'),
                $people,
            ),
        );
        $shared = self::sharedAddress(array_values($people));

        return [
            'kind' => SupporterKind::Household->value,
            'fields' => [
                'name.full' => count($lasts) === 1 ? "{$names} {$lasts[0]}" : $names,
                ...count($lasts) === 1 ? ['name.last' => $lasts[0]] : [],
            ],
            'addresses' => $shared === null ? [] : [['ref' => 'new1', ...array_map(strval(...), $shared->values), 'is_primary' => '1']],
            'emails' => [],
            'phones' => [],
            'identifiers' => [],
            'links' => [],
        ];
    }

    /** @param  non-empty-list<SupporterRecord>  $people */
    private static function sharedAddress(array $people): ?RecordPart
    {
        $sameness = new Sameness();
        foreach ($people[0]->addresses as $address) {
            $isTold = $sameness->door(Address::fromParts($address->values)) !== '';
            $have = array_filter(
                $people,
                static fn(SupporterRecord $one): bool => $sameness->find(Subject::Address, $address->values, $one->addresses) !== null,
            );
            if ($isTold && count($have) === count($people)) {
                return $address;
            }
        }

        return null;
    }
}
