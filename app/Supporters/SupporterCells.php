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
        $subjects = array_map(static fn(string $key): string => FieldPlace::of(self::numbered($key)[0])->subject ?? '', $keys);
        $records = $this->reader->some($ids, array_values(array_intersect(array_keys(SupporterRecord::PARTS), $subjects)));

        return array_map(fn(SupporterRecord $record): array => $this->cells($record, $keys), $records);
    }

    /**
     * The second of several has a number behind its key: "email#2".
     *
     * @return array{string, int} key, and which one
     */
    public static function numbered(string $key): array
    {
        return preg_match('/^((?:email|phone|address)\b[\w.]*)#([2-9])$/D', $key, $found) === 1 ? [$found[1], (int) $found[2]] : [$key, 1];
    }

    /**
     * @param  list<string>  $keys
     * @return array<string, string>
     */
    private function cells(SupporterRecord $record, array $keys): array
    {
        $byAddress = Facts::of($record)->byAddress();
        $cells = [];
        foreach ($keys as $asked) {
            [$key, $number] = self::numbered($asked);
            $isOfAddress = FieldPlace::of($key)?->subject === 'address';
            $values = ($byAddress[$isOfAddress ? $number - 1 : 0] ?? null)?->all($key) ?? [];
            $cells[$asked] = match (true) {
                $key === 'supporter' => (string) $record->ref,
                $this->catalog->field($key)->type->isList() => str_replace("\n", '; ', implode('; ', $values)),
                default => $values[$isOfAddress ? 0 : $number - 1] ?? '',
            };
        }

        return $cells;
    }
}
