<?php

declare(strict_types=1);

namespace PineSieve\Core\Reading;

use PineSieve\Core\SieveException;

/** A file that can't be used as a source. The message says what it is and what to do. */
final class CannotRead extends SieveException
{
    public static function missing(string $path): self
    {
        return new self(sprintf('There is no file "%s", or it may not be read.', basename($path)));
    }

    public static function empty(): self
    {
        return new self('The file is empty. Nothing was read.');
    }

    public static function noRows(): self
    {
        return new self('The file has no rows below its header. Nothing was read.');
    }

    public static function binary(): self
    {
        return new self(
            'This is not a spreadsheet: it holds binary data. Bring a spreadsheet (.xlsx, .xls, .ods), delimited text (.csv), contact cards (.vcf), JSON or XML.',
        );
    }

    public static function encrypted(): self
    {
        return new self('The workbook is protected by a password. Open it, save it without the password, and bring that copy.');
    }

    public static function brokenWorkbook(string $detail): self
    {
        return new self("The workbook is damaged and can't be opened ({$detail}). Open it in a spreadsheet program and save it again.");
    }

    public static function tooLarge(string $what): self
    {
        return new self("The file is larger than allowed: {$what}.");
    }

    public static function longCell(int $row): self
    {
        return new self(
            "Row {$row} has a cell of more than a million characters, which no spreadsheet program can have written. Empty that cell and bring the file again.",
        );
    }

    /** @param  list<string>  $sheets */
    public static function noSuchSheet(string $sheet, array $sheets): self
    {
        return new self(sprintf('The workbook has no sheet "%s". It has: %s.', $sheet, implode(', ', $sheets)));
    }

    public static function openQuote(int $row): self
    {
        return new self(
            "Row {$row} opens a quotation mark that is never closed, so the rest of the file would be one cell. Correct that row in a text editor.",
        );
    }

    public static function oldDocument(): self
    {
        return new self(
            'This is a document of an old Office kind that holds no sheets, is damaged, or is protected by a password. Open it, save it as .xlsx without a password, and bring that copy.',
        );
    }

    public static function brokenJson(int $number): self
    {
        return new self("The JSON is damaged at record {$number}: a list of objects, or an object on each line, was expected.");
    }

    public static function brokenXml(string $detail): self
    {
        return new self("The XML can't be read: {$detail}.");
    }

    public static function noTable(): self
    {
        return new self('The web page has no table. Save what you need as a spreadsheet, and bring that.');
    }

    public static function brokenCard(int $number, string $detail): self
    {
        return new self("Contact card {$number} can't be read ({$detail}). Correct the file in a text editor, or export it again.");
    }

    /**
     * @param  list<string>  $missing
     * @param  list<string>  $more
     */
    public static function otherShape(string $sheet, array $missing, array $more): self
    {
        $differs = array_filter(
            [
                $missing === [] ? '' : 'it lacks ' . implode(', ', array_slice($missing, 0, 5)),
                $more === [] ? '' : 'it has besides ' . implode(', ', array_slice($more, 0, 5)),
            ],
            static fn(string $part): bool => $part !== '',
        );

        return new self(
            "The sheet \"{$sheet}\" has other columns than the first, so they can't be brought in together: " .
                implode('; ', $differs) .
                '.',
        );
    }

    public static function noSheets(): self
    {
        return new self('The file is text and has no sheets. Leave the sheet out.');
    }
}
