<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns;

use PineSieve\Core\Addresses\PostalCode;
use PineSieve\Core\Addresses\Regions;
use PineSieve\Core\Gifts\Amount;
use PineSieve\Core\Gifts\Currency;
use PineSieve\Core\Gifts\GiftKind;
use PineSieve\Core\Names\Words;
use PineSieve\Core\Names\WrittenName;
use PineSieve\Core\Standards\FieldType;
use PineSieve\Core\Standards\Formats\ConsentFormat;
use PineSieve\Core\Standards\Formats\DateOrder;
use PineSieve\Core\Standards\Formats\RecordKindFormat;
use PineSieve\Core\Standards\Formats\StatusFormat;
use PineSieve\Core\Standards\Formats\WrittenDate;
use PineSieve\Core\Standards\Formats\YesNoFormat;
use PineSieve\Core\Text\Fold;
use PineSieve\Core\Text\Placeholders;
use PineSieve\Core\Text\Tidy;

/** Gathers what the values of one column look like, value by value. Its memory does not grow with the file. */
final class ColumnProfiler
{
    /** Distinct values that are counted exactly; of the ones beyond it only their number is estimated. */
    private const DISTINCT = 2000;

    /** Filled values after which a look that has never fitted is no longer tried. */
    private const PATIENCE = 300;

    /** Examples that are kept of what is odd. */
    private const EXAMPLES = 5;

    /** Bytes of a telephone number and what stands beside it; longer ones are notes. */
    private const WITH_REMARK = 60;

    private int $rows = 0;

    private int $filled = 0;

    /** @var array<array-key, int> */
    private array $values = [];

    private int $beyond = 0;

    /** @var array<array-key, array{list<ValueMark>, ?list<string>}> what was seen of the values that are counted, as see() gives it */
    private array $seen = [];

    /** @var array<string, array{list<ValueMark>, ?list<string>}> each once: most values of a column are alike */
    private array $alike = [];

    /** @var array<string, array{count: int, examples: list<array{int, string}>}> value of a Mark to the number of values that have it, and some with their rows */
    private array $marks = [];

    /** @var array<string, int> value of a Look to the number of values that have it */
    private array $looks;

    /** @var array<string, int> */
    private array $dates = ['mdy' => 0, 'dmy' => 0, 'both' => 0];

    /** @param  int  $thisYear for dates with two-digit years */
    public function __construct(private readonly int $thisYear)
    {
        $this->looks = array_fill_keys(array_column(ValueLook::cases(), 'value'), 0);
    }

    /** @param  int  $row number of the row, for the examples of what is odd */
    public function add(string $cell, int $row = 0): void
    {
        $this->rows++;
        if ($cell === '') {
            return;
        }
        // Most values of most columns come again: what they look like is known.
        $seen = $this->seen[$cell] ?? $this->see($cell);
        if (isset($this->values[$cell])) {
            $this->values[$cell]++;
        } elseif (count($this->values) < self::DISTINCT) {
            $this->values[$cell] = 1;
            $this->seen[$cell] = $seen;
        } else {
            $this->beyond++;
        }
        [$marks, $fits] = $seen;
        foreach ($marks as $mark) {
            $this->mark($mark, $cell, $row);
        }
        $this->filled += $fits === null ? 0 : 1;
        foreach ($fits ?? [] as $fit) {
            isset($this->looks[$fit]) ? $this->looks[$fit]++ : $this->dates[$fit]++;
        }
    }

    public function profile(string $header): ColumnProfile
    {
        arsort($this->values);

        return new ColumnProfile(
            $header,
            $this->rows,
            $this->filled,
            count($this->values) + $this->beyond,
            $this->beyond === 0,
            $this->values,
            $this->looks,
            $this->dates,
            $this->marks,
        );
    }

    private function mark(ValueMark $mark, string $cell, int $row): void
    {
        $kind = $mark->value;
        $this->marks[$kind] ??= ['count' => 0, 'examples' => []];
        $this->marks[$kind]['count']++;
        if (
            count($this->marks[$kind]['examples']) < self::EXAMPLES &&
            !in_array($cell, array_column($this->marks[$kind]['examples'], 1), true)
        ) {
            $this->marks[$kind]['examples'][] = [$row, mb_substr($cell, 0, 200)];
        }
    }

