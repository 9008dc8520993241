<?php

declare(strict_types=1);

namespace PineSieve\Core\Reading\Copies;

use PineSieve\Core\Reading\CannotRead;

/**
 * A workbook (ECMA-376) with cells behind those of one sheet. Only that sheet's part is written anew, row by row; all else, its styles,
 * formulas and other sheets among it, is copied as it is.
 */
final readonly class WorkbookCopy implements CopyWithColumns
{
    private const BLOCK = 1 << 16;

    /**
     * @param  string  $part  path of the sheet within the workbook
     * @param  int  $width  columns that the sheet has
     */
    public function __construct(private string $from, private string $part, private int $width) {}

    public function write(string $path, \Closure $added): void
    {
        if (!copy($this->from, $path)) {
            throw CannotRead::missing($path);
        }
        $sheet = (string) tempnam(sys_get_temp_dir(), 'sheet');
        try {
            $this->rewrite($sheet, $added);
            $zip = new \ZipArchive();
            if (
                $zip->open($path) !== true ||
                !$zip->replaceFile($sheet, (int) $zip->locateName($this->part)) ||
                !$zip->setCompressionName($this->part, \ZipArchive::CM_DEFLATE) ||
                !$zip->close()
            ) {
                throw CannotRead::brokenWorkbook('it can\'t be written');
            }
        } finally {
            @unlink($sheet);
        }
    }

    /** @param  \Closure(int): list<string>  $added */
    private function rewrite(string $path, \Closure $added): void
    {
        $in = @fopen("zip://{$this->from}#{$this->part}", 'r');
        $out = fopen($path, 'w');
        if ($in === false || $out === false) {
            throw CannotRead::brokenWorkbook('its sheet can\'t be read');
        }
        [$rest, $number] = ['', 0];
        while (!feof($in)) {
            $rest .= fread($in, self::BLOCK);
            $at = 0;
            // A row ends with its end tag, or is an empty element.
            while (preg_match('~<((?:\w+:)?)row\b([^>]*?)(/?)>~', $rest, $tag, PREG_OFFSET_CAPTURE, $at) === 1) {
                [[$start, $from], [$prefix], [$attributes], [$isEmpty]] = $tag;
                $end = $isEmpty === '/' ? $from + strlen($start) : strpos($rest, "</{$prefix}row>", $from);
                if ($end === false) {
                    break;
                }
                $isFirst = $number === 0;
                $number = preg_match('/\br="(\d+)"/', $attributes, $own) === 1 ? (int) $own[1] : $number + 1;
                $more = $isEmpty === '/' ? [] : $added($number);
                $above = substr($rest, $at, $from - $at);
                // How far the sheet and the row reach is only said to help who reads them; they reach further now.
                fwrite($out, $isFirst ? (string) preg_replace('~<(?:\w+:)?dimension\b[^>]*/>~', '', $above) : $above);
                fwrite($out, $more === [] ? $start : (string) preg_replace('/ spans="[^"]*"/', '', $start));
                fwrite($out, substr($rest, $from + strlen($start), $end - $from - strlen($start)));
                fwrite($out, $more === [] ? '' : $this->cells($prefix, $number, $more));
                $at = $end;
            }
            $rest = substr($rest, $at);
        }
        fwrite($out, $rest);
        fclose($in);
        fclose($out);
    }

    /**
     * @param  string  $prefix  of the sheet's namespace, with its colon
     * @param  list<string>  $texts
     */
    private function cells(string $prefix, int $row, array $texts): string
    {
        $cells = '';
        foreach ($texts as $i => $text) {
            if ($text !== '') {
                $at = self::letters($this->width + $i) . $row;
                $cells .=
                    "<{$prefix}c r=\"{$at}\" t=\"inlineStr\"><{$prefix}is><{$prefix}t xml:space=\"preserve\">" .
                    NewWorkbook::text($text) .
                    "</{$prefix}t></{$prefix}is></{$prefix}c>";
            }
        }

        return $cells;
    }

    /** @param  int  $column  from 0 */
    public static function letters(int $column): string
    {
        return ($column >= 26 ? self::letters(intdiv($column, 26) - 1) : '') . chr(65 + ($column % 26));
    }
}
