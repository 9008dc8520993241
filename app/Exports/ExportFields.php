<?php

declare(strict_types=1);

namespace App\Exports;

use App\Standards\FieldAccess;
use App\Standards\FieldSetting;
use App\Supporters\SupporterCells;
use PineSieve\Core\Exports\ExportColumn;
use PineSieve\Core\Standards\Field;
use PineSieve\Core\Standards\FieldCatalog;
use PineSieve\Core\Standards\FieldPlace;
use PineSieve\Core\Standards\FieldType;

/**
 * Which fields an export may have, and what its columns are called: what someone may not see is not in it.
 *
 * @phpstan-type ExportField array{key: string, label: string}
 * @phpstan-type ExportChoice array{
 *     of: string, usual: list<string>, fields: list<ExportField>, statuses: list<string>, narrowed_by: list<string>, list: string,
 * }
 */
final readonly class ExportFields
{
    /** What a row has beside the fields of the catalog. */
    private const MORE = [
        'gift' => 'Gift number in Pine Sieve',
        'gift.corrected' => 'Corrects the gift',
        'promise' => 'Promise number in Pine Sieve',
        'supporter' => 'Number in Pine Sieve',
        'supporter.name' => 'Name',
        'promise.paid' => 'Came in',
        'promise.balance' => 'Is left',
        'promise.next' => 'Next due on',
    ];

    /** The field of which each of them tells. */
    private const TELLS = ['promise.paid' => 'gift.amount', 'promise.balance' => 'promise.amount', 'promise.next' => 'promise.amount'];

    private const NUMBERS = ['promise.paid', 'promise.balance'];

    public function __construct(private FieldCatalog $catalog) {}

    /**
     * @param  list<string>  $keys
     * @param  list<string>  $subjects  what the rows are of: "gift", "promise"; the fields of their supporter always are
     * @return list<ExportColumn>
     *
     * @throws UnusableExport
     */
    public function columns(array $keys, array $subjects): array
    {
        $sight = FieldAccess::ofUser();
        $hidden = FieldSetting::hiddenIn('export');

        return array_map(function (string $asked) use ($sight, $hidden, $subjects): ExportColumn {
            [$key, $number] = SupporterCells::numbered($asked);
            $told = self::TELLS[$key] ?? $key;
            $subject = explode('.', $key)[0];
            $isOfOthers = in_array($subject, ['gift', 'promise'], true) && !in_array($subject, $subjects, true);
            if ($isOfOthers || (!isset(self::MORE[$key]) && (!$this->catalog->has($key) || FieldPlace::of($key) === null))) {
                throw new UnusableExport("These rows have no field \"{$key}\".");
            }
            if (!isset(self::MORE[$key]) || isset(self::TELLS[$key])) {
                if (!$sight->sees($told) || in_array($told, $hidden, true)) {
                    throw new UnusableExport("The field \"{$key}\" is hidden from you, or kept out of exports.");
                }
            }

            return new ExportColumn(
                $asked,
                (self::MORE[$key] ?? $this->catalog->field($key)->label) . ($number === 1 ? '' : " {$number}"),
                in_array($key, self::NUMBERS, true) ||
                    (!isset(self::MORE[$key]) && in_array($this->catalog->field($key)->type, [FieldType::Amount, FieldType::Number], true)),
            );
        }, $keys);
    }

    /**
     * @param  callable(ExportOf, string): ExportColumn  $labels  the column of a key; it throws what such rows can't have
     * @return list<ExportChoice> what can be chosen of each kind of rows, as far as the person may see it
     */
    public function choices(callable $labels): array
    {
        return array_map(function (ExportOf $of) use ($labels): array {
            $subjects = $of->subjects();
            $keys = match ($of) {
                ExportOf::Totals, ExportOf::Batches => $of->usual(),
                ExportOf::Supporters => ['supporter', ...$this->ofSupporters()],
                ExportOf::Gifts, ExportOf::Splits, ExportOf::Promises => [
                    ...array_filter($of->usual(), static fn(string $key): bool => isset(self::MORE[$key])),
                    ...array_keys(FieldPlace::columns($subjects[0])),
                    ...$this->ofSupporters(),
                ],
                default => [...$of->usual(), ...$this->ofSupporters()],
            };
            $fields = [];
            foreach (array_values(array_unique($keys)) as $key) {
                try {
                    $column = $labels($of, $key);
                    $fields[] = ['key' => $key, 'label' => $column->header];
                } catch (UnusableExport) {
                    // Hidden, or kept out of exports.
                }
            }
            $known = array_column($fields, 'key');

            return [
                'of' => $of->value,
                'usual' => array_values(array_intersect($of->usual(), $known)),
                'fields' => $fields,
                'statuses' => $of->statuses() ?? [],
                'narrowed_by' => $of->narrowedBy(),
                'list' => $of->list(),
            ];
        }, ExportOf::cases());
    }

    /** @return list<string> */
    private function ofSupporters(): array
    {
        return array_values(
            array_map(
                static fn(Field $field): string => $field->key,
                array_filter(
                    $this->catalog->all(),
                    static fn(Field $field): bool => !in_array(
                        FieldPlace::of($field->key)->subject ?? '',
                        ['', 'gift', 'promise', 'link'],
                        true,
                    ),
                ),
            ),
        );
    }
}
