<?php

declare(strict_types=1);

namespace App\Supporters;

use App\Records\RecordReader;
use App\Records\Supporter;
use App\Standards\FieldAccess;
use App\Standards\FieldSetting;
use App\Support\Lists;
use Illuminate\Database\Eloquent\Builder;
use PineSieve\Core\Reading\FormulaGuard;
use PineSieve\Core\Standards\Facts;
use PineSieve\Core\Standards\Field;
use PineSieve\Core\Standards\FieldCatalog;
use PineSieve\Core\Standards\FieldPlace;

/** Supporters as a CSV (RFC 4180, UTF-8): the fields that exports show and the person may see, with labels that map themselves when the file comes back. */
final readonly class SupporterExport
{
    private const CHUNK = 500;

    public function __construct(
        private FieldCatalog $catalog,
        private RecordReader $reader,
        private SupporterColumns $columns,
        private SupporterOrder $order,
    ) {}

    /**
     * @param  Builder<Supporter>  $supporters
     * @param  resource  $stream
     */
    public function write(Builder $supporters, FieldAccess $sight, $stream): void
    {
        $fields = $this->fields($sight);
        fwrite($stream, "\xEF\xBB\xBF");
        $this->line($stream, [
            $this->catalog->field('supporter')->label,
            ...array_map(static fn(Field $field): string => $field->label, $fields),
        ]);
        $supporters->select('supporters.id')->chunkById(
            self::CHUNK,
            function ($chunk) use ($fields, $stream): void {
                foreach ($this->reader->read(Lists::ints($chunk->pluck('id'))) as $id => $record) {
                    // Of several addresses, emails and phones it is the primary one.
                    $facts = Facts::of($record)->byAddress()[0];
                    $this->line($stream, [
                        (string) $id,
                        ...array_map(static function (Field $field) use ($facts): string {
                            $values = $facts->all($field->key);

                            return $field->type->isList() ? str_replace("\n", '; ', implode('; ', $values)) : $values[0] ?? '';
                        }, $fields),
                    ]);
                }
            },
            'supporters.id',
            'id',
        );
    }

    /**
     * A list as someone sees it: its columns, in its order.
     *
     * @param  list<string>  $keys  of columns
     * @param  string  $sort  key of a column
     * @param  resource  $stream
     */
    public function writeShown(FoundSupporters $found, array $keys, string $sort, bool $isDown, $stream): void
    {
        $hidden = FieldSetting::hiddenIn('export');
        $columns = array_values(
            array_filter(
                $this->columns->of($keys),
                static fn(array $column): bool => array_intersect(SupporterColumns::tells($column['key']), $hidden) === [],
            ),
        );
        fwrite($stream, "\xEF\xBB\xBF");
        $this->line($stream, [$this->catalog->field('supporter')->label, 'Name', ...array_column($columns, 'label')]);
        foreach (array_chunk($this->order->page($found, $sort, $isDown, 0, $found->total), self::CHUNK) as $ids) {
            $cells = $this->columns->rows($ids, $columns);
            $names = Supporter::query()->whereIn('id', $ids)->pluck('sort_name', 'id');
            foreach ($ids as $id) {
                $this->line($stream, [(string) $id, (string) $names[$id], ...array_values($cells[$id] ?? [])]);
            }
        }
    }

    /** @return list<Field> */
    private function fields(FieldAccess $sight): array
    {
        $hidden = FieldSetting::hiddenIn('export');

        return array_values(
            array_filter(
                $this->catalog->everything(),
                static fn(Field $field): bool => FieldPlace::of($field->key) !== null &&
                    !str_starts_with($field->key, 'gift.') &&
                    !in_array($field->key, ['role', 'note.text'], true) &&
                    $sight->sees($field->key) &&
                    !in_array($field->key, $hidden, true),
            ),
        );
    }

    /**
     * @param  resource  $stream
     * @param  list<string>  $cells
     */
    private function line($stream, array $cells): void
    {
        fputcsv($stream, array_map(FormulaGuard::on(...), $cells), ',', '"', '', "\r\n");
    }
}
