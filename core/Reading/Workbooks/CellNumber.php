<?php

declare(strict_types=1);

namespace PineSieve\Core\Reading\Workbooks;

/** Numbers of a spreadsheet cell as text. */
final class CellNumber
{
    private function __construct() {}

    /** As the spreadsheet shows it without any format: 15 significant digits. The file may hold 17, with the noise of binary fractions. */
    public static function text(string $raw): string
    {
        if (preg_match('/^-?\d{1,15}$/D', $raw) === 1 || !is_numeric($raw)) {
            return $raw;
        }
        $shown = sprintf('%.15G', (float) $raw);

        return str_contains($shown, 'E') ? rtrim(rtrim(number_format((float) $raw, 10, '.', ''), '0'), '.') : $shown;
    }

    /**
     * ISO 8601, with the time of day where there is one.
     *
     * @param  float  $serial  days since the epoch: 1900-01-00 with the leap day that never was, or 1904-01-01
     */
    public static function date(float $serial, bool $epoch1904 = false): string
    {
        $days = (int) floor($serial);
        $seconds = (int) round(($serial - $days) * 86400);
        $days += $epoch1904 ? 1462 : 0;
        $days += $days < 60 ? 1 : 0;
        $moment = (new \DateTimeImmutable('1899-12-30T00:00:00Z'))->modify("+{$days} days +{$seconds} seconds");

        return $moment->format($seconds === 0 ? 'Y-m-d' : 'Y-m-d H:i:s');
    }
}
