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
    TEXT;
}
