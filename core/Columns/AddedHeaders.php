<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns;

/** Headers of columns that are put behind those of a file. */
final class AddedHeaders
{
    private function __construct() {}

    /**
     * @param  list<string>  $headers  of the file
     * @param  list<string>  $added
     * @return list<string> those that are added: one that is there already gets a number
     */
    public static function beside(array $headers, array $added): array
    {
        $taken = array_map(static fn(string $header): string => mb_strtolower(trim($header)), $headers);

        return array_map(static function (string $header) use ($taken): string {
            $name = $header;
            for ($number = 2; in_array($name, $taken, true); $number++) {
                $name = "{$header} ({$number})";
            }

            return $name;
        }, $added);
    }
}
