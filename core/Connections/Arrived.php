<?php

declare(strict_types=1);

namespace PineSieve\Core\Connections;

use PineSieve\Core\Gifts\Amount;

/**
 * A transaction held against what it was when it was fetched last: what it is now, the rows that bring that in, and what of it can't be
 * brought in by a row. A gift stays what it was; what became of it since are rows of their own that correct it or take it back.
 */
final readonly class Arrived
{
    /** Values that differ, at most, that are named. */
    private const NAMED = 12;

    /**
     * @param  list<array<string, string>>  $rows  header to cell
     * @param  string  $told  what a person has to put right; '' for nothing
     */
    private function __construct(public Arrival $arrival, public array $rows, public Seen $seen, public string $told = '') {}

    /**
     * @param  array<string, string>  $said  header to cell of the row that it came in with, of those alone that something is made of; empty if that is not known
     * @param  string  $today  ISO 8601
     */
    public static function of(ConnectionForm $form, Transaction $now, ?Seen $before, array $said, string $today): self
    {
        $row = new SourceRow($form, $now, $today);
        $further = $before->further ?? 0;
        $stands = $now->counts && $now->fault === '';
        $seen = static fn(bool $counted, int $further): Seen => new Seen(
            $now->print(),
            $counted,
            $stands ? $now->amount : '',
            $now->currency,
            $stands ? $now->back : '0.00',
            $further,
        );
        if ($before === null || !$before->counted) {
            if (!$now->counts && $now->fault === '') {
                $isSame = $before?->print === $now->print();

                return new self($isSame ? Arrival::SeenBefore : Arrival::DoesNotCount, [], $seen(false, $further));
            }
            // What can't be told comes in as it is written, and is held.
            $rows = [$row->whole()];
            if ($stands && !Amount::isZero($now->back)) {
                $rows[] = $row->further(++$further, Amount::negated($now->back), $now->backOn);
            }

            return new self(Arrival::New, $rows, $seen(true, $further));
        }
        if ($before->print === $now->print()) {
            return new self(Arrival::SeenBefore, [], $before);
        }
        $told = match (true) {
            $now->fault !== '' => "{$now->fault}: what it was stays as it is",
            $before->amount === '' => 'What it was could not be told: see the row that was held',
            $now->currency !== $before->currency => "It was {$before->currency} {$before->amount} and is {$now->currency} {$now->amount}",
            default => '',
        };
        if ($told !== '') {
            $kept = new Seen($now->print(), true, $before->amount, $before->currency, $before->back, $further);

            return new self(Arrival::Changed, [], $kept, $told);
        }

        [$rows, $further, $back] = self::since($row, $now, $before);
        if ($rows !== []) {
            $kept = $now->counts
                ? $seen(true, $further)
                : new Seen($now->print(), true, $before->amount, $before->currency, $back, $further);

            return new self(
                Amount::equal($back, $before->back) ? Arrival::Changed : Arrival::WentBack,
                $rows,
                $kept,
                self::differences($row->compared(Amount::equal($now->amount === '' ? '0' : $now->amount, $before->amount)), $said),
            );
        }

        $told = self::differences($row->compared(true), $said);
        if ($told === '' && $said !== []) {
            // What nothing is made of may be another each time.
            return new self(Arrival::SeenBefore, [], $before);
        }

        return new self(Arrival::Changed, [], $seen(true, $further), $told === '' ? 'It says something else than it did' : $told);
    }

    /**
     * Whether what a notice says goes on from what is known. One that was on its way for long tells of what is over: only the list knows.
     */
    public static function goesOn(Transaction $now, ?Seen $before): bool
    {
        return $before === null ||
            $before->print === $now->print() ||
            ($now->fault === '' &&
                $now->counts &&
                (!$before->counted ||
                    (Amount::equal($now->amount, $before->amount === '' ? '0' : $before->amount) &&
                        !Amount::isBelow($now->back, $before->back))));
    }

    /**
     * What became of it since, and how much went back by now.
     *
     * @return array{list<array<string, string>>, int, string} rows, how many there are by now, and the amount
     */
    private static function since(SourceRow $row, Transaction $now, Seen $before): array
    {
        [$rows, $further] = [[], $before->further];
        // What does not count any more went back as a whole.
        [$amount, $back] = $now->counts ? [$now->amount, $now->back] : [$before->amount, $before->amount];
        $more = Amount::difference($amount, $before->amount);
        if (!Amount::isZero($more)) {
            $rows[] = $row->further(++$further, $more, '');
        }
        $went = Amount::difference($back, $before->back);
        if (!Amount::isZero($went)) {
            $rows[] = $row->further(++$further, Amount::negated($went), $now->backOn);
        }

        return [$rows, $further, $back];
    }

    /**
     * What else it says than it did, which no row brings in: a person puts it right.
     *
     * @param  array<string, string>  $compared
     * @param  array<string, string>  $said
     */
    private static function differences(array $compared, array $said): string
    {
        $words = [];
        foreach (array_diff_assoc(array_intersect_key($compared, $said), $said) as $path => $value) {
            $words[] = "{$path} was \"" . ($said[$path] ?? '') . "\" and is \"{$value}\"";
        }

        return implode('; ', array_slice($words, 0, self::NAMED));
    }
}
