<?php

declare(strict_types=1);

namespace PineSieve\Core\Searches;

use PineSieve\Core\Gifts\Amount;
use PineSieve\Core\Standards\Field;
use PineSieve\Core\Standards\FieldPlace;
use PineSieve\Core\Standards\FieldType;
use PineSieve\Core\Standards\Standards;

/** Reads a search as it is kept and sent, and says what of it can't be asked. Values get the form in which they are stored. */
final readonly class SearchReader
{
    private const DEEPEST = 4;

    private const MOST = 60;

    private const LONGEST = 200;

    public function __construct(private Standards $standards) {}

    /**
     * @param  string  $json  as Group::toArray() gives it
     *
     * @throws UnusableSearch
     */
    public function read(string $json): Group
    {
        $data = json_decode($json, true, 32);
        $group = is_array($data) ? $this->group($data, 1) : throw new UnusableSearch('This search can\'t be read.');
        if (count($group->conditions()) > self::MOST) {
            throw new UnusableSearch('A search can have ' . self::MOST . ' conditions at most.');
        }

        return $group;
    }

    /** @param  array<mixed>  $data */
    private function group(array $data, int $depth): Group
    {
        if ($depth > self::DEEPEST) {
            throw new UnusableSearch('Groups of conditions can lie ' . self::DEEPEST . ' deep at most.');
        }
        $of = is_array($data['of'] ?? null) ? array_values($data['of']) : throw new UnusableSearch('This search can\'t be read.');

        return new Group(
            array_map(
                fn(mixed $one): Group|Condition => match (true) {
                    !is_array($one) => throw new UnusableSearch('This search can\'t be read.'),
                    is_array($one['of'] ?? null) => $this->group($one, $depth + 1),
                    default => $this->condition($one),
                },
                $of,
            ),
            ($data['any'] ?? false) === true,
            ($data['not'] ?? false) === true,
        );
    }

    /** @param  array<mixed>  $data */
    private function condition(array $data): Condition
    {
        $of = is_string($data['of'] ?? null) ? $data['of'] : '';
        $topic = Topic::tryFrom($of);
        $field = $topic === null ? $this->field($of) : null;
        $label = $topic?->label() ?? ($field->label ?? $of);
        $test = Test::tryFrom(is_string($data['test'] ?? null) ? $data['test'] : '');
        if ($test === null || !in_array($test, $topic?->tests() ?? ($field === null ? [] : Test::of($field)), true)) {
            throw new UnusableSearch("{$label}: this can't be asked of it.");
        }
        $values = $this->texts($label, $data['values'] ?? []);
        [$least, $most] = $test->values();
        if ($topic === Topic::Changed) {
            $least = 0;
        }
        if (count($values) < $least || count($values) > $most) {
            throw new UnusableSearch("{$label}: " . ($least === 0 && $most === 0 ? 'nothing more is asked of it.' : 'a value is missing.'));
        }
        $within = $this->within($topic, $field, $label, $data['within'] ?? []);
        $values = array_map(fn(string $value): string => $this->value($topic, $field, $test, $label, $value), $values);
        if ($test === Test::Between && self::isTurned($values)) {
            throw new UnusableSearch("{$label}: {$values[0]} comes after {$values[1]}.");
        }

        return new Condition($of, $test, $values, $within);
    }

    /** @throws UnusableSearch if the catalog has none, or keeps no value of its own for it */
    private function field(string $key): Field
    {
        $catalog = $this->standards->catalog;
        if (!$catalog->has($key) || ($key !== 'supporter' && FieldPlace::of($key) === null) || $key === 'role') {
            throw new UnusableSearch("There is no field \"{$key}\" to search by.");
        }
        $field = $catalog->field($key);
        if ($field->isRetired) {
            throw new UnusableSearch("The field \"{$field->label}\" is retired: take it out of the search, or bring the field back.");
        }

        return $field;
    }

    /**
     * @return list<string>
     *
     * @throws UnusableSearch
     */
    private function texts(string $label, mixed $values): array
    {
        $texts = [];
        foreach (is_array($values) ? $values : [$values] as $value) {
            $text = is_string($value) || is_int($value) ? trim((string) $value) : '';
            if (mb_strlen($text) > self::LONGEST) {
                throw new UnusableSearch("{$label}: a value is longer than " . self::LONGEST . ' signs.');
            }
            if ($text !== '') {
                $texts[] = $text;
            }
        }

        return $texts;
    }

    /**
     * @return array<string, string>
     *
     * @throws UnusableSearch
     */
    private function within(?Topic $topic, ?Field $field, string $label, mixed $data): array
    {
        $within = [];
        $ways = $topic?->within() ?? ($field === null ? [] : Condition::narrowing($field));
        foreach (is_array($data) ? $data : [] as $key => $value) {
            $text = $this->texts($label, $value)[0] ?? '';
            if ($text === '') {
                continue;
            }
            if (!in_array($key, $ways, true)) {
                throw new UnusableSearch("{$label}: it can't be narrowed by \"{$key}\".");
            }
            $within[$key] = match ($key) {
                'from', 'until' => self::day($label, $text),
                'miles' => ctype_digit($text) ? $text : throw new UnusableSearch("{$label}: the miles must be a whole number."),
                default => $text,
            };
        }
        if (isset($within['from'], $within['until']) && $within['from'] > $within['until']) {
            throw new UnusableSearch("{$label}: the days end before they begin.");
        }
        if (in_array('currency', $ways, true)) {
            $within['currency'] ??= $this->standards->formats->home->currency;
        }
        if ($topic === Topic::Near && !isset($within['miles'])) {
            throw new UnusableSearch("{$label}: say how many miles.");
        }

        return $within;
    }

    /** @throws UnusableSearch */
    private function value(?Topic $topic, ?Field $field, Test $test, string $label, string $value): string
    {
        $isFigure = in_array($test, Test::ofFigures(), true);

        return match (true) {
            $topic === Topic::Given, $topic === Topic::Largest => self::amount($label, $value),
            $topic === Topic::Count, $topic === Topic::Intake => ctype_digit($value)
                ? $value
                : throw new UnusableSearch("{$label}: \"{$value}\" is no whole number."),
            $topic === Topic::First, $topic === Topic::Last, $field?->type === FieldType::Date => self::day($label, $value),
            $field === null, $test === Test::Begins, $test === Test::Contains => $value,
            $field->type === FieldType::Amount && $isFigure => Amount::parse($value) ?? self::amount($label, $value),
            in_array($field->type, [FieldType::Number, FieldType::SupporterNumber], true) && $isFigure => is_numeric($value)
                ? $value
                : throw new UnusableSearch("{$label}: \"{$value}\" is no number."),
            // "Maine" is stored as ME: it is asked for as it is stored; what the format can't read is asked for as it is.
            default => $this->stored($field, $value),
        };
    }

    private function stored(Field $field, string $value): string
    {
        $read = $this->standards->formats->byHand()->of($field)->read($value);

        return $read->fault === null && $read->value !== '' ? $read->value : $value;
    }

    /** @throws UnusableSearch */
    private static function amount(string $label, string $value): string
    {
        $amount = Amount::parse($value);

        return $amount === null || str_starts_with($amount, '-')
            ? throw new UnusableSearch("{$label}: \"{$value}\" is no amount, such as 500.00.")
            : $amount;
    }

    /** @throws UnusableSearch */
    private static function day(string $label, string $value): string
    {
        $date = \DateTimeImmutable::createFromFormat('!Y-m-d', $value);

        return $date !== false && $date->format('Y-m-d') === $value
            ? $value
            : throw new UnusableSearch("{$label}: \"{$value}\" is no day, such as 2026-01-31.");
    }

    /** @param  list<string>  $values */
    private static function isTurned(array $values): bool
    {
        [$from, $to] = $values;

        return is_numeric($from) && is_numeric($to) ? (float) $from > (float) $to : $from > $to;
    }
}
