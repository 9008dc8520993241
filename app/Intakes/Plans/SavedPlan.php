<?php

declare(strict_types=1);

namespace App\Intakes\Plans;

use App\Intakes\IntakeSettings;
use Illuminate\Database\Eloquent\Model;
use PineSieve\Core\Columns\ColumnPlan;

/**
 * A column plan kept under a name, with the settings it was used with.
 *
 * @phpstan-import-type PlanData from ColumnPlan
 *
 * @property int $id
 * @property string $name
 * @property PlanData $plan
 * @property IntakeSettings $settings
 */
final class SavedPlan extends Model
{
    protected $table = 'column_plans';

    protected $guarded = [];

    protected function casts(): array
    {
        return ['plan' => 'array', 'settings' => IntakeSettings::class];
    }

    public function columnPlan(): ColumnPlan
    {
        return ColumnPlan::fromArray($this->plan);
    }
}
