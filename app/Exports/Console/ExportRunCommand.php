<?php

declare(strict_types=1);

namespace App\Exports\Console;

use App\Accounts\Audit;
use App\Exports\Everything;
use App\Exports\ExportAsked;
use App\Exports\Exporting;
use App\Exports\UnusableExport;
use App\Support\PlainWords;
use Illuminate\Console\Command;
use PineSieve\Core\SieveException;
use Throwable;

/** Records out to a file, for programs that fetch them again and again. */
final class ExportRunCommand extends Command
{
    protected $signature = 'export:run {--of= : supporters, contacts, households, organizations, notes, history, gifts, splits, batches, promises, due, totals or everything} {--fields= : keys of fields, with commas between; the usual few without it} {--search= : name of a saved search} {--from= : first day, as 2026-01-31} {--to= : last day} {--fund=* : of this fund; several are asked for by several} {--campaign=* : of this campaign} {--status=* : of this status} {--batch=* : of the batch with this number} {--intake=* : of the intake with this number} {--headers= : other names of columns, as "gift.date=Booked on; gift.amount=Sum"} {--format=csv : csv, xlsx, json, vcf (cards of supporters) or pdf (a list)} {--delimiter= : of CSV: comma, semicolon, tab or pipe} {--encoding= : of CSV: utf-8, utf-16 or windows-1252} {--line-ends= : of CSV: crlf or lf} {--mark= : whether CSV begins with the mark of its encoding, yes or no} {--out= : the file; everything is a ZIP} {--json : print the result as one JSON object}';

    private const OPTIONS = [
        'of',
        'fields',
        'search',
        'from',
        'to',
        'fund',
        'campaign',
        'status',
        'batch',
        'intake',
        'headers',
        'delimiter',
        'encoding',
        'line-ends',
        'mark',
    ];

    protected $description = 'Writes records to a file';

    public function handle(Exporting $exporting, Everything $everything): int
    {
        try {
            $done = $this->write($exporting, $everything);
        } catch (SieveException $error) {
            return $this->refuse($error->getMessage());
        } catch (Throwable $error) {
            report($error);

            return $this->refuse(PlainWords::of($error));
        }
        Audit::note(Audit::EXPORT, "Exported {$done['of']} from the command line: {$done['rows']} rows");
        if ($this->option('json')) {
            $this->line(
                json_encode(
                    [...$done, 'amounts' => (object) $done['amounts']],
                    JSON_THROW_ON_ERROR | JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE,
                ),
            );
        } else {
            $sums = array_map(
                static fn(string $code, string $amount): string => "{$code} {$amount}",
                array_keys($done['amounts']),
                $done['amounts'],
            );
            $this->line(
                number_format($done['rows']) .
                    " rows of {$done['of']}" .
                    ($sums === [] ? '' : ', ' . implode(' and ', $sums)) .
                    ": {$done['file']}",
            );
        }

        return self::SUCCESS;
    }

    /**
     * @return array{of: string, rows: int, amounts: array<string, string>, file: string}
     *
     * @throws SieveException
     */
    private function write(Exporting $exporting, Everything $everything): array
    {
        $out = trim((string) $this->option('out'));
        if ($out === '') {
            throw new UnusableExport('Where should the rows go? --out=FILE is missing.');
        }
        if (!is_dir(dirname($out))) {
            throw new UnusableExport('There is no folder ' . dirname($out) . '.');
        }
        $asked = [];
        foreach (self::OPTIONS as $option) {
            $said = $this->option($option);
            $asked[str_replace('-', '_', $option)] = match (true) {
                $said === null, $said === [] => null,
                default => implode("\n", (array) $said),
            };
        }
        if ($asked['of'] === 'everything') {
            foreach (array_diff_key($asked, ['of' => 1]) as $option => $value) {
                if ($value !== null) {
                    throw new UnusableExport("Everything is everything: --{$option} can't be asked of it.");
                }
            }

            return $everything->write($out);
        }

        return $exporting->write(ExportAsked::of($asked), (string) $this->option('format'), $out);
    }

    private function refuse(string $message): int
    {
        fwrite(STDERR, $message . PHP_EOL);

        return 2;
    }
}
