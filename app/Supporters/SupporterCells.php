<?php

declare(strict_types=1);

namespace App\Supporters;

use App\Records\RecordReader;
use App\Records\Tables;
use Illuminate\Support\Facades\DB;
use PDO;
use PineSieve\Core\Records\SupporterRecord;
use PineSieve\Core\Standards\Facts;
use PineSieve\Core\Standards\FieldCatalog;
use PineSieve\Core\Standards\FieldPlace;

/** What fields of supporters say, supporter by supporter: of several addresses, emails and phones the primary one. */
final readonly class SupporterCells
{
    private const PLAIN = ['supporter' => true, 'address' => true, 'email' => true, 'phone' => true];

    /** What an email and a phone are, whatever the field is called. */
    private const ONE = ['email' => 'address', 'phone' => 'number'];

    public function __construct(private RecordReader $reader, private FieldCatalog $catalog) {}

    /**
     * @param  list<int>  $ids
     * @param  list<string>  $keys
     * @return array<int, array<string, string>> supporter to key to cell
     */
    public function of(array $ids, array $keys): array
    {
        if ($keys === [] || $ids === []) {
            return [];
        }
        if (array_filter($keys, fn(string $key): bool => !$this->isPlain($key)) === []) {
            return $this->plain($ids, $keys);
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

    /** Whether it is one column of the supporter, or of what is first of a kind: read without making records of it. */
    private function isPlain(string $key): bool
    {
        return $key === 'supporter' ||
            (isset(self::PLAIN[FieldPlace::of($key)->subject ?? '']) && !$this->catalog->field($key)->type->isList());
    }

    /**
     * The same as cells(), read column by column: an export of everyone takes a fifth of the time.
     *
     * @param  list<int>  $ids
     * @param  list<string>  $keys  plain ones
     * @return array<int, array<string, string>>
     */
    private function plain(array $ids, array $keys): array
    {
        $in = implode(',', $ids);
        $columns = ['supporter' => []];
        foreach ($keys as $key) {
            $place = FieldPlace::of($key);
            $columns[$place->subject ?? 'supporter'][$key] =
                $place === null ? 'id' : ($place->subject === 'supporter' ? $place->column : self::ONE[$place->subject] ?? $place->column);
        }
        $blank = array_fill_keys($keys, '');
        $cells = [];
        foreach ($columns as $subject => $of) {
            [$id, $order] = $subject === 'supporter' ? ['id', 'id'] : ['supporter_id', 'is_primary desc, id'];
            $list = implode('', array_map(static fn(string $column): string => ", `{$column}`", $of));
            $table = Tables::NAMES[$subject];
            $found = DB::connection()
                ->getPdo()
                ->query("select {$id}{$list} from {$table} where {$id} in ({$in}) order by {$order}");
            $seen = [];
            foreach ($found === false ? [] : $found->fetchAll(PDO::FETCH_NUM) as $row) {
                $whose = (int) array_shift($row);
                $values = array_combine(array_keys($of), array_map(strval(...), $row));
                if ($subject === 'supporter') {
                    $cells[$whose] = [...$blank, ...$values];
                } elseif (isset($cells[$whose]) && !isset($seen[$whose]) && ($subject === 'address' || implode('', $values) !== '')) {
                    $seen[$whose] = true;
                    $cells[$whose] = [...$cells[$whose], ...$values];
                }
            }
        }

        return $cells;
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
