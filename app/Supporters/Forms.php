<?php

declare(strict_types=1);

namespace App\Supporters;

use App\Accounts\User;
use App\Matching\KeyTable;
use App\Matching\RuleSets;
use App\Records\Act;
use App\Records\ActKind;
use App\Records\Entry;
use App\Records\Ids;
use App\Records\RecordReader;
use App\Records\RecordWriter;
use App\Standards\FieldAccess;
use App\Support\Lists;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Changes\Checker;
use PineSieve\Core\Forms\Draft;
use PineSieve\Core\Forms\DraftReader;
use PineSieve\Core\Forms\FormMerge;
use PineSieve\Core\Forms\FormPlanner;
use PineSieve\Core\Forms\PlacedProblem;
use PineSieve\Core\Forms\ReadDraft;
use PineSieve\Core\Records\SupporterRecord;
use PineSieve\Core\Standards\Problem;
use PineSieve\Core\Standards\Standards;

/**
 * Supporters as people write them by hand: checked like any row of a file, compared with those that are there, and written through the one door.
 *
 * @phpstan-type Alike array{id: int, name: string, place: string, strength: int, score: int, for: list<string>, against: list<string>}
 */
final readonly class Forms
{
    /** Likely duplicates that are shown. */
    private const ALIKE = 8;

    public function __construct(
        private Standards $standards,
        private RecordReader $reader,
        private RecordWriter $writer,
        private RuleSets $sets,
        private Checker $checker,
        private Ids $ids,
    ) {}

    /** The form of a stored supporter, without what the person may not see. */
    public function of(int $id, FieldAccess $sight): ?Draft
    {
        $record = $this->reader->read([$id])[$id] ?? null;

        return $record === null ? null : self::seen(Draft::of($record, $this->linksTo($id)), $sight);
    }

    /**
     * What is wrong with a form.
     *
     * @return list<PlacedProblem>
     */
    public function problems(Draft $draft, ?int $id, FieldAccess $sight): array
    {
        $stored = $id === null ? null : $this->reader->read([$id])[$id] ?? null;

        return $this->checked($this->read($draft, $stored, $sight), $stored);
    }

    /**
     * Stored supporters that a form may be about.
     *
     * @return list<array{id: int, name: string, place: string, strength: int, score: int, for: list<string>, against: list<string>}> the likeliest first
     */
    public function alike(Draft $draft, ?int $except, FieldAccess $sight): array
    {
        $read = (new DraftReader($this->standards))->read($draft);
        $custom = array_filter(
            $read->values,
            static fn(string $value, string $field): bool => $value !== '' && str_starts_with($field, 'custom.'),
            ARRAY_FILTER_USE_BOTH,
        );
        $record = $read->record->with($read->record->further, $read->record->groups, $read->record->tags, $custom);
        $matcher = $this->sets->matcher();
        $ids = array_diff(KeyTable::holders($matcher->keysOfIncoming($record))->all(), [$except]);
        $found = [];
        foreach ($this->reader->read(array_values($ids)) as $id => $stored) {
            $finding = $matcher->compare($record, $stored);
            if ($finding !== null) {
                $address = $stored->addresses[0] ?? null;
                $told = $finding->toArray();
                $found[] = [
                    'name' => $stored->field('display_name'),
                    'place' => trim(
                        ($sight->sees('address.city') ? $address?->value('city') ?? '' : '') .
                            ', ' .
                            ($sight->sees('address.state') ? $address?->value('state') ?? '' : ''),
                        ', ',
                    ),
                    'strength' => $told['strength'],
                    'score' => $told['score'],
                    'id' => $id,
                    // Reasons name values: whoever may not see all of them is told that there is someone, not why.
                    'for' => $sight->seesAll() ? $told['for'] : ['Something of what you wrote is the same'],
                    'against' => $sight->seesAll() ? $told['against'] : [],
                ];
            }
        }
        usort($found, static fn(array $a, array $b): int => [$b['strength'], $b['score']] <=> [$a['strength'], $a['score']]);

        return array_slice($found, 0, self::ALIKE);
    }

    /**
     * Keeps a form.
     *
     * @param  ?int  $id  null for a new supporter
     * @param  ?Draft  $base  as the person opened it
     *
     * @throws NotKept if something is wrong with it, or if another person changed the same; nothing is written then
     */
    public function keep(Draft $draft, ?int $id, ?Draft $base, ?User $user, FieldAccess $sight, ?Act $act = null): KeptForm
    {
        return DB::transaction(function () use ($draft, $id, $base, $user, $sight, $act): KeptForm {
            $this->ids->queueUp();
            $stored = $id === null ? null : $this->reader->read([$id])[$id] ?? throw NotKept::gone();
            $theirs = [];
            if ($stored !== null && $base !== null) {
                $merged = FormMerge::of($base, $draft, self::seen(Draft::of($stored, $this->linksTo($stored->ref)), $sight));
                if ($merged->conflicts !== []) {
                    throw NotKept::conflicting($merged);
                }
                [$draft, $theirs] = [$merged->draft, $merged->theirs];
            }
            $read = $this->read($draft, $stored, $sight);
            $problems = $this->checked($read, $stored);
            if (array_filter($problems, static fn(PlacedProblem $placed): bool => $placed->problem->blocks) !== []) {
                throw NotKept::faulty($problems);
            }

            return new KeptForm($this->write($read, $stored, $user, $act), $problems, $theirs);
        });
    }

    private function read(Draft $draft, ?SupporterRecord $stored, FieldAccess $sight): ReadDraft
    {
        $read = (new DraftReader($this->standards))->read($this->whole($draft, $stored, $sight));

        return $stored === null ? $read->withDefaults($this->standards->defaults) : $read;
    }

    private function write(ReadDraft $read, ?SupporterRecord $stored, ?User $user, ?Act $act): int
    {
        $planner = new FormPlanner();
        $self = $stored->ref ?? FormPlanner::NEW;
        $there = $stored === null ? [] : array_column($this->linksTo((int) $stored->ref), 'other_id', 'id');
        $entries = [];
        $changes = $planner->changes($read, $stored);
        if ($changes !== []) {
            $entries[] = new Entry($self, $changes);
        }
        foreach ($planner->changesOfOthers($read, $self, $there) as $owner => $ofOwner) {
            if (DB::table('supporters')->where('id', $owner)->exists()) {
                $entries[] = new Entry($owner, $ofOwner);
            }
        }
        $ids = $entries === [] ? [] : $this->writer->write($entries, $act ?? Act::once(ActKind::Edit, $user?->id));

        return $stored === null ? $ids[FormPlanner::NEW] : (int) $stored->ref;
    }

    /** @return list<PlacedProblem> */
    private function checked(ReadDraft $read, ?SupporterRecord $stored): array
    {
        if ($read->problems !== []) {
            return $read->problems;
        }

        return array_map(
            static fn(Problem $problem): PlacedProblem => new PlacedProblem(self::place($problem, $read), $problem),
            $this->checker->problems($stored, (new FormPlanner())->changes($read, $stored)),
        );
    }

    /** Where in the form a missing field is to be written. */
    private static function place(Problem $problem, ReadDraft $read): string
    {
        [$list, $column] = match (true) {
            str_starts_with($problem->field, 'address.') => ['addresses', substr($problem->field, 8)],
            $problem->field === 'email' => ['emails', 'address'],
            $problem->field === 'phone' => ['phones', 'number'],
            $problem->field === 'id.old' => ['identifiers', 'value'],
            default => ['fields', $problem->field],
        };
        if ($list === 'fields') {
            return "fields.{$column}";
        }
        foreach ($read->lists[$list] as $ref => $item) {
            if (mb_strtolower($item[$column]) === $problem->value) {
                return "{$list}.{$ref}.{$column}";
            }
        }

        return "{$list}.new1.{$column}";
    }

    /** The form with what the person may not edit as it is stored, and without it for a new supporter. */
    private function whole(Draft $draft, ?SupporterRecord $stored, FieldAccess $sight): Draft
    {
        $kept = $stored === null ? [] : Draft::of($stored, $this->linksTo((int) $stored->ref))->flat();
        $flat = [];
        foreach ([...$kept, ...$draft->flat()] as $path => $value) {
            $field = Draft::fieldAt($path);
            if ($field === null || $sight->edits($field)) {
                $flat[$path] = $draft->flat()[$path] ?? null;
            } else {
                $flat[$path] = $kept[$path] ?? null;
            }
        }
        // A field that is emptied is written as blank; one that the form does not show stays.
        foreach ($draft->fields as $field => $value) {
            $flat["fields.{$field}"] = $sight->edits($field) ? $value : $kept["fields.{$field}"] ?? '';
        }
        foreach ($kept as $path => $value) {
            if (str_starts_with($path, 'fields.') && !array_key_exists(substr($path, 7), $draft->fields)) {
                $flat[$path] = $value;
            }
        }

        return Draft::fromFlat(array_filter($flat, static fn(?string $value): bool => $value !== null));
    }

    private static function seen(Draft $draft, FieldAccess $sight): Draft
    {
        return Draft::fromFlat(
            array_filter(
                $draft->flat(),
                static fn(string $path): bool => Draft::fieldAt($path) === null || $sight->sees((string) Draft::fieldAt($path)),
                ARRAY_FILTER_USE_KEY,
            ),
        );
    }

    /** @return list<array{id: int, kind: string, other_id: int, role: ?string}> */
    private function linksTo(int|string $id): array
    {
        $links = DB::select('select id, kind, supporter_id as other_id, role from links where other_id = ? order by id limit 200', [$id]);

        return Lists::of(
            array_map(
                static fn(\stdClass $link): array => [
                    'id' => (int) $link->id,
                    'kind' => (string) $link->kind,
                    'other_id' => (int) $link->other_id,
                    'role' => $link->role,
                ],
                $links,
            ),
        );
    }
}
