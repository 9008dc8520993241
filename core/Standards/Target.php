<?php

declare(strict_types=1);

namespace PineSieve\Core\Standards;

/**
 * Where a value goes: a field of the catalog, of which of the people a row tells of, and which one of several.
 *
 * Written as a key: "name.first", "address.work.city", "email.2", "phone.mobile", "gift.3.amount", "gift.2.split.3.fund", "spouse.name.first", "child.2.name.first".
 */
final readonly class Target
{
    /** Whom else a row can tell of. */
    public const PARTIES = [
        'spouse' => 'Spouse',
        'employer' => 'Employer',
        'contact' => 'Contact person',
        'child' => 'Child',
        'household' => 'Household',
    ];

    /** What can be there several times, and the kinds that tell one from another. */
    public const KINDS = [
        'address' => ['home', 'work', 'mailing', 'seasonal', 'other'],
        'email' => ['home', 'work', 'other'],
        'phone' => ['home', 'work', 'mobile', 'fax', 'other'],
        'gift' => [],
        'promise' => [],
    ];

    /** Of repeated things, at most. */
    public const MOST = 60;

    /**
     * Fields that each part of a split gift has for itself, and each credit of one. What the first part is for is what the gift is for:
     * "gift.fund" is "gift.split.1.fund".
     */
    public const OF_PART = [
        'gift.fund',
        'gift.campaign',
        'gift.appeal',
        'gift.split.amount',
        'gift.credit.id',
        'gift.credit.amount',
        'gift.credit.share',
    ];

    /**
     * @param  string  $party  '' for the supporter that the row is about, or a key of PARTIES
     * @param  int  $partyNumber  from 1; above it only for children
     * @param  string  $field  key in the catalog, such as "address.city"
     * @param  string  $kind  one of KINDS; '' if it is not said
     * @param  int  $number  from 1, among those of the same kind
     * @param  int  $part  from 1; above it only for what each part or each credit of a gift has
     */
    private function __construct(
        public string $party,
        public int $partyNumber,
        public string $field,
        public string $kind,
        public int $number,
        public int $part = 1,
    ) {}

    /** @return ?self null if a key is not one */
    public static function tryParse(string $key): ?self
    {
        $parts = explode('.', $key);
        [$party, $partyNumber] = ['', 1];
        if (isset(self::PARTIES[$parts[0]]) && count($parts) > 1) {
            $party = array_shift($parts);
            if ($party === 'child' && self::isNumber($parts[0])) {
                $partyNumber = (int) array_shift($parts);
            }
        }
        $head = array_shift($parts);
        [$kind, $number] = ['', 1];
        if ($head !== null && isset(self::KINDS[$head])) {
            if ($parts !== [] && in_array($parts[0], self::KINDS[$head], true)) {
                $kind = array_shift($parts);
            }
            if ($parts !== [] && self::isNumber($parts[0])) {
                $number = (int) array_shift($parts);
            }
        }

        $isOfPart = $head === 'gift' && in_array($parts[0] ?? '', ['split', 'credit'], true) && self::isNumber($parts[1] ?? '');
        $part = $isOfPart ? (int) $parts[1] : 1;
        $field = self::ofPart(implode('.', [$head, ...$parts]));

        return $head === null ||
            $head === '' ||
            $partyNumber > self::MOST ||
            $number > self::MOST ||
            $part > self::MOST ||
            ($part > 1 && !in_array($field, self::OF_PART, true))
            ? null
            : new self($party, $partyNumber, $field, $kind, $number, $part);
    }

    /** "gift.split.3.fund" is of the field "gift.fund". */
    private static function ofPart(string $field): string
    {
        $field = (string) preg_replace('/^gift\.(split|credit)\.[1-9]\d?\./', 'gift.$1.', $field);
        $whole = str_replace('gift.split.', 'gift.', $field);

        return in_array($whole, self::OF_PART, true) ? $whole : $field;
    }

    /** @return string a key as key() writes it: "gift.credit.1.id" is "gift.credit.id". What is no key stays */
    public static function normal(string $key): string
    {
        return self::tryParse($key)?->key() ?? $key;
    }

    public function key(): string
    {
        [$head, $rest] = [...explode('.', $this->field, 2), ''];
        if ($this->part > 1) {
            $of = str_starts_with($rest, 'credit.') ? 'credit' : 'split';
            $rest = "{$of}.{$this->part}." . (string) preg_replace('/^(?:split|credit)\./', '', $rest);
        }

        return implode(
            '.',
            array_filter(
                [
                    $this->party,
                    $this->partyNumber > 1 ? (string) $this->partyNumber : '',
                    $head,
                    $this->kind,
                    $this->number > 1 ? (string) $this->number : '',
                    $rest,
                ],
                static fn(string $part): bool => $part !== '',
            ),
        );
    }

    /** The same for all parts of one thing: of one address, one gift, one person. */
    public function thing(): string
    {
        return "{$this->person()}|" . explode('.', $this->field)[0] . "|{$this->kind}|{$this->number}";
    }

    /** "", "spouse", "child.2" */
    public function person(): string
    {
        return $this->party . ($this->partyNumber > 1 ? ".{$this->partyNumber}" : '');
    }

    /** Of another person, of another kind or another number. */
    public function with(
        ?string $party = null,
        ?int $partyNumber = null,
        ?string $field = null,
        ?string $kind = null,
        ?int $number = null,
        ?int $part = null,
    ): self {
        return new self(
            $party ?? $this->party,
            $partyNumber ?? $this->partyNumber,
            $field ?? $this->field,
            $kind ?? $this->kind,
            $number ?? $this->number,
            $part ?? $this->part,
        );
    }

    /**
     * @param  string  $field  label of the field: "City", "Email", "Gift date"
     * @return string of exactly this one: "Work address: City", "Email 2", "Gift 3 date", "Gift fund, part 2", "Spouse: First name"
     */
    public function label(string $field): string
    {
        $number = $this->number > 1 ? " {$this->number}" : '';
        $label = match (explode('.', $this->field)[0]) {
            'address' => $this->kind . $number === ''
                ? $field
                : ucfirst(trim("{$this->kind} address{$number}")) .
                    ': ' .
                    (str_starts_with($field, 'Address, ') ? substr($field, 9) : $field),
            'gift' => str_replace('Gift', "Gift{$number}", $field) . ($this->part > 1 ? ", part {$this->part}" : ''),
            'promise' => str_replace('Promise', "Promise{$number}", $field),
            'email', 'phone' => ucfirst(trim($this->kind . ' ' . ($this->kind === '' ? $field : lcfirst($field)))) . $number,
            default => $field,
        };
        if ($this->party === '') {
            return $label;
        }
        $person = self::PARTIES[$this->party] . ($this->partyNumber > 1 ? " {$this->partyNumber}" : '');

        return "{$person}: " . ($this->field === 'organization.name' ? 'Name' : $label);
    }

    private static function isNumber(string $part): bool
    {
        return preg_match('/^[1-9]\d?$/D', $part) === 1;
    }
}
