<?php

declare(strict_types=1);

namespace App\Records;

/** What an act is: why records were written. */
enum ActKind: string
{
    case Load = 'load';
    /** What an intake did was taken back. */
    case Undo = 'undo';
    /** An undo was taken back. */
    case Redo = 'redo';
    case Demo = 'demo';
    /** Written by hand, in a form. */
    case Edit = 'edit';
    /** Put back as it was before some change. */
    case PutBack = 'put back';
    /** Several supporters became one. */
    case Merge = 'merge';
    /** A supporter that several had become was taken apart. */
    case Unmerge = 'unmerge';
    /** Two values of a list became one. */
    case ListMerge = 'list merge';
    /** One value was written where it was missing. */
    case Remedy = 'remedy';
    /** Values were read again from their source. */
    case Reread = 'reread';
    /** The values of a field became values of another type. */
    case Retype = 'retype';
    /** The gifts of a batch were posted. */
    case Post = 'post';
    /** Addresses were put right by the postal directory. */
    case Verify = 'verify';
    /** The same was done to many supporters at once. */
    case Bulk = 'bulk';
    /** Someone was erased: it can't be taken back, and what it wrote is not in the journal. */
    case Erase = 'erase';
    /** A posted batch was taken back. */
    case Unpost = 'unpost';

    /** Whether things go from one supporter to another by it, and keep where they came from. */
    public function moves(): bool
    {
        return $this === self::Merge || $this === self::Unmerge;
    }

    /** @return list<self> those that a person begins, and that write many records some at a time */
    public static function ofMany(): array
    {
        return [self::ListMerge, self::Remedy, self::Reread, self::Retype, self::PutBack, self::Verify, self::Bulk];
    }

    /** Whether it is taken back as it stands. What intakes and merges did is taken back with what hangs on it, by an undo of their own. */
    public function isUndoneAsItStands(): bool
    {
        return in_array($this, [self::ListMerge, self::Remedy, self::Reread, self::Verify, self::Bulk], true);
    }
}
