<?php

declare(strict_types=1);

namespace PineSieve\Core\Records;

use PineSieve\Core\Names\PersonName;
use PineSieve\Core\Names\SupporterKind;

/** A supporter as stored, or as stored once the rows before have been applied. */
final readonly class SupporterRecord
{
    /** Status of whom nothing else is said of: what is stored is what rules look at. */
    public const NEW_STATUS = 'active';

    /** Kinds of things that hang on a supporter, to the list that holds them. Gifts are counted, not held. */
    public const PARTS = [
        'address' => 'addresses',
        'email' => 'emails',
        'phone' => 'phones',
        'identifier' => 'identifiers',
        'membership' => 'memberships',
        'custom' => 'custom',
        'link' => 'links',
        'unread' => 'unread',
        'promise' => 'promises',
        'note' => 'dated',
    ];

    /**
     * @param  int|string  $ref  its id, or "12:supporter" for the one that row 12 of an intake would make
     * @param  array<string, ?string>  $fields  column of the supporter to its value
     * @param  list<RecordPart>  $addresses  the primary one first
     * @param  list<RecordPart>  $emails  the primary one first
     * @param  list<RecordPart>  $phones  the primary one first
     * @param  list<RecordPart>  $identifiers
     * @param  list<RecordPart>  $memberships  of groups and tags
     * @param  list<RecordPart>  $custom  values of custom fields
     * @param  list<RecordPart>  $links  to other supporters
     * @param  array<string, int>  $gifts  identity of a gift, or of a promise, to the number of those stored
     * @param  array<string, int>  $giftsSeen  identity of a gift to the number of those that earlier rows of the intake brought
     * @param  list<RecordPart>  $unread  values that could not be read, as they were written
     * @param  list<RecordPart>  $promises  pledges and recurring gifts
     * @param  list<RecordPart>  $dated  dated notes
     */
    public function __construct(
        public int|string $ref,
        public int $version,
        public array $fields,
        public array $addresses = [],
        public array $emails = [],
        public array $phones = [],
        public array $identifiers = [],
        public array $memberships = [],
        public array $custom = [],
        public array $links = [],
        public array $gifts = [],
        public array $giftsSeen = [],
        public array $unread = [],
        public array $promises = [],
        public array $dated = [],
    ) {}

    /**
     * @param  array<string, ?string>  $fields
     * @param  array<string, list<RecordPart>>  $parts  by the kinds of PARTS
     * @param  array<string, int>  $gifts
     * @param  array<string, int>  $giftsSeen
     */
    public static function of(int|string $ref, int $version, array $fields, array $parts, array $gifts = [], array $giftsSeen = []): self
    {
        $lists = [];
        foreach (self::PARTS as $kind => $list) {
            $lists[$list] = $parts[$kind] ?? [];
        }

        return new self(
            ...['ref' => $ref, 'version' => $version, 'fields' => $fields, ...$lists, 'gifts' => $gifts, 'giftsSeen' => $giftsSeen],
        );
    }

    /** @return array<string, list<RecordPart>> by the kinds of PARTS */
    public function parts(): array
    {
        return array_map(fn(string $list): array => $this->{$list}, self::PARTS);
    }

    public function kind(): SupporterKind
    {
        return SupporterKind::from($this->fields['kind'] ?? 'person');
    }

    public function field(string $column): string
    {
        return $this->fields[$column] ?? '';
    }

    public function name(): PersonName
    {
        return new PersonName(
            $this->field('title'),
            $this->field('first_name'),
            $this->field('middle_name'),
            $this->field('last_name'),
            $this->field('suffix'),
        );
    }
}
