<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns;

use PineSieve\Core\Columns\Steps\Row;
use PineSieve\Core\Names\PersonName;
use PineSieve\Core\Names\WrittenName;
use PineSieve\Core\Standards\Target;

/** Whose row it is, by a column plan: the name in its parts, or the name of an organization as the last one. */
final readonly class RowName
{
    private const FIELDS = ['name.title', 'name.first', 'name.middle', 'name.last', 'name.suffix', 'name.full', 'organization.name'];

    /** @var array<string, list<array{int, Feed}>> field to the columns that feed it */
    private array $columns;

    /** @var array<string, int> */
    private array $headers;

    private FeedText $text;

    public function __construct(ColumnPlan $plan)
    {
        $columns = [];
        foreach ($plan->choices as $column => $choice) {
            foreach ($choice->feeds as $feed) {
                $target = Target::tryParse($feed->target);
                if ($target !== null && $target->party === '' && in_array($target->field, self::FIELDS, true)) {
                    $columns[$target->field][] = [$column, $feed];
                }
            }
        }
        $this->columns = $columns;
        $this->headers = Row::columns($plan->headers());
        $this->text = new FeedText($plan);
    }

    /** @param  list<string>  $cells */
    public function of(array $cells): PersonName
    {
        $row = new Row($this->headers, $cells);
        $text = fn(string $field): string => $this->text->of($this->columns[$field] ?? [], $cells, $row);
        $name = new PersonName($text('name.title'), $text('name.first'), $text('name.middle'), $text('name.last'), $text('name.suffix'));
        if ($name->display() !== '') {
            return $name;
        }
        $whole = $text('name.full');
        if ($whole === '') {
            return new PersonName(last: $text('organization.name'));
        }
        $read = WrittenName::parse($whole);

        return $read->person->display() === '' ? new PersonName(last: $read->whole) : $read->person;
    }
}
