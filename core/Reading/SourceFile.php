<?php

declare(strict_types=1);

namespace PineSieve\Core\Reading;

/** A file on disk: which kind of source it is, what can be chosen about it, and the reader for it. */
final readonly class SourceFile
{
    private function __construct(
        private string $path,
        private ?Workbook $workbook,
        private ?Dialect $detected,
    ) {
    }

    /** @throws CannotRead if it is missing, empty, encrypted or no spreadsheet */
    public static function open(string $path): self
    {
        if (! is_file($path) || ! is_readable($path)) {
            throw CannotRead::missing($path);
        }
        $sample = (string) file_get_contents($path, length: DialectDetector::SAMPLE);
        if ($sample === '') {
            throw CannotRead::empty();
        }
        if (str_starts_with($sample, "PK\x03\x04") || str_starts_with($sample, "PK\x05\x06")) {
            return new self($path, Workbook::open($path), null);
        }
        if (str_starts_with($sample, "\xD0\xCF\x11\xE0\xA1\xB1\x1A\xE1")) {
            throw CannotRead::oldWorkbook();
        }
        foreach (['%PDF-', "\x89PNG", 'GIF8', "\xFF\xD8\xFF", "\x1F\x8B", '{\rtf'] as $signature) {
            if (str_starts_with($sample, $signature)) {
                throw CannotRead::binary();
            }
        }

        return new self($path, null, (new DialectDetector)->detect($sample));
    }

    /** @return list<string> empty for delimited text */
    public function sheets(): array
    {
        return $this->workbook?->sheets() ?? [];
    }

    /** How the text was found to be written; null for a workbook. */
    public function dialect(): ?Dialect
    {
        return $this->detected;
    }

    /**
     * @param  ?string  $sheet  null for the first; ignored for delimited text
     * @param  ?Dialect  $dialect  null for what was detected; ignored for a workbook
     *
     * @throws CannotRead if there is no such sheet
     */
    public function reader(?string $sheet = null, ?Dialect $dialect = null): SourceReader
    {
        if ($this->workbook !== null) {
            return $this->workbook->sheet($sheet);
        }

        return new DelimitedReader($this->path, $dialect ?? $this->detected ?? throw new \LogicException('A text has a dialect.'));
    }
}
