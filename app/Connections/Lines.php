<?php

declare(strict_types=1);

namespace App\Connections;

/** What is too much to be kept in memory, in a file until it is needed: JSON, one value a line. */
final class Lines
{
    private readonly string $path;

    /** @var resource */
    private $stream;

    private int $count = 0;

    public function __construct()
    {
        $this->path = (string) tempnam(sys_get_temp_dir(), 'pull');
        $stream = fopen($this->path, 'w');
        $this->stream = $stream === false ? throw new CannotFetch('The disk is full, or nothing can be written to it.') : $stream;
    }

    /** @param  array<string, mixed>  $value */
    public function add(array $value): void
    {
        $line =
            json_encode($value, JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_INVALID_UTF8_SUBSTITUTE | JSON_THROW_ON_ERROR) .
            "\n";
        if (fwrite($this->stream, $line) !== strlen($line)) {
            throw new CannotFetch('The disk is full. Make room on it, then pull again.');
        }
        $this->count++;
    }

    public function count(): int
    {
        return $this->count;
    }

    public function path(): string
    {
        fflush($this->stream);

        return $this->path;
    }

    /** @return iterable<array<string, mixed>> */
    public function all(): iterable
    {
        $stream = fopen($this->path(), 'r');
        while ($stream !== false && ($line = fgets($stream)) !== false) {
            yield (array) json_decode($line, true, 64, JSON_THROW_ON_ERROR);
        }
        $stream === false ? null : fclose($stream);
    }

    public function forget(): void
    {
        fclose($this->stream);
        @unlink($this->path);
    }
}
