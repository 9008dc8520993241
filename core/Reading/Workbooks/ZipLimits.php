<?php

declare(strict_types=1);

namespace PineSieve\Core\Reading\Workbooks;

use PineSieve\Core\Reading\CannotRead;

/** What a zip archive must keep to before anything is unpacked from it. */
final class ZipLimits
{
    /** Expanded bytes that a workbook may have: beyond it, it is taken for a bomb. */
    private const EXPANDED = 4_000_000_000;

    private function __construct() {}

    /** @throws CannotRead if it is encrypted or unpacks to too much */
    public static function check(\ZipArchive $zip): void
    {
        $expanded = 0;
        for ($i = 0; $i < $zip->numFiles; $i++) {
            $stat = $zip->statIndex($i);
            $expanded += $stat === false ? 0 : $stat['size'];
            if ($stat !== false && $stat['encryption_method'] !== 0) {
                throw CannotRead::encrypted();
            }
        }
        if ($expanded > self::EXPANDED) {
            throw CannotRead::tooLarge('unpacked it has ' . number_format($expanded / 1e9, 1) . ' GB');
        }
    }
}
