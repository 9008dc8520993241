<?php

declare(strict_types=1);

namespace PineSieve\Core\Reading\Workbooks;

use PineSieve\Core\Reading\CannotRead;
use PineSieve\Core\Reading\Sheets;

/** A workbook in the XML of Excel 2002 and 2003 (SpreadsheetML), as many programs still write it under the name .xls. */
final readonly class XmlWorkbook implements Sheets
{
    public const SHEET = 'urn:schemas-microsoft-com:office:spreadsheet';

    /** @param  non-empty-list<string>  $names */
    private function __construct(private string $path, private array $names) {}

    /** @throws CannotRead */
    public static function open(string $path): self
    {
        $names = [];
        $xml = XmlPart::file($path);
        while ($xml->read()) {
            if ($xml->nodeType === \XMLReader::ELEMENT && $xml->localName === 'Worksheet' && $xml->namespaceURI === self::SHEET) {
                $names[] = (string) $xml->getAttributeNs('Name', self::SHEET);
            }
        }
        $xml->close();

        return $names === [] ? throw CannotRead::brokenWorkbook('it has no worksheet') : new self($path, $names);
    }

    public function sheets(): array
    {
        return $this->names;
    }

    public function sheet(string $name, bool $fillMerged = false): XmlWorkbookReader
    {
        return in_array($name, $this->names, true)
            ? new XmlWorkbookReader($this->path, $name, $fillMerged)
            : throw CannotRead::noSuchSheet($name, $this->names);
    }
}
