<?php

declare(strict_types=1);

namespace PineSieve\Core\Changes;

use PineSieve\Core\Records\RecordPart;

/** What takes back everything that an intake did to one supporter, as far as nobody changed it since. */
final readonly class Reversal
{
    /**
     * @param  list<Change>  $changes  in the order in which they are to be applied
     * @param  list<LeftAsItIs>  $kept
     */
    private function __construct(public array $changes, public array $kept) {}

    /**
     * @param  list<Change>  $done  what the intake did, in order, with ids for references
     * @param  array<string, array<string, ?string>>  $now  "subject:id" to what is stored of it now, column by column
     * @param  array<string, true>  $since  things that others changed after the intake
     */
    public static function of(array $done, array $now, array $since): self
    {
        $net = self::net($done);
        $stays = self::supporterStays($net, $now, $since);
        $needed = self::needed($net, $now, $since);
        $changes = [];
        $kept = [];
        foreach (array_reverse($net) as $thing => $change) {
            $stored = $now[$thing] ?? null;
            if ($change->action === Action::Delete) {
                if ($stored === null && !self::isThereAgain($change, $now)) {
                    $changes[] = Change::create(
                        $change->subject,
                        $change->ref,
                        array_map(static fn(array $pair): ?string => $pair[0], $change->fields),
                    );
                } else {
                    $kept[] = new LeftAsItIs($thing, null, null, null, 'It is there again');
                }
            } elseif ($stored === null) {
                $kept[] = new LeftAsItIs(
                    $thing,
                    null,
                    null,
                    null,
                    $change->subject === Subject::Entry ? 'It was posted with its batch, or taken out of it' : 'It is no longer there',
                );
            } elseif ($change->action === Action::Update) {
                [$back, $left] = self::fields($thing, $change, $stored);
                array_push($kept, ...$left);
                if ($back !== []) {
                    $changes[] = new Change($change->subject, $change->ref, Action::Update, $back);
                }
            } elseif (isset($needed[$thing])) {
                $kept[] = new LeftAsItIs($thing, null, null, null, $needed[$thing]);
            } elseif (!isset($since[$thing]) && ($change->subject->standsAlone() || !$stays)) {
                $changes[] = new Change(
                    $change->subject,
                    $change->ref,
                    Action::Delete,
                    array_map(
                        static fn(?string $value): array => [$value, null],
                        array_filter($stored, static fn(?string $value): bool => $value !== null),
                    ),
                );
            } elseif ($change->subject->canBeTwice() || isset($since[$thing])) {
                $kept[] = new LeftAsItIs(
                    $thing,
                    null,
                    null,
                    null,
                    $change->subject === Subject::Supporter
                        ? 'Others have added to this supporter or changed it since'
                        : 'It was changed since',
                );
            }
        }
        // A supporter that comes back is there before what hangs on it.
        usort($changes, static fn(Change $a, Change $b): int => self::comesBack($b) <=> self::comesBack($a));

        return new self($changes, $kept);
    }

    /**
     * @param  array<string, Change>  $net
     * @param  array<string, array<string, ?string>>  $now
     * @param  array<string, true>  $since
     * @return array<string, string> things that something which stays points to, to why they stay
     */
    private static function needed(array $net, array $now, array $since): array
    {
        $needed = [];
        foreach ($now as $thing => $values) {
            $goes = ($net[$thing] ?? null)?->action === Action::Create && !isset($since[$thing]);
            if (!$goes && isset($values['corrects_id'])) {
                $needed["gift:{$values['corrects_id']}"] = 'It was taken back or corrected since';
            }
            if (!$goes && isset($values['promise_id'])) {
                $needed["promise:{$values['promise_id']}"] = 'Gifts that came since pay it';
            }
        }

        return $needed;
    }

    /** Nothing can be taken back, for one reason. */
    public static function impossible(string $thing, string $reason): self
    {
        return new self([], [new LeftAsItIs($thing, null, null, null, $reason)]);
    }

    /**
     * Whether the like of what was taken away hangs on the supporter once more. Two like gifts are two.
     *
     * @param  array<string, array<string, ?string>>  $now
     */
    private static function isThereAgain(Change $gone, array $now): bool
    {
        if ($gone->subject->canBeTwice()) {
            return false;
        }
        $like = array_filter(
            $now,
            static fn(string $thing): bool => str_starts_with($thing, "{$gone->subject->value}:"),
            ARRAY_FILTER_USE_KEY,
        );
        $parts = array_map(static fn(array $values): RecordPart => new RecordPart('', $values), array_values($like));

        return $parts !== [] &&
            (new Sameness())->find($gone->subject, array_map(static fn(array $pair): ?string => $pair[0], $gone->fields), $parts) !== null;
    }

    private static function comesBack(Change $change): bool
    {
        return $change->subject === Subject::Supporter && $change->action === Action::Create;
    }

    /**
     * One change a thing: from what was before the first to what is after the last. What was made and taken away again is nothing.
     *
     * @param  list<Change>  $done
     * @return array<string, Change>
     */
    private static function net(array $done): array
    {
        $fields = [];
        $first = [];
        $last = [];
        foreach ($done as $change) {
            $thing = "{$change->subject->value}:{$change->ref}";
            $first[$thing] ??= $change;
            $last[$thing] = $change;
            foreach ($change->fields as $column => $pair) {
                $fields[$thing][$column] = [isset($fields[$thing][$column]) ? $fields[$thing][$column][0] : $pair[0], $pair[1]];
            }
        }
        $net = [];
        foreach ($first as $thing => $change) {
            $wasThere = $change->action !== Action::Create;
            $isThere = $last[$thing]->action !== Action::Delete;
            if ($wasThere || $isThere) {
                $action = match (true) {
                    !$wasThere => Action::Create,
                    !$isThere => Action::Delete,
                    default => Action::Update,
                };
                $changed = $fields[$thing] ?? [];
                if ($action === Action::Delete) {
                    // What a change before the deletion left alone is told by the deletion alone.
                    $changed = array_filter($changed, static fn(array $pair): bool => $pair[0] !== null);
                }
                $net[$thing] = new Change($change->subject, $change->ref, $action, $changed);
            }
        }

        return $net;
    }

    /**
     * A supporter that the intake made goes only with all that hangs on it: not if anything of it is someone else's.
     *
     * @param  array<string, Change>  $net
     * @param  array<string, array<string, ?string>>  $now
     * @param  array<string, true>  $since
     */
    private static function supporterStays(array $net, array $now, array $since): bool
    {
        $made = array_filter(
            $net,
            static fn(Change $change): bool => $change->subject === Subject::Supporter && $change->action === Action::Create,
        );
        if ($made === []) {
            return false;
        }

        return array_diff_key($now, $net) !== [] || array_intersect_key($since, $now) !== [];
    }

    /**
     * @param  array<string, ?string>  $stored
     * @return array{array<string, array{?string, ?string}>, list<LeftAsItIs>}
     */
    private static function fields(string $thing, Change $change, array $stored): array
    {
        $back = [];
        $kept = [];
        foreach ($change->fields as $column => [$before, $after]) {
            $value = $stored[$column] ?? null;
            if ($value === $after) {
                $back[$column] = [$after, $before];
            } elseif ($value !== $before) {
                $kept[] = new LeftAsItIs($thing, $column, $value, $before, 'It was changed since');
            }
        }

        return [$back, $kept];
    }
}
