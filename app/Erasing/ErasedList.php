<?php

declare(strict_types=1);

namespace App\Erasing;

use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Storage;

/**
 * Who was erased, in a file beside the database, so that a copy of it that is older can't bring them back: numbers and days, no names. A
 * number alone could be another's in an older copy: with it stands when it was first written of.
 *
 * @phpstan-type ErasedLine array{id: int, since: string, erased_at: string}
 */
final readonly class ErasedList
{
    private const FILE = 'erased.jsonl';

    /** @param  list<int>  $ids */
    public function add(array $ids, string $erasedAt): void
    {
        $known = array_column($this->all(), 'id');
        foreach (self::since($ids) as $id => $since) {
            if (!in_array($id, $known, true)) {
                $line = json_encode(['id' => $id, 'since' => $since, 'erased_at' => $erasedAt], JSON_THROW_ON_ERROR);
                Storage::disk('local')->append(self::FILE, $line);
            }
        }
    }

    /** @return list<ErasedLine> */
    public function all(): array
    {
        $lines = [];
        foreach (explode("\n", (string) Storage::disk('local')->get(self::FILE)) as $line) {
            $read = json_decode($line, true);
            if (is_array($read) && isset($read['id'], $read['since'], $read['erased_at'])) {
                $lines[] = ['id' => (int) $read['id'], 'since' => (string) $read['since'], 'erased_at' => (string) $read['erased_at']];
            }
        }

        return $lines;
    }

    /** @return list<ErasedLine> those who are in the database as if they had not been erased */
    public function back(): array
    {
        $lines = $this->all();
        $since = self::since(array_column($lines, 'id'));
        $erased = DB::table('erased')->whereIn('supporter_id', array_keys($since))->pluck('supporter_id')->flip();

        return array_values(
            array_filter(
                $lines,
                static fn(array $line): bool => !isset($erased[$line['id']]) && ($since[$line['id']] ?? null) === $line['since'],
            ),
        );
    }

    /**
     * @param  list<int>  $ids
     * @return array<int, string> supporter to when it was first written of
     */
    private static function since(array $ids): array
    {
        return DB::table('journal')
            ->where('owner_kind', 'supporter')
            ->whereIntegerInRaw('owner_id', $ids)
            ->groupBy('owner_id')
            ->selectRaw('owner_id, min(at) as since')
            ->pluck('since', 'owner_id')
            ->map(strval(...))
            ->all();
    }
}
