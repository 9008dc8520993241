<?php

declare(strict_types=1);

namespace PineSieve\Core\Standards;

/** Fields by what they are called, also one of several: "Gift 2 date", "Spouse: First name". */
final class FieldLabels
{
    /** Of several, those whose labels are known. */
    private const LABELLED = 12;

    /** @var ?array<string, string> label in small letters to key; null until somebody asks */
    private ?array $keys = null;

    public function __construct(private readonly FieldCatalog $catalog) {}

    /** The key of a field by its exact label; null if it is nobody's. */
    public function key(string $label): ?string
    {
        return ($this->keys ??= $this->keys())[mb_strtolower(trim($label))] ?? null;
    }

    /** @return array<string, string> */
    private function keys(): array
    {
        $keys = [];
        $parties = array_merge(...array_map($this->catalog->ofParty(...), array_keys(Target::PARTIES)));
        foreach ([...$this->catalog->all(), ...$parties] as $field) {
            foreach (self::several(Target::tryParse($field->key) ?? throw new \LogicException('A field has a target.')) as $target) {
                $key = $target->key();
                // A label that two have is that of the first.
                $keys[mb_strtolower($this->catalog->label($key))] ??= $key;
            }
        }

        return $keys;
    }

    /** @return \Generator<int, Target> itself, and the others of its kind that a label can name */
    private static function several(Target $target): \Generator
    {
        $head = explode('.', $target->field)[0];
        $isOfKinds = isset(Target::KINDS[$head]);
        $numbers = $target->party === 'child' || $isOfKinds ? self::LABELLED : 1;
        $parts = in_array($target->field, Target::OF_PART, true) ? self::LABELLED : 1;
        foreach (['', ...Target::KINDS[$head] ?? []] as $kind) {
            for ($number = 1; $number <= $numbers; $number++) {
                $one =
                    $target->party === 'child' && !$isOfKinds
                        ? $target->with(partyNumber: $number)
                        : $target->with(kind: $kind, number: $number);
                for ($part = 1; $part <= $parts; $part++) {
                    yield $one->with(part: $part);
                }
            }
        }
    }
}
