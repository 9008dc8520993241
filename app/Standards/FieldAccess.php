<?php

declare(strict_types=1);

namespace App\Standards;

use App\Accounts\User;
use Illuminate\Support\Facades\Auth;
use PineSieve\Core\Changes\Change;
use PineSieve\Core\Standards\FieldPlace;

/** What the person who is signed in may see and edit, field by field. What may not be seen never leaves the server. */
final readonly class FieldAccess
{
    /** Without these nobody could tell one record from another. */
    public const ALWAYS = ['kind', 'supporter', 'name.full', 'name.first', 'name.last', 'organization.name'];

    /** Columns that say nothing by themselves: without a value beside them, there is nothing to show. */
    private const ABOUT = ['kind', 'is_primary', 'list', 'field', 'system', 'condition', 'label', 'valid_from', 'valid_until'];

    /** @var array<string, true> */
    private array $hidden;

    /** @var array<string, true> */
    private array $locked;

    /** @param  list<string>  $alsoHidden  fields that the place does not show */
    private function __construct(?User $user, array $alsoHidden)
    {
        [$hidden, $locked] = [array_fill_keys($alsoHidden, true), []];
        foreach (FieldSetting::query()->get() as $setting) {
            if ($user === null) {
                break;
            }
            if (!$setting->allows('see', $user)) {
                $hidden[$setting->field] = true;
            }
            if (!$setting->allows('see', $user) || !$setting->allows('edit', $user)) {
                $locked[$setting->field] = true;
            }
        }
        // A greeting is made of the nickname: whoever may not see the one would read it in the other.
        if (isset($hidden['name.nickname'])) {
            $hidden['name.greeting'] = true;
        }
        // The parts of a gift say how much of it is for what.
        foreach (['gift.amount', 'gift.fund', 'gift.campaign', 'gift.appeal'] as $said) {
            $hidden = isset($hidden[$said]) ? [...$hidden, 'gift.splits' => true] : $hidden;
            $locked = isset($locked[$said]) ? [...$locked, 'gift.splits' => true] : $locked;
        }
        if (isset($hidden['gift.amount'])) {
            [$hidden['gift.credits'], $locked['gift.credits']] = [true, true];
        }
        [$this->hidden, $this->locked] = [$hidden, $locked];
    }

    public static function ofUser(): self
    {
        $user = Auth::user();

        return new self($user instanceof User ? $user : null, []);
    }

    /** What the person sees on a supporter's page. */
    public static function onPage(): self
    {
        $user = Auth::user();

        return new self($user instanceof User ? $user : null, FieldSetting::hiddenIn('page'));
    }

    /** What the person may take out in a file. */
    public static function inExport(): self
    {
        $user = Auth::user();

        return new self($user instanceof User ? $user : null, FieldSetting::hiddenIn('export'));
    }

    public function seesAll(): bool
    {
        return $this->hidden === [];
    }

    /** @param  string  $field  key in the catalog, of no party and of no kind */
    public function sees(string $field): bool
    {
        return !isset($this->hidden[$field]);
    }

    public function edits(string $field): bool
    {
        return !isset($this->locked[$field]);
    }

    /** @param  array<string, mixed>  $values  of the thing that the column is of */
    public function seesColumn(string $subject, string $column, array $values = []): bool
    {
        if ($this->hidden === []) {
            return true;
        }
        $field = self::fieldOf($subject, $column, $values);

        return $field === null || $this->sees($field);
    }

    /** @param  array<string, mixed>  $values  of the thing that the column is of */
    public function editsColumn(string $subject, string $column, array $values = []): bool
    {
        $field = $this->locked === [] ? null : self::fieldOf($subject, $column, $values);

        return $field === null || $this->edits($field);
    }

    /** @param  array<string, mixed>  $values */
    private static function fieldOf(string $subject, string $column, array $values): ?string
    {
        return FieldPlace::field(
            $subject,
            $column,
            array_map(
                static fn(mixed $value): ?string => $value === null ? null : (string) $value,
                array_filter($values, static fn(mixed $value): bool => $value === null || is_scalar($value)),
            ),
        );
    }

    /**
     * @param  array<string, mixed>  $row  columns of a thing
     * @return array<string, mixed> without what may not be seen
     */
    public function of(string $subject, array $row): array
    {
        return array_filter($row, fn(string $column): bool => $this->seesColumn($subject, $column, $row), ARRAY_FILTER_USE_KEY);
    }

    /**
     * @param  array<string, ?string>  $values  further values of the thing that the change is to
     * @return ?Change null if nothing of it may be seen
     */
    public function ofChange(Change $change, array $values = []): ?Change
    {
        if ($this->hidden === []) {
            return $change;
        }
        $known = [...$values, ...array_map(static fn(array $pair): ?string => $pair[1] ?? $pair[0], $change->fields)];
        $fields = array_filter(
            $change->fields,
            fn(string $column): bool => $this->seesColumn($change->subject->value, $column, $known),
            ARRAY_FILTER_USE_KEY,
        );
        $telling = array_diff_key($fields, array_flip(self::ABOUT));

        return $fields === $change->fields
            ? $change
            : ($telling === [] && $change->subject->value !== 'supporter'
                ? null
                : new Change($change->subject, $change->ref, $change->action, $fields));
    }
}
