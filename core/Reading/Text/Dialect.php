<?php

declare(strict_types=1);

namespace PineSieve\Core\Reading\Text;

/** How a delimited file is written. */
final readonly class Dialect
{
    public const DELIMITERS = [',', ';', "\t", '|'];

    public function __construct(public Encoding $encoding, public string $delimiter)
    {
        if (!in_array($delimiter, self::DELIMITERS, true)) {
            throw new \InvalidArgumentException('A delimiter is a comma, a semicolon, a tab or a pipe.');
        }
    }
}
