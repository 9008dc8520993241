<?php

declare(strict_types=1);

namespace PineSieve\Core\Reading;

use PineSieve\Core\Reading\Workbooks\OldWorkbook;
use PineSieve\Core\Reading\Workbooks\OpenDocument;
use PineSieve\Core\Reading\Workbooks\WebPage;
use PineSieve\Core\Reading\Workbooks\Workbook;
use PineSieve\Core\Reading\Workbooks\XmlWorkbook;

/** The kinds of file that can be a source. */
enum SourceFormat: string
{
    case Delimited = 'csv';
    case Workbook = 'xlsx';
    case OldWorkbook = 'xls';
    case OpenDocument = 'ods';
    case VCard = 'vcard';
    case Json = 'json';
    /** SpreadsheetML of Excel 2002 and 2003. */
    case XmlWorkbook = 'xmlbook';
    case Xml = 'xml';
    case WebPage = 'html';
    /** Without a delimiter, its columns below their names. */
    case Fixed = 'fixed';
    /** Written on the screen; kept as delimited text. */
    case Typed = 'typed';

    public function label(): string
    {
        return match ($this) {
            self::Delimited => 'Delimited text',
            self::Workbook => 'Excel workbook (.xlsx)',
            self::OldWorkbook => 'Excel workbook (.xls)',
            self::OpenDocument => 'OpenDocument spreadsheet (.ods)',
            self::VCard => 'Contact cards (vCard)',
            self::Json => 'JSON',
            self::XmlWorkbook => 'Excel workbook (XML)',
            self::Xml => 'XML',
            self::WebPage => 'Web page with a table',
            self::Fixed => 'Text in columns',
            self::Typed => 'Typed in',
        };
    }

    /** Whether the names of the columns are part of the format: the first row always is the header. */
    public function namesItsColumns(): bool
    {
        return $this === self::VCard || $this === self::Json || $this === self::Xml;
    }
}
