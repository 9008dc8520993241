<?php

declare(strict_types=1);

namespace App\Intakes;

/** Where an intake stands between its source and its proof. */
enum IntakeState: string
{
    /** Its rows are being typed into a grid. */
    case Typing = 'typing';
    case Reading = 'reading';
    case Failed = 'failed';
    /** Read; its columns are being settled. */
    case Mapping = 'mapping';
    case Sifting = 'sifting';
    /** Every row has a planned outcome. */
    case Ready = 'ready';
    /** To be loaded when those before it are. */
    case Waiting = 'waiting';
    case Loading = 'loading';
    /** A load that someone stopped in the middle; it can go on. */
    case Stopped = 'stopped';
    case Loaded = 'loaded';
    case Undoing = 'undoing';
    case Undone = 'undone';

    /** Whether the queue has work to do on it. */
    public function isWorking(): bool
    {
        return in_array($this, [self::Reading, self::Sifting, self::Loading, self::Undoing], true);
    }

    /** Whether settings, columns and rows may still be changed. */
    public function isOpen(): bool
    {
        return $this === self::Mapping || $this === self::Ready;
    }
}
