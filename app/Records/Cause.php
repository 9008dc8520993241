<?php

declare(strict_types=1);

namespace App\Records;

/** Why records are written: what the journal says of it. */
final readonly class Cause
{
    public const LOAD = 'load';

    public const UNDO = 'undo';

    public const DEMO = 'demo';

    /** Written by hand, in a form. */
    public const EDIT = 'edit';

    /** Two values of a pick list became one. */
    public const MERGE = 'merge';

    /** Several supporters became one. */
    public const JOIN = 'join';

    /** A supporter that several had become was taken apart. */
    public const SPLIT = 'split';

    /** An undo was taken back. */
    public const REDO = 'redo';

    /** A single change was put back from the history of a supporter. */
    public const PUT_BACK = 'put back';

    private function __construct(
        public string $kind,
        public ?int $userId,
        public ?int $intakeId,
        public bool $isQuiet = false,
        public ?int $actId = null,
    ) {
    }

    /** @param  bool  $isQuiet  whether other systems are told nothing of it */
    public static function load(int $intakeId, ?int $userId, bool $isQuiet = false): self
    {
        return new self(self::LOAD, $userId, $intakeId, $isQuiet);
    }

    public static function undo(int $intakeId, ?int $userId, bool $isQuiet = false): self
    {
        return new self(self::UNDO, $userId, $intakeId, $isQuiet);
    }

    public static function redo(int $intakeId, ?int $userId, bool $isQuiet = false): self
    {
        return new self(self::REDO, $userId, $intakeId, $isQuiet);
    }

    public static function edit(?int $userId): self
    {
        return new self(self::EDIT, $userId, null);
    }

    /** Part of what one person did to many records at once. */
    public static function act(int $actId, ?int $userId, string $kind = self::EDIT): self
    {
        return new self($kind, $userId, null, false, $actId);
    }

    public static function join(?int $userId): self
    {
        return new self(self::JOIN, $userId, null);
    }

    public static function split(?int $userId): self
    {
        return new self(self::SPLIT, $userId, null);
    }

    public static function putBack(?int $userId): self
    {
        return new self(self::PUT_BACK, $userId, null);
    }

    public static function demo(): self
    {
        return new self(self::DEMO, null, null);
    }
}
