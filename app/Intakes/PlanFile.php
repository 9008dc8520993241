<?php

declare(strict_types=1);

namespace App\Intakes;

use App\Models\SavedPlan;
use PineSieve\Core\Columns\ColumnPlan;
use PineSieve\Core\Columns\Steps\BadStep;
use PineSieve\Core\SieveException;
use PineSieve\Core\Standards\FieldCatalog;

/** A column plan as a file of its own: JSON, as docs/column-plan.schema.json says. */
final readonly class PlanFile
{
    private const FORMAT = 'pine-sieve-column-plan';

    public function __construct(private FieldCatalog $catalog)
    {
    }

    public function write(SavedPlan $saved): string
    {
        return json_encode(['format' => self::FORMAT, 'version' => 1, 'name' => $saved->name, 'settings' => Settings::fromArray($saved->settings)->toArray(), ...$saved->columnPlan()->toArray()], JSON_PRETTY_PRINT | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_THROW_ON_ERROR)."\n";
    }

    /**
     * @param  ?string  $name  null for the one in the file
     *
     * @throws BadStep if it is not a plan, or names what is not there; the message says where
     */
    public function read(string $content, ?string $name): SavedPlan
    {
        $data = json_decode($content, true, 64);
        if (! is_array($data) || ($data['format'] ?? null) !== self::FORMAT) {
            throw new BadStep('This is not a column plan: a JSON object with "format": "'.self::FORMAT.'" was expected.');
        }
        $plan = $this->plan($data);
        try {
            $settings = Settings::fromArray(is_array($data['settings'] ?? null) ? $data['settings'] : []);
        } catch (\ValueError) {
            throw new BadStep('The settings of the plan name an effect that there is not.');
        }

        return new SavedPlan(['name' => $name ?? (is_string($data['name'] ?? null) ? mb_substr($data['name'], 0, 120) : 'Untitled plan'), 'plan' => $plan->toArray(), 'settings' => $settings->toArray()]);
    }

    /** @param  array<mixed>  $data */
    private function plan(array $data): ColumnPlan
    {
        if (! is_array($data['columns'] ?? null) || ! array_is_list($data['columns']) || count($data['columns']) > 2000) {
            throw new BadStep('The plan needs a list "columns".');
        }
        foreach ($data['columns'] as $i => $column) {
            if (! is_array($column) || ! is_string($column['header'] ?? null) || ! in_array($column['state'] ?? null, ['sure', 'look', 'open', 'left behind'], true)) {
                throw new BadStep('Column '.($i + 1).' of the plan needs a "header" and a "state" that is one of: sure, look, open, left behind.');
            }
            foreach (is_array($column['feeds'] ?? null) ? $column['feeds'] : [] as $feed) {
                if (! is_array($feed) || ! is_string($feed['target'] ?? null) || ! $this->catalog->has($feed['target'])) {
                    throw new BadStep("The column \"{$column['header']}\" of the plan becomes a field that is not in the catalog. Make that field first.");
                }
            }
        }
        try {
            return ColumnPlan::fromArray($data);
        } catch (SieveException $error) {
            throw $error;
        } catch (\Throwable) {
            throw new BadStep('The plan is not written as it should be. Compare it with docs/column-plan.schema.json.');
        }
    }
}
