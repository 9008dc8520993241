<?php

declare(strict_types=1);

namespace App\Batches;

use App\Accounts\Audit;
use Illuminate\Database\Connection;

/**
 * What was done to a batch, by whom and when: whoever makes what is expected fit what was typed is seen.
 *
 * @phpstan-type BatchDeed array{at: string, by: ?string, what: string}
 */
final readonly class BatchHistory
{
    private const WORDS = [
        'name' => 'name',
        'received_on' => 'date',
        'bank_reference' => 'bank reference',
        'currency' => 'currency',
        'expected_gifts' => 'gifts expected',
        'expected_amount' => 'amount expected',
        'defaults' => 'what every row has',
    ];

    public function __construct(private Connection $db) {}

    /** @param  ?int  $userId  null for whoever is signed in */
    public function note(Batch $batch, string $what, ?int $userId = null): void
    {
        Audit::note(Audit::POST, $what, userId: $userId, batchId: $batch->id);
    }

    /** What is changed of a batch and not saved yet, with what was there before. */
    public function noteChanges(Batch $batch): void
    {
        $changes = [];
        foreach (array_intersect_key(self::WORDS, $batch->getDirty()) as $key => $word) {
            [$before, $after] = [$batch->getOriginal($key), $batch->getAttribute($key)];
            if ($before !== $after) {
                // Not everyone may see which fund or campaign that is.
                $changes[] = $key === 'defaults' ? $word : "{$word} " . self::told($after) . ', was ' . self::told($before);
            }
        }
        if ($changes !== []) {
            $this->note($batch, "Changed the batch \"{$batch->name}\": " . implode('; ', $changes));
        }
    }

    /** @return list<BatchDeed> the first first */
    public function of(Batch $batch): array
    {
        $rows = $this->db
            ->table('audit as a')
            ->leftJoin('users as u', 'u.id', '=', 'a.user_id')
            ->where('a.batch_id', $batch->id)
            ->orderBy('a.id')
            ->get(['a.at', 'u.name as by', 'a.what']);

        /** @var list<BatchDeed> */
        return array_map(static fn(\stdClass $row): array => (array) $row, array_values($rows->all()));
    }

    private static function told(mixed $value): string
    {
        return is_scalar($value) && (string) $value !== '' ? (string) $value : 'nothing';
    }
}
