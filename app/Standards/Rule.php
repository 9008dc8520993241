<?php

declare(strict_types=1);

namespace App\Standards;

use Illuminate\Database\Eloquent\Model;
use PineSieve\Core\Standards\RequiredRule;
use PineSieve\Core\Standards\RuleSubject;
use PineSieve\Core\Standards\Strength;
use PineSieve\Core\Standards\When;

/**
 * Required data, as the organization has set it.
 *
 * @property int $id
 * @property RuleSubject $subject
 * @property string $field
 * @property Strength $strength
 * @property list<array{field: string, test: string, values: list<string>}> $conditions
 * @property bool $is_checked
 */
final class Rule extends Model
{
    protected $table = 'required_rules';

    protected $guarded = [];

    protected function casts(): array
    {
        return ['subject' => RuleSubject::class, 'strength' => Strength::class, 'conditions' => 'array', 'is_checked' => 'boolean'];
    }

    public function rule(): RequiredRule
    {
        return new RequiredRule(
            $this->id ?? 0,
            $this->subject,
            $this->field,
            $this->strength,
            array_map(static fn(array $when): When => new When($when['field'], $when['test'], $when['values']), $this->conditions),
        );
    }
}
