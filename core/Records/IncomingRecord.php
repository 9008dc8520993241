<?php

declare(strict_types=1);

namespace PineSieve\Core\Records;

use PineSieve\Core\Gifts\Currency;
use PineSieve\Core\Gifts\Gift;
use PineSieve\Core\Names\PersonName;
use PineSieve\Core\Names\SupporterKind;
use PineSieve\Core\Promises\Promise;

/** What a row says of one supporter, once its columns have become fields. '' for what it does not say. */
final readonly class IncomingRecord
{
    /**
     * @param  string  $organization  name of the organization that it is, or of the one that a person is with
     * @param  string  $whole  name of a household
     * @param  array<string, string>  $further  column of the supporter, beside those of the name, to its value, known ones only
     * @param  list<IncomingAddress>  $addresses  the first is the primary one, here and in all lists
     * @param  list<ContactPoint>  $emails
     * @param  list<ContactPoint>  $phones  E.164
     * @param  list<Identifier>  $identifiers
     * @param  list<Gift>  $gifts
     * @param  list<string>  $groups  by name
     * @param  list<string>  $tags  by name
     * @param  int  $supporter  number of the supporter that the row says it is about; 0 if it does not say
     * @param  array<string, string>  $custom  key of a custom field to its value; several values stand on a line each
     * @param  list<UnreadValue>  $unread  values that could not be read: their fields are not blank, and nothing is known of them
     * @param  list<Promise>  $promises
     */
    public function __construct(
        public SupporterKind $kind,
        public PersonName $name,
        public string $organization = '',
        public string $whole = '',
        public array $further = [],
        public array $addresses = [],
        public array $emails = [],
        public array $phones = [],
        public array $identifiers = [],
        public array $gifts = [],
        public array $groups = [],
        public array $tags = [],
        public array $custom = [],
        public int $supporter = 0,
        public array $unread = [],
        public array $promises = [],
    ) {}

    /**
     * The same with other values beside its name and its contact points.
     *
     * @param  array<string, string>  $further
     * @param  list<string>  $groups
     * @param  list<string>  $tags
     * @param  array<string, string>  $custom
     */
    public function with(array $further, array $groups, array $tags, array $custom): self
    {
        return $this->copy(further: $further, groups: $groups, tags: $tags, custom: $custom);
    }

    /**
     * The same with other gifts.
     *
     * @param  list<Gift>  $gifts
     */
    public function withGifts(array $gifts): self
    {
        return $this->copy(gifts: $gifts);
    }

    /**
     * The same with what is promised.
     *
     * @param  list<Promise>  $promises
     */
    public function withPromises(array $promises): self
    {
        return $promises === [] ? $this : $this->copy(promises: $promises);
    }

    /** The same with values that could not be read. */
    public function withUnread(UnreadValue ...$unread): self
    {
        return $unread === [] ? $this : $this->copy(unread: array_values($unread));
    }

    /**
     * @param  ?array<string, string>  $further  null, here and below, for what stays
     * @param  ?list<Gift>  $gifts
     * @param  ?list<string>  $groups
     * @param  ?list<string>  $tags
     * @param  ?array<string, string>  $custom
     * @param  ?list<UnreadValue>  $unread
     * @param  ?list<Promise>  $promises
     */
    private function copy(
        ?array $further = null,
        ?array $gifts = null,
        ?array $groups = null,
        ?array $tags = null,
        ?array $custom = null,
        ?array $unread = null,
        ?array $promises = null,
    ): self {
        return new self(
            $this->kind,
            $this->name,
            $this->organization,
            $this->whole,
            $further ?? $this->further,
            $this->addresses,
            $this->emails,
            $this->phones,
            $this->identifiers,
            $gifts ?? $this->gifts,
            $groups ?? $this->groups,
            $tags ?? $this->tags,
            $custom ?? $this->custom,
            $this->supporter,
            $unread ?? $this->unread,
            $promises ?? $this->promises,
        );
    }

    /** The name that is always there; '' if the row names nobody. */
    public function display(): string
    {
        return match ($this->kind) {
            SupporterKind::Organization => $this->organization,
            SupporterKind::Household => $this->whole !== '' ? $this->whole : $this->name->display(),
            SupporterKind::Person => $this->name->display(),
        };
    }

    /** @return array<string, string> column of the supporter to its value, known ones only */
    public function fields(): array
    {
        $person = $this->kind === SupporterKind::Person;
        $display = $this->display();

        return [
            ...array_filter(
                [
                    'kind' => $this->kind->value,
                    'title' => $this->name->title,
                    'first_name' => $this->name->first,
                    'middle_name' => $this->name->middle,
                    'last_name' => $this->name->last,
                    'suffix' => $this->name->suffix,
                    'organization_name' => $this->organization,
                    'display_name' => $display,
                    'sort_name' => $person
                        ? $this->name->sort()
                        : ($this->kind === SupporterKind::Household && $this->name->last !== ''
                            ? "{$this->name->last}, {$display}"
                            : $display),
                    'envelope_name' => $person ? $this->name->envelope() : $display,
                    'greeting' => $person ? $this->further['nickname'] ?? $this->name->greeting() : $display,
                ],
                static fn(string $value): bool => $value !== '',
            ),
            ...$this->further,
        ];
    }

    /** @return array<string, list<array<string, string>>> those of SupporterRecord::PARTS of which one is enough, column by column */
    public function parts(): array
    {
        return [
            'identifier' => array_map(
                static fn(Identifier $one): array => ['system' => $one->system, 'value' => $one->value],
                $this->identifiers,
            ),
            'membership' => self::named(['group' => $this->groups, 'tag' => $this->tags]),
            'unread' => array_map(static fn(UnreadValue $one): array => ['field' => $one->field, 'value' => $one->text], $this->unread),
        ];
    }

    /**
     * @param  array<string, list<string>>  $lists  "group" and "tag" to names
     * @return list<array<string, string>> the memberships
     */
    public static function named(array $lists): array
    {
        $named = [];
        foreach ($lists as $list => $names) {
            foreach ($names as $name) {
                $named[] = ['list' => $list, 'name' => $name];
            }
        }

        return $named;
    }

    /** Whether it says by what one could tell whom it means, without any name. */
    public function pointsAtSomeone(): bool
    {
        return $this->identifiers !== [] || $this->emails !== [] || $this->supporter > 0;
    }

    /** Equal for two that say the very same, of the supporter and of the gifts: 64 bits of XXH3, signed. */
    public function fingerprint(): int
    {
        $said = [
            $this->fields(),
            array_map(static fn(IncomingAddress $address): array => $address->standard->parts(), $this->addresses),
            array_column($this->emails, 'value'),
            array_column($this->phones, 'value'),
            array_map(static fn(Identifier $identifier): string => $identifier->sameness(), $this->identifiers),
            // Rows that came in before currencies were read were all in dollars, and are recognized still.
            array_map(
                static fn(Gift $gift): array => array_filter(
                    $gift->fields(),
                    static fn(string $value, string $column): bool => $column !== 'currency' || $value !== Currency::DEFAULT,
                    ARRAY_FILTER_USE_BOTH,
                ),
                $this->gifts,
            ),
            $this->groups,
            $this->tags,
            $this->custom,
            ...$this->promises === [] ? [] : [array_map(static fn(Promise $promise): array => $promise->fields(), $this->promises)],
            ...$this->unread === [] ? [] : [array_map(static fn(UnreadValue $one): array => [$one->field, $one->text], $this->unread)],
        ];
        /** @var array{1: int} $parts */
        $parts = unpack('q', hash('xxh3', json_encode($said, JSON_THROW_ON_ERROR), true));

        return $parts[1];
    }
}
