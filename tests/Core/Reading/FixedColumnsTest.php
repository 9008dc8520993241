<?php

declare(strict_types=1);

namespace Tests\Core\Reading;

use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use PineSieve\Core\Reading\SourceFile;
use PineSieve\Core\Reading\SourceFormat;

/** Text without delimiters, whose columns stand below their names. */
final class FixedColumnsTest extends TestCase
{
    private const REGISTER = <<<'TEXT'
                         GIFT REGISTER  -  PAGE 1

    Donor Name               City            Amount   Gift Date   Fund
    -----------------------  ------------  --------   ----------  ---------
    LEE, ANN                 DOVER            25.00   01/15/2026  GENERAL
    PARK, BO & JO            NORTH CONWAY  1,250.00   01/16/2026  BOAT
    MÜLLER-SMITH, CATHERINE  RYE              10.00   01/20/2026
    ROE, CYNTHIA ALEXANDRA-PIA DOVER           1.00   01/21/2026  NETS
                                           --------
                             TOTAL         1,286.00

    TEXT;

    /** @return array<int, list<string>> */
    private static function read(string $text, SourceFormat $format): array
    {
        $path = (string) tempnam(sys_get_temp_dir(), 'fixed');
        file_put_contents($path, $text);
        try {
            $file = SourceFile::open($path);
            self::assertSame($format, $file->format);

            return iterator_to_array($file->reader()->rows());
        } finally {
            unlink($path);
        }
    }

    public function test_columns_stand_below_their_names(): void
    {
        self::assertSame(
            [
                1 => ['GIFT REGISTER  -  PAGE 1'],
                3 => ['Donor Name', 'City', 'Amount', 'Gift Date', 'Fund'],
                5 => ['LEE, ANN', 'DOVER', '25.00', '01/15/2026', 'GENERAL'],
                6 => ['PARK, BO & JO', 'NORTH CONWAY', '1,250.00', '01/16/2026', 'BOAT'],
                7 => ['MÜLLER-SMITH, CATHERINE', 'RYE', '10.00', '01/20/2026', ''],
                // What reaches into the next column is not cut.
                8 => ['ROE, CYNTHIA ALEXANDRA-PIA DOVER           1.00   01/21/2026  NETS'],
                10 => ['', 'TOTAL', '1,286.00', '', ''],
            ],
            self::read(self::REGISTER, SourceFormat::Fixed),
        );
    }

    public function test_older_encodings_and_line_ends(): void
    {
        $rows = self::read(mb_convert_encoding(str_replace("\n", "\r\n", self::REGISTER), 'Windows-1252', 'UTF-8'), SourceFormat::Fixed);

        self::assertSame(['MÜLLER-SMITH, CATHERINE', 'RYE'], array_slice($rows[7], 0, 2));
    }

    #[TestWith(["First  Last\nAnn    Lee\nBo     Park\nCy     Roe\n"])]
    #[TestWith(["Name,  City,  Amount\nAnn,   Dover, 25\nBo,    Rye,   30\nCy,    Rye,   5\n"])]
    #[TestWith(["Notes\nAnn said  yes  twice\nBo said   no   once\nCy  said maybe  so\n"])]
    #[TestWith(["A  B  C\none two three four\nfive six seven\neight nine ten\n"])]
    #[TestWith(["First\tLast   Name\tCity\nAnn\tLee   Roe\tDover\nBo\tPark  Ito\tRye\nCy\tDay  Fox\tRye\n"])]
    #[TestWith(["First   Last    City\rAnn     Lee     Dover\rBo      Park    Rye\rCy      Roe     Rye\r"])]
    #[TestWith(["<Name>,<City>\nAnn,Dover\nBo,Rye\n"])]
    public function test_other_text_is_delimited(string $text): void
    {
        self::assertNotSame([], self::read($text, SourceFormat::Delimited));
    }
}
