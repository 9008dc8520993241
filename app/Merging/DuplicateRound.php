<?php

declare(strict_types=1);

namespace App\Merging;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Support\Carbon;

/**
 * Clusters that one person decides as one.
 *
 * @phpstan-type RoundShown array{
 *     id: int, why: string, is_same: bool, state: 'working'|'done'|'taking back'|'taken back', total: int, decided: int, kept: int,
 *     ...,
 * }
 *
 * @property int $id
 * @property ?int $user_id
 * @property string $why
 * @property bool $is_same
 * @property string $state
 * @property int $after  cluster that was decided last
 * @property int $total
 * @property int $decided
 * @property int $kept  clusters that could not be merged, or were in someone else's hands; merges that can't be taken apart
 * @property Carbon $at
 */
final class DuplicateRound extends Model
{
    public const WORKING = 'working';

    public const DONE = 'done';

    public const TAKING_BACK = 'taking back';

    public const TAKEN_BACK = 'taken back';

    public $timestamps = false;

    protected $guarded = [];

    protected $dateFormat = 'Y-m-d H:i:s.v';

    protected function casts(): array
    {
        return ['is_same' => 'boolean', 'at' => 'datetime'];
    }
}
