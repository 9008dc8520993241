<?php

declare(strict_types=1);

namespace App\Standards;

use App\Records\Bulk;
use App\Records\Erased;
use App\Records\FollowsWrites;
use App\Records\RecordReader;
use App\Records\Written;
use App\Support\Lists;
use Illuminate\Database\Connection;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Names\SupporterKind;
use PineSieve\Core\Records\SupporterRecord;
use PineSieve\Core\Standards\Facts;
use PineSieve\Core\Standards\RequiredRule;
use PineSieve\Core\Standards\RuleSubject;
use PineSieve\Core\Standards\Standards;

/**
 * The worklists: which stored supporters and gifts fall short of which rule. Kept current by the one door of writing.
 *
 * @phpstan-type ShortRecord array{record: string, supporter_id: int, name: string, kind: value-of<SupporterKind>, gift: ?string}
 */
final readonly class Shortfalls implements FollowsWrites
{
    /** Stands in place of a rule: a value that could not be read, whose field is blank still. */
    public const UNREAD = 0;

    private const CHUNK = 500;

    public function __construct(private Connection $db, private Bulk $bulk, private RecordReader $reader) {}

    /**
     * Holds stored supporters against rules, for as long as there is time.
     *
     * @param  list<RequiredRule>  $rules
     * @param  int  $after  the supporter that was looked at last
     * @return array{short: list<array{int, int, int}>, position: ?int, checked: int} rule, supporter and gift (0 for the supporter itself) of each shortfall; where to go on, null at the end
     */
    public function scan(array $rules, int $after, float $seconds): array
    {
        $until = microtime(true) + $seconds;
        $short = [];
        $checked = 0;
        do {
            $ids = array_column(
                $this->db->select('select id from supporters where id > ? order by id limit ' . self::CHUNK, [$after]),
                'id',
            );
            array_push($short, ...$this->of($rules, $this->reader->read($ids)));
            $after = $ids === [] ? $after : max($ids);
            $checked += count($ids);
            $more = count($ids) === self::CHUNK;
        } while ($more && microtime(true) < $until);

        return ['short' => $short, 'position' => $more ? $after : null, 'checked' => $checked];
    }

    /** @return array<int, int> rule to how many fall short of it */
    public function counts(): array
    {
        $counts = $this->db->table('shortfalls')->groupBy('rule_id')->selectRaw('rule_id, count(*) as n')->pluck('n', 'rule_id');

        return array_map(intval(...), $counts->all());
    }

    public function count(int $rule): int
    {
        return $this->db->table('shortfalls')->where('rule_id', $rule)->count();
    }

    /**
     * @param  int  $page  from 1
     * @return list<array{int, int, int}> rule, supporter and gift
     */
    public function page(int $rule, int $page, int $size): array
    {
        $rows = $this->db
            ->table('shortfalls')
            ->where('rule_id', $rule)
            ->orderBy('supporter_id')
            ->orderBy('gift_id')
            ->offset(($page - 1) * $size)
            ->limit($size)
            ->get(['rule_id', 'supporter_id', 'gift_id']);

        return Lists::of(
            $rows->map(static fn(\stdClass $row): array => [(int) $row->rule_id, (int) $row->supporter_id, (int) $row->gift_id]),
        );
    }

    /**
     * What a person calls them, as far as they are seen.
     *
     * @param  list<array{int, int, int}>  $short
     * @return list<ShortRecord>
     */
    public function named(array $short): array
    {
        $names = $this->db
            ->table('supporters')
            ->whereIn('id', array_column($short, 1))
            ->get(['id', 'sort_name', 'kind'])
            ->keyBy('id');
        $gifts = $this->db
            ->table('gifts')
            ->whereIn('id', array_filter(array_column($short, 2)))
            ->get(['id', 'given_on', 'amount', 'currency'])
            ->keyBy('id');

        $sight = FieldAccess::ofUser();
        $words = static fn(\stdClass $gift): string => implode(
            ' on ',
            array_filter(
                [$sight->sees('gift.amount') ? "{$gift->currency} {$gift->amount}" : '', $sight->sees('gift.date') ? $gift->given_on : ''],
                static fn(string $part): bool => $part !== '',
            ),
        );

        return array_map(
            static fn(array $one): array => [
                'record' => "{$one[1]}:{$one[2]}",
                'supporter_id' => $one[1],
                'name' => $names[$one[1]]->sort_name ?? '',
                'kind' => $names[$one[1]]->kind ?? '',
                'gift' => $one[2] === 0 || !isset($gifts[$one[2]]) ? null : $words($gifts[$one[2]]),
            ],
            $short,
        );
    }

    /** @return Collection<int, \stdClass> {rule_id, gift_id} of what one supporter falls short of */
    public function ofSupporter(int $supporter): Collection
    {
        return $this->db
            ->table('shortfalls')
            ->where('supporter_id', $supporter)
            ->get(['rule_id', 'gift_id']);
    }

    /** Numbers of the gifts that fall short of a rule, for a query within another. */
    public static function gifts(int $rule): Builder
    {
        return DB::table('shortfalls')->select('gift_id')->where('rule_id', $rule);
    }

    /** Numbers of the supporters that do, or whose gifts do. */
    public static function supporters(int $rule): Builder
    {
        return DB::table('shortfalls')->select('supporter_id')->where('rule_id', $rule);
    }

    /** The worklist of a rule that is no more. */
    public function forget(int $rule): void
    {
        $this->db->table('shortfalls')->where('rule_id', $rule)->delete();
    }

    public function follow(Written $written): void
    {
        $this->refresh($written->after, array_values(array_diff(array_keys($written->before), array_keys($written->after))));
    }

    /**
     * Puts the worklists right for supporters that were written.
     *
     * @param  array<int, SupporterRecord>  $records  by id, as they are now
     * @param  list<int>  $gone  supporters that are no longer there
     */
    public function refresh(array $records, array $gone): void
    {
        $rules = app(Standards::class)->rules;
        foreach (array_chunk([...array_keys($records), ...$gone], 1000) as $ids) {
            $this->db->table('shortfalls')->whereIn('supporter_id', $ids)->delete();
        }
        $unread = array_keys(
            array_filter(
                $records,
                static fn(SupporterRecord $record): bool => $record->unread !== [] && self::hasUnread($record, Facts::of($record)),
            ),
        );
        $this->keep([...$this->of($rules, $records), ...array_map(static fn(int $id): array => [self::UNREAD, $id, 0], $unread)]);
    }

    /** @param  list<array{int, int, int}>  $short */
    public function keep(array $short): void
    {
        $this->bulk->insert('shortfalls', ['rule_id', 'supporter_id', 'gift_id'], $short);
    }

    /**
     * @param  list<RequiredRule>  $rules
     * @param  array<int, SupporterRecord>  $records  by id
     * @return list<array{int, int, int}>
     */
    private function of(array $rules, array $records): array
    {
        $short = [];
        // Nobody can complete someone who was erased.
        $records = array_diff_key($records, Erased::among(array_keys($records)));
        $ofGifts = array_filter($rules, static fn(RequiredRule $rule): bool => $rule->subject === RuleSubject::Gift);
        $ofPromises = array_filter($rules, static fn(RequiredRule $rule): bool => $rule->subject === RuleSubject::Promise);
        $gifts = $ofGifts === [] ? [] : $this->reader->gifts(array_keys($records));
        foreach ($records as $id => $record) {
            $facts = Facts::of($record);
            foreach ($rules as $rule) {
                if ($rule->isBroken($facts)) {
                    $short[] = [$rule->id, $id, 0];
                }
            }
            foreach (self::promised($ofPromises, $facts, $record) as $rule) {
                $short[] = [$rule->id, $id, 0];
            }
            foreach ($gifts[$id] ?? [] as $number => $gift) {
                $ofGift = $facts->withGift($gift);
                foreach ($ofGifts as $rule) {
                    if ($rule->isBroken($ofGift)) {
                        $short[] = [$rule->id, $id, $number];
                    }
                }
            }
        }

        return $short;
    }

    /**
     * @param  array<RequiredRule>  $rules
     * @return array<RequiredRule> those that a promise of the supporter breaks
     */
    private static function promised(array $rules, Facts $facts, SupporterRecord $record): array
    {
        return array_filter($rules, static function (RequiredRule $rule) use ($facts, $record): bool {
            foreach ($record->promises as $promise) {
                if ($rule->isBroken($facts->withPromise($promise))) {
                    return true;
                }
            }

            return false;
        });
    }

    private static function hasUnread(SupporterRecord $record, Facts $facts): bool
    {
        foreach ($record->unread as $part) {
            if ($facts->all($part->value('field')) === []) {
                return true;
            }
        }

        return false;
    }
}
