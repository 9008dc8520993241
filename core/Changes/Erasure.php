<?php

declare(strict_types=1);

namespace PineSieve\Core\Changes;

/**
 * What stays of someone who is erased, in the records and in the journal: what was given, when and for what; never who it was. Neither can be
 * taken back.
 */
final class Erasure
{
    /** Columns of money in which people write of people. */
    private const TOLD = ['notes', 'tribute', 'tell', 'description', 'reason', 'written_off_reason'];

    /** Columns of a supporter that say nothing of who it is. */
    private const KEPT = ['kind', 'status'];

    private const CALLED = ['display_name', 'sort_name'];

    private function __construct() {}

    /**
     * @param  int  $id  of the supporter
     * @param  array<string, array<string, ?string>>  $things  "subject:id" to all that is stored of it
     * @return list<Change>
     */
    public static function of(int $id, array $things): array
    {
        $changes = [];
        foreach ($things as $thing => $values) {
            [$name, $ref] = explode(':', $thing);
            // "link to" and "credit to" are things of others.
            $subject = Subject::tryFrom($name);
            if ($subject === Subject::Supporter) {
                $changes[] = self::nameless($id, $values);
            } elseif ($subject !== null && self::isMoney($subject)) {
                $told = self::emptied(array_intersect_key($values, array_flip(self::TOLD)));
                array_push($changes, ...$told === [] ? [] : [new Change($subject, (int) $ref, Action::Update, $told)]);
            } elseif ($subject !== null) {
                $changes[] = Change::delete($subject, (int) $ref, $values);
            }
        }

        return $changes;
    }

    /** What a supporter of a kind is called once it is erased. */
    public static function called(string $kind): string
    {
        return "Erased {$kind}";
    }

    /** What may still be known of a change that was made to someone who is erased. */
    public static function told(Change $change): Change
    {
        $fields = match (true) {
            $change->subject === Subject::Supporter => array_intersect_key($change->fields, array_flip(self::KEPT)),
            self::isMoney($change->subject) => array_diff_key($change->fields, array_flip(self::TOLD)),
            default => [],
        };

        return new Change($change->subject, $change->ref, $change->action, $fields);
    }

    /** What may still be known of a change to a gift that honors someone who is erased: all but the words for it. */
    public static function honoring(Change $change): Change
    {
        return new Change($change->subject, $change->ref, $change->action, array_diff_key($change->fields, ['tribute' => true]));
    }

    /** Whether it says what was given or promised, which stays. */
    public static function isMoney(Subject $subject): bool
    {
        return $subject === Subject::Promise || $subject->isGift();
    }

    /** @param  array<string, ?string>  $values */
    private static function nameless(int $id, array $values): Change
    {
        $called = self::called($values['kind'] ?? 'person');
        $fields = self::emptied(array_diff_key($values, array_flip([...self::KEPT, ...self::CALLED])));
        foreach (self::CALLED as $column) {
            $fields[$column] = [$values[$column] ?? null, $called];
        }

        return new Change(Subject::Supporter, $id, Action::Update, $fields);
    }

    /**
     * @param  array<string, ?string>  $values
     * @return array<string, array{string, null}>
     */
    private static function emptied(array $values): array
    {
        return array_map(
            static fn(string $value): array => [$value, null],
            array_filter($values, static fn(?string $value): bool => $value !== null && $value !== ''),
        );
    }
}
