<?php

declare(strict_types=1);

namespace App\AddressChecks;

use App\Addresses\Directory\KeptAnswers;
use App\Intakes\Intake;
use App\Intakes\Sources\SourceStore;
use App\Intakes\Sources\StagedRows;
use PineSieve\Core\Addresses\Directory\Outcome;
use PineSieve\Core\Addresses\Directory\Standing;
use PineSieve\Core\Columns\AddedHeaders;
use PineSieve\Core\Columns\Proposals\Proposer;
use PineSieve\Core\Reading\Copies\CopyWithColumns;
use PineSieve\Core\Reading\Copies\DelimitedCopy;
use PineSieve\Core\Reading\Copies\PlainWorkbook;
use PineSieve\Core\Reading\Copies\WorkbookCopy;
use PineSieve\Core\Reading\FormulaGuard;
use PineSieve\Core\Reading\SourceFile;
use PineSieve\Core\Reading\SourceFormat;
use PineSieve\Core\Reading\Workbooks\Workbook;

/** A list given back: as it was, with columns behind; what these say; and the rows that are to be put right, alone. */
final readonly class CheckedFile
{
    /** Each added column, and what it says. */
    public const COLUMNS = [
        'standard_line1' => 'The street in postal form, or as the directory writes it.',
        'standard_line2' => 'The apartment or suite.',
        'standard_city' => 'The city.',
        'standard_state' => 'The state or province, as a code of two letters.',
        'standard_postal_code' => 'The ZIP code, with the four digits behind it where the directory knows them.',
        'standard_country' => 'The country (ISO 3166-1).',
        'outcome' => 'What the postal directory says. Each outcome is explained below.',
        'can_be_mailed' => 'yes: mail is likely to arrive. no: leave it out of the mailing.',
        'reasons' => 'What was changed and why, and what the directory says, with " | " between.',
        'moved_on' => 'The day on which the person moved away.',
        'moved_to' => 'Where they live now.',
        'same_address_as_row' => 'An earlier row has the same address.',
        'same_person_as_row' => 'An earlier row has the same person at the same address.',
    ];

    private const CHUNK = 500;

    public function __construct(private KeptAnswers $kept, private SourceStore $sources, private StagedRows $staged) {}

    /** @return string the name of the file that is given back */
    public static function name(Intake $intake): string
    {
        $base = pathinfo($intake->file_name, PATHINFO_FILENAME);
        $ending = pathinfo($intake->file_name, PATHINFO_EXTENSION);

        return match (SourceFormat::from($intake->format)) {
            SourceFormat::Delimited => "{$base} cleaned." . ($ending === '' ? 'csv' : $ending),
            SourceFormat::Workbook => "{$base} cleaned." . ($ending === '' ? 'xlsx' : $ending),
            default => "{$base} cleaned.xlsx",
        };
    }

    /**
     * Writes the list as it was, with the columns behind it.
     *
     * @param  bool  $inCapitals  whether the addresses behind it are in capitals, as mail pieces have them (Publication 28, 222)
     */
    public function write(AddressCheck $check, Intake $intake, string $path, bool $inCapitals = false): void
    {
        $headers = $intake->columnPlan()->headers();
        $header = AddedHeaders::beside($headers, array_keys(self::COLUMNS));
        $rows = $this->ahead($check);
        $copy = $this->copy($intake, count($headers));
        $copy->write($path, static function (int $number) use ($intake, $header, $rows, $inCapitals): array {
            if ($number === $intake->header_row) {
                return $header;
            }
            // Both go through the rows in their order.
            while ($rows->valid() && $rows->key() < $number) {
                $rows->next();
            }

            if ($rows->valid() && $rows->key() === $number) {
                return self::cells($rows->current(), $inCapitals);
            }

            // Rows without an address keep the shape of the others; what stands above the header is left alone.
            return $number > (int) $intake->header_row ? array_fill(0, count($header), '') : [];
        });
    }

    private function copy(Intake $intake, int $width): CopyWithColumns
    {
        $path = $this->sources->localPath($intake);
        $format = SourceFormat::from($intake->format);
        if ($format === SourceFormat::Workbook) {
            return new WorkbookCopy($path, Workbook::open($path)->part($intake->sheets_read[0] ?? $intake->sheets[0]), $width);
        }
        $as = $intake->readAs();
        $file = SourceFile::open($path);
        $dialect = $as->dialect ?? $file->dialect();

        return $format === SourceFormat::Delimited && $dialect !== null
            ? new DelimitedCopy($path, $dialect, $width)
            : new PlainWorkbook($file->reader($as), $width);
    }

    /** @return \Generator<int, CheckedAddress> by row */
    private function ahead(AddressCheck $check): \Generator
    {
        for ($after = 0; ; ) {
            $rows = CheckedRows::of($check)->where('number', '>', $after)->orderBy('number')->limit(self::CHUNK)->get();
            foreach (CheckedAddress::all($rows, $this->kept) as $one) {
                yield $one->number => $one;
                $after = $one->number;
            }
            if ($rows->count() < self::CHUNK) {
                return;
            }
        }
    }

    /** @return list<string> as COLUMNS */
    private static function cells(CheckedAddress $one, bool $inCapitals): array
    {
        $address = array_values($one->address()->parts());

        return [
            ...$inCapitals ? array_map(mb_strtoupper(...), $address) : $address,
            $one->outcome->value,
            $one->canBeMailed() ? 'yes' : 'no',
            $one->reasons(),
            $one->move->on ?? '',
            $one->move?->to?->line() ?? '',
            (string) $one->sameAddress,
            (string) $one->samePerson,
        ];
    }

    /**
     * The rows that mail does not reach, as they were, with the reason: to be put right and handed in again. What stands in the first two
     * columns is known then, and left behind.
     *
     * @param  resource  $stream
     */
    public function failed(AddressCheck $check, Intake $intake, $stream): void
    {
        $line = static fn(array $cells) => fputcsv($stream, array_map(FormulaGuard::on(...), $cells), ',', '"', '');
        fwrite($stream, "\xEF\xBB\xBF");
        $line([...Proposer::OF_HELD_ROWS, ...$intake->columnPlan()->headers()]);
        $width = count($intake->columnPlan()->headers());
        $codes = Outcome::codes(Standing::NotFound);
        for ($after = 0; ; ) {
            $rows = CheckedRows::of($check)
                ->where(static fn($query) => $query->whereIn('outcome', $codes)->orWhere('is_moved', true))
                ->where('decision', 'not like', 'take:%')
                ->where('number', '>', $after)
                ->orderBy('number')
                ->limit(self::CHUNK)
                ->get();
            $cells = $this->staged->chosen($intake->id, array_values(array_map(intval(...), $rows->pluck('number')->all())));
            foreach (CheckedAddress::all($rows, $this->kept) as $one) {
                $why = ucfirst($one->outcome->words()) . ($one->reasons() === '' ? '' : ": {$one->reasons()}");
                $line([(string) $one->number, $why, ...array_pad($cells[$one->number] ?? [], $width, '')]);
                $after = $one->number;
            }
            if ($rows->count() < self::CHUNK) {
                return;
            }
        }
    }

    /**
     * What the added columns say, and what to do about each outcome.
     *
     * @param  resource  $stream
     */
    public static function explain(Intake $intake, $stream): void
    {
        $line = static fn(array $cells) => fputcsv($stream, $cells, ',', '"', '');
        fwrite($stream, "\xEF\xBB\xBF");
        $line(['Column', 'What it says']);
        $headers = AddedHeaders::beside($intake->columnPlan()->headers(), array_keys(self::COLUMNS));
        foreach (array_values(self::COLUMNS) as $i => $says) {
            $line([$headers[$i], $says]);
        }
        $line([]);
        $line(['Outcome', 'What it means', 'What to do']);
        foreach (Outcome::cases() as $outcome) {
            $line([$outcome->value, ucfirst($outcome->words()), $outcome->advice()]);
        }
    }
}
