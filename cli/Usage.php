<?php

declare(strict_types=1);

namespace PineSieve\Cli;

use RuntimeException;

/** The command was not given as it can be. */
final class Usage extends RuntimeException
{
    public const TEXT = <<<'TEXT'
    bin/sieve profile FILE [--sheet=NAME] [--json]   what the file is and what is wrong with it
    bin/sieve columns FILE [--sheet=NAME] [--json]   what each column may become, and why
    bin/sieve duplicates FILE [--sheet=NAME] [--plan=PLAN.json] [--rules=RULES.json] --out=PAIRS.csv [--json]
                                                     which of its rows may be the same supporter, and why
    bin/sieve addresses FILE [--sheet=NAME] [--plan=PLAN.json] [--address=N] [--capitals] --out=OUT.csv [--report=REPORT.json] [--json]
                                                     its rows with their addresses in postal form, and why
    TEXT;

    /** @throws self */
    public static function content(string $file): string
    {
        $content = is_file($file) ? @file_get_contents($file) : false;

        return $content === false ? throw new self("The file {$file} can't be read.") : $content;
    }

    /**
     * @return resource
     *
     * @throws self
     */
    public static function writable(string $file)
    {
        $stream = @fopen($file, 'wb');

        return $stream === false ? throw new self("The file {$file} can't be written.") : $stream;
    }
}
