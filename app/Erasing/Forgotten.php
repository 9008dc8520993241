<?php

declare(strict_types=1);

namespace App\Erasing;

use App\Records\Merge;
use App\Records\RecordReader;
use App\Support\Lists;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Records\RecordPart;
use PineSieve\Core\Records\SupporterRecord;

/** Whom everything is to forget: the numbers under which they are known, and how they are named. */
final readonly class Forgotten
{
    private const NAMES = ['display_name', 'sort_name', 'envelope_name', 'organization_name'];

    /** What is shorter stands in other words too. */
    private const SHORTEST = 4;

    /**
     * @param  non-empty-list<int>  $ids  that of the supporter first, then those of all who became part of it
     * @param  list<string>  $names  in whatever form, the longest first
     * @param  list<string>  $emails
     */
    private function __construct(public array $ids, public array $names, public array $emails) {}

    public static function of(int $supporter, RecordReader $reader): self
    {
        [$ids, $names, $emails] = [[$supporter], [], []];
        for ($open = $ids; $open !== []; ) {
            $gone = Merge::query()->whereIn('survivor_id', $open)->whereNull('undone_at')->get();
            $open = [];
            foreach ($gone as $merge) {
                array_push($open, ...array_diff($merge->goneIds(), $ids));
                array_push($names, ...array_column($merge->gone, 'name'));
            }
            array_push($ids, ...$open);
        }
        foreach ($reader->read([$supporter]) as $record) {
            array_push($names, ...self::namesOf($record));
            array_push($emails, ...array_map(static fn(RecordPart $email): string => $email->value('address'), $record->emails));
        }
        array_push($names, ...$emails);
        $names = array_values(array_unique(array_filter($names, static fn(string $name): bool => mb_strlen($name) >= self::SHORTEST)));
        usort($names, static fn(string $a, string $b): int => mb_strlen($b) <=> mb_strlen($a));

        return new self($ids, $names, $emails);
    }

    /** A text that does not name them any more. */
    public function without(string $text): string
    {
        return str_ireplace($this->names, '(erased)', $text);
    }

    public function isNamedIn(string $text): bool
    {
        return $this->without($text) !== $text;
    }

    /** @return list<int> numbers of the acts that wrote of them */
    public function acts(): array
    {
        return Lists::ints(
            DB::table('journal')->where('owner_kind', 'supporter')->whereIn('owner_id', $this->ids)->distinct()->pluck('act_id'),
        );
    }

    /** @return list<string> */
    private static function namesOf(SupporterRecord $record): array
    {
        return [...array_map($record->field(...), self::NAMES), "{$record->field('first_name')} {$record->field('last_name')}"];
    }
}
