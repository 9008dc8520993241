<?php

declare(strict_types=1);

namespace App\Batches;

use App\Support\Lists;
use Illuminate\Support\Facades\DB;

/** What the organization asks of its batches. */
final class BatchSettings
{
    /** What can be required of a batch before it is ready to be posted: key to how it is called. */
    public const REQUIRABLE = ['bank_reference' => 'the reference of the bank', 'expected' => 'what is expected of it'];

    private const BY_ANOTHER = 'batches posted by another';

    private const REQUIRED = 'required of batches';

    private function __construct() {}

    /** Whether whoever typed a batch may not post it. */
    public static function byAnother(): bool
    {
        return DB::table('settings')->where('name', self::BY_ANOTHER)->value('value') === '1';
    }

    /** @return list<string> keys of REQUIRABLE */
    public static function required(): array
    {
        $kept = json_decode((string) DB::table('settings')->where('name', self::REQUIRED)->value('value'), true);

        return array_values(array_intersect(array_keys(self::REQUIRABLE), Lists::texts(is_array($kept) ? $kept : [])));
    }

    /** @return list<string> what is required of a batch and is not there, as it is called */
    public static function missing(Batch $batch): array
    {
        $has = [
            'bank_reference' => trim($batch->bank_reference) !== '',
            'expected' => $batch->expected_gifts > 0,
        ];

        return array_map(
            static fn(string $key): string => self::REQUIRABLE[$key],
            array_values(array_filter(self::required(), static fn(string $key): bool => !$has[$key])),
        );
    }

    /** @param  list<string>  $required  keys of REQUIRABLE */
    public static function keep(bool $byAnother, array $required): void
    {
        DB::table('settings')->updateOrInsert(['name' => self::BY_ANOTHER], ['value' => $byAnother ? '1' : '0']);
        DB::table('settings')->updateOrInsert(['name' => self::REQUIRED], ['value' => json_encode($required, JSON_THROW_ON_ERROR)]);
    }
}
