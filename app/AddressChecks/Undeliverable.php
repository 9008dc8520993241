<?php

declare(strict_types=1);

namespace App\AddressChecks;

use App\Accounts\User;
use App\Addresses\Directory\AddressStates;
use App\Addresses\Directory\KeptAnswers;
use App\Records\Act;
use App\Records\ActKind;
use App\Records\Entry;
use App\Records\Ids;
use App\Records\RecordReader;
use App\Records\RecordWriter;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Addresses\Address;
use PineSieve\Core\Addresses\Directory\Answer;
use PineSieve\Core\Addresses\Directory\Outcome;
use PineSieve\Core\Changes\Checker;
use PineSieve\Core\Records\RecordPart;

/**
 * The worklist of stored addresses that mail does not reach: those that are marked so, those that the directory does not find, and those of
 * whom it knows that they moved. Each has what can be done about it.
 *
 * @phpstan-type Unreached array{
 *     number: int, supporter_id: int, name: string, address: string, condition: string, outcome: ?string, why: string, asked_on: ?string,
 *     candidates: list<string>, moved_to: ?string, moved_on: ?string,
 * }
 * @phpstan-type UnreachedPage array{rows: list<Unreached>, more: bool, count: int}
 */
final readonly class Undeliverable
{
    private const PAGE = 100;

    public function __construct(
        private KeptAnswers $kept,
        private RecordReader $reader,
        private RecordWriter $writer,
        private Checker $checker,
        private AddressOutcome $outcomes,
        private Ids $ids,
    ) {}

    public static function count(): int
    {
        return self::marked()->count() + self::found()->count();
    }

    /** @return Builder ids of addresses that are marked */
    private static function marked(): Builder
    {
        return DB::table('addresses')->select('id')->where('condition', 'undeliverable');
    }

    /** @return Builder ids of those that the directory does not find, or from which someone moved, and that nobody has decided about */
    private static function found(): Builder
    {
        return DB::table('address_states as t')
            ->join('addresses as f', 'f.id', '=', 't.address_id')
            ->select('f.id')
            ->where('t.is_open', true)
            ->where('f.condition', 'good');
    }

    /** @return UnreachedPage */
    public function page(int $after): array
    {
        $rows = DB::table('addresses as a')
            ->whereIn('a.id', self::marked()->union(self::found()))
            ->leftJoin('address_states as t', 't.address_id', '=', 'a.id')
            ->join('supporters as s', 's.id', '=', 'a.supporter_id')
            ->where('a.id', '>', $after)
            ->orderBy('a.id')
            ->limit(self::PAGE + 1)
            ->get([
                'a.*',
                's.display_name',
                's.first_name',
                's.last_name',
                's.organization_name',
                't.outcome',
                't.address_key',
                't.asked_at',
            ]);
        $keys = array_values(array_filter(array_map(strval(...), $rows->pluck('address_key')->all())));
        $answers = $this->kept->of($keys);

        return [
            'rows' => array_values(
                $rows
                    ->take(self::PAGE)
                    ->map(fn(\stdClass $row): array => self::row($row, $answers[$row->address_key]['answer'] ?? null))
                    ->all(),
            ),
            'more' => count($rows) > self::PAGE,
            'count' => self::count(),
        ];
    }

    /** @return Unreached */
    private static function row(\stdClass $row, ?Answer $answer): array
    {
        $parts = array_map(static fn(mixed $part): ?string => $part === null ? null : (string) $part, (array) $row);
        $move = $answer?->moveOf((string) $row->first_name, (string) ($row->last_name ?? $row->organization_name));

        return [
            'number' => (int) $row->id,
            'supporter_id' => (int) $row->supporter_id,
            'name' => (string) $row->display_name,
            'address' => Address::fromParts($parts)->line(),
            'condition' => (string) $row->condition,
            'outcome' => $row->outcome === null ? null : Outcome::from($row->outcome)->words(),
            'why' => $answer->why ?? ($row->outcome === null ? 'marked by hand' : ''),
            'asked_on' => $row->asked_at === null ? null : substr((string) $row->asked_at, 0, 10),
            'candidates' => array_map(static fn(Address $address): string => $address->line(), $answer->candidates ?? []),
            'moved_to' => $move?->to?->line(),
            'moved_on' => $move?->on,
        ];
    }

    /**
     * @param  string  $to  "take:0" for a candidate, "move" for the new address, "right" if the directory errs, "undeliverable" to mark it,
     *     "former" if nobody lives there any more
     */
    public function remedy(int $address, string $to, ?User $user): void
    {
        DB::transaction(function () use ($address, $to, $user): void {
            $this->ids->queueUp();
            $id = (int) DB::table('addresses')->where('id', $address)->value('supporter_id');
            $record = $this->reader->read([$id])[$id] ?? abort(404, 'This address is not there any more.');
            $part = array_values(array_filter($record->addresses, static fn(RecordPart $one): bool => (int) $one->ref === $address))[0];
            $key = (string) DB::table('address_states')->where('address_id', $address)->value('address_key');
            $answer = $key === '' ? null : $this->kept->of([$key])[$key]['answer'] ?? null;
            $last = $record->field('last_name') === '' ? $record->field('organization_name') : $record->field('last_name');
            $move = $answer?->moveOf($record->field('first_name'), $last);
            $candidate = str_starts_with($to, 'take:') ? $answer->candidates[(int) substr($to, 5)] ?? null : null;
            $changes = match (true) {
                $candidate !== null => AddressOutcome::update($part, [...$candidate->parts(), 'condition' => 'good']),
                $to === 'move' && $move?->to !== null => $this->outcomes->moved($record, $part, $move),
                $to === 'right' => AddressOutcome::update($part, ['condition' => 'good']),
                in_array($to, ['undeliverable', 'former'], true) => AddressOutcome::update($part, ['condition' => $to]),
                default => abort(422, 'This can\'t be done about this address.'),
            };
            $blocking = $this->checker->blocking($record, $changes, $this->reader->gifts([$id])[$id] ?? []);
            abort_if($blocking !== [], 422, $blocking[0]->reason ?? '');
            if ($to === 'right') {
                AddressStates::saidToBeRight([$address]);
            }
            if ($changes !== []) {
                $this->writer->write([new Entry($id, $changes)], Act::once(ActKind::Edit, $user?->id));
            }
        });
    }
}
