<?php

declare(strict_types=1);

namespace App\Api;

use App\Records\RecordReader;
use App\Records\Tables;
use App\Standards\FieldAccess;
use App\Support\Http\JsonMap;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Gifts\Credit;
use PineSieve\Core\Gifts\Credits;
use PineSieve\Core\Gifts\Gift;
use PineSieve\Core\Gifts\Split;
use PineSieve\Core\Gifts\Splits;
use PineSieve\Core\Names\SupporterKind;
use PineSieve\Core\Records\RecordPart;
use PineSieve\Core\Records\SupporterRecord;
use PineSieve\Core\Standards\FieldPlace;

/**
 * Records as other programs get them: fields by their keys in the catalog, blank ones left out, and what the token's person may not see.
 *
 * @phpstan-type ApiPart array{id: int, fields: JsonMap<string>}
 * @phpstan-type ApiLink array{id: int, kind: string, supporter_id: int, role: ?string}
 * @phpstan-type ApiSupporter array{
 *     id: int, kind: value-of<SupporterKind>, name: string, fields: JsonMap<string>, groups: list<string>, tags: list<string>,
 *     addresses: list<ApiPart>, emails: list<ApiPart>, phones: list<ApiPart>, ids: list<ApiPart>, links: list<ApiLink>,
 * }
 * @phpstan-type ApiSplit array{amount: string, fund: string, campaign: string, appeal: string}
 * @phpstan-type ApiCredit array{supporter_id: int, amount: string}
 * @phpstan-type ApiGift array{
 *     id: int, supporter_id: int, fields: JsonMap<string>, splits: list<ApiSplit>, credits: list<ApiCredit>, corrects_id: ?int,
 *     promise_id: ?int, batch_id: ?int, intake_id: ?int,
 * }
 * @phpstan-type ApiPromise array{id: int, supporter_id: int, fields: JsonMap<string>}
 */
