<?php

declare(strict_types=1);

namespace App\AddressChecks;

use App\Addresses\Directory\KeptAnswers;
use Illuminate\Database\Query\Builder;
use PineSieve\Core\Addresses\Address;
use PineSieve\Core\Addresses\AddressRule;
use PineSieve\Core\Addresses\Directory\Outcome;
use PineSieve\Core\Addresses\Directory\Standing;

/**
 * A check as its page shows it: how far it is, what it comes to, what was found, and the addresses behind each finding.
 *
 * @phpstan-import-type Figures from CheckFigures
 * @phpstan-import-type Applied from AddressCheck
 * @phpstan-import-type Region from CheckFigures
 * @phpstan-type CheckSums array{
 *     rows: int, addresses: int, confirmed: int, question: int, not_found: int, not_asked: int, mailable: int, moved: int, changed: int,
 *     regions: list<Region>, same: array{address: int, person: int, became: int}, unasked: int,
 * }
 * @phpstan-type CheckGroup array{
 *     key: string, words: string, note: string, addresses: int, asks: bool, single: int, decided: int,
 * }
 * @phpstan-type CheckSummary array{
 *     id: int, kind: 'list'|'records'|'intake', name: string, state: value-of<CheckState>, by: ?string,
 *     created_at: string, ended_at: ?string, edition: string, error: ?string, asks: bool, intake_id: ?int, file_name: string, may_be_mapped: bool,
 *     progress: array{done: int, total: int, asked: int, to_ask: int, seconds: float},
 *     figures: ?CheckSums, is_applied: bool, act_id: ?int, applied: ?Applied,
 * }
 * @phpstan-type CheckBefore array{id: int, created_at: string, addresses: int, mailable: int}
 * @phpstan-type CheckPage array{check: CheckSummary, groups: list<CheckGroup>, before: ?CheckBefore}
 * @phpstan-type CheckedRow array{
 *     number: int, supporter_id: ?int, who: string, written: list<string>, becomes: list<string>, outcome: value-of<Outcome>, why: string,
 *     reasons: string, candidates: list<string>, decision: string, moved_to: ?string, moved_on: ?string,
 *     same_address: ?int, same_person: ?int,
 * }
 * @phpstan-type CheckedRowPage array{rows: list<CheckedRow>, more: bool}
 */
