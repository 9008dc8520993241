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

    private int $rows = 0;

    private int $filled = 0;

    /** @var array<array-key, int> */
    private array $values = [];

    private int $beyond = 0;

    /** @var array<array-key, list<ValueMark>> values that have something odd, of those that are counted */
    private array $known = [];

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
        $value = Tidy::line($cell);
        // Most values of most columns come again: what is odd about them is known.
        if (isset($this->values[$cell])) {
            $this->values[$cell]++;
            $marks = $this->known[$cell] ?? [];
        } else {
            $marks = ValueMark::of($cell, $value);
            if (count($this->values) < self::DISTINCT) {
                $this->values[$cell] = 1;
                if ($marks !== []) {
                    $this->known[$cell] = $marks;
                }
            } else {
                $this->beyond++;
            }
        }
        foreach ($marks as $mark) {
            $this->mark($mark, $cell, $row);
        }
        if ($value === '' || Placeholders::kind($value) !== null) {
            return;
        }
        $this->filled++;
        foreach ($this->looks as $look => $count) {
            if (($count > 0 || $this->filled <= self::PATIENCE) && $this->has(ValueLook::from($look), $value)) {
                $this->looks[$look]++;
            }
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

    private function has(ValueLook $look, string $value): bool
    {
        return match ($look) {
            ValueLook::Email => str_contains($value, '@') && preg_match('/[^\s@]+@[^\s@]+\.[a-z]{2,}\W*$/i', $value) === 1,
            ValueLook::Phone => preg_match('/^\+?[\d\s().\/-]{7,22}(?:\s*(?:x|ext\.?)\s*\d{1,6})?$/iD', $value) === 1 &&
                ($digits = preg_match_all('/\d/', $value)) >= 10 &&
                $digits <= 15 &&
                preg_match('/^\d{4}-\d\d-\d\d/', $value) !== 1,
            ValueLook::Date => $this->isDate($value),
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

    private function isDate(string $value): bool
    {
        if (strlen($value) < 6 || preg_match('/\d/', $value) !== 1) {
            return false;
        }
        $date = WrittenDate::parse($value, $this->thisYear);
        if ($date->meanings === []) {
            return false;
        }
        if (preg_match('/^\d{1,2}\D\d{1,2}\D\d/', $value) === 1) {
            $order = match (true) {
                $date->isAmbiguous() => 'both',
                count($date->meanings) > 1 => null,
                default => isset($date->meanings[DateOrder::MonthDayYear->value]) ? 'mdy' : 'dmy',
            };
            if ($order !== null) {
                $this->dates[$order]++;
            }
        }

        return true;
    }
}