final readonly class ApiRecords
{
    /** What tells one of several from another beside its fields. */
    private const ABOUT = ['kind', 'label', 'is_primary', 'condition', 'system', 'valid_from', 'valid_until'];

    public function __construct(private RecordReader $reader) {}

    /**
     * @param  list<int>  $ids
     * @return list<ApiSupporter> in their order
     */
    public function supporters(array $ids, FieldAccess $sight): array
    {
        $records = $this->reader->read($ids);

        return array_values(
            array_map(
                static fn(int $id): array => self::supporter($id, $records[$id], $sight),
                array_filter($ids, static fn(int $id): bool => isset($records[$id])),
            ),
        );
    }

    /** @return ApiSupporter */
    private static function supporter(int $id, SupporterRecord $record, FieldAccess $sight): array
    {
        $fields = self::fields('supporter', $record->fields, $sight);
        foreach ($record->custom as $part) {
            if ($sight->sees($part->value('field'))) {
                $fields[$part->value('field')] = $part->value('value');
            }
        }
        $names = static fn(string $list): array => array_values(
            array_map(
                static fn(RecordPart $part): string => $part->value('name'),
                array_filter(
                    $record->memberships,
                    static fn(RecordPart $part): bool => $part->value('list') === $list && $sight->sees("{$list}s"),
                ),
            ),
        );
        $parts = static fn(string $subject, array $all): array => array_values(
            array_filter(array_map(static fn(RecordPart $part): ?array => self::part($subject, $part, $sight), $all)),
        );

        return [
            'id' => $id,
            'kind' => $record->kind()->value,
            'name' => $record->field('display_name'),
            'fields' => new JsonMap($fields),
            'groups' => $names('group'),
            'tags' => $names('tag'),
            'addresses' => $parts('address', $record->addresses),
            'emails' => $parts('email', $record->emails),
            'phones' => $parts('phone', $record->phones),
            'ids' => $parts('identifier', $record->identifiers),
            'links' => array_map(
                static fn(RecordPart $link): array => [
                    'id' => (int) $link->ref,
                    'kind' => $link->value('kind'),
                    'supporter_id' => (int) $link->value('other_id'),
                    'role' => $sight->sees('role') && $link->value('role') !== '' ? $link->value('role') : null,
                ],
                $record->links,
            ),
        ];
    }

    /** @return ?ApiPart null if nothing of it may be seen */
    private static function part(string $subject, RecordPart $part, FieldAccess $sight): ?array
    {
        $fields = self::fields($subject, $part->values, $sight);
        $about = array_filter(
            array_intersect_key($part->values, array_flip(self::ABOUT)),
            static fn(?string $value): bool => $value !== null && $value !== '',
        );

        return $fields === [] ? null : ['id' => (int) $part->ref, 'fields' => new JsonMap([...$about, ...$fields])];
    }

    /**
     * @param  array<string, ?string>  $columns
     * @return array<string, string> by the keys of the catalog
     */
    private static function fields(string $subject, array $columns, FieldAccess $sight): array
    {
        $fields = [];
        foreach (FieldPlace::columns($subject) as $key => $column) {
            if (($columns[$column] ?? '') !== '' && $sight->sees($key)) {
                $fields[$key] = (string) $columns[$column];
            }
        }

        return $fields;
    }

    /**
     * @param  list<int>  $ids
     * @return list<ApiGift> in their order
     */
    public function gifts(array $ids, FieldAccess $sight): array
    {
        $gifts = $this->reader->giftsOf($ids);
        $givers = DB::table('gifts')->whereIn('id', $ids)->pluck('supporter_id', 'id');
        $told = [];
        foreach (array_filter($ids, static fn(int $id): bool => isset($gifts[$id])) as $id) {
            $told[] = self::gift($id, (int) $givers[$id], $gifts[$id], $sight);
        }

        return $told;
    }

    /** @return ApiGift */
    private static function gift(int $id, int $supporter, Gift $gift, FieldAccess $sight): array
    {
        $fields = self::fields('gift', $gift->columns(), $sight);

        return [
            'id' => $id,
            'supporter_id' => $supporter,
            'fields' => new JsonMap(array_diff_key($fields, ['gift.splits' => true, 'gift.credits' => true])),
            'splits' => $sight->sees('gift.splits')
                ? array_map(
                    static fn(Split $one): array => [
                        'amount' => $one->amount,
                        'fund' => $one->fund,
                        'campaign' => $one->campaign,
                        'appeal' => $one->appeal,
                    ],
                    Splits::stored($gift->splits)->parts,
                )
                : [],
            'credits' => $sight->sees('gift.credits')
                ? array_map(
                    static fn(Credit $one): array => ['supporter_id' => (int) $one->supporter, 'amount' => $one->of($gift->amount)],
                    Credits::stored($gift->credits)->all,
                )
                : [],
            'corrects_id' => $gift->corrects === null ? null : (int) $gift->corrects,
            'promise_id' => $gift->promise === null ? null : (int) $gift->promise,
            'batch_id' => $gift->batch,
            'intake_id' => $gift->intake,
        ];
    }

    /**
     * @param  list<int>  $ids
     * @return list<ApiPromise> in their order
     */
    public static function promises(array $ids, FieldAccess $sight): array
    {
        $rows = DB::table('promises')
            ->whereIn('id', $ids)
            ->get(['id', 'supporter_id', ...Tables::columns('promise')])
            ->keyBy('id');
        $told = [];
        foreach (array_filter($ids, static fn(int $id): bool => isset($rows[$id])) as $id) {
            $columns = array_map(static fn(mixed $value): ?string => $value === null ? null : (string) $value, (array) $rows[$id]);
            $told[] = [
                'id' => $id,
                'supporter_id' => (int) $columns['supporter_id'],
                'fields' => new JsonMap(self::fields('promise', $columns, $sight)),
            ];
        }

        return $told;
    }
}
