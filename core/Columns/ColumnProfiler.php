<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns;

use PineSieve\Core\Addresses\PostalCode;
use PineSieve\Core\Addresses\Regions;
use PineSieve\Core\Gifts\Amount;
use PineSieve\Core\Gifts\GiftKind;
use PineSieve\Core\Standards\Formats\DateOrder;
use PineSieve\Core\Standards\Formats\WrittenDate;
use PineSieve\Core\Text\Tidy;

/** Gathers what the values of one column look like, value by value. Its memory does not grow with the file. */
final class ColumnProfiler
{
    /** Distinct values that are counted exactly; of the ones beyond it only their number is estimated. */
    private const DISTINCT = 2000;

    /** Filled values after which a look that has never fitted is no longer tried. */
    private const PATIENCE = 300;

    private int $rows = 0;

    private int $filled = 0;

    /** @var array<array-key, int> */
    private array $values = [];

    private int $beyond = 0;

    /** @var array<string, int> value of a Look to the number of values that have it */
    private array $looks;

    /** @var array<string, int> */
    private array $dates = ['mdy' => 0, 'dmy' => 0, 'both' => 0];

    /** @param  int  $thisYear for dates with two-digit years */
    public function __construct(private readonly int $thisYear)
    {
        $this->looks = array_fill_keys(array_column(Look::cases(), 'value'), 0);
    }

    public function add(string $cell): void
    {
        $this->rows++;
        if ($cell === '') {
            return;
        }
        if (isset($this->values[$cell])) {
            $this->values[$cell]++;
        } elseif (count($this->values) < self::DISTINCT) {
            $this->values[$cell] = 1;
        } else {
            $this->beyond++;
        }
        $value = Tidy::line($cell);
        if ($value === '' || Tidy::isPlaceholder($value)) {
            return;
        }
        $this->filled++;
        foreach ($this->looks as $look => $count) {
            if (($count > 0 || $this->filled <= self::PATIENCE) && $this->has(Look::from($look), $value)) {
                $this->looks[$look]++;
            }
        }
    }

    public function profile(string $header): ColumnProfile
    {
        arsort($this->values);

        return new ColumnProfile($header, $this->rows, $this->filled, count($this->values) + $this->beyond, $this->beyond === 0, $this->values, $this->looks, $this->dates);
    }

    private function has(Look $look, string $value): bool
    {
        return match ($look) {
            Look::Email => str_contains($value, '@') && preg_match('/[^\s@]+@[^\s@]+\.[a-z]{2,}\W*$/i', $value) === 1,
            Look::Phone => preg_match('/^\+?[\d\s().\/-]{7,22}(?:\s*(?:x|ext\.?)\s*\d{1,6})?$/iD', $value) === 1 && ($digits = preg_match_all('/\d/', $value)) >= 10 && $digits <= 15 && preg_match('/^\d{4}-\d\d-\d\d/', $value) !== 1,
            Look::Date => $this->isDate($value),
            Look::Money => Amount::parse($value) !== null,
            Look::State => strlen($value) <= 25 && Regions::find($value) !== null,
            Look::PostalCode => strlen($value) <= 10 && (PostalCode::normalize($value) !== null || preg_match('/^\d{4}$/D', $value) === 1),
            Look::GiftKind => strlen($value) <= 25 && GiftKind::parse($value) !== null,
            Look::Street => preg_match('/^(?:\d+\w?\s+\p{L}|p\.?\s?o\.?\s*box)/iu', $value) === 1,
            Look::Words => preg_match('/^[\p{L}\p{M}][\p{L}\p{M}\s\'.,&\x{2019}()-]*$/uD', $value) === 1,
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
