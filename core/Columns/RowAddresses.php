<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns;

use PineSieve\Core\Addresses\Address;
use PineSieve\Core\Addresses\AddressBlock;
use PineSieve\Core\Columns\Steps\CasingStep;
use PineSieve\Core\Columns\Steps\OfLabel;
use PineSieve\Core\Columns\Steps\Pad;
use PineSieve\Core\Columns\Steps\PlaceCode;
use PineSieve\Core\Columns\Steps\Row;
use PineSieve\Core\Standards\Target;

/** The addresses of a row as they are written there, by a column plan; nothing else of it is read. */
final readonly class RowAddresses
{
    private const BLOCK = 'block';

    /** Steps that do what the postal form does, without telling: zeros put back, codes of states, capitals. */
    private const POSTAL = [Pad::NAME, PlaceCode::NAME, CasingStep::NAME];

    /** @var array<string, array<string, list<array{int, Feed}>>> address, and part of it, to the columns that feed it */
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
                if ($target !== null && str_starts_with($target->field, 'address.')) {
                    $which = sprintf("%s\t%02d\t%s\t%02d", $target->party, $target->partyNumber, $target->kind, $target->number);
                    $columns[$which][substr($target->field, 8)][] = [$column, $feed];
                }
            }
        }
        // Those of whom the row is about first, those without a kind first.
        ksort($columns);
        $this->columns = $columns;
        $this->headers = Row::columns($plan->headers());
        $this->text = new FeedText($plan, self::POSTAL);
    }

    /** How many a row can have. */
    public function most(): int
    {
        return count($this->columns);
    }

    /** @return list<int> columns that feed the first address of a row */
    public function columns(): array
    {
        $columns = [];
        foreach (array_values($this->columns)[0] ?? [] as $feeds) {
            array_push($columns, ...array_column($feeds, 0));
        }

        return array_values(array_unique($columns));
    }

    /**
     * The cells of a row that holds another address in place of its first: each part goes to the column that feeds it, and what has no column
     * of its own (a unit, a country) stands with the street or is left out.
     *
     * @return ?array<int, string> column to cell; null if street or place have no column to go to
     */
    public function cells(Address $address): ?array
    {
        $columns = array_map(static fn(array $feeds): int => $feeds[0][0], array_values($this->columns)[0] ?? []);
        if (isset($columns[self::BLOCK])) {
            // A label holds the name as well, which would be lost.
            $isLabel = array_values($this->columns)[0][self::BLOCK][0][1]->steps->has(OfLabel::NAME);

            return $isLabel ? null : [$columns[self::BLOCK] => $address->line()] + array_fill_keys(array_values($columns), '');
        }
        $parts = $address->parts();
        if (!isset($columns['line2']) && $parts['line2'] !== '') {
            [$parts['line1'], $parts['line2']] = ["{$parts['line1']} {$parts['line2']}", ''];
        }
        $cells = [];
        foreach ($parts as $part => $value) {
            $isNeeded = in_array($part, ['line1', 'city', 'state', 'postal_code'], true) && $value !== '';
            if ($isNeeded && !isset($columns[$part])) {
                return null;
            }
            if (isset($columns[$part])) {
                $cells[$columns[$part]] = $value;
            }
        }

        return $cells;
    }

    /**
     * @param  list<string>  $cells
     * @return list<Address> in the order of the plan, without those that are blank
     */
    public function of(array $cells): array
    {
        $addresses = [];
        $row = new Row($this->headers, $cells);
        foreach ($this->columns as $parts) {
            $written = [];
            foreach ($parts as $part => $feeds) {
                $written[$part] = $this->text->of($feeds, $cells, $row, $part === self::BLOCK);
            }
            $block = $written[self::BLOCK] ?? '';
            $address = Address::fromParts(AddressBlock::beside($block, $written)[0]);
            if (!$address->isBlank()) {
                $addresses[] = $address;
            }
        }

        return $addresses;
    }
}
