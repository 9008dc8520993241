<?php

declare(strict_types=1);

namespace App\Batches;

use App\Accounts\User;
use App\Promises\PayablePromises;
use App\Records\RecordReader;
use App\Standards\FieldAccess;
use App\Supporters\Links;
use App\Supporters\SupporterSearch;
use Illuminate\Database\Connection;
use PineSieve\Core\Addresses\Address;
use PineSieve\Core\Gifts\Gift;
use PineSieve\Core\Names\SupporterKind;
use PineSieve\Core\Records\RecordPart;
use PineSieve\Core\Records\SupporterRecord;
use PineSieve\Core\Standards\Field;
use PineSieve\Core\Standards\FieldCatalog;
use PineSieve\Core\Standards\FieldPlace;

/**
 * What tells a supporter from the next, for someone who holds a check in hand. Which of it, and in what order, is chosen once for each kind.
 *
 * @phpstan-type RecognitionLine array{key: string, label: string, value: string}
 * @phpstan-type OpenPromise array{id: int, label: string}
 * @phpstan-type RecognitionCard array{
 *     id: int, name: string, kind: value-of<SupporterKind>, lines: list<RecognitionLine>, promises: list<OpenPromise>, warnings: list<string>,
 * }
 * @phpstan-type RecognitionChoice array{key: string, label: string}
 */
