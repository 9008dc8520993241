<?php

declare(strict_types=1);

namespace App\Exports;

use App\Records\JournalEntry;
use App\Records\RecordReader;
use App\Records\Supporter;
use App\Standards\FieldAccess;
use App\Support\Lists;
use App\Supporters\History;
use App\Supporters\SupporterCells;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Query\Builder as Query;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Exports\ExportColumn;
use PineSieve\Core\Gifts\Amounts;
use PineSieve\Core\Promises\Promise;
use PineSieve\Core\Promises\PromiseStatus;
use PineSieve\Core\Promises\Standing;
use PineSieve\Core\Records\LinkKind;
use PineSieve\Core\Records\RecordPart;

/** A row for each of what hangs on supporters: ways to reach them, whom they belong to, notes, changes, what is due of their promises. */
final readonly class PartRows implements ExportRows
{
    private const CHUNK = 500;

    /** Key to its header, and the field of which it tells; '' for none. */
    private const COLUMNS = [
        'contacts' => [
            'contact.way' => ['Way', ''],
            'contact.kind' => ['Kind', ''],
            'contact.value' => ['Email or phone', ''],
            'contact.line1' => ['Address, line 1', ''],
            'contact.line2' => ['Address, line 2', ''],
            'contact.city' => ['City', ''],
            'contact.state' => ['State or province', ''],
            'contact.postal_code' => ['Postal code', ''],
            'contact.country' => ['Country', ''],
            'contact.primary' => ['Primary', ''],
            'contact.condition' => ['Condition', ''],
        ],
        'households' => ['household' => ['Number of the household', ''], 'household.name' => ['Name of the household', '']],
        'organizations' => [
            'organization' => ['Number of the organization', ''],
            'organization.called' => ['Name of the organization', ''],
            'contact.how' => ['How', ''],
            'contact.role' => ['Role', ''],
            'contact.email' => ['Their email', 'email'],
            'contact.phone' => ['Their phone', 'phone'],
        ],
        'notes' => [
            'note.date' => ['Dated', 'note.text'],
            'note.kind' => ['Kind', 'note.text'],
            'note.words' => ['Note', 'note.text'],
            'note.by' => ['Written by', 'note.text'],
        ],
        'history' => [
            'history.at' => ['When', ''],
            'history.how' => ['How', ''],
            'history.by' => ['By', ''],
            'history.what' => ['What was changed', ''],
        ],
        'due' => [
            'promise' => ['Promise', ''],
            'due.on' => ['Due on', 'promise.amount'],
            'due.amount' => ['Amount due', 'promise.amount'],
            'promise.currency' => ['Currency', 'promise.amount'],
            'promise.kind' => ['Promise is of kind', 'promise.kind'],
            'promise.fund' => ['Fund', 'promise.fund'],
        ],
    ];

    private const NUMBERS = ['due.amount'];

    /** What is linked how to a household, and to an organization. */
    private const LINKS = ['households' => [LinkKind::Member], 'organizations' => [LinkKind::Contact, LinkKind::Employee]];

    public function __construct(
        private ExportFields $fields,
        private SupporterCells $cells,
        private RecordReader $reader,
        private History $history,
    ) {}

    /** @return list<string> keys of what each row has, whose it is first */
    public static function keys(ExportOf $of): array
    {
        return ['supporter', 'supporter.name', ...array_keys(self::COLUMNS[$of->value] ?? [])];
    }

    public function columns(ExportAsked $asked): array
    {
        $sight = FieldAccess::inExport();
        $own = self::COLUMNS[$asked->of->value] ?? [];
        if ($asked->of === ExportOf::Due && $asked->until === '') {
            throw new UnusableExport('Until which day? What is due needs --to=DATE.');
        }

        return array_map(function (string $key) use ($sight, $own, $asked): ExportColumn {
            if (!isset($own[$key])) {
                return $this->fields->columns([$key], $asked->of->subjects())[0];
            }
            [$header, $tells] = $own[$key];
            if ($tells !== '' && !$sight->sees($tells)) {
                throw new UnusableExport("The field \"{$key}\" is hidden from you, or kept out of exports.");
            }

            return new ExportColumn($key, $header, in_array($key, self::NUMBERS, true));
        }, $asked->fields);
    }

    public function rows(ExportAsked $asked): iterable
    {
        $ofSupporter = array_values(array_diff($asked->fields, self::keys($asked->of)));
        $sight = FieldAccess::inExport();
        for ($after = 0; ; ) {
            $ids = Lists::ints(
                self::found($asked)
                    ->where('supporters.id', '>', $after)
                    ->orderBy('supporters.id')
                    ->limit(self::CHUNK)
                    ->pluck('supporters.id'),
            );
            $rows = [...$this->ofSome($asked, $ids, $sight)];
            $whose = Lists::ints(array_unique(array_column($rows, 0)));
            $names = Supporter::query()->whereIn('id', $whose)->pluck('display_name', 'id');
            $cells = $this->cells->of($whose, $ofSupporter);
            foreach ($rows as [$id, $row]) {
                $row += [
                    'supporter' => $id === 0 ? '' : (string) $id,
                    'supporter.name' => (string) ($names[$id] ?? ''),
                    ...$cells[$id] ?? [],
                ];
                yield array_map(static fn(string $key): string => (string) ($row[$key] ?? ''), $asked->fields);
            }
            if (count($ids) < self::CHUNK) {
                return;
            }
            $after = max($ids);
        }
    }

    public function count(ExportAsked $asked): int
    {
        $ids = self::found($asked)->select('supporters.id');
        $of = static fn(string $table): Query => DB::table($table)->whereIn('supporter_id', $ids);
        $sight = FieldAccess::inExport();

        return match ($asked->of) {
            ExportOf::Contacts => array_sum(array_map(static fn(string $table): int => $of($table)->count(), self::ways($sight))),
            ExportOf::Notes => self::dated($of('supporter_notes'), 'noted_on', $asked)->count(),
            ExportOf::History => self::dated(
                DB::table('journal')->where('owner_kind', 'supporter')->whereIn('owner_id', $ids),
                'at',
                $asked,
            )->count(),
            default => iterator_count((fn() => (yield from $this->rows($asked)))()),
        };
    }

    public function amounts(ExportAsked $asked): Amounts
    {
        $sums = Amounts::none();
        if ($asked->of === ExportOf::Due) {
            foreach (self::found($asked)->orderBy('supporters.id')->pluck('supporters.id')->chunk(self::CHUNK) as $ids) {
                foreach ($this->due($asked, Lists::ints($ids)) as [, $row]) {
                    $sums = $sums->plus(Amounts::of($row['promise.currency'], $row['due.amount']));
                }
            }
        }

        return $sums;
    }

    /**
     * @param  list<int>  $ids
     * @return iterable<array{int, array<string, string>}> whose it is, and what the row has
     */
    private function ofSome(ExportAsked $asked, array $ids, FieldAccess $sight): iterable
    {
        return match ($asked->of) {
            ExportOf::Contacts => $this->contacts($ids, $sight),
            ExportOf::Households, ExportOf::Organizations => $this->linked($asked->of, $ids, $sight),
            ExportOf::Notes => $this->notes($asked, $ids),
            ExportOf::History => $this->changes($asked, $ids, $sight),
            default => $this->due($asked, $ids),
        };
    }

    /** @return array<string, string> subject to the table of those ways to reach someone that the person may see */
    private static function ways(FieldAccess $sight): array
    {
        return array_filter(
            ['address' => 'addresses', 'email' => 'emails', 'phone' => 'phones'],
            static fn(string $subject): bool => $sight->sees($subject === 'address' ? 'address.line1' : $subject),
            ARRAY_FILTER_USE_KEY,
        );
    }

    /**
     * @param  list<int>  $ids
     * @return iterable<array{int, array<string, string>}>
     */
    private function contacts(array $ids, FieldAccess $sight): iterable
    {
        $ways = self::ways($sight);
        foreach ($this->reader->some($ids, array_keys($ways)) as $id => $record) {
            foreach (
                array_intersect_key(['address' => $record->addresses, 'email' => $record->emails, 'phone' => $record->phones], $ways)
                as $way => $parts
            ) {
                foreach ($parts as $part) {
                    $row = ['contact.way' => $way, 'contact.value' => $part->value($way === 'email' ? 'address' : 'number')];
                    foreach (['kind', 'condition', 'line1', 'line2', 'city', 'state', 'postal_code', 'country'] as $column) {
                        $isSeen = $way !== 'address' || $sight->seesColumn('address', $column, $part->values);
                        $row["contact.{$column}"] = $isSeen ? $part->value($column) : '';
                    }
                    yield [$id, [...$row, 'contact.primary' => $part->value('is_primary') === '1' ? 'yes' : 'no']];
                }
            }
        }
    }

    /**
     * @param  list<int>  $ids  of households or organizations
     * @return iterable<array{int, array<string, string>}>
     */
    private function linked(ExportOf $of, array $ids, FieldAccess $sight): iterable
    {
        $names = Supporter::query()->whereIn('id', $ids)->orderBy('id')->pluck('display_name', 'id');
        $links = DB::table('links')
            ->whereIn('other_id', $ids)
            ->whereIn('kind', array_column(self::LINKS[$of->value] ?? [], 'value'))
            ->orderBy('id')
            ->get()
            ->groupBy('other_id');
        $people = $this->reader->some(Lists::ints($links->flatten(1)->pluck('supporter_id')->unique()), ['email', 'phone']);
        foreach ($names as $id => $name) {
            $row =
                $of === ExportOf::Households
                    ? ['household' => (string) $id, 'household.name' => $name]
                    : ['organization' => (string) $id, 'organization.called' => $name];
            foreach ($links[$id] ?? [null] as $link) {
                $person = $link === null ? null : $people[$link->supporter_id] ?? null;
                yield [
                    (int) ($link->supporter_id ?? 0),
                    [
                        ...$row,
                        'contact.how' => $link === null ? '' : LinkKind::from($link->kind)->phrase(),
                        'contact.role' => (string) ($link->role ?? ''),
                        'contact.email' => $sight->sees('email') ? self::first($person->emails ?? [], 'address') : '',
                        'contact.phone' => $sight->sees('phone') ? self::first($person->phones ?? [], 'number') : '',
                    ],
                ];
            }
        }
    }

    /** @param  list<RecordPart>  $parts */
    private static function first(array $parts, string $column): string
    {
        usort($parts, static fn(RecordPart $a, RecordPart $b): int => $b->value('is_primary') <=> $a->value('is_primary'));

        return isset($parts[0]) ? $parts[0]->value($column) : '';
    }

    /**
     * @param  list<int>  $ids
     * @return iterable<array{int, array<string, string>}>
     */
    private function notes(ExportAsked $asked, array $ids): iterable
    {
        $notes = self::dated(DB::table('supporter_notes')->whereIn('supporter_id', $ids), 'noted_on', $asked);
        foreach ($notes->orderBy('supporter_id')->orderBy('noted_on')->orderBy('id')->get() as $note) {
            yield [
                (int) $note->supporter_id,
                [
                    'note.date' => (string) $note->noted_on,
                    'note.kind' => (string) $note->kind,
                    'note.words' => (string) $note->text,
                    'note.by' => (string) $note->written_by,
                ],
            ];
        }
    }

    /**
     * @param  list<int>  $ids
     * @return iterable<array{int, array<string, string>}>
     */
    private function changes(ExportAsked $asked, array $ids, FieldAccess $sight): iterable
    {
        $entries = JournalEntry::ofSupporters($ids)
            ->with('act.user')
            ->when($asked->from !== '', static fn($of) => $of->where('at', '>=', $asked->from))
            ->when($asked->until !== '', static fn($of) => $of->where('at', '<', Standing::daysFrom($asked->until, 1)));
        $shown = $this->history->ofMany($entries->get(), $sight);
        foreach ($ids as $id) {
            foreach ($shown[$id] ?? [] as $entry) {
                $told = [];
                foreach ($entry['changes'] as $change) {
                    foreach ($change['fields'] as $field) {
                        $told[] = "{$field['label']}: " . ($field['before'] ?? 'none') . ' to ' . ($field['after'] ?? 'none');
                    }
                }
                yield [
                    $id,
                    [
                        'history.at' => $entry['at'],
                        'history.how' => $entry['cause'],
                        'history.by' => (string) $entry['by'],
                        'history.what' => implode('; ', $told),
                    ],
                ];
            }
        }
    }

    /**
     * @param  list<int>  $ids
     * @return iterable<array{int, array<string, string>}>
     */
    private function due(ExportAsked $asked, array $ids): iterable
    {
        $promises = DB::table('promises as p')
            ->join('promise_standings as s', 's.promise_id', '=', 'p.id')
            ->whereIn('p.supporter_id', $ids)
            ->where('s.state', PromiseStatus::Open)
            ->when($asked->funds !== [], static fn(Query $of) => $of->whereIn('p.fund', $asked->funds))
            ->orderBy('p.supporter_id')
            ->orderBy('p.id')
            ->get(['p.*']);
        $paying = $this->reader->paying(Lists::ints($promises->pluck('id')));
        foreach ($promises as $stored) {
            $promise = Promise::stored((array) $stored);
            $own = array_filter($paying[$stored->supporter_id] ?? [], static fn($gift): bool => (int) $gift->promise === (int) $stored->id);
            foreach (Standing::of($promise, $own)->due($asked->until) as $one) {
                yield [
                    (int) $stored->supporter_id,
                    [
                        'promise' => (string) $stored->id,
                        'due.on' => $one->date,
                        'due.amount' => $one->amount,
                        'promise.currency' => $promise->currency,
                        'promise.kind' => $promise->kind,
                        'promise.fund' => (string) $stored->fund,
                    ],
                ];
            }
        }
    }

    private static function dated(Query $query, string $column, ExportAsked $asked): Query
    {
        return $query
            ->when($asked->from !== '', static fn(Query $of) => $of->where($column, '>=', $asked->from))
            ->when($asked->until !== '', static fn(Query $of) => $of->where($column, '<', Standing::daysFrom($asked->until, 1)));
    }

    /** @return Builder<Supporter> */
    private static function found(ExportAsked $asked): Builder
    {
        $kind = match ($asked->of) {
            ExportOf::Households => 'household',
            ExportOf::Organizations => 'organization',
            default => '',
        };

        return $asked->supporters()->when($kind !== '', static fn(Builder $of) => $of->where('supporters.kind', $kind));
    }
}
