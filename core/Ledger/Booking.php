<?php

declare(strict_types=1);

namespace PineSieve\Core\Ledger;

use PineSieve\Core\Gifts\Amount;

/** What has to be booked so that the books say what is so: never the same twice, and what changed or went since is put right. */
final class Booking
{
    private function __construct() {}

    /**
     * @param  list<LedgerLine>  $booked  all that was booked of a gift
     * @param  list<LedgerLine>  $now  how it is booked as it is now; none where it is gone
     * @return list<LedgerLine> none if nothing has to be
     */
    public static function missing(array $booked, array $now): array
    {
        $open = [];
        foreach ($now as $line) {
            $open[self::key($line)][] = $line->amount;
        }
        foreach ($booked as $line) {
            $open[self::key($line)][] = Amount::negated($line->amount);
        }
        $lines = [];
        foreach ($open as $key => $amounts) {
            $sum = Amount::sum($amounts);
            if (!Amount::isZero($sum)) {
                [$side, $account, $fund, $currency] = explode("\n", $key);
                $lines[] = new LedgerLine($side === '1', $account, $fund, $currency, $sum);
            }
        }

        return $lines;
    }

    private static function key(LedgerLine $line): string
    {
        return ($line->isMoney ? '1' : '0') . "\n{$line->account}\n{$line->fund}\n{$line->currency}";
    }
}