final readonly class Recognition
{
    /** What is there beside the fields of a supporter. */
    private const PARTS = [
        'address' => 'Address',
        'former' => 'Former addresses',
        'phone' => 'Phone',
        'email' => 'Email',
        'id' => 'Ids in other systems',
        'groups' => 'Groups',
        'tags' => 'Tags',
        'links' => 'Belongs to',
        'gifts' => 'Last gifts',
        'promises' => 'Open promises',
        'waiting' => 'Waiting in batches',
    ];

    /** Columns of the supporter that are made of the name. */
    private const NAMES = ['display_name' => 'Name', 'envelope_name' => 'Envelope', 'greeting' => 'Greeting'];

    private const USUAL = ['display_name', 'envelope_name', 'address', 'phone', 'links', 'status', 'gifts', 'promises', 'waiting'];

    /** Fields without which a part may not be seen. */
    private const OF = [
        'address' => 'address.line1',
        'former' => 'address.line1',
        'phone' => 'phone',
        'email' => 'email',
        'id' => 'id.old',
        'groups' => 'groups',
        'tags' => 'tags',
        'gifts' => 'gift.amount',
        'promises' => 'promise.amount',
        'waiting' => 'gift.amount',
    ];

    private const SETTING = 'held against the check';

    private const GIFTS = 3;

    public function __construct(
        private Connection $db,
        private RecordReader $reader,
        private FieldCatalog $catalog,
        private Links $links,
    ) {}

    /** @return ?RecognitionCard null if there is no such supporter */
    public function of(int $supporter, ?User $user, FieldAccess $sight): ?array
    {
        $record = $this->reader->read([$supporter])[$supporter] ?? null;
        if ($record === null) {
            return null;
        }
        $choices = array_column($this->choices($sight), 'label', 'key');
        $promises = $sight->sees('promise.amount')
            ? PayablePromises::open($record, $this->reader->gifts([$supporter])[$supporter] ?? [], $sight)
            : [];
        $lines = [];
        foreach ($this->chosen($user)[$record->kind()->value] as $key) {
            $value = isset($choices[$key]) ? $this->value($record, $key, $sight) : '';
            if ($value !== '') {
                $lines[] = ['key' => $key, 'label' => $choices[$key], 'value' => $value];
            }
        }

        return [
            'id' => $supporter,
            'name' => $record->field('sort_name'),
            'kind' => $record->kind()->value,
            'lines' => $lines,
            'promises' => array_map(
                static fn(int $id, string $label): array => ['id' => $id, 'label' => $label],
                array_keys($promises),
                $promises,
            ),
            'warnings' => [
                ...$this->warnings($record, $sight),
                ...array_map(static fn(string $promise): string => "This may pay the {$promise}.", array_values($promises)),
            ],
        ];
    }

    /** @return list<RecognitionChoice> all that can be shown to a person */
    public function choices(FieldAccess $sight): array
    {
        $choices =
            self::NAMES +
            array_filter(self::PARTS, static fn(string $key): bool => $sight->sees(self::OF[$key] ?? ''), ARRAY_FILTER_USE_KEY);
        foreach ($this->catalog->all() as $field) {
            $place = FieldPlace::of($field->key);
            if (($field->isCustom() || $place?->subject === 'supporter') && !$field->isRetired && $sight->sees($field->key)) {
                $choices[$field->isCustom() ? $field->key : (string) $place?->column] ??= $field->label;
            }
        }

        return array_map(
            static fn(string $key, string $label): array => ['key' => $key, 'label' => $label],
            array_keys($choices),
            array_values($choices),
        );
    }

    /** @return array<value-of<SupporterKind>, list<string>> what a person chose, or else the role, or else what is usual */
    public function chosen(?User $user): array
    {
        $kept = $this->db
            ->table('settings')
            ->whereIn('name', $user === null ? [] : [self::ofUser($user), self::ofRole($user)])
            ->pluck('value', 'name');
        $json = $user === null ? null : $kept[self::ofUser($user)] ?? ($kept[self::ofRole($user)] ?? null);
        $chosen = $json === null ? [] : (array) json_decode($json, true);
        $of = static fn(SupporterKind $kind): array => array_values((array) ($chosen[$kind->value] ?? self::USUAL));

        return [
            SupporterKind::Person->value => $of(SupporterKind::Person),
            SupporterKind::Household->value => $of(SupporterKind::Household),
            SupporterKind::Organization->value => $of(SupporterKind::Organization),
        ];
    }

    /**
     * @param  array<string, list<string>>  $fields  kind of supporter to what is shown, in order
     * @param  bool  $forRole  whether all of the person's role see it so who have chosen nothing themselves
     */
    public function keep(User $user, array $fields, bool $forRole): void
    {
        $this->db
            ->table('settings')
            ->updateOrInsert(
                ['name' => $forRole ? self::ofRole($user) : self::ofUser($user)],
                ['value' => json_encode($fields, JSON_THROW_ON_ERROR)],
            );
    }

    private static function ofUser(User $user): string
    {
        return self::SETTING . ": {$user->id}";
    }

    private static function ofRole(User $user): string
    {
        return self::SETTING . ": {$user->role->value}";
    }

    private function value(SupporterRecord $record, string $key, FieldAccess $sight): string
    {
        $id = (int) $record->ref;
        $texts = static fn(array $parts, string $column): string => implode(
            ', ',
            array_map(static fn(RecordPart $part): string => $part->value($column), $parts),
        );
        // A part of it may be hidden.
        $address = static fn(RecordPart $part): string => Address::fromParts(
            array_filter($part->values, static fn(string $column): bool => $sight->seesColumn('address', $column), ARRAY_FILTER_USE_KEY),
        )->line();
        $ofList = static fn(string $list): array => array_filter(
            $record->memberships,
            static fn(RecordPart $part): bool => $part->value('list') === $list,
        );

        return match ($key) {
            'address' => implode(
                "\n",
                array_map($address, array_filter($record->addresses, static fn(RecordPart $one): bool => !self::isFormer($one))),
            ),
            'former' => implode("\n", array_map($address, array_filter($record->addresses, self::isFormer(...)))),
            'phone' => $texts($record->phones, 'number'),
            'email' => $texts($record->emails, 'address'),
            'id' => $texts($record->identifiers, 'value'),
            'groups' => $texts($ofList('group'), 'name'),
            'tags' => $texts($ofList('tag'), 'name'),
            'links' => implode(
                "\n",
                array_map(
                    static fn(array $link): string => "{$link['phrase']} {$link['name']}" .
                        ((string) $link['role'] === '' ? '' : ", {$link['role']}"),
                    $this->links->of($id),
                ),
            ),
            'gifts' => self::gifts($this->reader->gifts([$id])[$id] ?? [], $sight),
            'promises' => implode("\n", PayablePromises::open($record, $this->reader->gifts([$id])[$id] ?? [], $sight)),
            'waiting' => self::gifts($this->reader->entries([$id])[$id] ?? [], $sight),
            default => str_starts_with($key, Field::CUSTOM)
                ? $texts(array_filter($record->custom, static fn(RecordPart $part): bool => $part->value('field') === $key), 'value')
                : $record->field($key),
        };
    }

    /** @return list<string> what speaks against taking this one without a second look */
    private function warnings(SupporterRecord $record, FieldAccess $sight): array
    {
        $warnings = [];
        if ($record->field('status') === 'deceased') {
            $warnings[] = 'Has died.';
        }
        $refused = array_filter(['mail', 'email', 'phone'], static fn(string $way): bool => $record->field("consent_{$way}") === 'no');
        if ($refused !== []) {
            $warnings[] = 'Not to be contacted by ' . implode(', ', $refused) . '.';
        }
        $primary = $record->addresses[0] ?? null;
        if ($primary !== null && $primary->value('condition') !== 'good' && $primary->value('condition') !== '') {
            $warnings[] = "The address is marked {$primary->value('condition')}.";
        }
        if (
            SupporterSearch::of(['filter' => 'alike'])
                ->whereKey((int) $record->ref)
                ->exists()
        ) {
            $warnings[] = 'May be there twice: see the duplicates.';
        }

        return $warnings;
    }

    private static function isFormer(RecordPart $address): bool
    {
        return $address->value('condition') === 'former';
    }

    /** @param  array<int, Gift>  $gifts */
    private static function gifts(array $gifts, FieldAccess $sight): string
    {
        usort($gifts, static fn(Gift $a, Gift $b): int => $b->date <=> $a->date);

        return implode(
            "\n",
            array_map(
                static fn(Gift $gift): string => implode(
                    ' ',
                    array_filter(
                        [
                            $sight->sees('gift.date') ? $gift->date : '',
                            $gift->currency,
                            $gift->amount,
                            $sight->sees('gift.fund') ? $gift->fund : '',
                        ],
                        static fn(string $part): bool => $part !== '',
                    ),
                ),
                array_slice($gifts, 0, self::GIFTS),
            ),
        );
    }
}
