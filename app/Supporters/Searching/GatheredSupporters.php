<?php

declare(strict_types=1);

namespace App\Supporters\Searching;

use App\Records\Supporter;
use App\Supporters\FoundSupporters;
use Closure;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Searches\Condition;

/**
 * Supporters of whom a condition holds, gathered in a table of this session: so it is known how many they are before what they have is
 * looked through, and nobody is looked for twice in one request. Any write to records makes them anew.
 */
final class GatheredSupporters
{
    /** @var array<string, string> what is asked, of which state of the records, to the table */
    private array $tables = [];

    /**
     * @param  Closure(Builder<Supporter>): mixed  $narrow
     * @return string the table, with their "id"
     */
    public function of(Condition $one, Closure $narrow): string
    {
        $key = json_encode([$one->toArray(), DB::table('journal')->max('id')], JSON_THROW_ON_ERROR);
        if (!isset($this->tables[$key])) {
            $table = 'gathered_' . (count($this->tables) + 1);
            $supporters = Supporter::query()->select('supporters.id');
            $narrow($supporters);
            FoundSupporters::gather($table, $supporters);
            $this->tables[$key] = $table;
        }

        return $this->tables[$key];
    }
}
