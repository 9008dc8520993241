<?php

declare(strict_types=1);

namespace PineSieve\Core\Forms;

use PineSieve\Core\Names\SupporterKind;
use PineSieve\Core\Records\RecordPart;
use PineSieve\Core\Records\SupporterRecord;
use PineSieve\Core\Standards\Field;
use PineSieve\Core\Standards\FieldPlace;

/** A supporter as it stands in a form: what a person wrote, not yet read by any format. */
final readonly class Draft
{
    /** Lists of a form and the columns that a person writes in each. */
    public const LISTS = [
        'addresses' => ['line1', 'line2', 'city', 'state', 'postal_code', 'country', 'kind', 'label', 'is_primary', 'condition'],
        'emails' => ['address', 'kind', 'label', 'is_primary', 'condition'],
        'phones' => ['number', 'kind', 'label', 'is_primary', 'condition'],
        'identifiers' => ['system', 'value'],
        'links' => ['kind', 'other_id', 'role', 'reversed'],
    ];

    /** Of each list that a person may make longer, at most. */
    private const MOST = 60;

    /**
     * @param  array<string, string>  $fields  key in the catalog to what is written; several groups stand on a line each
     * @param  array<string, array<int|string, array<string, string>>>  $lists  name of LISTS to reference (an id, or "new1") to column to what is written
     */
    private function __construct(public SupporterKind $kind, public array $fields, public array $lists) {}

    /**
     * @param  array<mixed>  $data  {kind, fields: {key: text}, addresses: [{ref, line1, ...}], emails, phones, identifiers, links}
     *
     * @throws UnusableDraft if it is not written so
     */
    public static function fromArray(array $data): self
    {
        $kind = is_string($data['kind'] ?? null) ? SupporterKind::tryFrom($data['kind']) : null;
        if ($kind === null) {
            throw new UnusableDraft('A form says whether it is about a person, a household or an organization.');
        }
        $fields = [];
        foreach (is_array($data['fields'] ?? null) ? $data['fields'] : [] as $key => $value) {
            if (!is_string($key) || !is_string($value) || mb_strlen($value) > 10000) {
                throw new UnusableDraft('The fields of a form are text of at most 10,000 characters.');
            }
            $fields[$key] = $value;
        }
        $lists = [];
        foreach (self::LISTS as $list => $columns) {
            $items = is_array($data[$list] ?? null) ? array_values($data[$list]) : [];
            if (count($items) > self::MOST) {
                throw new UnusableDraft('A supporter can have up to ' . self::MOST . ' of these.');
            }
            foreach ($items as $place => $item) {
                $ref = is_array($item) ? $item['ref'] ?? 'new' . ($place + 1) : null;
                if (!is_array($item) || (!is_int($ref) && (!is_string($ref) || preg_match('/^(?:new)?\d{1,12}$/D', $ref) !== 1))) {
                    throw new UnusableDraft("An entry of \"{$list}\" is not written as it should be.");
                }
                foreach ($columns as $column) {
                    $value = $item[$column] ?? '';
                    $lists[$list][(string) $ref][$column] = is_bool($value)
                        ? ($value
                            ? '1'
                            : '0')
                        : (is_scalar($value)
                            ? mb_substr((string) $value, 0, 1000)
                            : '');
                }
            }
        }

        return new self($kind, $fields, $lists);
    }

    /**
     * The form of a stored supporter.
     *
     * @param  list<array{id: int, kind: string, other_id: int, role: ?string}>  $linksTo  links that others have to it
     */
    public static function of(SupporterRecord $record, array $linksTo = []): self
    {
        $fields = ['name.full' => $record->field('display_name')];
        foreach ([...FieldPlace::ofName(), ...FieldPlace::further()] as $field => $column) {
            $fields[$field] = $record->field($column);
        }
        foreach (['groups' => 'group', 'tags' => 'tag'] as $field => $list) {
            $names = array_map(
                static fn(RecordPart $part): string => $part->value('name'),
                array_filter($record->memberships, static fn(RecordPart $part): bool => $part->value('list') === $list),
            );
            sort($names);
            $fields[$field] = implode("\n", $names);
        }
        foreach ($record->custom as $part) {
            $fields[$part->value('field')] = $part->value('value');
        }
        $lists = [];
        foreach ($record->parts() as $kind => $parts) {
            $list = SupporterRecord::PARTS[$kind];
            foreach ($parts as $part) {
                foreach (self::LISTS[$list] ?? [] as $column) {
                    $lists[$list][(string) $part->ref][$column] = $column === 'reversed' ? '0' : $part->value($column);
                }
            }
        }
        foreach ($linksTo as $link) {
            $lists['links'][(string) $link['id']] = [
                'kind' => $link['kind'],
                'other_id' => (string) $link['other_id'],
                'role' => (string) $link['role'],
                'reversed' => '1',
            ];
        }

        return new self($record->kind(), $fields, $lists);
    }

    /** @return array<string, string> "fields.name.first", "emails.55.address" to what is written there; '' for what someone left or made blank, while a field that the form does not show is missing */
    public function flat(): array
    {
        $flat = ['kind' => $this->kind->value];
        foreach ($this->fields as $field => $value) {
            $flat["fields.{$field}"] = $value;
        }
        foreach ($this->lists as $list => $items) {
            foreach ($items as $ref => $columns) {
                foreach ($columns as $column => $value) {
                    $flat["{$list}.{$ref}.{$column}"] = $value;
                }
            }
        }

        return $flat;
    }

    /** @param  array<string, string>  $flat  as flat() gives it */
    public static function fromFlat(array $flat): self
    {
        [$fields, $lists] = [[], []];
        foreach ($flat as $path => $value) {
            [$head, $rest] = [...explode('.', $path, 2), ''];
            if ($head === 'fields') {
                $fields[$rest] = $value;
            } elseif (isset(self::LISTS[$head])) {
                [$ref, $column] = explode('.', $rest, 2);
                $lists[$head][$ref][$column] = $value;
            }
        }

        return new self(SupporterKind::from($flat['kind']), $fields, $lists);
    }

    /** The field of the catalog that a place in the form belongs to; null for what is not a field. */
    public static function fieldAt(string $path): ?string
    {
        if (str_starts_with($path, 'fields.')) {
            return substr($path, 7);
        }
        [$list] = explode('.', $path, 2);
        $column = substr((string) strrchr($path, '.'), 1);

        return match ($list) {
            'addresses' => isset(array_flip(FieldPlace::columns('address'))[$column]) ? "address.{$column}" : 'address.line1',
            'emails' => 'email',
            'phones' => 'phone',
            'identifiers' => 'id.old',
            'links' => 'role',
            default => null,
        };
    }

    /** @return array<string, mixed> as fromArray() takes it */
    public function toArray(): array
    {
        $lists = [];
        foreach (array_keys(self::LISTS) as $list) {
            $lists[$list] = [];
            foreach ($this->lists[$list] ?? [] as $ref => $columns) {
                $lists[$list][] = ['ref' => is_int($ref) ? $ref : (ctype_digit($ref) ? (int) $ref : $ref), ...$columns];
            }
        }

        return ['kind' => $this->kind->value, 'fields' => (object) $this->fields, ...$lists];
    }

    public function field(string $key): string
    {
        return $this->fields[$key] ?? '';
    }

    /** @return array<string, string> custom field to what is written */
    public function custom(): array
    {
        return array_filter($this->fields, static fn(string $key): bool => str_starts_with($key, Field::CUSTOM), ARRAY_FILTER_USE_KEY);
    }
}
