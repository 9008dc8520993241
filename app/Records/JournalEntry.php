<?php

declare(strict_types=1);

namespace App\Records;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use PineSieve\Core\Changes\Change;
use PineSieve\Core\Changes\Subject;

/**
 * What an act wrote of one owner and of what hangs on it, and from which row. Which things it made, changed or deleted stands in `journal_things` too.
 *
 * @property int $id
 * @property string $at
 * @property int $act_id
 * @property ?int $row_number
 * @property Subject $owner_kind
 * @property int $owner_id
 * @property-read Act $act
 */
final class JournalEntry extends Model
{
    public $timestamps = false;

    protected $table = 'journal';

    protected function casts(): array
    {
        return ['owner_kind' => Subject::class];
    }

    /** @return BelongsTo<Act, $this> */
    public function act(): BelongsTo
    {
        return $this->belongsTo(Act::class);
    }

    /**
     * Entries of supporters, in the order of their writing.
     *
     * @param  list<int>  $ids
     * @return Builder<self>
     */
    public static function ofSupporters(array $ids): Builder
    {
        return self::query()->with('act')->where('owner_kind', Subject::Supporter)->whereIn('owner_id', $ids)->orderBy('id');
    }

    /**
     * @param  Collection<int, self>  $entries
     * @return list<int> numbers of the intakes that they came from
     */
    public static function intakesOf(Collection $entries): array
    {
        return array_values(array_unique(array_filter($entries->map(static fn(self $entry): ?int => $entry->act->intake_id)->all())));
    }

    /** @return array<string, true> "subject:id" of all of a supporter that was written after an entry */
    public static function touchedAfter(int $entry, int $supporter): array
    {
        $touched = [];
        foreach (
            self::ofSupporters([$supporter])
                ->where('id', '>', $entry)
                ->get()
            as $later
        ) {
            foreach ($later->changeList() as $change) {
                $touched["{$change->subject->value}:{$change->ref}"] = true;
            }
        }

        return $touched;
    }

    /** @return list<Change> */
    public function changeList(): array
    {
        return Change::listFrom((string) $this->getAttribute('changes'));
    }
}
