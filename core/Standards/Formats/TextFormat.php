<?php

declare(strict_types=1);

namespace PineSieve\Core\Standards\Formats;

/** Any text up to the length that a field can keep. */
final readonly class TextFormat implements Format
{
    public function __construct(private int $length = 190) {}

    public function read(string $written): Understood
    {
        return mb_strlen($written) <= $this->length
            ? Understood::as($written)
            : Understood::not(
                'text.length',
                'The text has ' . mb_strlen($written) . " characters, {$this->length} can be kept",
                'Shorten it',
            );
    }
}