    /** @return array{list<ValueMark>, ?list<string>} what is odd about it; values of the looks that fit, and the order of a date; null for a blank */
    private function see(string $cell): array
    {
        $value = Tidy::line($cell);
        $marks = ValueMark::of($cell, $value, $this->mayBe(ValueLook::FullName));
        $fits = null;
        if ($value !== '' && Placeholders::kind($value) === null) {
            $looks = array_filter(ValueLook::cases(), fn(ValueLook $look): bool => $this->mayBe($look) && self::has($look, $value));
            $fits = [...array_column($looks, 'value'), ...$this->mayBe(ValueLook::Date) ? $this->date($value) : []];
        }
        $key = implode('|', array_column($marks, 'value')) . ($fits === null ? '-' : '+' . implode('|', $fits));

        return $this->alike[$key] ??= [$marks, $fits];
    }

    private function mayBe(ValueLook $look): bool
    {
        return $this->looks[$look->value] > 0 || $this->filled < self::PATIENCE;
    }

    private static function isPhone(string $value): bool
    {
        return preg_match('/^\+?[\d\s().\/-]{7,22}(?:\s*(?:x|ext\.?)\s*\d{1,6})?$/iD', $value) === 1 &&
            ($digits = preg_match_all('/\d/', $value)) >= 10 &&
            $digits <= 15 &&
            // No area begins with 0 or 1: that is a number of something else, or the second of a day.
            preg_match('/^\d{4}-\d\d-\d\d|^[01]\d{9}$/D', $value) !== 1;
    }

    private static function has(ValueLook $look, string $value): bool
    {
        return match ($look) {
            // More is asked of a date: see date().
            ValueLook::Date => false,
            ValueLook::Email => str_contains($value, '@') &&
                (preg_match('/[^\s@]+@[^\s@]+\.[a-z]{2,}\W*$/i', $value) === 1 || WrittenContact::all(FieldType::Email, $value) !== []),
            ValueLook::Phone => self::isPhone($value) ||
                (strlen($value) < self::WITH_REMARK && WrittenContact::all(FieldType::Phone, $value) !== []),
            ValueLook::Money => Amount::parse($value) !== null,
            ValueLook::State => strlen($value) <= 25 && Regions::find($value) !== null,
            ValueLook::PostalCode => strlen($value) <= 10 &&
                (PostalCode::normalize($value) !== null || preg_match('/^\d{4}$/D', $value) === 1),
            // What other countries write, and what a spreadsheet made a number of.
            ValueLook::PostalAbroad => preg_match('/^(?=.*\d)[A-Z\d](?:[A-Z\d]|[ -](?=[A-Z\d])){2,9}(?:\.0)?$/iD', $value) === 1,
            ValueLook::Currency => Currency::isCode($value),
            ValueLook::GiftKind => strlen($value) <= 25 && GiftKind::parse($value) !== null,
            ValueLook::Street => preg_match('/^(?:\d+\w?\s+\p{L}|p\.?\s?o\.?\s*box)/iu', $value) === 1,
            ValueLook::Title => strlen($value) <= 14 && Words::title(Fold::solid($value)) !== null,
            ValueLook::Organization => strlen($value) > 3 && WrittenName::isOrganization($value),
            ValueLook::FullName => preg_match(
                '/^[\p{L}\p{M}\'.\x{2019}-]+(?:,| [\p{L}\p{M}\'.\x{2019}&+-]+)+(?:,? [\p{L}.]+)*$/uD',
                $value,
            ) === 1,
            ValueLook::YesNo => strlen($value) <= 12 && YesNoFormat::meaning($value) !== null,
            ValueLook::Consent => strlen($value) <= 40 && ConsentFormat::meaning($value) !== null,
            ValueLook::RecordKind => strlen($value) <= 30 && RecordKindFormat::parse($value) !== null,
            ValueLook::Status => strlen($value) <= 12 && StatusFormat::parse($value) !== null,
            ValueLook::Words => preg_match('/^[\p{L}\p{M}][\p{L}\p{M}\s\'.,&\x{2019}()-]*$/uD', $value) === 1,
        };
    }

    /** @return list<string> the look of a date, and its order where that can be seen */
    private function date(string $value): array
    {
        // Seconds since 1970 may as well be ids: only a header tells.
        if (strlen($value) < 6 || strpbrk($value, '0123456789') === false || (strlen($value) > 8 && ctype_digit($value))) {
            return [];
        }
        $date = WrittenDate::parse($value, $this->thisYear);
        if ($date->meanings === []) {
            return [];
        }
        $isInThree = preg_match('/^\d{1,2}\D\d{1,2}\D\d/', $value) === 1;

        return [
            ValueLook::Date->value,
            ...match (true) {
                !$isInThree => [],
                $date->isAmbiguous() => ['both'],
                count($date->meanings) > 1 => [],
                default => [isset($date->meanings[DateOrder::MonthDayYear->value]) ? 'mdy' : 'dmy'],
            },
        ];
    }
}
