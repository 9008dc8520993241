<?php

declare(strict_types=1);

namespace PineSieve\Core\Reading\Workbooks;

use PhpOffice\PhpSpreadsheet\Reader\Exception;
use PhpOffice\PhpSpreadsheet\Reader\Xls;
use PineSieve\Core\Reading\CannotRead;
use PineSieve\Core\Reading\Sheets;
use PineSieve\Core\Reading\Text\DialectDetector;

/** A workbook in the binary format of Excel 97 to 2003 (BIFF8), opened for reading. */
final readonly class OldWorkbook implements Sheets
{
    /** @param  non-empty-array<string, array{rows: int, columns: int}>  $sheets name to size */
    private function __construct(private string $path, private array $sheets) {}

    /** @throws CannotRead if it is encrypted, damaged or another kind of document */
    public static function open(string $path): self
    {
        // A password-protected .xlsx is a container of the same kind, with its name in UTF-16.
        if (
            str_contains(
                (string) file_get_contents($path, length: DialectDetector::SAMPLE),
                "E\0n\0c\0r\0y\0p\0t\0e\0d\0P\0a\0c\0k\0a\0g\0e\0",
            )
        ) {
            throw CannotRead::encrypted();
        }
        $reader = new Xls();
        if (!$reader->canRead($path)) {
            throw CannotRead::oldDocument();
        }
        try {
            $list = $reader->listWorksheetInfo($path);
        } catch (Exception $error) {
            throw self::refused($error);
        }
        $sheets = [];
        foreach ($list as $sheet) {
            $sheets[$sheet['worksheetName']] = ['rows' => $sheet['totalRows'], 'columns' => $sheet['totalColumns']];
        }

        return $sheets === [] ? throw CannotRead::brokenWorkbook('it has no worksheet') : new self($path, $sheets);
    }

    public static function refused(\Throwable $error): CannotRead
    {
        return preg_match('/encrypt|password/i', $error->getMessage()) === 1
            ? CannotRead::encrypted()
            : CannotRead::brokenWorkbook(mb_strimwidth($error->getMessage(), 0, 120, '…'));
    }

    public function sheets(): array
    {
        return array_map(strval(...), array_keys($this->sheets));
    }

    public function sheet(string $name, bool $fillMerged = false): OldSheetReader
    {
        $size = $this->sheets[$name] ?? throw CannotRead::noSuchSheet($name, $this->sheets());

        return new OldSheetReader($this->path, $name, $size['rows'], $size['columns'], $fillMerged);
    }
}
