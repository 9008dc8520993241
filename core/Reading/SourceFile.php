<?php

declare(strict_types=1);

namespace PineSieve\Core\Reading;

use PineSieve\Core\Reading\Records\JsonReader;
use PineSieve\Core\Reading\Records\ListedFile;
use PineSieve\Core\Reading\Records\ListReader;
use PineSieve\Core\Reading\Records\VCardReader;
use PineSieve\Core\Reading\Records\XmlRecords;
use PineSieve\Core\Reading\Text\DelimitedReader;
use PineSieve\Core\Reading\Text\Dialect;
use PineSieve\Core\Reading\Text\DialectDetector;
use PineSieve\Core\Reading\Text\FixedColumns;
use PineSieve\Core\Reading\Text\FixedReader;
use PineSieve\Core\Reading\Workbooks\OldWorkbook;
use PineSieve\Core\Reading\Workbooks\OpenDocument;
use PineSieve\Core\Reading\Workbooks\WebPage;
use PineSieve\Core\Reading\Workbooks\Workbook;
use PineSieve\Core\Reading\Workbooks\XmlWorkbook;

/** A file on disk: which kind of source it is, what can be chosen about it, and the reader for it. */
final readonly class SourceFile
{
    private const WEB_PAGE = '/^\s*(?:<\?xml[^>]*>\s*)?(?:<!--.*?-->\s*)*<(?:!doctype\s+html|(?:html|head|body|table|meta|style|center)\b)/is';

    /** Declared, or two elements in a row: one alone may be a value. */
    private const XML = '/^(?:\xEF\xBB\xBF)?\s*<(?:\?xml\b|[A-Za-z_][\w.:-]*(?:\s[^<>]*)?>\s*<[A-Za-z_])/';

    private function __construct(
        private string $path,
        public SourceFormat $format,
        private ?Sheets $book = null,
        private ?Dialect $detected = null,
        private ?FixedReader $fixed = null,
    ) {}

    /** @throws CannotRead if it is missing, empty, encrypted or no source */
    public static function open(string $path): self
    {
        if (!is_file($path) || !is_readable($path)) {
            throw CannotRead::missing($path);
        }
        $sample = (string) file_get_contents($path, length: DialectDetector::SAMPLE);
        if ($sample === '') {
            throw CannotRead::empty();
        }
        if (str_starts_with($sample, "PK\x03\x04") || str_starts_with($sample, "PK\x05\x06")) {
            return OpenDocument::is($path)
                ? new self($path, SourceFormat::OpenDocument, OpenDocument::open($path))
                : new self($path, SourceFormat::Workbook, Workbook::open($path));
        }
        if (str_starts_with($sample, "\xD0\xCF\x11\xE0\xA1\xB1\x1A\xE1")) {
            return new self($path, SourceFormat::OldWorkbook, OldWorkbook::open($path));
        }
        foreach (['%PDF-', "\x89PNG", 'GIF8', "\xFF\xD8\xFF", "\x1F\x8B", '{\rtf'] as $signature) {
            if (str_starts_with($sample, $signature)) {
                throw CannotRead::binary();
            }
        }
        if (preg_match('/^(?:\xEF\xBB\xBF)?\s*BEGIN:VCARD\b/i', $sample) === 1) {
            return new self($path, SourceFormat::VCard);
        }
        if (preg_match('/^(?:\xEF\xBB\xBF)?\s*(?:\[\s*[{\[\]]|\{\s*["}])/', $sample) === 1) {
            return new self(
                $path,
                SourceFormat::Json,
                ListedFile::open(static fn(?string $list): ListReader => new JsonReader($path, $list)),
            );
        }
        if (preg_match(self::WEB_PAGE, str_replace(["\0", "\xEF\xBB\xBF", "\xFF\xFE"], '', substr($sample, 0, 4096))) === 1) {
            return new self($path, SourceFormat::WebPage, WebPage::open($path));
        }
        if (preg_match(self::XML, $sample) === 1) {
            return str_contains($sample, XmlWorkbook::SHEET)
                ? new self($path, SourceFormat::XmlWorkbook, XmlWorkbook::open($path))
                : new self(
                    $path,
                    SourceFormat::Xml,
                    ListedFile::open(static fn(?string $list): ListReader => new XmlRecords($path, $list)),
                );
        }

        $dialect = (new DialectDetector())->detect($sample, self::beyond($path));
        $columns = $dialect->encoding->isLikeAscii() ? FixedColumns::of($dialect->encoding->decode($sample)) : null;

        return $columns === null
            ? new self($path, SourceFormat::Delimited, null, $dialect)
            : new self($path, SourceFormat::Fixed, null, null, new FixedReader($path, $dialect->encoding, $columns));
    }

    /** Lines behind the sample that are not plain ASCII, as many as the sample is long: the first accent may stand in row 40,000. */
    private static function beyond(string $path): string
    {
        $stream = @fopen($path, 'r');
        if ($stream === false) {
            throw CannotRead::missing($path);
        }
        fseek($stream, DialectDetector::SAMPLE);
        $lines = '';
        while (strlen($lines) < DialectDetector::SAMPLE && ($block = (string) fread($stream, 1 << 20)) !== '') {
            if (
                preg_match('/[\x80-\xFF]/', $block) === 1 &&
                preg_match_all('/^.*[\x80-\xFF].*$/m', strtr($block, "\r", "\n"), $found) > 0
            ) {
                $lines .= implode("\n", $found[0]) . "\n";
            }
        }
        fclose($stream);

        return substr($lines, 0, DialectDetector::SAMPLE);
    }

    /** @return list<string> empty for a file that has no sheets */
    public function sheets(): array
    {
        return $this->book?->sheets() ?? [];
    }

    /** How the text was found to be written; null for anything but delimited text. */
    public function dialect(): ?Dialect
    {
        return $this->detected;
    }

    /** @throws CannotRead if there is no such sheet */
    public function reader(ReadAs $as = new ReadAs()): SourceReader
    {
        if ($this->book !== null) {
            $readers = [];
            foreach ($as->sheets === [] ? [$this->book->sheets()[0]] : $as->sheets as $sheet) {
                $readers[$sheet] = $this->book->sheet($sheet, $as->fillMerged);
            }

            return count($readers) === 1 ? array_values($readers)[0] : new JoinedSheets($readers);
        }

        // Who says a delimiter wants another reading than the one that was found.
        if ($this->fixed !== null && $as->dialect === null) {
            return $this->fixed;
        }

        return match ($this->format) {
            SourceFormat::VCard => new VCardReader($this->path),
            SourceFormat::Json => new JsonReader($this->path),
            SourceFormat::Xml => new XmlRecords($this->path),
            default => new DelimitedReader(
                $this->path,
                $as->dialect ?? ($this->detected ?? throw new \LogicException('A text has a dialect.')),
            ),
        };
    }
}
