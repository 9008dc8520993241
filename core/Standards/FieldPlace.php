<?php

declare(strict_types=1);

namespace PineSieve\Core\Standards;

/** Where the value of a field is kept: the subject of a change and its column. */
final class FieldPlace
{
    public const OF_NAME = [
        'name.title' => 'title',
        'name.first' => 'first_name',
        'name.middle' => 'middle_name',
        'name.last' => 'last_name',
        'name.suffix' => 'suffix',
        'organization.name' => 'organization_name',
    ];

    /** Columns of the supporter beside those of the name. */
    public const FURTHER = [
        'first_known' => 'first_known_on',
        'name.nickname' => 'nickname',
        'birth_date' => 'birth_date',
        'status' => 'status',
        'notes' => 'notes',
        'name.greeting' => 'greeting',
        'name.envelope' => 'envelope_name',
        'consent.mail' => 'consent_mail',
        'consent.email' => 'consent_email',
        'consent.phone' => 'consent_phone',
        'consent.mail.date' => 'consent_mail_on',
        'consent.email.date' => 'consent_email_on',
        'consent.phone.date' => 'consent_phone_on',
    ];

    public const OF_ADDRESS = [
        'address.line1' => 'line1',
        'address.line2' => 'line2',
        'address.city' => 'city',
        'address.state' => 'state',
        'address.postal_code' => 'postal_code',
        'address.country' => 'country',
    ];

    public const OF_GIFT = [
        'gift.date' => 'given_on',
        'gift.amount' => 'amount',
        'gift.currency' => 'currency',
        'gift.fund' => 'fund',
        'gift.kind' => 'kind',
        'gift.reference' => 'reference',
        'gift.campaign' => 'campaign',
        'gift.appeal' => 'appeal',
        'gift.tribute' => 'tribute',
        'gift.anonymous' => 'anonymous',
        'gift.notes' => 'notes',
    ];

    /** Fields that nothing of its own is kept for: their values end in other fields. */
    public const SPLIT = ['name.full', 'address.block', 'group', 'id.other', 'supporter'];

    /** @var array<string, ?self> */
    private static array $known = [];

    private function __construct(public readonly string $subject, public readonly string $column) {}

    /** @param  string  $field  key in the catalog, of no party and of no kind; null if nothing of its own is kept for it */
    public static function of(string $field): ?self
    {
        if (!array_key_exists($field, self::$known)) {
            self::$known[$field] = self::find($field);
        }

        return self::$known[$field];
    }

    private static function find(string $field): ?self
    {
        $in = static fn(string $subject, ?string $column): ?self => $column === null ? null : new self($subject, $column);

        return match (true) {
            str_starts_with($field, Field::CUSTOM) => new self('custom', 'value'),
            str_starts_with($field, 'address.') => $in('address', self::OF_ADDRESS[$field] ?? null),
            str_starts_with($field, 'gift.') => $in('gift', self::OF_GIFT[$field] ?? null),
            $field === 'email' => new self('email', 'address'),
            $field === 'phone' => new self('phone', 'number'),
            $field === 'id.old' => new self('identifier', 'value'),
            $field === 'groups', $field === 'tags' => new self('membership', 'name'),
            $field === 'kind' => new self('supporter', 'kind'),
            $field === 'role' => new self('link', 'role'),
            default => $in('supporter', self::OF_NAME[$field] ?? (self::FURTHER[$field] ?? null)),
        };
    }

    /**
     * The field that a column belongs to; null for those that are made from others or that every supporter has.
     *
     * @param  array<string, ?string>  $values  of the thing: a custom value says of which field it is, a membership of which list
     */
    public static function field(string $subject, string $column, array $values = []): ?string
    {
        $found = match ($subject) {
            'supporter' => array_search($column, ['kind' => 'kind', ...self::OF_NAME, ...self::FURTHER], true),
            'address' => $column === 'original' ? 'address.line1' : array_search($column, self::OF_ADDRESS, true),
            'gift' => array_search($column, self::OF_GIFT, true),
            'email', 'phone' => $subject,
            'identifier' => 'id.old',
            'membership' => ($values['list'] ?? '') === 'tag' ? 'tags' : 'groups',
            'custom', 'unread' => $values['field'] ?? false,
            'link' => $column === 'role' ? 'role' : false,
            default => false,
        };

        return $found === false ? null : $found;
    }
}
