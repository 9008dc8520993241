<?php

declare(strict_types=1);

namespace App\Records;

/** Why records are written: what the journal says of it. */
final readonly class Cause
{
    public const LOAD = 'load';

    public const UNDO = 'undo';

    public const DEMO = 'demo';

    private function __construct(
        public string $kind,
        public ?int $userId,
        public ?int $intakeId,
    ) {
    }

    public static function load(int $intakeId, ?int $userId): self
    {
        return new self(self::LOAD, $userId, $intakeId);
    }

    public static function undo(int $intakeId, ?int $userId): self
    {
        return new self(self::UNDO, $userId, $intakeId);
    }

    public static function demo(): self
    {
        return new self(self::DEMO, null, null);
    }
}
