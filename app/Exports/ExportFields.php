<?php

declare(strict_types=1);

namespace App\Exports;

use App\Gifts\GiftStatus;
use App\Standards\FieldAccess;
use App\Standards\FieldSetting;
use PineSieve\Core\Exports\ExportColumn;
use PineSieve\Core\Promises\PromiseStatus;
use PineSieve\Core\Standards\Field;
use PineSieve\Core\Standards\FieldCatalog;
use PineSieve\Core\Standards\FieldPlace;
use PineSieve\Core\Standards\FieldType;

/**
 * Which fields an export may have, and what its columns are called: what someone may not see is not in it.
 *
 * @phpstan-type ExportField array{key: string, label: string}
 */
final readonly class ExportFields
{
    /** What a row has beside the fields of the catalog. */
    private const MORE = [
        'gift' => 'Gift',
        'promise' => 'Promise',
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

        return array_map(function (string $key) use ($sight, $hidden, $subjects): ExportColumn {
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
                $key,
                self::MORE[$key] ?? $this->catalog->field($key)->label,
                in_array($key, self::NUMBERS, true) ||
                    (!isset(self::MORE[$key]) && in_array($this->catalog->field($key)->type, [FieldType::Amount, FieldType::Number], true)),
            );
        }, $keys);
    }

    /**
     * @return list<array{of: string, usual: list<string>, fields: list<ExportField>, statuses: list<string>}> what can be chosen of each
     *     kind of rows, as far as the person may see it
     */
    public function choices(): array
    {
        return array_map(function (ExportOf $of): array {
            $subject = match ($of) {
                ExportOf::Gifts => 'gift',
                ExportOf::Promises => 'promise',
                default => '',
            };
            $keys = match ($of) {
                ExportOf::Totals => [],
                ExportOf::Supporters => ['supporter', ...$this->ofSupporters()],
                default => [
                    ...array_filter($of->usual(), static fn(string $key): bool => isset(self::MORE[$key])),
                    ...array_keys(FieldPlace::columns($subject)),
                    ...$this->ofSupporters(),
                ],
            };
            $fields = [];
            foreach (array_values(array_unique($keys)) as $key) {
                try {
                    $column = $this->columns([$key], [$subject])[0];
                    $fields[] = ['key' => $key, 'label' => $column->header];
                } catch (UnusableExport) {
                    // Hidden, or kept out of exports.
                }
            }
            $known = array_column($fields, 'key');

            return [
                'of' => $of->value,
                'usual' => $of === ExportOf::Totals ? $of->usual() : array_values(array_intersect($of->usual(), $known)),
                'fields' => $fields,
                'statuses' => match ($of) {
                    ExportOf::Gifts, ExportOf::Totals => array_column(GiftStatus::cases(), 'value'),
                    ExportOf::Promises => array_column(PromiseStatus::cases(), 'value'),
                    ExportOf::Supporters => [],
                },
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
