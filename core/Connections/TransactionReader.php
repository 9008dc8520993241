<?php

declare(strict_types=1);

namespace PineSieve\Core\Connections;

use PineSieve\Core\Gifts\Amount;
use PineSieve\Core\Gifts\Currency;
use PineSieve\Core\Gifts\Split;

/** Reads transactions out of the records of another system. What can't be read stays as it is written and says why. */
final readonly class TransactionReader
{
    /** Characters of an id. */
    private const LONGEST_ID = 120;

    public function __construct(private ConnectionForm $form) {}

    /**
     * @param  array<array-key, mixed>  $record
     * @return list<Transaction> those that it holds
     */
    public function of(array $record): array
    {
        if ($this->form->parts === '') {
            return [$this->transaction($record)];
        }
        $parts = Path::value($record, $this->form->parts);
        $cover = Path::without($record, $this->form->parts);
        $found = [];
        foreach (is_array($parts) && array_is_list($parts) ? $parts : [] as $part) {
            // What the record says of whoever gave is said of each of them; what both say, the part says.
            $found[] = $this->transaction(is_array($part) ? [...$cover, ...$part] : $cover);
        }

        return $found;
    }

    /** @param  array<array-key, mixed>  $one */
    private function transaction(array $one): Transaction
    {
        $form = $this->form;
        $values = $this->inUnits(self::flat($one), strtoupper(Path::text($one, $form->currency)));
        $id = Path::text($one, $form->id);
        $state = Path::text($one, $form->state);
        $currency = strtoupper(Path::text($one, $form->currency));
        $wentBack = $form->state !== '' && in_array($state, $form->back, true);
        $counts = $form->state === '' || $wentBack || in_array($state, $form->counts, true);
        $amount = $this->amount(Path::text($one, $form->amount), $currency);
        $back = $this->amount($form->backAmount === '' ? '' : Path::text($one, $form->backAmount), $currency) ?? '0.00';
        $back = $wentBack && Amount::isZero($back) ? $amount ?? '0.00' : $back;
        $given = $this->day(Path::text($one, $form->given));
        $fault = match (true) {
            $id === '' => 'It has no id',
            mb_strlen($id) > self::LONGEST_ID => 'Its id is longer than ' . self::LONGEST_ID . ' signs',
            $amount === null => 'Its amount "' . Path::text($one, $form->amount) . '" is no amount',
            default => '',
        };

        return new Transaction(
            mb_substr($id, 0, self::LONGEST_ID),
            $state,
            $counts,
            $amount ?? '',
            $currency,
            $given,
            str_starts_with($back, '-') ? Amount::negated($back) : $back,
            $form->backOn === '' ? '' : $this->day(Path::text($one, $form->backOn)),
            Path::text($one, $form->donor),
            $this->other(Path::text($one, $form->fee), $currency),
            $this->parts($one, $currency),
            $values,
            $fault,
        );
    }

    /**
     * @param  array<string, string>  $values
     * @return array<string, string> with other amounts written as people write them
     */
    private function inUnits(array $values, string $currency): array
    {
        foreach ($this->form->isMinor ? $this->form->money : [] as $path) {
            $pattern = '/^' . str_replace('\*', '\d+', preg_quote($path, '/')) . '$/D';
            foreach ($values as $name => $value) {
                if (preg_match($pattern, $name) === 1) {
                    $values[$name] = $this->other($value, $currency);
                }
            }
        }

        return $values;
    }

    /** @return string what is no amount stays as it is written, for whoever has to put it right */
    private function other(string $written, string $currency): string
    {
        return $written === '' ? '' : $this->amount($written, $currency) ?? $written;
    }

    /**
     * @param  array<array-key, mixed>  $one
     * @return list<Split>
     */
    private function parts(array $one, string $currency): array
    {
        $list = $this->form->split === '' ? [] : Path::value($one, $this->form->split);
        $parts = [];
        foreach (is_array($list) ? $list : [] as $part) {
            if (is_array($part)) {
                $amount = $this->other(Path::text($part, $this->form->splitAmount), $currency);
                $parts[] = new Split($amount, Path::text($part, $this->form->splitFund));
            }
        }

        return $parts;
    }

    /** @return ?string null if it is no amount */
    private function amount(string $written, string $currency): ?string
    {
        if (!$this->form->isMinor) {
            return $written === '' ? null : Amount::parse($written);
        }
        if (preg_match('/^-?\d{1,15}$/D', $written) !== 1) {
            return null;
        }
        $digits = Currency::digits($currency);
        $sign = str_starts_with($written, '-') ? '-' : '';
        $figures = str_pad(ltrim($written, '-'), $digits + 1, '0', STR_PAD_LEFT);

        return Amount::parse($sign . ($digits === 0 ? $figures : substr($figures, 0, -$digits) . '.' . substr($figures, -$digits)));
    }

    /**
     * The day of a time where the organization is: "2026-01-01T03:30:00Z" is New Year's Eve in Maine. A day stays a day.
     *
     * @return string ISO 8601; what is written, if it is no time
     */
    private function day(string $written): string
    {
        if (preg_match('/^\d{10}$/D', $written) === 1) {
            $written = "@{$written}";
        } elseif (preg_match('/^\d{4}-\d{2}-\d{2}[T ]\d{2}:\d{2}/', $written) !== 1) {
            return $written;
        }
        try {
            // Without an offset it is a time of that place.
            $time = new \DateTimeImmutable($written, new \DateTimeZone($this->form->zone));
        } catch (\Exception) {
            return $written;
        }

        return $time->setTimezone(new \DateTimeZone($this->form->zone))->format('Y-m-d');
    }

    /**
     * @param  array<array-key, mixed>  $value
     * @return array<string, string> by path; elements of lists are numbered from 1, as people count
     */
    private static function flat(array $value, string $prefix = ''): array
    {
        $flat = [];
        foreach ($value as $name => $inner) {
            $name = $prefix . (is_int($name) ? (string) ($name + 1) : $name);
            if (is_array($inner)) {
                $flat += self::flat($inner, "{$name}.");
            } else {
                $flat[$name] = match (true) {
                    is_string($inner) => $inner,
                    is_bool($inner) => $inner ? 'true' : 'false',
                    is_int($inner), is_float($inner) => (string) $inner,
                    default => '',
                };
            }
        }

        return $flat;
    }
}
