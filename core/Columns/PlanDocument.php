<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns;

use PineSieve\Core\Columns\Steps\BadStep;
use PineSieve\Core\SieveException;
use PineSieve\Core\Standards\FieldCatalog;
use PineSieve\Core\Standards\Target;

/** A column plan as JSON, as docs/column-plan.schema.json says. */
final class PlanDocument
{
    public const FORMAT = 'pine-sieve-column-plan';

    private function __construct() {}

    /**
     * @return array<mixed>
     *
     * @throws BadStep if it is not a column plan at all
     */
    public static function parse(string $content): array
    {
        $data = json_decode($content, true, 64);
        if (!is_array($data) || ($data['format'] ?? null) !== self::FORMAT) {
            throw new BadStep('This is not a column plan: a JSON object with "format": "' . self::FORMAT . '" was expected.');
        }

        return $data;
    }

    /**
     * @param  array<mixed>  $data  as parse() gives it
     *
     * @throws SieveException if it names what is not there; the message says where
     */
    public static function plan(array $data, FieldCatalog $catalog): ColumnPlan
    {
        if (!is_array($data['columns'] ?? null) || !array_is_list($data['columns']) || count($data['columns']) > 2000) {
            throw new BadStep('The plan needs a list "columns".');
        }
        foreach ($data['columns'] as $i => $column) {
            if (
                !is_array($column) ||
                !is_string($column['header'] ?? null) ||
                !in_array($column['state'] ?? null, ['sure', 'look', 'open', 'left behind'], true)
            ) {
                throw new BadStep(
                    'Column ' . ($i + 1) . ' of the plan needs a "header" and a "state" that is one of: sure, look, open, left behind.',
                );
            }
            foreach (is_array($column['feeds'] ?? null) ? $column['feeds'] : [] as $feed) {
                if (!is_array($feed) || !is_string($feed['target'] ?? null) || !$catalog->has(Target::normal($feed['target']))) {
                    throw new BadStep(
                        "The column \"{$column['header']}\" of the plan becomes a field that is not in the catalog. Make that field first.",
                    );
                }
            }
        }
        try {
            /** @var array{columns: list<array{header: string, state: string}>} $data what else is wrong with it is caught */
            return ColumnPlan::fromArray($data);
        } catch (SieveException $error) {
            throw $error;
        } catch (\Throwable) {
            throw new BadStep('This is not a valid column plan. Compare it with docs/column-plan.schema.json.');
        }
    }
}
