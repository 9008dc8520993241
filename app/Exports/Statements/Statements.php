<?php

declare(strict_types=1);

namespace App\Exports\Statements;

use App\Accounts\Organization;
use App\Exports\Exporting;
use App\Exports\UnusableExport;
use App\Mailings\Sheets;
use App\Records\RecordReader;
use App\Standards\FieldAccess;
use App\Support\Lists;
use App\Supporters\SupporterSearch;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Exports\CannotWrite;
use PineSieve\Core\Gifts\Amounts;
use PineSieve\Core\Gifts\GivingStatement;
use PineSieve\Core\Mailings\Per;
use PineSieve\Core\Mailings\Recipient;
use PineSieve\Core\Records\SupporterRecord;

/**
 * Giving statements of a year as one PDF, or as a ZIP with one for each. Their sums are held against what is kept by year: if they were not
 * the same, there would be none.
 *
 * @phpstan-import-type Exported from Exporting
 */
final readonly class Statements
{
    private const CHUNK = 200;

    /** Above as many, they are too much for one file. */
    private const MOST = 20_000;

    /** Fields of which a statement tells. */
    private const TOLD = ['gift.amount', 'gift.date', 'gift.fund', 'gift.kind', 'gift.benefit', 'gift.description'];

    public function __construct(private RecordReader $reader) {}

    /** @return array{statements: int, amounts: Amounts} how many there are, and what they come to */
    public function preview(StatementsAsked $asked): array
    {
        $this->mustSee();
        $found = self::found($asked);

        return ['statements' => $found->clone()->distinct()->count('supporter_id'), 'amounts' => self::kept($found)];
    }

    /**
     * @param  'pdf'|'zip'  $format
     * @return Exported
     *
     * @throws UnusableExport|CannotWrite
     */
    public function write(StatementsAsked $asked, string $format, string $path): array
    {
        ['statements' => $count, 'amounts' => $kept] = $this->preview($asked);
        if ($count > self::MOST) {
            throw new UnusableExport(
                'A file has no more than ' . number_format(self::MOST) . ' statements. Ask for them by a search, some at a time.',
            );
        }
        if ($count === 0) {
            throw new UnusableExport("Nobody of those who are asked for gave in {$asked->year}.");
        }
        $beside = "{$path}.part";
        [$sum, $all, $zip] = [Amounts::none(), new Sheets('letter'), new \ZipArchive()];
        if ($format === 'zip' && $zip->open($beside, \ZipArchive::CREATE | \ZipArchive::OVERWRITE) !== true) {
            throw CannotWrite::at($path);
        }
        try {
            foreach ($this->each($asked) as $id => [$statement, $before, $behind]) {
                $sum = $sum->plus($statement->given);
                $sheets = $format === 'zip' ? new Sheets('letter') : $all;
                $sheets->statement($before, $statement->rows(), $behind);
                $format === 'zip' ? $zip->addFromString("statement {$asked->year}, supporter {$id}.pdf", $sheets->pdf()) : null;
            }
            if ($sum->toArray() !== $kept->toArray()) {
                throw new UnusableExport(
                    'The statements would come to ' .
                        GivingStatement::told($sum) .
                        ', and what is kept by year to ' .
                        GivingStatement::told($kept) .
                        '. Nothing was made. Someone may be writing gifts: try again.',
                );
            }
            $isWritten = $format === 'zip' ? @$zip->close() : @file_put_contents($beside, $all->pdf()) !== false;
            ($isWritten && @rename($beside, $path)) || throw CannotWrite::at($path);
        } finally {
            @unlink($beside);
        }

        return ['of' => 'statements', 'rows' => $count, 'amounts' => $sum->toArray(), 'file' => $path];
    }

    /** @return iterable<int, array{GivingStatement, string, string}> supporter to the statement, and the text around its gifts */
    private function each(StatementsAsked $asked): iterable
    {
        $home = Organization::read()->country;
        $organization = (string) config('sieve.organization');
        for ($after = 0; ; ) {
            $ids = Lists::ints(
                self::found($asked)
                    ->where('supporter_id', '>', $after)
                    ->distinct()
                    ->orderBy('supporter_id')
                    ->limit(self::CHUNK)
                    ->pluck('supporter_id'),
            );
            $gifts = $this->reader->gifts($ids);
            foreach ($this->reader->some($ids, ['address']) as $id => $record) {
                $statement = GivingStatement::of($asked->year, $gifts[$id] ?? []);
                [$before, $behind] = explode('{gifts}', $asked->text, 2);
                $values = [
                    ...self::whom($record, $home),
                    '{day}' => now()->format('F j, Y'),
                    '{year}' => (string) $asked->year,
                    '{total}' => GivingStatement::told($statement->given),
                    '{organization}' => $organization,
                    '{gifts}' => '',
                ];
                yield $id => [$statement, strtr($before, $values), strtr($behind, $values)];
            }
            if (count($ids) < self::CHUNK) {
                return;
            }
            $after = end($ids);
        }
    }

    /** @return array<string, string> */
    private static function whom(SupporterRecord $record, string $home): array
    {
        $one = Recipient::of($record, Per::Supporter, null, false, $home);
        $name = $record->field('envelope_name') === '' ? $record->field('display_name') : $record->field('envelope_name');
        $greeting = $record->field('greeting') === '' ? $name : $record->field('greeting');
        $seesAddress = FieldAccess::inExport()->sees('address.line1');

        return [
            '{name}' => $name,
            '{greeting}' => $greeting,
            '{address}' => $one instanceof Recipient && $seesAddress ? implode("\n", $one->lines) : '',
        ];
    }

    private function mustSee(): void
    {
        $sight = FieldAccess::inExport();
        foreach (self::TOLD as $field) {
            if (!$sight->sees($field)) {
                throw new UnusableExport('What a statement tells is hidden from you.');
            }
        }
    }

    private static function found(StatementsAsked $asked): Builder
    {
        return DB::table('gifts_by_year')
            ->where('year', $asked->year)
            ->when(
                $asked->search !== null,
                static fn(Builder $of) => $of->whereIn('supporter_id', SupporterSearch::of($asked->search ?? [])->select('supporters.id')),
            );
    }

    private static function kept(Builder $found): Amounts
    {
        $sums = Amounts::none();
        foreach ($found->clone()->groupBy('currency')->selectRaw('currency, sum(amount) as amount')->get() as $row) {
            $sums = $sums->plus(Amounts::of($row->currency, $row->amount));
        }

        return $sums;
    }
}
