<?php

declare(strict_types=1);

namespace Tests\Core\Reading;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use PineSieve\Core\Reading\Copies\DelimitedCopy;
use PineSieve\Core\Reading\Copies\PlainWorkbook;
use PineSieve\Core\Reading\Copies\WorkbookCopy;
use PineSieve\Core\Reading\SourceFile;
use PineSieve\Core\Reading\Text\Dialect;
use PineSieve\Core\Reading\Text\Encoding;
use Tests\Support\Xlsx;

/** Files given back with columns behind their own. */
final class CopiesTest extends TestCase
{
    private string $from;

    private string $to;

    protected function setUp(): void
    {
        $this->from = (string) tempnam(sys_get_temp_dir(), 'from');
        $this->to = (string) tempnam(sys_get_temp_dir(), 'to');
    }

    protected function tearDown(): void
    {
        array_map(unlink(...), [$this->from, $this->to]);
    }

    /** @return array<string, array{string, int, string}> what the file is, its width, and what it becomes with "n" and the number behind */
    public static function texts(): array
    {
        return [
            'plain' => ["a,b\n1,2\n", 2, "a,b,n1\n1,2,n2\n"],
            'no line end at the last' => ["a,b\r\n1,2", 2, "a,b,n1\r\n1,2,n2"],
            'quotes of its own kind' => ["\"a\",b\n\"1\",  2 \n", 2, "\"a\",b,n1\n\"1\",  2 ,n2\n"],
            'a line break in a cell' => ["a;b\n\"x\r\ny\";2\n", 2, "a;b;n1\n\"x\r\ny\";2;n2\n"],
            'blank lines stay and count' => ["a;b\n\n1;2\n", 2, "a;b;n1\n\n1;2;n3\n"],
            'a short row is filled up' => ["a;b;c\n1\n", 3, "a;b;c;n1\n1;;;n2\n"],
            'a long row keeps all' => ["a;b\n1;2;3\n", 2, "a;b;n1\n1;2;3;n2\n"],
            'tabs' => ["a\tb\n1\t2\n", 2, "a\tb\tn1\n1\t2\tn2\n"],
            'with its mark' => ["\xEF\xBB\xBFa,b\nä,2\n", 2, "\xEF\xBB\xBFa,b,n1\nä,2,n2\n"],
            'line ends of a Macintosh' => ["a,b\r\"x\ny\",2\r1,2", 2, "a,b,n1\r\"x\ny\",2,n2\r1,2,n3"],
            'Macintosh' => ["a;b\nMu\x96oz;Mar\x92a\n", 2, "a;b;n1\nMu\x96oz;Mar\x92a;n2\n"],
            'Windows-1252' => ["a;b\nM\xFCller;2\n", 2, "a;b;n1\nM\xFCller;2;n2\n"],
        ];
    }

    #[DataProvider('texts')]
    public function test_delimited_text_keeps_its_bytes(string $content, int $width, string $becomes): void
    {
        file_put_contents($this->from, $content);
        $dialect = SourceFile::open($this->from)->dialect();
        self::assertNotNull($dialect);
        (new DelimitedCopy($this->from, $dialect, $width))->write($this->to, static fn(int $number): array => ["n{$number}"]);

        self::assertSame($becomes, file_get_contents($this->to));
    }

    public function test_utf_16_stays_utf_16(): void
    {
        file_put_contents($this->from, "\xFF\xFE" . mb_convert_encoding("a\tb\nÄ\t𝄞\n", 'UTF-16LE', 'UTF-8'));
        $dialect = SourceFile::open($this->from)->dialect();
        self::assertNotNull($dialect);
        (new DelimitedCopy($this->from, $dialect, 2))->write($this->to, static fn(int $number): array => ["ü{$number}"]);

        self::assertSame("\xFF\xFE" . mb_convert_encoding("a\tb\tü1\nÄ\t𝄞\tü2\n", 'UTF-16LE', 'UTF-8'), file_get_contents($this->to));
    }

