<?php

declare(strict_types=1);

namespace App\Supporters;

use App\Records\RecordReader;
use PineSieve\Core\Records\SupporterRecord;
use PineSieve\Core\Standards\Facts;
use PineSieve\Core\Standards\FieldCatalog;
use PineSieve\Core\Standards\FieldPlace;

/** What fields of supporters say, supporter by supporter: of several addresses, emails and phones the primary one. */
final readonly class SupporterCells
{
    public function __construct(private RecordReader $reader, private FieldCatalog $catalog) {}

    /**
     * @param  list<int>  $ids
     * @param  list<string>  $keys
     * @return array<int, array<string, string>> supporter to key to cell
     */
    public function of(array $ids, array $keys): array
    {
        if ($keys === []) {
            return [];
        }
        $subjects = array_map(static fn(string $key): string => FieldPlace::of($key)->subject ?? '', $keys);
        $records = $this->reader->some($ids, array_values(array_intersect(array_keys(SupporterRecord::PARTS), $subjects)));

        return array_map(fn(SupporterRecord $record): array => $this->cells($record, $keys), $records);
    }

    /**
     * @param  list<string>  $keys
     * @return array<string, string>
     */
    private function cells(SupporterRecord $record, array $keys): array
    {
        $facts = Facts::of($record)->byAddress()[0];
        $cells = [];
        foreach ($keys as $key) {
            $values = $facts->all($key);
            $cells[$key] = match (true) {
                $key === 'supporter' => (string) $record->ref,
                $this->catalog->field($key)->type->isList() => str_replace("\n", '; ', implode('; ', $values)),
                default => $values[0] ?? '',
            };
        }

        return $cells;
    }
}
