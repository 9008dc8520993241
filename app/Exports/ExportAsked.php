<?php

declare(strict_types=1);

namespace App\Exports;

use App\Records\Supporter;
use App\Support\Lists;
use App\Supporters\SavedSearch;
use App\Supporters\SupporterSearch;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Query\Builder as Query;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Exports\CannotWrite;
use PineSieve\Core\Exports\CsvForm;

/** What is asked of an export, checked: what it has a row for, its fields, and which of all it takes. */
final readonly class ExportAsked
{
    /** By what some are asked for, as it is called on the command line. */
    private const NARROWED = ['search', 'from', 'to', 'fund', 'campaign', 'status', 'batch', 'intake', 'since'];

    private const SUPPORTERS = 'supporters';

    private const LONGEST_HEADER = 120;

    /**
     * @param  list<string>  $fields  keys
     * @param  ?array<string, string>  $search  as supporters are searched for; null for everyone
     * @param  array<string, string>  $own  as its gifts or promises themselves are searched for
     * @param  string  $from  ISO 8601; '' for no beginning
     * @param  string  $until  ISO 8601; '' for no end
     * @param  list<string>  $funds  any of which will do; [] for every fund. So too statuses and campaigns
     * @param  list<string>  $statuses
     * @param  list<string>  $campaigns
     * @param  list<string>  $batches  their numbers; [] for every batch. So too intakes
     * @param  list<string>  $intakes
     * @param  ?int  $since  entry of the journal, of which what was written after it is taken; null for all
     * @param  array<string, string>  $headers  key to what its column is called instead
     */
    private function __construct(
        public ExportOf $of,
        public array $fields,
        public ?array $search,
        public array $own,
        public string $from,
        public string $until,
        public array $funds,
        public array $statuses,
        public array $campaigns,
        public array $batches,
        public array $intakes,
        public ?int $since,
        public array $headers,
        public CsvForm $csv,
    ) {}

    /**
     * Several funds, campaigns, statuses, batches and intakes stand one below the other.
     *
     * @param  array{
     *     of?: ?string, fields?: ?string, search?: ?string, from?: ?string, to?: ?string, fund?: ?string, status?: ?string,
     *     campaign?: ?string, batch?: ?string, intake?: ?string, since?: ?string, headers?: ?string,
     *     delimiter?: ?string, encoding?: ?string, line_ends?: ?string, mark?: ?string,
     * }  $asked
     *
     * @throws UnusableExport|CannotWrite
     */
    public static function of(array $asked): self
    {
        $text = static fn(string $key): string => trim((string) ($asked[$key] ?? ''));
        $of =
            ExportOf::tryFrom($text('of')) ??
            throw new UnusableExport(
                "There is no export of \"{$text('of')}\": it is " .
                    implode(', ', array_column(ExportOf::cases(), 'value')) .
                    ' or everything.',
            );
        $fields = array_values(
            array_filter(array_map(trim(...), explode(',', $text('fields'))), static fn(string $key): bool => $key !== ''),
        );
        if (count(array_unique($fields)) !== count($fields)) {
            throw new UnusableExport('A field is asked for twice.');
        }
        $search = self::search($of, $text('search'));
        $own = $search === null || $search->list === self::SUPPORTERS ? [] : $search->query;
        // What a search for gifts says of days, funds and the like is what the export itself can be asked for.
        $asked = [
            ...array_intersect_key($own, array_flip(self::NARROWED)),
            ...array_filter($asked, static fn(?string $one): bool => $one !== null && $one !== ''),
        ];
        $text = static fn(string $key): string => trim((string) ($asked[$key] ?? ''));
        [$from, $to] = [self::day('from', $text('from')), self::day('to', $text('to'))];
        if ($from !== '' && $to !== '' && $from > $to) {
            throw new UnusableExport('The days end before they begin.');
        }
        foreach (self::NARROWED as $key) {
            if ($text($key) !== '' && !in_array($key, $of->narrowedBy(), true)) {
                throw new UnusableExport("--{$key} can't be asked of {$of->value}.");
            }
        }
        foreach (['batch', 'intake', 'since'] as $key) {
            foreach (array_filter(Lists::lines($text($key)), static fn(string $one): bool => !ctype_digit($one)) as $one) {
                throw new UnusableExport("--{$key} is \"{$one}\"; it must be a number.");
            }
        }
        $statuses = Lists::lines($text('status'));
        self::mustBeStatuses($of, $statuses);

        return new self(
            $of,
            $fields === [] ? $of->usual() : $fields,
            $search?->list === self::SUPPORTERS ? $search->query : null,
            array_diff_key($own, array_flip(self::NARROWED)),
            $from,
            $to,
            Lists::lines($text('fund')),
            $statuses,
            Lists::lines($text('campaign')),
            Lists::lines($text('batch')),
            Lists::lines($text('intake')),
            $text('since') === '' ? null : (int) $text('since'),
            self::headers($text('headers')),
            CsvForm::of(
                array_map($text, ['delimiter' => 'delimiter', 'encoding' => 'encoding', 'line_ends' => 'line_ends', 'mark' => 'mark']),
            ),
        );
    }

    /** @throws UnusableExport */
    private static function search(ExportOf $of, string $name): ?SavedSearch
    {
        if ($name === '') {
            return null;
        }
        $search = SavedSearch::query()->where('name', $name)->first();
        if ($search === null) {
            throw new UnusableExport("There is no search \"{$name}\" that was saved.");
        }
        if (!in_array($search->list, [self::SUPPORTERS, $of->list()], true)) {
            throw new UnusableExport("The search \"{$name}\" finds {$search->list}: it can't be asked of {$of->value}.");
        }

        return $search;
    }

    /**
     * @param  string  $written  as 2026-01-31, or counted from the day on which the file is made: "today", "today-30", "last-month"
     * @return string ISO 8601
     *
     * @throws UnusableExport
     */
    private static function day(string $key, string $written): string
    {
        if (preg_match('/^today(?:-(\d{1,5}))?$/D', $written, $found) === 1) {
            return now()->subDays((int) ($found[1] ?? 0))->toDateString();
        }
        if (preg_match('/^(this|last)-(month|quarter|year)$/D', $written, $found) === 1) {
            $within = $found[1] === 'this' ? now() : now()->startOf($found[2])->subDay();

            return ($key === 'from' ? $within->startOf($found[2]) : $within->endOf($found[2]))->toDateString();
        }
        $date = $written === '' ? null : \DateTimeImmutable::createFromFormat('!Y-m-d', $written);
        if ($date === false || ($date !== null && $date->format('Y-m-d') !== $written)) {
            throw new UnusableExport("--{$key} is \"{$written}\"; it must be a day such as 2026-01-31, or today-30, or last-month.");
        }

        return $written;
    }

    /**
     * @param  string  $written  "gift.date=Booked on; gift.amount=Sum"
     * @return array<string, string>
     *
     * @throws UnusableExport
     */
    private static function headers(string $written): array
    {
        $headers = [];
        foreach (array_filter(array_map(trim(...), explode(';', $written))) as $one) {
            [$key, $header] = array_map(trim(...), explode('=', $one, 2)) + [1 => ''];
            if ($header === '' || mb_strlen($header) > self::LONGEST_HEADER) {
                throw new UnusableExport("\"{$one}\" gives no field a name: write it as gift.date=Booked on.");
            }
            $headers[$key] = $header;
        }

        return $headers;
    }

    /** @return Builder<Supporter> whom the rows are about */
    public function supporters(): Builder
    {
        return SupporterSearch::of($this->search ?? [])->when(
            $this->since !== null,
            fn(Builder $of) => $of->whereIn(
                'supporters.id',
                DB::table('journal')->where('owner_kind', 'supporter')->where('id', '>', $this->since)->select('owner_id'),
            ),
        );
    }

    /** Gifts or promises that were written since. */
    public function changed(string $subject): Query
    {
        return DB::table('journal_things')->where('kind', $subject)->where('entry_id', '>', $this->since)->select('thing_id');
    }

    /** What gifts are searched for.
     *
     * @return array<string, string>
     */
    public function ofGifts(): array
    {
        return array_filter(
            [
                'from' => $this->from,
                'to' => $this->until,
                'fund' => implode("\n", $this->funds),
                'campaign' => implode("\n", $this->campaigns),
                'status' => implode("\n", $this->statuses),
                'batch' => implode("\n", $this->batches),
                'intake' => implode("\n", $this->intakes),
            ],
            static fn(string $value): bool => $value !== '',
        );
    }

    /**
     * @param  list<string>  $statuses
     *
     * @throws UnusableExport
     */
    private static function mustBeStatuses(ExportOf $of, array $statuses): void
    {
        $known = $of->statuses() ?? $statuses;
        foreach (array_diff($statuses, $known) as $status) {
            throw new UnusableExport("There is no status \"{$status}\" of {$of->value}: it is one of " . implode(', ', $known) . '.');
        }
    }
}
