<?php

declare(strict_types=1);

namespace App\Intakes\Sources;

use App\Intakes\Intake;
use Illuminate\Support\Facades\Storage;
use Illuminate\Support\Str;
use PineSieve\Core\Reading\CannotRead;
use PineSieve\Core\Reading\SourceFile;

/** Keeps the sources as they came, under names of our own, and gives them back as local files wherever they are kept. */
final class SourceStore
{
    /** @return string path within the store */
    public function keep(string $localPath): string
    {
        $path = 'sources/' . Str::lower((string) Str::ulid());
        $stream = fopen($localPath, 'r');
        if ($stream === false || !Storage::put($path, $stream)) {
            throw CannotRead::missing($localPath);
        }

        return $path;
    }

    public function open(Intake $intake): SourceFile
    {
        return SourceFile::open($this->localPath($intake));
    }

    /** Writes the file to the output, as it came. */
    public function send(Intake $intake): void
    {
        $stream = Storage::readStream($intake->file_path) ?? throw CannotRead::missing($intake->file_name);
        fpassthru($stream);
        fclose($stream);
    }

    public function forget(Intake $intake): void
    {
        if ($intake->file_path !== '') {
            Storage::delete($intake->file_path);
        }
    }

    public function localPath(Intake $intake): string
    {
        $local = Storage::path($intake->file_path);
        if (is_file($local)) {
            return $local;
        }
        // The store is on another machine: a copy for as long as this process lives.
        $copy = tempnam(sys_get_temp_dir(), 'source');
        $stream = Storage::readStream($intake->file_path) ?? throw CannotRead::missing($intake->file_name);
        file_put_contents((string) $copy, $stream);
        register_shutdown_function(static fn() => @unlink((string) $copy));

        return (string) $copy;
    }
}
