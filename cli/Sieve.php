<?php

declare(strict_types=1);

namespace PineSieve\Cli;

use PineSieve\Core\SieveException;

/** bin/sieve: reads its arguments, says what it found, and ends with 0, or with 2 and a plain message. */
final class Sieve
{
    private const USAGE = <<<'TEXT'
        bin/sieve profile FILE [--sheet=NAME] [--json]   what the file is and what is wrong with it
        bin/sieve columns FILE [--sheet=NAME] [--json]   what each column may become, and why
        TEXT;

    private function __construct()
    {
    }

    /**
     * @param  list<string>  $arguments
     * @return int exit code
     */
    public static function run(array $arguments): int
    {
        try {
            [$command, $file, $sheet, $json] = self::parsed($arguments);
            if ($command === 'help') {
                fwrite(STDOUT, self::USAGE.PHP_EOL);

                return 0;
            }
            $source = Source::read($file, $sheet, (int) date('Y'));
            $report = $command === 'profile' ? new ProfileReport($source) : new ColumnsReport($source);
            fwrite(STDOUT, $json ? json_encode($report->data(), JSON_PRETTY_PRINT | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_INVALID_UTF8_SUBSTITUTE | JSON_THROW_ON_ERROR).PHP_EOL : $report->text());

            return 0;
        } catch (SieveException|Usage $error) {
            fwrite(STDERR, $error->getMessage().PHP_EOL);

            return 2;
        }
    }

    /**
     * @param  list<string>  $arguments
     * @return array{string, string, ?string, bool} command, file, sheet, whether JSON is wanted
     */
    private static function parsed(array $arguments): array
    {
        $sheet = null;
        $json = false;
        $plain = [];
        for ($i = 0; $i < count($arguments); $i++) {
            $argument = $arguments[$i];
            if ($argument === '--json') {
                $json = true;
            } elseif (str_starts_with($argument, '--sheet=')) {
                $sheet = substr($argument, 8);
            } elseif ($argument === '--sheet') {
                $sheet = $arguments[++$i] ?? throw new Usage(self::USAGE);
            } elseif (in_array($argument, ['-h', '--help', 'help'], true)) {
                return ['help', '', null, false];
            } elseif (str_starts_with($argument, '--')) {
                throw new Usage("There is no option {$argument}.".PHP_EOL.self::USAGE);
            } else {
                $plain[] = $argument;
            }
        }
        if (count($plain) !== 2 || ! in_array($plain[0], ['profile', 'columns'], true)) {
            throw new Usage(self::USAGE);
        }

        return [$plain[0], $plain[1], $sheet, $json];
    }
}
