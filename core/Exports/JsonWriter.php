<?php

declare(strict_types=1);

namespace PineSieve\Core\Exports;

/** A list of objects (RFC 8259), by the keys of the columns; a blank cell is left out. Amounts stay text, so that no program rounds them. */
final class JsonWriter implements RowWriter
{
    /** @var resource */
    private mixed $stream;

    private bool $isFirst = true;

    /**
     * @param  list<ExportColumn>  $columns
     *
     * @throws CannotWrite
     */
    public function __construct(private readonly string $path, private readonly array $columns)
    {
        $stream = @fopen($path, 'w');
        if ($stream === false) {
            throw CannotWrite::at($path);
        }
        $this->stream = $stream;
        fwrite($this->stream, '[');
    }

    public function row(array $cells): void
    {
        $object = [];
        foreach ($this->columns as $i => $column) {
            if (($cells[$i] ?? '') !== '') {
                $object[$column->key] = $cells[$i];
            }
        }
        $json = json_encode(
            (object) $object,
            JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_INVALID_UTF8_SUBSTITUTE | JSON_THROW_ON_ERROR,
        );
        if (@fwrite($this->stream, ($this->isFirst ? "\n" : ",\n") . $json) === false) {
            throw CannotWrite::at($this->path);
        }
        $this->isFirst = false;
    }

    public function end(): void
    {
        if (@fwrite($this->stream, "\n]\n") === false || !fclose($this->stream)) {
            throw CannotWrite::at($this->path);
        }
    }
}
