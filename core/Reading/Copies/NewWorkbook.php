<?php

declare(strict_types=1);

namespace PineSieve\Core\Reading\Copies;

/** A workbook (ECMA-376) with one sheet, written row by row to the disk. */
final class NewWorkbook
{
    private const SPREADSHEET = 'http://schemas.openxmlformats.org/spreadsheetml/2006/main';

    private const RELATIONS = 'http://schemas.openxmlformats.org/package/2006/relationships';

    private const OFFICE = 'http://schemas.openxmlformats.org/officeDocument/2006/relationships';

    private const TYPES = 'application/vnd.openxmlformats-officedocument.spreadsheetml';

    private const FLUSHED_EVERY = 500;

    private readonly string $sheet;

    private readonly \XMLWriter $xml;

    private int $row = 0;

    public function __construct()
    {
        $this->sheet = (string) tempnam(sys_get_temp_dir(), 'sheet');
        $this->xml = new \XMLWriter();
        $this->xml->openUri($this->sheet);
        $this->xml->startDocument('1.0', 'UTF-8', 'yes');
        $this->xml->startElement('worksheet');
        $this->xml->writeAttribute('xmlns', self::SPREADSHEET);
        $this->xml->startElement('sheetData');
    }

    public function __destruct()
    {
        @unlink($this->sheet);
    }

    /**
     * @param  list<string>  $cells
     * @param  array<int, bool>  $numbers  place to whether its cell is a number; the others are text
     * @param  ?int  $number  of the row; null for the next one
     */
    public function row(array $cells, array $numbers = [], ?int $number = null): void
    {
        $this->row = $number ?? $this->row + 1;
        $xml = "<row r=\"{$this->row}\">";
        foreach ($cells as $column => $text) {
            if ($text !== '') {
                $at = WorkbookCopy::letters($column) . $this->row;
                $xml .=
                    $numbers[$column] ?? false
                        ? "<c r=\"{$at}\"><v>{$text}</v></c>"
                        : "<c r=\"{$at}\" t=\"inlineStr\"><is><t xml:space=\"preserve\">" . self::text($text) . '</t></is></c>';
            }
        }
        $this->xml->writeRaw("{$xml}</row>");
        if ($this->row % self::FLUSHED_EVERY === 0) {
            $this->xml->flush();
        }
    }

    /** @return bool whether it could be written to its end */
    public function save(string $path): bool
    {
        $this->xml->endElement();
        $this->xml->endElement();
        $this->xml->flush();
        $zip = new \ZipArchive();
        if ($zip->open($path, \ZipArchive::CREATE | \ZipArchive::OVERWRITE) !== true) {
            return false;
        }
        foreach (self::parts() as $name => $content) {
            $zip->addFromString($name, "<?xml version=\"1.0\" encoding=\"UTF-8\" standalone=\"yes\"?>\n{$content}");
        }
        $zip->addFile($this->sheet, 'xl/worksheets/sheet1.xml');

        return @$zip->close();
    }

    /** A text as XML takes it: signs that it does not know are left out. */
    public static function text(string $text): string
    {
        return htmlspecialchars(
            (string) preg_replace('/[^\t\n\r\x20-\x{D7FF}\x{E000}-\x{FFFD}\x{10000}-\x{10FFFF}]/u', '', $text),
            ENT_XML1,
        );
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
                '"><sheets><sheet name="Rows" sheetId="1" r:id="r1"/></sheets></workbook>',
            'xl/_rels/workbook.xml.rels' => $relation('worksheet', 'worksheets/sheet1.xml'),
        ];
    }
}
