<?php

declare(strict_types=1);

namespace PineSieve\Core\Standards\Formats;

/** What a format made of a written value: the value, or why there is none. */
final readonly class Understood
{
    private function __construct(public string $value, public string $note, public ?Fault $fault) {}

    /** @param  string  $note why the value differs from what was written; '' if it does not */
    public static function as(string $value, string $note = ''): self
    {
        return new self($value, $note, null);
    }

    /**
     * @param  string  $code  kind of problem
     * @param  string  $reason  without a full stop, naming the value
     */
    public static function not(string $code, string $reason, string $remedy): self
    {
        return new self('', '', new Fault($code, $reason, $remedy));
    }
}
