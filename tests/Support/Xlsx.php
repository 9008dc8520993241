<?php

declare(strict_types=1);

namespace Tests\Support;

use ZipArchive;

/** Writes small workbooks by hand, so that a test can say exactly what stands in them. */
final class Xlsx
{
    /**
     * @param  array<string, string>  $sheets  name to the XML of its rows
     * @param  list<string>  $strings  shared strings, as the XML inside <si>
     */
    public static function write(string $path, array $sheets, array $strings = [], bool $epoch1904 = false): string
    {
        $zip = new ZipArchive();
        $zip->open($path, ZipArchive::CREATE | ZipArchive::OVERWRITE);
        $list = $relations = '';
        $i = 0;
        foreach ($sheets as $name => $rows) {
            $i++;
            $list .= "<sheet name=\"{$name}\" sheetId=\"{$i}\" r:id=\"rId{$i}\"/>";
            $relations .= "<Relationship Id=\"rId{$i}\" Type=\"http://schemas.openxmlformats.org/officeDocument/2006/relationships/worksheet\" Target=\"worksheets/sheet{$i}.xml\"/>";
            $zip->addFromString(
                "xl/worksheets/sheet{$i}.xml",
                self::xml(
                    "<worksheet xmlns=\"http://schemas.openxmlformats.org/spreadsheetml/2006/main\"><sheetData>{$rows}</sheetData></worksheet>",
                ),
            );
        }
        $epoch = $epoch1904 ? '<workbookPr date1904="1"/>' : '';
        $zip->addFromString(
            'xl/workbook.xml',
            self::xml(
                "<workbook xmlns=\"http://schemas.openxmlformats.org/spreadsheetml/2006/main\" xmlns:r=\"http://schemas.openxmlformats.org/officeDocument/2006/relationships\">{$epoch}<sheets>{$list}</sheets></workbook>",
            ),
        );
        $zip->addFromString(
            'xl/_rels/workbook.xml.rels',
            self::xml("<Relationships xmlns=\"http://schemas.openxmlformats.org/package/2006/relationships\">{$relations}</Relationships>"),
        );
        // Cell format 1 shows a date, 2 a date in a format of one's own, 3 a word that has a "d" in it but no date.
        $zip->addFromString(
            'xl/styles.xml',
            self::xml(
                '<styleSheet xmlns="http://schemas.openxmlformats.org/spreadsheetml/2006/main"><numFmts><numFmt numFmtId="164" formatCode="dd\.mm\.yyyy"/><numFmt numFmtId="165" formatCode="0 &quot;days&quot;"/></numFmts><cellXfs><xf numFmtId="0"/><xf numFmtId="14"/><xf numFmtId="164"/><xf numFmtId="165"/></cellXfs></styleSheet>',
            ),
        );
        if ($strings !== []) {
            $zip->addFromString(
                'xl/sharedStrings.xml',
                self::xml(
                    '<sst xmlns="http://schemas.openxmlformats.org/spreadsheetml/2006/main">' .
                        implode('', array_map(static fn(string $string): string => "<si>{$string}</si>", $strings)) .
                        '</sst>',
                ),
            );
        }
        $zip->close();

        return $path;
    }

    /** @param  list<list<string>>  $rows */
    public static function ofText(string $path, array $rows, string $sheet = 'Sheet 1'): string
    {
        $xml = '';
        foreach ($rows as $number => $cells) {
            $xml .= '<row r="' . ($number + 1) . '">';
            foreach ($cells as $cell) {
                $xml .= '<c t="inlineStr"><is><t xml:space="preserve">' . htmlspecialchars($cell, ENT_XML1) . '</t></is></c>';
            }
            $xml .= '</row>';
        }

        return self::write($path, [$sheet => $xml]);
    }

    private static function xml(string $content): string
    {
        return '<?xml version="1.0" encoding="UTF-8" standalone="yes"?>' . $content;
    }
}
