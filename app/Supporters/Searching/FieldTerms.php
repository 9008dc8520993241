<?php

declare(strict_types=1);

namespace App\Supporters\Searching;

use App\Records\Supporter;
use App\Records\Tables;
use Illuminate\Database\Eloquent\Builder as Supporters;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Searches\Condition;
use PineSieve\Core\Searches\Test;
use PineSieve\Core\Standards\Field;
use PineSieve\Core\Standards\FieldCatalog;
use PineSieve\Core\Standards\FieldPlace;
use PineSieve\Core\Standards\FieldType;

/** Fields of the catalog in a search: of the supporter, of what hangs on it, of its gifts and promises. A former address is no address. */
final readonly class FieldTerms
{
    private const OF_REACH = ['address', 'email', 'phone'];

    private const OF_PURPOSE = ['gift.fund', 'gift.campaign', 'gift.appeal'];

    public function __construct(private FieldCatalog $catalog) {}

    /**
     * @param  Supporters<Supporter>  $supporters
     * @param  Condition  $one  in its positive form: what "is not" is asked as "is"
     */
    public function narrow(Supporters $supporters, Condition $one): void
    {
        $field = $this->catalog->field($one->of);
        $place = FieldPlace::of($one->of);
        if ($place === null || $place->subject === 'supporter') {
            $column = 'supporters.' . ($place === null ? 'id' : "`{$place->column}`");
            self::hold($supporters->getQuery(), $column, $field, $one);

            return;
        }
        $table = Tables::NAMES[$place->subject];
        $things = DB::table($table)->select('supporter_id');
        match (true) {
            in_array($place->subject, self::OF_REACH, true) => $things->where('condition', '<>', 'former'),
            $place->subject === 'membership' => $things->where('list', $field->nature->list),
            $place->subject === 'custom' => $things->where('field', $one->of),
            default => null,
        };
        $supporters->where(static function (Supporters $query) use ($things, $table, $place, $field, $one): void {
            $query->whereIn(
                'supporters.id',
                $things->where(static fn(Builder $inner) => self::hold($inner, "{$table}.`{$place->column}`", $field, $one)),
            );
            // What the parts of a split gift are for stands with them.
            if (in_array($one->of, self::OF_PURPOSE, true)) {
                $query->orWhereIn(
                    'supporters.id',
                    DB::table('gift_splits')
                        ->join('gifts', 'gifts.id', '=', 'gift_splits.gift_id')
                        ->select('gifts.supporter_id')
                        ->where(static fn(Builder $inner) => self::hold($inner, "gift_splits.`{$place->column}`", $field, $one)),
                );
            }
        });
    }

    /**
     * A field of what a supporter has, asked of the thing itself.
     *
     * @param  string  $table  of the things, or the name that it has in the query
     */
    public function ofThing(Builder $things, string $table, Condition $one): void
    {
        $place = FieldPlace::of($one->of) ?? throw new \LogicException("No place of \"{$one->of}\".");
        $field = $this->catalog->field($one->of);
        $things->where(static function (Builder $query) use ($table, $place, $field, $one): void {
            $query->where(static fn(Builder $inner) => self::hold($inner, "{$table}.`{$place->column}`", $field, $one));
            if (in_array($one->of, self::OF_PURPOSE, true)) {
                $query->orWhereIn(
                    "{$table}.id",
                    DB::table('gift_splits')
                        ->select('gift_splits.gift_id')
                        ->where(static fn(Builder $inner) => self::hold($inner, "gift_splits.`{$place->column}`", $field, $one)),
                );
            }
        });
    }

    /** Never null, so that it can be turned round. */
    private static function hold(Builder $query, string $column, Field $field, Condition $one): void
    {
        // Money of gifts and promises is kept as figures; fields of one's own are kept as text.
        $isMoney = $field->type === FieldType::Amount && !str_starts_with($field->key, Field::CUSTOM);
        $figure = match (true) {
            !$isMoney && in_array($field->type, [FieldType::Number, FieldType::Amount], true) => "cast({$column} as decimal(24, 6))",
            default => $column,
        };
        $mark = $isMoney ? 'cast(? as decimal(24, 6))' : '?';
        $filled = $isMoney ? "{$column} is not null" : "coalesce({$column}, '') <> ''";
        $compare = static function (string $sign) use ($query, $figure, $filled, $mark, $one): void {
            $query->whereRaw("{$filled} and {$figure} {$sign} {$mark}", [$one->value()]);
        };
        if ($one->narrowed('currency') !== '') {
            $query->where(substr($column, 0, (int) strrpos($column, '.')) . '.currency', $one->narrowed('currency'));
        }
        match ($one->test) {
            Test::Is, Test::IsNot => self::is($query, $column, $figure, $field, $one->values),
            Test::Begins => $query->whereRaw("coalesce({$column}, '') like ?", [self::escaped($one->value()) . '%']),
            Test::Contains => $query->whereRaw("coalesce({$column}, '') like ?", ['%' . self::escaped($one->value()) . '%']),
            Test::Over => $compare('>'),
            Test::AtLeast, Test::Since => $compare('>='),
            Test::Under, Test::Before => $compare('<'),
            Test::AtMost => $compare('<='),
            Test::Between => $query->whereRaw("{$filled} and {$figure} between {$mark} and {$mark}", $one->values),
            Test::Blank, Test::Filled => $query->whereRaw($filled),
        };
    }

    /** @param  list<string>  $values */
    private static function is(Builder $query, string $column, string $figure, Field $field, array $values): void
    {
        $marks = implode(', ', array_fill(0, count($values), '?'));
        if ($field->type === FieldType::Choices) {
            // Each stands on a line of its own.
            $likes = array_map(static fn(string $value): string => '%' . self::escaped("\n{$value}\n") . '%', $values);
            $like = "concat('\n', coalesce({$column}, ''), '\n') like ?";
            $query->whereRaw('(' . implode(' or ', array_fill(0, count($likes), $like)) . ')', $likes);
        } else {
            $query->whereRaw("coalesce({$column}, '') <> '' and {$figure} in ({$marks})", $values);
        }
    }

    private static function escaped(string $text): string
    {
        return addcslashes($text, '\\%_');
    }
}
