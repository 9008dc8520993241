<?php

declare(strict_types=1);

namespace PineSieve\Core\Reading\Copies;

use PineSieve\Core\Reading\CannotRead;
use PineSieve\Core\Reading\SourceReader;

/** The rows of a file in a workbook of their own (ECMA-376), every cell as text: for formats that can't be added to. Streams. */
final readonly class PlainWorkbook implements CopyWithColumns
{
    private const SPREADSHEET = 'http://schemas.openxmlformats.org/spreadsheetml/2006/main';

    private const RELATIONS = 'http://schemas.openxmlformats.org/package/2006/relationships';

    private const OFFICE = 'http://schemas.openxmlformats.org/officeDocument/2006/relationships';

    private const TYPES = 'application/vnd.openxmlformats-officedocument.spreadsheetml';

    public function __construct(private SourceReader $reader, private int $width) {}

    public function write(string $path, \Closure $added): void
    {
        $sheet = (string) tempnam(sys_get_temp_dir(), 'sheet');
        try {
            $this->sheet($sheet, $added);
            $zip = new \ZipArchive();
            $zip->open($path, \ZipArchive::CREATE | \ZipArchive::OVERWRITE) === true || throw CannotRead::missing($path);
            foreach (self::parts() as $name => $content) {
                $zip->addFromString($name, "<?xml version=\"1.0\" encoding=\"UTF-8\" standalone=\"yes\"?>\n{$content}");
            }
            $zip->addFile($sheet, 'xl/worksheets/sheet1.xml');
            $zip->close() || throw CannotRead::missing($path);
        } finally {
            @unlink($sheet);
        }
    }

    /** A text as XML takes it: signs that it does not know are left out. */
    public static function text(string $text): string
    {
        return htmlspecialchars(
            (string) preg_replace('/[^\t\n\r\x20-\x{D7FF}\x{E000}-\x{FFFD}\x{10000}-\x{10FFFF}]/u', '', $text),
            ENT_XML1,
        );
    }

    /** @param  \Closure(int): list<string>  $added */
    private function sheet(string $path, \Closure $added): void
    {
        $xml = new \XMLWriter();
        $xml->openUri($path) || throw CannotRead::missing($path);
        $xml->startDocument('1.0', 'UTF-8', 'yes');
        $xml->startElement('worksheet');
        $xml->writeAttribute('xmlns', self::SPREADSHEET);
        $xml->startElement('sheetData');
        foreach ($this->reader->rows() as $number => $cells) {
            $xml->startElement('row');
            $xml->writeAttribute('r', (string) $number);
            foreach ([...array_pad($cells, $this->width, ''), ...$added($number)] as $column => $text) {
                if ($text !== '') {
                    $at = WorkbookCopy::letters($column) . $number;
                    $xml->writeRaw("<c r=\"{$at}\" t=\"inlineStr\"><is><t xml:space=\"preserve\">" . self::text($text) . '</t></is></c>');
                }
            }
            $xml->endElement();
            $xml->flush();
        }
        $xml->endElement();
        $xml->endElement();
        $xml->flush();
    }

    /** @return array<string, string> path to what stands there */
    private static function parts(): array
    {
        $relation = static fn(string $kind, string $target): string => '<Relationships xmlns="' .
            self::RELATIONS .
            '"><Relationship Id="r1" Type="' .
            self::OFFICE .
            "/{$kind}\" Target=\"{$target}\"/></Relationships>";

        return [
            '[Content_Types].xml' =>
                '<Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types">' .
                '<Default Extension="rels" ContentType="application/vnd.openxmlformats-package.relationships+xml"/>' .
                '<Override PartName="/xl/workbook.xml" ContentType="' .
                self::TYPES .
                '.sheet.main+xml"/><Override PartName="/xl/worksheets/sheet1.xml" ContentType="' .
                self::TYPES .
                '.worksheet+xml"/></Types>',
            '_rels/.rels' => $relation('officeDocument', 'xl/workbook.xml'),
            'xl/workbook.xml' =>
                '<workbook xmlns="' .
                self::SPREADSHEET .
                '" xmlns:r="' .
                self::OFFICE .
                '"><sheets><sheet name="Addresses" sheetId="1" r:id="r1"/></sheets></workbook>',
            'xl/_rels/workbook.xml.rels' => $relation('worksheet', 'worksheets/sheet1.xml'),
        ];
    }
}
