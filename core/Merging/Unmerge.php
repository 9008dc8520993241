<?php

declare(strict_types=1);

namespace PineSieve\Core\Merging;

use PineSieve\Core\Changes\Action;
use PineSieve\Core\Changes\Change;
use PineSieve\Core\Changes\LeftAsItIs;
use PineSieve\Core\Changes\Reversal;
use PineSieve\Core\Changes\Subject;

/** Takes a merge apart: those who had become part of the survivor come back, with what they had and as it is now. */
final readonly class Unmerge
{
    /**
     * @param  array<int, list<Change>>  $changes  supporter to its changes
     * @param  list<LeftAsItIs>  $kept  what does not become as it was
     */
    private function __construct(public array $changes, public array $kept) {}

    /**
     * @param  array<int, list<Change>>  $done  what the merge did, by supporter, with ids for references
     * @param  array<int, array<string, array<string, ?string>>>  $now  what is stored now of the survivor and of others that the merge changed: supporter to "subject:id" to its columns
     * @param  array<string, int>  $given  things that came to the survivor since, and whose they are: "gift:55" to one of those who come back
     *
     * @throws CannotMerge if a thing is given that is not there, or to someone who does not come back
     */
    public static function plan(int $survivor, array $done, array $now, array $given): self
    {
        $things =
            $now[$survivor] ??
            throw new CannotMerge(
                'The supporter that they were merged into is no longer there. It may have been merged further: take that apart first.',
            );
        $changes = [$survivor => []];
        $kept = [];
        $moved = [];
        $returning = array_diff(
            array_keys(
                array_filter($done, static fn(array $of, int $id): bool => $id !== $survivor && self::goes($of), ARRAY_FILTER_USE_BOTH),
            ),
            [$survivor],
        );
        $taken = [];
        foreach ($done[$survivor] ?? [] as $change) {
            $taken += $change->action === Action::Create ? ["{$change->subject->value}:{$change->ref}" => $change->after()] : [];
        }
        foreach ($returning as $id) {
            $changes[$id] = self::comesBack($done[$id], $taken, $things, $moved, $kept);
        }
        foreach ($given as $thing => $id) {
            if (
                !isset($things[$thing]) ||
                isset($moved[$thing]) ||
                !in_array($id, $returning, true) ||
                str_starts_with($thing, 'supporter:')
            ) {
                throw new CannotMerge("What is at \"{$thing}\" can't be given to supporter {$id}.");
            }
            $moved[$thing] = true;
            [$subject, $ref] = explode(':', $thing);
            $changes[$id][] = Change::create(Subject::from($subject), (int) $ref, self::filled($things[$thing]));
        }
        foreach (self::following($changes, $things, $survivor) as $thing => $id) {
            $moved[$thing] = true;
            $changes[$id][] = Change::create(Subject::Gift, (int) explode(':', $thing)[1], self::filled($things[$thing]));
        }
        foreach (array_keys($moved) as $thing) {
            [$subject, $ref] = explode(':', $thing);
            $changes[$survivor][] = new Change(
                Subject::from($subject),
                (int) $ref,
                Action::Delete,
                array_map(static fn(string $value): array => [$value, null], self::filled($things[$thing])),
            );
        }
        foreach ($done as $id => $of) {
            if (!in_array($id, $returning, true)) {
                // Of the survivor, what moved is done with; the rest is put back as far as nobody changed it since.
                $rest = array_values(array_filter($of, static fn(Change $change): bool => $change->action !== Action::Create));
                $reversal = Reversal::of($rest, $now[$id] ?? [], []);
                $changes[$id] = [...$reversal->changes, ...$changes[$id] ?? []];
                array_push($kept, ...$reversal->kept);
            }
        }

        return new self(array_filter($changes, static fn(array $of): bool => $of !== []), $kept);
    }

    /**
     * What takes a gift back or corrects it goes where the gift goes, and what pays a promise where the promise goes.
     *
     * @param  array<int, list<Change>>  $changes  so far, by supporter
     * @param  array<string, array<string, ?string>>  $things  of the survivor now
     * @return array<string, int> things to whose they are
     */
    private static function following(array $changes, array $things, int $survivor): array
    {
        $goesTo = [];
        foreach (array_diff_key($changes, [$survivor => true]) as $id => $of) {
            foreach ($of as $change) {
                $goesTo["{$change->subject->value}:{$change->ref}"] = $id;
            }
        }
        $following = [];
        foreach ($things as $thing => $values) {
            $whose = $goesTo['gift:' . ($values['corrects_id'] ?? '')] ?? ($goesTo['promise:' . ($values['promise_id'] ?? '')] ?? null);
            if ($whose !== null && !isset($goesTo[$thing])) {
                $following[$thing] = $whose;
            }
        }

        return $following;
    }

    /** @param  list<Change>  $done */
    private static function goes(array $done): bool
    {
        return array_filter(
            $done,
            static fn(Change $change): bool => $change->subject === Subject::Supporter && $change->action === Action::Delete,
        ) !== [];
    }

    /**
     * @param  list<Change>  $done  of one who became part of the survivor: all of it is taken away there
     * @param  array<string, array<string, ?string>>  $taken  things that the survivor got then, as it got them
     * @param  array<string, array<string, ?string>>  $things  of the survivor now
     * @param  array<string, true>  $moved  things that go back, so far
     * @param  list<LeftAsItIs>  $kept
     * @return list<Change>
     */
    private static function comesBack(array $done, array $taken, array $things, array &$moved, array &$kept): array
    {
        $changes = [];
        foreach ($done as $change) {
            $thing = "{$change->subject->value}:{$change->ref}";
            $was = array_map(static fn(array $pair): ?string => $pair[0], $change->fields);
            if (isset($taken[$thing]) && !isset($things[$thing])) {
                $kept[] = new LeftAsItIs($thing, null, null, null, 'It was removed since');

                continue;
            }
            if (isset($taken[$thing])) {
                $moved[$thing] = true;
                // As it was, with what was changed since the merge.
                $since = array_filter(
                    $things[$thing],
                    static fn(?string $value, string $column): bool => $value !== ($taken[$thing][$column] ?? null),
                    ARRAY_FILTER_USE_BOTH,
                );
                $was = [...$was, ...$since];
            }
            $changes[] = Change::create($change->subject, $change->ref, $was);
        }

        return self::supporterFirst($changes);
    }

    /**
     * @param  list<Change>  $changes
     * @return list<Change>
     */
    private static function supporterFirst(array $changes): array
    {
        usort(
            $changes,
            static fn(Change $a, Change $b): int => ($b->subject === Subject::Supporter) <=> ($a->subject === Subject::Supporter),
        );

        return $changes;
    }

    /**
     * @param  array<string, ?string>  $values
     * @return array<string, string>
     */
    private static function filled(array $values): array
    {
        return array_filter($values, static fn(?string $value): bool => $value !== null);
    }
}
