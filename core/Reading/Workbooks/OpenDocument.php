<?php

declare(strict_types=1);

namespace PineSieve\Core\Reading\Workbooks;

use PineSieve\Core\Reading\CannotRead;
use PineSieve\Core\Reading\Sheets;

/** An OpenDocument spreadsheet (ISO/IEC 26300), opened for reading. */
final readonly class OpenDocument implements Sheets
{
    public const TABLE = 'urn:oasis:names:tc:opendocument:xmlns:table:1.0';

    public const CONTENT = 'content.xml';

    /** @param  non-empty-list<string>  $names */
    private function __construct(private string $path, private array $names) {}

    /** Whether a zip archive says of itself that it is one: part 2, 3.3. */
    public static function is(string $path): bool
    {
        $zip = new \ZipArchive();
        if ($zip->open($path, \ZipArchive::RDONLY) !== true) {
            return false;
        }
        $type = $zip->getFromName('mimetype', 200);
        $zip->close();

        return $type !== false && str_starts_with($type, 'application/vnd.oasis.opendocument.spreadsheet');
    }

    /** @throws CannotRead */
    public static function open(string $path): self
    {
        $zip = new \ZipArchive();
        if ($zip->open($path, \ZipArchive::RDONLY) !== true) {
            throw CannotRead::brokenWorkbook('it is not a complete zip archive');
        }
        try {
            ZipLimits::check($zip);
            if (str_contains((string) $zip->getFromName('META-INF/manifest.xml', 1_000_000), 'encryption-data')) {
                throw CannotRead::encrypted();
            }
        } finally {
            $zip->close();
        }
        $names = [];
        $xml = XmlPart::in($path, self::CONTENT);
        while ($xml->read()) {
            if ($xml->nodeType === \XMLReader::ELEMENT && $xml->localName === 'table' && $xml->namespaceURI === self::TABLE) {
                $names[] = (string) $xml->getAttributeNs('name', self::TABLE);
            }
        }
        $xml->close();
        if ($names === []) {
            throw CannotRead::brokenWorkbook('it has no worksheet');
        }

        return new self($path, $names);
    }

    public function sheets(): array
    {
        return $this->names;
    }

    public function sheet(string $name, bool $fillMerged = false): OpenDocumentReader
    {
        return in_array($name, $this->names, true)
            ? new OpenDocumentReader($this->path, $name, $fillMerged)
            : throw CannotRead::noSuchSheet($name, $this->names);
    }
}
