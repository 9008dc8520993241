<?php

declare(strict_types=1);

namespace PineSieve\Core\Changes;

/** One thing created, updated or deleted, with every field before and after. */
final readonly class Change
{
    /**
     * @param  int|string  $ref  id of the thing, or a reference such as "12:email" for one that row 12 of an intake makes
     * @param  array<string, array{?string, ?string}>  $fields  column to its value before and after
     */
    public function __construct(public Subject $subject, public int|string $ref, public Action $action, public array $fields) {}

    /** @param  array<string, ?string>  $values */
    public static function create(Subject $subject, int|string $ref, array $values): self
    {
        return new self($subject, $ref, Action::Create, array_map(static fn(?string $value): array => [null, $value], $values));
    }

    /** @param  array<string, ?string>  $values  all that is stored of it */
    public static function delete(Subject $subject, int|string $ref, array $values): self
    {
        $filled = array_filter($values, static fn(?string $value): bool => $value !== null);

        return new self($subject, $ref, Action::Delete, array_map(static fn(string $value): array => [$value, null], $filled));
    }

    public function withRef(int|string $ref): self
    {
        return new self($this->subject, $ref, $this->action, $this->fields);
    }

    /** The change of one column alone. */
    public function only(string $column): self
    {
        return new self($this->subject, $this->ref, $this->action, array_intersect_key($this->fields, [$column => true]));
    }

    /**
     * Changes with one more to a thing that they may change or make already.
     *
     * @param  list<self>  $changes
     * @return list<self>
     */
    public static function merged(array $changes, self $more): array
    {
        foreach ($changes as $i => $change) {
            if ($change->subject === $more->subject && $change->ref === $more->ref) {
                $changes[$i] = new self($change->subject, $change->ref, $change->action, [...$change->fields, ...$more->fields]);

                return $changes;
            }
        }

        return [$more, ...$changes];
    }

    /** @return array<string, ?string> column to its value after */
    public function after(): array
    {
        return array_map(static fn(array $pair): ?string => $pair[1], $this->fields);
    }

    /** @return array{subject: string, ref: int|string, action: string, fields: array<string, array{?string, ?string}>} */
    public function toArray(): array
    {
        return ['subject' => $this->subject->value, 'ref' => $this->ref, 'action' => $this->action->value, 'fields' => $this->fields];
    }

    /**
     * @param  string  $json  a list of what toArray() gives
     * @return list<self>
     */
    public static function listFrom(string $json): array
    {
        /** @var list<array{subject: string, ref: int|string, action: string, fields: array<string, array{?string, ?string}>}> $list */
        $list = json_decode($json, true, flags: JSON_THROW_ON_ERROR);

        return array_map(self::fromArray(...), $list);
    }

    /** @param  array{subject: string, ref: int|string, action: string, fields: array<string, array{?string, ?string}>}  $data as toArray() gives it */
    public static function fromArray(array $data): self
    {
        return new self(Subject::from($data['subject']), $data['ref'], Action::from($data['action']), $data['fields']);
    }
}
