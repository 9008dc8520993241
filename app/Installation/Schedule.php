<?php

declare(strict_types=1);

namespace App\Installation;

use DateTimeInterface;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\DB;

/** When restore points are taken by themselves, and how many of those are kept. */
final readonly class Schedule
{
    public const EVERY = ['never' => 0, 'day' => 1, 'week' => 7];

    /**
     * @param  string  $every  key of EVERY
     * @param  int  $hour  0 to 23, in the server's time
     * @param  int  $keep  of the scheduled ones
     */
    public function __construct(public string $every = 'day', public int $hour = 2, public int $keep = 14) {}

    public static function kept(): self
    {
        $data = json_decode((string) DB::table('settings')->where('name', 'restore schedule')->value('value'), true);

        return is_array($data) && isset(self::EVERY[$data['every'] ?? ''])
            ? new self($data['every'], (int) $data['hour'], (int) $data['keep'])
            : new self();
    }

    public function keep(): void
    {
        DB::table('settings')->updateOrInsert(
            ['name' => 'restore schedule'],
            ['value' => json_encode($this->toArray(), JSON_THROW_ON_ERROR)],
        );
    }

    /** @param  ?string  $last  when the last scheduled one was taken, ISO 8601 */
    public function isDue(DateTimeInterface $now, ?string $last): bool
    {
        $days = self::EVERY[$this->every];
        $at = Carbon::instance($now);
        if ($days === 0 || $at->hour < $this->hour) {
            return false;
        }

        return $last === null ||
            Carbon::parse($last)
                ->startOfDay()
                ->addDays($days)
                ->lessThanOrEqualTo($at->copy()->startOfDay());
    }

    /** @return array{every: string, hour: int, keep: int} */
    public function toArray(): array
    {
        return ['every' => $this->every, 'hour' => $this->hour, 'keep' => $this->keep];
    }
}
