<?php

declare(strict_types=1);

namespace App\Intakes\Plans;

use App\Intakes\IntakeSettings;
use PineSieve\Core\Columns\PlanDocument;
use PineSieve\Core\Columns\Steps\BadStep;
use PineSieve\Core\Standards\FieldCatalog;

/** A column plan as a file of its own: JSON, as docs/column-plan.schema.json says. */
final readonly class PlanFile
{
    public function __construct(private FieldCatalog $catalog) {}

    public function write(SavedPlan $saved): string
    {
        return json_encode(
            [
                'format' => PlanDocument::FORMAT,
                'version' => 1,
                'name' => $saved->name,
                'settings' => $saved->settings->ofPlan()->toArray(),
                ...$saved->columnPlan()->toArray(),
            ],
            JSON_PRETTY_PRINT | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_THROW_ON_ERROR,
        ) . "\n";
    }

    /**
     * @param  ?string  $name  null for the one in the file
     *
     * @throws BadStep if it is not a plan, or names what is not there; the message says where
     */
    public function read(string $content, ?string $name): SavedPlan
    {
        $data = PlanDocument::parse($content);
        $plan = PlanDocument::plan($data, $this->catalog);
        try {
            $settings = IntakeSettings::fromArray(is_array($data['settings'] ?? null) ? $data['settings'] : []);
        } catch (\ValueError) {
            throw new BadStep('The settings of the plan name an effect that does not exist.');
        }

        return new SavedPlan([
            'name' => $name ?? (is_string($data['name'] ?? null) ? mb_substr($data['name'], 0, 120) : 'Untitled plan'),
            'plan' => $plan->toArray(),
            'settings' => $settings->ofPlan(),
        ]);
    }
}