final readonly class CheckView
{
    private const PAGE = 100;

    public const MOVED = 'moved';

    /** Addresses with a line of which nothing is known. */
    private const UNREAD = 'not understood';

    private const SAME = ['same_address' => 'same address as an earlier one', 'same_person' => 'same person at it'];

    public function __construct(private KeptAnswers $kept, private CheckFigures $figures) {}

    /** @return CheckPage */
    public function page(AddressCheck $check): array
    {
        return [
            'check' => $this->summary($check),
            'groups' => $check->isDone() || $check->state === CheckState::Writing ? $this->groups($check) : [],
            'before' => self::before($check),
        ];
    }

    /** @return ?CheckBefore what the same list, or the same part of the database, came to the time before */
    private static function before(AddressCheck $check): ?array
    {
        $before = AddressCheck::query()
            ->where('kind', $check->kind)
            ->where('name', $check->name)
            ->where('id', '<', $check->id)
            ->where('state', CheckState::Done)
            ->latest('id')
            ->first();

        return $before?->figures === null
            ? null
            : [
                'id' => $before->id,
                'created_at' => $before->created_at->toIso8601String(),
                'addresses' => $before->figures['addresses'],
                'mailable' => $before->figures['mailable'],
            ];
    }

    /** @return CheckSummary */
    public function summary(AddressCheck $check): array
    {
        $figures = $check->figures;
        $intake = $check->intake;

        return [
            'id' => $check->id,
            'kind' => match (true) {
                $check->isList() => 'list',
                $check->isOfIntake() => 'intake',
                default => 'records',
            },
            'name' => $check->name,
            'state' => $check->state->value,
            'by' => $check->user?->name,
            'created_at' => $check->created_at->toIso8601String(),
            'ended_at' => $check->ended_at?->toIso8601String(),
            'edition' => $check->edition,
            'error' => $check->error ?? $intake?->error,
            'asks' => $check->asks,
            'intake_id' => $check->intake_id,
            'file_name' => $intake->file_name ?? '',
            'may_be_mapped' => $intake !== null && $intake->state->isOpen(),
            'progress' => [
                'done' => $check->done,
                'total' => $check->total,
                'asked' => $check->asked,
                'to_ask' => $check->to_ask,
                'seconds' => (float) ($check->began_at?->diffInSeconds($check->ended_at ?? now()) ?? 0),
            ],
            'figures' => $figures === null ? null : self::sums($figures),
            'is_applied' => $check->isApplied(),
            'act_id' => $check->act_id,
            'applied' => $check->applied,
        ];
    }

    /**
     * @param  Figures  $figures
     * @return CheckSums
     */
    private static function sums(array $figures): array
    {
        $unasked = $figures['outcomes'][Outcome::NotYetVerified->value] ?? 0;
        unset($figures['outcomes'], $figures['rules']);

        return [...$figures, 'unasked' => $unasked];
    }

    /** @return list<CheckGroup> what someone has to look at first, then what changes, the largest of each first */
    public function groups(AddressCheck $check): array
    {
        $figures = $check->figures ?? $this->figures->of($check);
        $byStanding = array_fill_keys(array_column(Standing::cases(), 'value'), []);
        foreach ($figures['outcomes'] as $code => $count) {
            $outcome = Outcome::from($code);
            $asks = !in_array($outcome->standing(), [Standing::Confirmed, Standing::NotAsked], true);
            $byStanding[$outcome->standing()->value][] = $this->group(
                $check,
                $code,
                ucfirst($outcome->words()),
                $outcome->advice(),
                $count,
                $asks,
            );
        }
        $look = self::bySize($byStanding['not_found']);
        if ($figures['moved'] > 0) {
            $note = $check->isOfRecords()
                ? 'The new address becomes the primary one.'
                : 'The new address can be taken in place of the old one.';
            $look[] = $this->group($check, self::MOVED, 'Moved away', $note, $figures['moved'], true);
        }
        $changes = [];
        foreach ($figures['rules'] as $code => $count) {
            $rule = AddressRule::from($code);
            $changes[] = $this->group($check, $code, ucfirst($rule->words()), $rule->source(), $count, false);
        }
        $unread = self::narrow(CheckedRows::of($check), self::UNREAD)->count();
        if ($unread > 0) {
            $changes[] = $this->group($check, self::UNREAD, 'A line that is not understood', 'Left as it is written.', $unread, false);
        }
        foreach (self::SAME as $same => $words) {
            $count = $figures['same'][substr($same, 5)];
            if ($count > 0) {
                $changes[] = $this->group($check, $same, ucfirst($words), 'Nothing is changed by it.', $count, false);
            }
        }

        return [
            ...$look,
            ...self::bySize($byStanding['question']),
            ...$changes,
            ...$byStanding['confirmed'],
            ...self::bySize($byStanding['not_asked']),
        ];
    }

    /**
     * @param  list<CheckGroup>  $groups
     * @return list<CheckGroup>
     */
    private static function bySize(array $groups): array
    {
        usort($groups, static fn(array $one, array $other): int => $other['addresses'] <=> $one['addresses']);

        return $groups;
    }

    /** @return CheckGroup */
    private function group(AddressCheck $check, string $key, string $words, string $note, int $count, bool $asks): array
    {
        $rows = static fn(): Builder => self::narrow(CheckedRows::of($check), $key);

        return [
            'key' => $key,
            'words' => $words,
            'note' => $note,
            'addresses' => $count,
            'asks' => $asks,
            'single' => $asks ? self::withOne($rows()->where('decision', ''), $key)->count() : 0,
            'decided' => $asks ? $rows()->where('decision', '<>', '')->count() : 0,
        ];
    }

    /** Those for which the directory names just one address: the only candidate, or where whoever moved lives now. */
    public static function withOne(Builder $rows, string $key): Builder
    {
        if ($key === self::MOVED) {
            return $rows->whereExists(
                static fn(Builder $answers) => $answers
                    ->from('postal_answers as a')
                    ->whereColumn('a.address_key', 'checked_addresses.address_key')
                    ->whereRaw("json_value(a.answer, '$.moves[0].to.line1') is not null"),
            );
        }

        return $rows
            ->whereNotIn('outcome', Outcome::codes(Standing::Confirmed))
            ->whereExists(
                static fn(Builder $answers) => $answers
                    ->from('postal_answers as a')
                    ->whereColumn('a.address_key', 'checked_addresses.address_key')
                    ->whereRaw("json_length(a.answer, '$.candidates') = 1"),
            );
    }

    /** The rows behind a finding; all of them if there is no such. */
    public static function narrow(Builder $rows, string $key): Builder
    {
        return match (true) {
            $key === self::MOVED => $rows->where('is_moved', true),
            $key === self::UNREAD => $rows->where('faults', 'like', '%' . CheckedRows::NOT_UNDERSTOOD . '%'),
            isset(self::SAME[$key]) => $rows->whereNotNull($key),
            Outcome::tryFrom($key) !== null => $rows->where('outcome', $key),
            AddressRule::tryFrom($key) !== null => $rows->where('rules', 'like', "%,{$key},%"),
            default => $rows,
        };
    }

    /** @return CheckedRowPage */
    public function rows(AddressCheck $check, string $key, int $after): array
    {
        $rows = self::narrow(CheckedRows::of($check), $key)
            ->where('number', '>', $after)
            ->orderBy('number')
            ->limit(self::PAGE + 1)
            ->get();

        return [
            'rows' => array_map(self::row(...), CheckedAddress::all($rows->take(self::PAGE), $this->kept)),
            'more' => count($rows) > self::PAGE,
        ];
    }

    /** @return CheckedRow */
    private static function row(CheckedAddress $one): array
    {
        return [
            'number' => $one->number,
            'supporter_id' => $one->supporter,
            'who' => $one->who,
            'written' => self::lines($one->written),
            'becomes' => self::lines($one->address()),
            'outcome' => $one->outcome->value,
            'why' => $one->answer->why ?? '',
            'reasons' => $one->reasons(),
            'candidates' => array_map(static fn(Address $address): string => $address->line(), $one->answer->candidates ?? []),
            'decision' => $one->decision,
            'moved_to' => $one->move?->to?->line(),
            'moved_on' => $one->move?->on,
            'same_address' => $one->sameAddress,
            'same_person' => $one->samePerson,
        ];
    }

    /** @return list<string> street and unit, and the place */
    private static function lines(Address $address): array
    {
        $street = trim("{$address->line1}, {$address->line2}", ', ');
        $place = trim("{$address->city}, {$address->state} {$address->postalCode}", ', ');

        return array_values(
            array_filter([
                $street,
                $address->country === '' || $address->country === 'US' ? $place : trim("{$place}, {$address->country}", ', '),
            ]),
        );
    }
}
