<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching\Fields;

use PineSieve\Core\Matching\Rules\Comparison;
use PineSieve\Core\Matching\Rules\How;
use PineSieve\Core\Names\Words;
use PineSieve\Core\Text\Fold;

/**
 * Compares a field that is text: one of the catalog, or the names of households and organizations.
 * Values that differ in more than one letter are found where they sound alike, share both ends, begin with the same two words, or have the same words in another order.
 */
final readonly class TextComparer implements FieldComparer
{
    /** @param  list<string>  $common  words that do not count where common ones are ignored */
    public function __construct(private Comparison $comparison, private string $label, private array $common) {}

    public function preparation(): string
    {
        $options = $this->comparison->options;

        return "text {$this->comparison->field} " .
            json_encode(
                [$options->matchCase, $options->matchAccents, $options->ignore, $options->ignoreCommon ? $this->common : []],
                JSON_THROW_ON_ERROR,
            );
    }

    public function values(Traits $traits): array
    {
        $values = [];
        foreach ($this->comparison->field === Comparison::NAME ? [$traits->display] : $traits->of($this->comparison->field) as $text) {
            $prepared = $this->prepared($text);
            if ($prepared !== '') {
                $values[] = [$text, $prepared];
            }
        }

        return $values;
    }

    public function compare(array $one, array $other): ?Agreement
    {
        [$shown, $a] = $one;
        [$shownOther, $b] = $other;
        if ($a === $b) {
            return new Agreement(1.0, "Same {$this->label}: {$shownOther}");
        }
        $characters = $this->comparison->characters;
        if ($this->comparison->how === How::Starts) {
            return mb_strlen($a) >= $characters && mb_substr($a, 0, $characters) === mb_substr($b, 0, $characters)
                ? new Agreement(0.8, ucfirst($this->label) . " begins alike: {$shown}, {$shownOther}")
                : null;
        }
        if ($this->comparison->how === How::Alike) {
            $likeness = Spelling::likeness($a, $b, $this->comparison->strictness) ?? $this->wordsWithin($a, $b);
            if ($likeness !== null) {
                return new Agreement($likeness, ucfirst($this->label) . " is spelled alike: {$shown}, {$shownOther}");
            }
            if ($this->comparison->strictness <= 90 && str_contains($a, ' ') && self::sorted($a) === self::sorted($b)) {
                return new Agreement(0.9, ucfirst($this->label) . " has the same words in another order: {$shown}, {$shownOther}");
            }
        }

        return $this->comparison->options->sound && Spelling::soundAlike($a, $b)
            ? new Agreement(0.8, ucfirst($this->label) . " sounds alike: {$shown}, {$shownOther}")
            : null;
    }

    public function traces(array $value): array
    {
        $text = $value[1];
        if ($this->comparison->how === How::Starts) {
            // A shorter value begins like no other but its equals.
            return [mb_substr($text, 0, $this->comparison->characters)];
        }
        $traces = $this->comparison->how === How::Alike ? Spelling::traces($text) : [$text];
        if ($this->comparison->how === How::Alike && str_contains($text, ' ')) {
            $words = explode(' ', $text);
            $traces[] = '+' . self::sorted("{$words[0]} {$words[1]}");
            $traces[] = '=' . self::sorted($text);
        }

        return $this->comparison->options->sound ? [...$traces, '~' . Spelling::sound($text)] : $traces;
    }

    public function selectivity(): int
    {
        return match (true) {
            $this->comparison->how === How::Starts => 20,
            $this->comparison->field === Comparison::NAME,
            str_starts_with($this->comparison->field, 'custom.'),
            $this->comparison->field === 'organization.name'
                => 60,
            in_array($this->comparison->field, ['address.line1', 'name.last'], true) => 45,
            default => 30,
        };
    }

    /** All words of one name in the other, in their order, at least two: "Harbor Light" of "Harbor Light Mission". */
    private function wordsWithin(string $one, string $other): ?float
    {
        [$short, $long] = strlen($one) <= strlen($other) ? [$one, $other] : [$other, $one];

        return $this->comparison->strictness <= 85 && str_contains($short, ' ') && str_starts_with($long, "{$short} ") ? 0.85 : null;
    }

    /** Equal for "Dover Public Library" and "Library, Dover Public". */
    private static function sorted(string $text): string
    {
        $words = explode(' ', $text);
        sort($words);

        return implode(' ', $words);
    }

    private function prepared(string $text): string
    {
        $options = $this->comparison->options;
        if ($options->matchCase || $options->matchAccents) {
            $text = trim((string) preg_replace('/\s+/u', ' ', $text));
            $text = $options->matchCase ? $text : mb_strtolower($text);

            $apart = \Normalizer::normalize($text, \Normalizer::FORM_D);

            return $options->matchAccents || !is_string($apart) ? $text : (string) preg_replace('/\p{Mn}/u', '', $apart);
        }
        $folded = Fold::words(str_replace('&', ' and ', $text));
        if ($folded === '') {
            // A script that has no Latin letters stays as it is.
            return mb_strtolower(trim($text));
        }
        if (!$options->ignoreCommon && $options->ignore === []) {
            return $folded;
        }
        $words = array_map(static fn(string $word): string => $options->ignoreCommon ? Words::inFull($word) : $word, explode(' ', $folded));
        $telling = array_filter(
            $words,
            fn(string $word): bool => !in_array($word, $options->ignore, true) &&
                !($options->ignoreCommon && in_array($word, $this->common, true)),
        );

        return $telling === [] ? $folded : implode(' ', $telling);
    }
}
