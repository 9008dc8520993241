<?php

declare(strict_types=1);

namespace PineSieve\Core\Standards;

use PineSieve\Core\Gifts\Gift;
use PineSieve\Core\Records\IncomingRecord;

/** What a new record has where nobody says anything else, by kind of record and field. */
final readonly class Defaults
{
    private const OF_GIFT = [
        'gift.fund' => 'fund',
        'gift.campaign' => 'campaign',
        'gift.appeal' => 'appeal',
        'gift.kind' => 'kind',
        'gift.anonymous' => 'anonymous',
    ];

    /** @param  array<string, array<string, string>>  $values  value of a RuleSubject to field to value; "supporter" holds for all kinds */
    public function __construct(private array $values = []) {}

    /** Whether a field can have a default: a new supporter's own fields and those of a gift, not its name or ways to reach. */
    public static function areFor(string $field): bool
    {
        return isset(self::OF_GIFT[$field]) ||
            str_starts_with($field, Field::CUSTOM) ||
            in_array($field, ['status', 'consent.mail', 'consent.email', 'consent.phone', 'groups', 'tags'], true);
    }

    public function fill(IncomingRecord $record): IncomingRecord
    {
        $values = [...$this->values[RuleSubject::Supporter->value] ?? [], ...$this->values[$record->kind->value] ?? []];
        if ($values === []) {
            return $record;
        }
        [$further, $custom, $lists] = [[], [], ['groups' => $record->groups, 'tags' => $record->tags]];
        foreach ($values as $field => $value) {
            $column = FieldPlace::further()[$field] ?? null;
            if ($column !== null) {
                $further[$column] = $value;
            } elseif (isset($lists[$field])) {
                $lists[$field] = $lists[$field] === [] ? explode("\n", $value) : $lists[$field];
            } elseif (str_starts_with($field, Field::CUSTOM)) {
                $custom[$field] = $value;
            }
        }

        return $record->with([...$further, ...$record->further], $lists['groups'], $lists['tags'], [...$custom, ...$record->custom]);
    }

    public function fillGift(Gift $gift): Gift
    {
        $missing = [];
        foreach ($this->values[RuleSubject::Gift->value] ?? [] as $field => $value) {
            $part = self::OF_GIFT[$field] ?? null;
            if ($part !== null) {
                $missing[$part] = $value;
            }
        }

        return $missing === [] ? $gift : $gift->orElse($missing);
    }
}
