<?php

declare(strict_types=1);

namespace App\Exports;

use App\Gifts\GiftStatus;
use App\Supporters\SavedSearch;
use PineSieve\Core\Exports\CannotWrite;
use PineSieve\Core\Exports\CsvForm;
use PineSieve\Core\Promises\PromiseStatus;

/** What is asked of an export, checked: what it has a row for, its fields, and which of all it takes. */
final readonly class ExportAsked
{
    /**
     * @param  list<string>  $fields  keys
     * @param  ?array<string, string>  $search  as supporters are searched for; null for everyone
     * @param  string  $from  ISO 8601; '' for no beginning
     * @param  string  $until  ISO 8601; '' for no end
     */
    private function __construct(
        public ExportOf $of,
        public array $fields,
        public ?array $search,
        public string $from,
        public string $until,
        public string $fund,
        public string $status,
        public CsvForm $csv,
    ) {}

    /**
     * @param  array{
     *     of?: ?string, fields?: ?string, search?: ?string, from?: ?string, to?: ?string, fund?: ?string, status?: ?string,
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
        $search = $text('search') === '' ? null : SavedSearch::query()->where('name', $text('search'))->first();
        if ($text('search') !== '' && $search === null) {
            throw new UnusableExport("There is no search \"{$text('search')}\" that was saved.");
        }
        foreach (['from', 'to'] as $day) {
            $date = $text($day) === '' ? null : \DateTimeImmutable::createFromFormat('!Y-m-d', $text($day));
            if ($date === false || ($date !== null && $date->format('Y-m-d') !== $text($day))) {
                throw new UnusableExport("--{$day} is \"{$text($day)}\"; it must be a day such as 2026-01-31.");
            }
        }
        if ($text('from') !== '' && $text('to') !== '' && $text('from') > $text('to')) {
            throw new UnusableExport('The days end before they begin.');
        }
        $isOfMoney = $of === ExportOf::Gifts || $of === ExportOf::Totals;
        foreach (['from' => $isOfMoney, 'to' => $isOfMoney, 'fund' => $of !== ExportOf::Supporters] as $key => $may) {
            if ($text($key) !== '' && !$may) {
                throw new UnusableExport("--{$key} can't be asked of {$of->value}.");
            }
        }
        self::mustBeStatus($of, $text('status'));

        return new self(
            $of,
            $fields === [] ? $of->usual() : $fields,
            $search?->query,
            $text('from'),
            $text('to'),
            $text('fund'),
            $text('status'),
            CsvForm::of(
                array_map($text, ['delimiter' => 'delimiter', 'encoding' => 'encoding', 'line_ends' => 'line_ends', 'mark' => 'mark']),
            ),
        );
    }

    /** @throws UnusableExport */
    private static function mustBeStatus(ExportOf $of, string $status): void
    {
        $known = match ($of) {
            ExportOf::Gifts, ExportOf::Totals => array_column(GiftStatus::cases(), 'value'),
            ExportOf::Promises => array_column(PromiseStatus::cases(), 'value'),
            ExportOf::Supporters => null,
        };
        if ($status !== '' && $known !== null && !in_array($status, $known, true)) {
            throw new UnusableExport("There is no status \"{$status}\" of {$of->value}: it is one of " . implode(', ', $known) . '.');
        }
    }
}
