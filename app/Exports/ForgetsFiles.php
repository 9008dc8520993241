<?php

declare(strict_types=1);

namespace App\Exports;

use App\Erasing\Forgets;
use App\Erasing\Forgotten;

/** Files that were made have whoever is erased, or may have: they go, and can be made again. */
final readonly class ForgetsFiles implements Forgets
{
    public function has(Forgotten $who): array
    {
        return array_filter(['export files' => Export::query()->where('state', 'done')->count()]);
    }

    public function forget(Forgotten $who): array
    {
        $files = [];
        foreach (Export::query()->where('state', 'done')->get() as $export) {
            array_push($files, $export->file(), $export->file() . Exporting::CONTROL);
            $export->update(['state' => 'failed', 'error' => 'Someone was erased since. Make the file again if you need it.']);
        }

        return $files;
    }
}
