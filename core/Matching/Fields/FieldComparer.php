<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching\Fields;

/** Compares two records in one field. What it compares is prepared once for each record. */
interface FieldComparer
{
    /** Equal for comparers that prepare values in the same way. */
    public function preparation(): string;

    /** @return list<list<string>> the record's values; the first part of each as people read it */
    public function values(Traits $traits): array;

    /**
     * @param  list<string>  $one  as values() gives it
     * @param  list<string>  $other
     * @return ?Agreement null if they do not agree
     */
    public function compare(array $one, array $other): ?Agreement;

    /**
     * Texts under which a value is looked up: values that agree have at least one in common, save for what the class says.
     *
     * @param  list<string>  $value
     * @return list<string>
     */
    public function traces(array $value): array;

    /** How few records share a value, as a rule: the rule is looked up by the field with the highest. */
    public function selectivity(): int;
}
