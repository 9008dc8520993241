<?php

declare(strict_types=1);

namespace App\Supporters\Searching;

use App\Records\Supporter;
use App\Standards\FieldAccess;
use App\Support\Lists;
use App\Supporters\SupporterSearch;
use App\Supporters\UnseenField;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Query\Builder as Query;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Searches\Condition;
use PineSieve\Core\Searches\Group;
use PineSieve\Core\Searches\Searched;
use PineSieve\Core\Searches\SearchReader;
use PineSieve\Core\Searches\Test;
use PineSieve\Core\Searches\Topic;
use PineSieve\Core\Searches\UnusableSearch;
use PineSieve\Core\Standards\FieldPlace;

/**
 * The conditions of a search, asked of the database. Each is asked in its positive form, and turned round where it is denied: who has no
 * value at all is among those whose value "is not" that one.
 */
final readonly class SearchTerms
{
    public function __construct(
        private SearchReader $reader,
        private FieldTerms $fields,
        private GiftTerms $gifts,
        private GatheredSupporters $gathered,
    ) {}

    /**
     * @param  Builder<Supporter>  $supporters
     * @param  string  $where  JSON, as SearchReader reads it
     *
     * @throws UnseenField if it asks by what the person may not see
     */
    public function narrow(Builder $supporters, string $where): void
    {
        $this->group($supporters, $this->check($where));
    }

    /**
     * @param  string  $where  JSON; '' asks nothing
     *
     * @throws UnusableSearch|UnseenField
     */
    public function check(string $where): Group
    {
        $group = $where === '' ? new Group([]) : $this->reader->read($where);
        $sight = FieldAccess::ofUser();
        foreach ($group->conditions() as $one) {
            self::mustBeSeen($one, $sight);
        }

        return $group;
    }

    /**
     * Narrows what supporters have: gifts, promises, addresses. What is asked of a field of theirs is asked of each, all else of the
     * supporter whose it is.
     *
     * @param  Query  $things  rows with an "id" and a "supporter_id"
     * @param  string  $table  of the things, or the name that it has in the query
     *
     * @throws UnseenField if it asks by what the person may not see
     */
    public function narrowThings(Query $things, string $table, Searched $searched, string $where): void
    {
        $this->groupOfThings($things, $table, $searched, $this->check($where));
    }

    private function groupOfThings(Query $things, string $table, Searched $searched, Group $group): void
    {
        if ($group->of === []) {
            return;
        }
        $all = function (Query $inner) use ($table, $searched, $group): void {
            foreach ($group->of as $one) {
                $inner->where(
                    fn(Query $query) => $one instanceof Group
                        ? $this->groupOfThings($query, $table, $searched, $one)
                        : $this->conditionOfThings($query, $table, $searched, $one),
                    boolean: $group->any ? 'or' : 'and',
                );
            }
        };
        $group->not ? $things->whereNot($all) : $things->where($all);
    }

    private function conditionOfThings(Query $things, string $table, Searched $searched, Condition $one): void
    {
        if (FieldPlace::of($one->of)?->subject !== $searched->value) {
            $owners = $this->gathered->of($one, fn(Builder $supporters) => $this->condition($supporters, $one));
            $things->whereIn("{$table}.supporter_id", DB::table($owners)->select('id'));

            return;
        }
        $ask = fn(Query $query) => $this->fields->ofThing($query, $table, $one);
        self::isDenied($one) ? $things->whereNot($ask) : $things->where($ask);
    }

    private static function isDenied(Condition $one): bool
    {
        return in_array($one->test, [Test::IsNot, Test::Blank], true);
    }

    private static function mustBeSeen(Condition $one, FieldAccess $sight): void
    {
        $purposes = array_intersect(['fund', 'campaign', 'appeal', 'kind'], array_keys($one->within));
        $fields = [
            ...$one->topic()?->tells() ?? [$one->of],
            ...array_map(static fn(string $of): string => "gift.{$of}", array_values($purposes)),
        ];
        foreach ($fields as $field) {
            $sight->sees($field) || throw new UnseenField();
        }
    }

    /** @param  Builder<Supporter>  $supporters */
    private function group(Builder $supporters, Group $group): void
    {
        if ($group->of === []) {
            return;
        }
        $all = function (Builder $inner) use ($group): void {
            foreach ($group->of as $one) {
                $inner->where(
                    fn(Builder $query) => $one instanceof Group ? $this->group($query, $one) : $this->condition($query, $one),
                    boolean: $group->any ? 'or' : 'and',
                );
            }
        };
        $group->not ? $supporters->whereNot($all) : $supporters->where($all);
    }

    /** @param  Builder<Supporter>  $supporters */
    private function condition(Builder $supporters, Condition $one): void
    {
        $ask = fn(Builder $query) => match ($one->topic()) {
            null => $this->fields->narrow($query, $one),
            Topic::Given, Topic::Count, Topic::Largest, Topic::Gave, Topic::First, Topic::Last => $this->gifts->narrow($query, $one),
            Topic::Changed => self::changed($query, $one),
            Topic::Noted => self::noted($query, $one),
            default => self::anyOf($query, $one),
        };
        self::isDenied($one) ? $supporters->whereNot($ask) : $supporters->where($ask);
    }

    /** @param  Builder<Supporter>  $supporters */
    private static function anyOf(Builder $supporters, Condition $one): void
    {
        foreach ($one->values as $value) {
            $asked = match ($one->topic()) {
                Topic::Words => ['q' => $value],
                Topic::Near => ['near' => $value, 'within' => $one->narrowed('miles')],
                Topic::Intake => ['intake' => $value, 'made' => $one->narrowed('made')],
                default => str_starts_with($value, 'rule ') ? ['rule' => substr($value, 5)] : ['filter' => $value],
            };
            $supporters->orWhereIn('supporters.id', SupporterSearch::of($asked)->select('supporters.id'));
        }
    }

    /** @param  Builder<Supporter>  $supporters */
    private static function noted(Builder $supporters, Condition $one): void
    {
        $notes = DB::table('supporter_notes')->select('supporter_id');
        if ($one->test === Test::Contains) {
            $notes->where('text', 'like', Lists::within($one->value()));
        }
        if ($one->narrowed('from') !== '') {
            $notes->where('noted_on', '>=', $one->narrowed('from'));
        }
        if ($one->narrowed('until') !== '') {
            $notes->where('noted_on', '<=', $one->narrowed('until'));
        }
        $supporters->whereIn('supporters.id', $notes);
    }

    /** @param  Builder<Supporter>  $supporters */
    private static function changed(Builder $supporters, Condition $one): void
    {
        $entries = DB::table('journal')->select('journal.owner_id')->where('journal.owner_kind', 'supporter');
        if ($one->values !== []) {
            $entries
                ->join('acts', 'acts.id', '=', 'journal.act_id')
                ->whereIn(
                    'acts.user_id',
                    DB::table('users')->select('id')->whereIn('name', $one->values)->orWhereIn('email', $one->values),
                );
        }
        if ($one->narrowed('from') !== '') {
            $entries->where('journal.at', '>=', "{$one->narrowed('from')} 00:00:00");
        }
        if ($one->narrowed('until') !== '') {
            $entries->where('journal.at', '<=', "{$one->narrowed('until')} 23:59:59.999");
        }
        $supporters->whereIn('supporters.id', $entries);
    }
}
