<?php

declare(strict_types=1);

namespace ZipStream;

use RuntimeException;
use ZipArchive;

/** Collects files into a zip archive, by PHP's own extension, and writes it to a stream when it is finished. */
final class ZipStream
{
    private readonly string $path;

    private readonly ZipArchive $archive;

    /** @param  resource  $outputStream */
    public function __construct(
        private readonly mixed $outputStream,
        bool $enableZip64 = true,
        bool $sendHttpHeaders = false,
        bool $defaultEnableZeroHeader = false,
    ) {
        $path = tempnam(sys_get_temp_dir(), 'zip');
        $this->archive = new ZipArchive();
        if ($path === false || $this->archive->open($path, ZipArchive::OVERWRITE) !== true) {
            throw new RuntimeException('No temporary archive could be made.');
        }
        $this->path = $path;
    }

    public function addFile(string $fileName, string $data): void
    {
        $this->archive->addFromString($fileName, $data);
    }

    public function finish(): void
    {
        $this->archive->close();
        $written = fopen($this->path, 'r');
        if ($written === false) {
            throw new RuntimeException('The archive could not be read back.');
        }
        stream_copy_to_stream($written, $this->outputStream);
        fclose($written);
        unlink($this->path);
    }
}
