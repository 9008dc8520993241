<?php

declare(strict_types=1);

namespace PineSieve\Core\Standards\Formats;

/** A calendar date, kept as ISO 8601. Never guesses between two dates. */
final readonly class DateFormat implements Format
{
    public const EARLIEST = '1900-01-02';

    /** Years that a day to come may lie ahead. */
    private const AHEAD = 50;

    /**
     * @param  string  $today  ISO 8601; a later date is not taken
     * @param  ?DateOrder  $order  how the column's numbers stand; null if nobody has said
     * @param  bool  $isHabit  whether the order only settles what can be two dates: people who write by hand are not held to it
     * @param  bool  $mayCome  whether it may be a day to come, as the last installment of a promise is
     */
    public function __construct(
        private string $today,
        private ?DateOrder $order = null,
        private bool $isHabit = false,
        private bool $mayCome = false,
    ) {}

    public function read(string $written): Understood
    {
        $date = WrittenDate::parse($written, (int) $this->latest());
        if ($this->order === DateOrder::YearMonthDay && !$this->isHabit && $date->yearFirst !== '') {
            return $this->within($date->yearFirst, $written, $this->order->label());
        }
        if ($date->meanings === []) {
            return Understood::not('date.form', "\"{$written}\" is not a date", 'Write it as year-month-day, such as 2016-03-04');
        }
        if ($date->isAmbiguous() && $this->order === null) {
            return Understood::not(
                'date.ambiguous',
                "\"{$written}\" can be " . implode(' or ', array_unique($date->meanings)),
                'Choose the order of the dates for the whole column',
            );
        }
        $value =
            count(array_unique($date->meanings)) === 1
                ? array_values($date->meanings)[0]
                : $date->meanings[$this->order->value ?? ''] ?? array_values($date->meanings)[0];
        // A column that is day first and holds 12/25/2016 is mixed: this one value can mean only one day, but says that the order is not certain.
        if (
            $this->order !== null &&
            !$this->isHabit &&
            preg_match('/^\d{1,2}\D\d{1,2}\D\d{2,4}/', $written) === 1 &&
            !isset($date->meanings[$this->order->value])
        ) {
            return Understood::not(
                'date.order',
                "\"{$written}\" can't be {$this->order->label()}, as the column is",
                'Write it as year-month-day, such as 2016-03-04',
            );
        }
        $note = count($date->meanings) > 1 && $this->order !== null ? $this->order->label() : 'year-month-day';

        return $this->within($value, $written, $value === $written ? '' : $note);
    }

    private function within(string $value, string $written, string $note): Understood
    {
        $latest = $this->latest();

        return $value < self::EARLIEST || $value > $latest
            ? Understood::not(
                'date.bounds',
                "\"{$written}\" lies " . ($value > $latest ? ($this->mayCome ? 'too far ahead' : 'in the future') : 'before 1900'),
                'Correct the date, or leave this value out',
            )
            : Understood::as($value, $note);
    }

    /** @return string ISO 8601 */
    private function latest(): string
    {
        return $this->mayCome ? (int) $this->today + self::AHEAD . substr($this->today, 4) : $this->today;
    }
}
