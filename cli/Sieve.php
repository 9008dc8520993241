<?php

declare(strict_types=1);

namespace PineSieve\Cli;

use PineSieve\Core\SieveException;

/** bin/sieve: reads its arguments, says what it found, and ends with 0, or with 2 and a plain message. */
final class Sieve
{
    private function __construct() {}

    /**
     * @param  list<string>  $arguments
     * @return int exit code
     */
    public static function run(array $arguments): int
    {
        try {
            $asked = Arguments::parse($arguments);
            if ($asked === null) {
                fwrite(STDOUT, Usage::TEXT . PHP_EOL);

                return 0;
            }
            $source = Source::read($asked->file, $asked->option('sheet'), date('Y-m-d'));
            $report = match ($asked->command) {
                'profile' => new ProfileReport($source),
                'columns' => new ColumnsReport($source),
                'addresses' => AddressesReport::write(
                    $source,
                    $asked->option('plan'),
                    $asked->number('address', 1),
                    $asked->option('out') ?? throw new Usage('Where should the rows go? --out=OUT.csv is missing.'),
                    $asked->option('report'),
                    $asked->capitals,
                ),
                default => DuplicatesReport::write(
                    $source,
                    $asked->option('plan'),
                    $asked->option('rules'),
                    $asked->option('out') ?? throw new Usage('Where should the pairs go? --out=PAIRS.csv is missing.'),
                ),
            };
            fwrite(
                STDOUT,
                $asked->json
                    ? json_encode(
                            $report->data(),
                            JSON_PRETTY_PRINT |
                                JSON_UNESCAPED_UNICODE |
                                JSON_UNESCAPED_SLASHES |
                                JSON_INVALID_UTF8_SUBSTITUTE |
                                JSON_THROW_ON_ERROR,
                        ) . PHP_EOL
                    : $report->text(),
            );

            return 0;
        } catch (SieveException | Usage $error) {
            fwrite(STDERR, $error->getMessage() . PHP_EOL);

            return 2;
        }
    }
}
