<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching\Fields;

use PineSieve\Core\Matching\Rules\Comparison;
use PineSieve\Core\Names\SupporterKind;
use PineSieve\Core\Names\Words;
use PineSieve\Core\Standards\FieldCatalog;
use PineSieve\Core\Standards\FieldType;

/** Finds the comparer that a comparison asks for. */
final readonly class FieldComparers
{
    /** @var list<string> words that do not count where common ones are ignored, folded */
    public array $common;

    /** @param  ?list<string>  $common  words that do not count where common ones are ignored, folded; null for those of Words */
    public function __construct(private FieldCatalog $catalog, ?array $common = null)
    {
        $this->common = $common ?? Words::common();
    }

    /** Whether records can be compared in a field. */
    public function has(string $field): bool
    {
        return $this->catalog->has($field) &&
            !str_starts_with($field, 'gift.') &&
            !in_array($field, ['address.block', 'name.full', 'supporter', 'kind', 'group', 'id.other', 'role'], true);
    }

    public function of(Comparison $comparison, SupporterKind $kind): FieldComparer
    {
        return match (true) {
            $comparison->field === Comparison::NAME && $kind === SupporterKind::Person => new NameComparer($comparison),
            $comparison->field === Comparison::NAME => new TextComparer($comparison, 'name', $this->common),
            $comparison->field === 'name.first' && $kind === SupporterKind::Person => new FirstNameComparer($comparison),
            $comparison->field === Comparison::ID => new IdComparer(),
            $comparison->field === Comparison::ADDRESS => new AddressComparer($comparison),
            $comparison->field === 'email' => new EmailComparer($comparison),
            $comparison->field === 'phone' => new PhoneComparer($comparison),
            $this->catalog->field($comparison->field)->type === FieldType::Date => new DateComparer(
                $comparison,
                lcfirst($this->catalog->field($comparison->field)->label),
            ),
            default => new TextComparer($comparison, lcfirst($this->catalog->field($comparison->field)->label), $this->common),
        };
    }
}
