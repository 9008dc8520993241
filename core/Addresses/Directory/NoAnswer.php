<?php

declare(strict_types=1);

namespace PineSieve\Core\Addresses\Directory;

use PineSieve\Core\SieveException;

/** A postal directory did not answer, or not so that one can rely on it. */
final class NoAnswer extends SieveException
{
    /** @param  ?int  $waitSeconds  after which to ask again; null if asking again is of no use */
    private function __construct(string $message, public readonly ?int $waitSeconds)
    {
        parent::__construct($message);
    }

    public static function unreachable(string $detail): self
    {
        return new self("The postal directory can't be reached: {$detail}.", 2);
    }

    public static function busy(int $waitSeconds): self
    {
        return new self('The postal directory is busy.', max(1, $waitSeconds));
    }

    public static function broken(int $status): self
    {
        return new self("The postal directory answered with an error ({$status}).", 2);
    }

    public static function refused(int $status): self
    {
        return new self(
            $status === 401 || $status === 403
                ? 'The postal directory does not take the key. Look at the settings of the directory.'
                : "The postal directory does not take the question ({$status}). Look at the settings of the directory.",
            null,
        );
    }

    public static function unreliable(string $detail): self
    {
        return new self("The answer of the postal directory can't be relied on: {$detail}. Nothing of it was taken.", 2);
    }

    public static function none(): self
    {
        return new self('No postal directory is set. An administrator can name one.', null);
    }
}
