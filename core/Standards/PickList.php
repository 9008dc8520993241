<?php

declare(strict_types=1);

namespace PineSieve\Core\Standards;

use PineSieve\Core\Text\Fold;

/** The values that a field may have, in order, with what else people write for them. */
final readonly class PickList
{
    /** Letters that may differ between two values that look like the same one: one in this many. */
    private const LETTERS_A_SLIP = 6;

    /** @var array<string, PickValue> solid spelling to the value that it means */
    private array $spelled;

    /**
     * @param  list<PickValue>  $values
     * @param  bool  $isClosed  whether what is not in the list is refused; in an open list it comes in as it is
     */
    public function __construct(public array $values, public bool $isClosed = true)
    {
        $spelled = [];
        foreach ($values as $value) {
            foreach ([$value->code, ...$value->spellings] as $spelling) {
                $spelled[Fold::solid($spelling)] ??= $value;
            }
        }
        // A value always means itself, whatever is another's spelling.
        foreach ($values as $value) {
            $spelled[Fold::solid($value->value)] = $value;
        }
        unset($spelled['']);
        $this->spelled = $spelled;
    }

    /** @param  list<string>  $values */
    public static function of(array $values): self
    {
        return new self(array_map(static fn(string $value): PickValue => new PickValue($value), $values));
    }

    /** @return list<string> what may be chosen, in order */
    public function options(): array
    {
        return array_values(
            array_map(
                static fn(PickValue $value): string => $value->value,
                array_filter($this->values, static fn(PickValue $value): bool => !$value->isRetired),
            ),
        );
    }

    /** The value that something written means, by itself, its code or another spelling, whatever the case and punctuation; null if it is none of the list. */
    public function find(string $written): ?PickValue
    {
        foreach ($this->values as $value) {
            if ($value->value === $written) {
                return $value;
            }
        }

        return $this->spelled[Fold::solid($written)] ?? null;
    }

    /** @return list<array{string, string, string}> two values that look like the same one, and why */
    public function nearDuplicates(): array
    {
        $near = [];
        foreach ($this->values as $i => $one) {
            foreach (array_slice($this->values, $i + 1) as $other) {
                $why = self::likeness($one->value, $other->value);
                if ($why !== null) {
                    $near[] = [$one->value, $other->value, $why];
                }
            }
        }

        return $near;
    }

    private static function likeness(string $one, string $other): ?string
    {
        [$a, $b] = [Fold::solid($one), Fold::solid($other)];
        if ($a === $b) {
            return 'the same but for case, blanks and punctuation';
        }
        [$words, $others] = [explode(' ', Fold::words($one)), explode(' ', Fold::words($other))];
        sort($words);
        sort($others);
        if ($words === $others) {
            return 'the same words in another order';
        }
        if (preg_replace('/\D/', '', $a) !== preg_replace('/\D/', '', $b)) {
            return null;
        }
        if (rtrim($a, 's') === rtrim($b, 's')) {
            return 'singular and plural';
        }
        $slips = levenshtein(substr($a, 0, 255), substr($b, 0, 255));

        return $slips <= intdiv(min(strlen($a), strlen($b)), self::LETTERS_A_SLIP)
            ? ($slips === 1
                ? 'one letter apart'
                : "{$slips} letters apart")
            : null;
    }
}
