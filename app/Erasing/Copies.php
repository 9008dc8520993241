<?php

declare(strict_types=1);

namespace App\Erasing;

use App\Installation\CannotRestore;
use App\Installation\RestorePoint;
use App\Installation\RestorePoints;
use App\Support\Lists;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Storage;

/** What has someone once more, outside of the database: files that were made, and older copies of it. */
final readonly class Copies
{
    public function __construct(private ErasedList $list, private RestorePoints $points) {}

    /** How many copies of the database there are. */
    public function count(): int
    {
        return count($this->points->all());
    }

    /**
     * Deletes them, once a new copy is taken, and writes down whom an older one that comes from elsewhere must not bring back.
     *
     * @throws CannotRestore if there can't be a new one: the old ones stay then
     */
    public function purge(Erasure $erasure): void
    {
        $ids = Lists::ints(DB::table('erased')->where('erasure_id', $erasure->id)->orderBy('supporter_id')->pluck('supporter_id'));
        $this->list->add($ids, $erasure->erased_at->toIso8601String());
        foreach ($erasure->files ?? [] as $file) {
            Storage::delete($file);
            Storage::disk('local')->delete($file);
        }
        $old = array_filter(
            $this->points->all(),
            static fn(RestorePoint $point): bool => strtotime($point->at) <= $erasure->erased_at->timestamp,
        );
        if ($old !== []) {
            $this->points->take("after supporter {$erasure->supporter_id} was erased");
            array_map($this->points->forget(...), $old);
        }
        $erasure->update(['state' => 'done', 'files' => null, 'error' => null, 'ended_at' => now()]);
    }
}
