<?php

declare(strict_types=1);

namespace App\Api\Http;

use App\Support\Lists;
use Illuminate\Database\Eloquent\Builder as EloquentBuilder;
use Illuminate\Database\Query\Builder;
use Illuminate\Http\Request;

/** Pages of a list by number: each begins behind the last of the one before, however long the list, and whatever comes in meanwhile. */
final readonly class Cursor
{
    public const MOST = 500;

    private const USUAL = 100;

    private function __construct(private int $after, private int $limit) {}

    public static function of(Request $request): self
    {
        $number = static function (string $key, int $usual, int $most) use ($request): int {
            $value = $request->query($key, (string) $usual);
            abort_unless(
                is_string($value) && ctype_digit($value) && (int) $value <= $most,
                422,
                "\"{$key}\" must be a number up to {$most}.",
            );

            return (int) $value;
        };

        return new self($number('after', 0, PHP_INT_MAX), max(1, $number('limit', self::USUAL, self::MOST)));
    }

    /**
     * @param  Builder|EloquentBuilder<*>  $found
     * @return array{list<int>, ?int} numbers, and after which the next page begins; null if this is the last
     */
    public function page(Builder|EloquentBuilder $found, string $column): array
    {
        $ids = Lists::ints(
            $found
                ->where($column, '>', $this->after)
                ->orderBy($column)
                ->limit($this->limit + 1)
                ->pluck($column),
        );
        $page = array_slice($ids, 0, $this->limit);

        return [$page, count($ids) > $this->limit ? $page[$this->limit - 1] : null];
    }
}