    public function test_cells_that_are_added_are_in_the_encoding_of_the_file(): void
    {
        file_put_contents($this->from, "a;b\nMu\x96oz;2\n");
        (new DelimitedCopy($this->from, new Dialect(Encoding::MacRoman, ';'), 2))->write($this->to, static fn(): array => ['é 東']);
        self::assertSame("a;b;\x8E ?\nMu\x96oz;2;\x8E ?\n", file_get_contents($this->to));

        file_put_contents($this->from, mb_convert_encoding("a;b\n王;2\n", 'GB18030', 'UTF-8'));
        (new DelimitedCopy($this->from, new Dialect(Encoding::Chinese, ';'), 2))->write($this->to, static fn(): array => ['東']);
        self::assertSame("a;b;東\n王;2;東\n", mb_convert_encoding((string) file_get_contents($this->to), 'UTF-8', 'GB18030'));
    }

    public function test_cells_that_are_added_can_hold_anything(): void
    {
        file_put_contents($this->from, "a,b\n");
        $dialect = SourceFile::open($this->from)->dialect();
        self::assertNotNull($dialect);
        (new DelimitedCopy($this->from, $dialect, 2))->write($this->to, static fn(): array => ['x, "y"', "=1+1\nz", '', "\tq"]);

        self::assertSame("a,b,\"x, \"\"y\"\"\",\"'=1+1\nz\",,\"'\tq\"\n", file_get_contents($this->to));
    }

    public function test_rows_that_get_nothing_are_as_they_were(): void
    {
        file_put_contents($this->from, "title\na;b\n1;2\n");
        $dialect = SourceFile::open($this->from)->dialect();
        self::assertNotNull($dialect);
        (new DelimitedCopy($this->from, $dialect, 2))->write($this->to, static fn(int $number): array => $number === 1 ? [] : ['x']);

        self::assertSame("title\na;b;x\n1;2;x\n", file_get_contents($this->to));
    }

    public function test_a_workbook_gets_cells_behind_those_of_one_sheet(): void
    {
        $path = Xlsx::ofText($this->from . '.xlsx', [['Name', 'Street'], ['Ann', '1 Elm St'], ['', ''], ['Bo', '']]);
        (new WorkbookCopy($path, 'xl/worksheets/sheet1.xml', 2))->write(
            $this->to,
            static fn(int $number): array => ["n{$number}", '', '<&">'],
        );
        $rows = iterator_to_array(SourceFile::open($this->to)->reader()->rows());
        unlink($path);

        self::assertSame(['Name', 'Street', 'n1', '', '<&">'], $rows[1]);
        self::assertSame(['Ann', '1 Elm St', 'n2', '', '<&">'], $rows[2]);
        self::assertSame('n4', $rows[4][2]);
    }

    public function test_other_formats_become_a_workbook_of_their_own(): void
    {
        file_put_contents($this->from, "BEGIN:VCARD\nVERSION:3.0\nFN:Ann Lee\nN:Lee;Ann;;;\nNOTE:a\x01b\nEND:VCARD\n");
        $reader = SourceFile::open($this->from)->reader();
        $width = max(array_map(count(...), iterator_to_array($reader->rows())));
        (new PlainWorkbook($reader, $width))->write($this->to, static fn(int $number): array => ["n{$number}"]);
        $rows = iterator_to_array(SourceFile::open($this->to)->reader()->rows());

        self::assertSame(['n1', 'n2'], [$rows[1][$width], $rows[2][$width]]);
        self::assertContains('Lee', $rows[2]);
    }

    /** @return array<string, array{int, string}> */
    public static function letters(): array
    {
        return ['A' => [0, 'A'], 'Z' => [25, 'Z'], 'AA' => [26, 'AA'], 'AZ' => [51, 'AZ'], 'ZZ' => [701, 'ZZ'], 'AAA' => [702, 'AAA']];
    }

    #[DataProvider('letters')]
    public function test_columns_have_letters(int $column, string $letters): void
    {
        self::assertSame($letters, WorkbookCopy::letters($column));
    }
}
