<?php

declare(strict_types=1);

namespace App\Addresses\Directory;

use App\Accounts\Organization;
use App\Records\Bulk;
use App\Records\FollowsWrites;
use App\Records\Written;
use Illuminate\Database\Connection;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Addresses\Address;
use PineSieve\Core\Addresses\AddressStandardizer;
use PineSieve\Core\Addresses\Directory\Outcome;
use PineSieve\Core\Addresses\Directory\Standing;
use PineSieve\Core\Changes\Subject;
use PineSieve\Core\Records\SupporterRecord;

/**
 * Keeps beside each stored address how it stands by what the postal directory answered. One that is written anew has the answer to its new
 * form, if that is known, and none otherwise.
 *
 * @phpstan-type VerifiedAddress array{address_id: int, standing: value-of<Standing>, says: string, is_moved: bool, asked_on: string}
 */
final readonly class AddressStates implements FollowsWrites
{
    private const COLUMNS = ['address_id', 'supporter_id', 'address_key', 'outcome', 'is_moved', 'is_settled', 'is_open', 'asked_at'];

    public function __construct(private Connection $db, private Bulk $bulk, private KeptAnswers $kept) {}

    public function follow(Written $written): void
    {
        $gone = $written->deleted(Subject::Address);
        $stored = $written->stored(Subject::Address);
        if ($gone !== []) {
            $this->forget($gone);
        }
        // Most installations have asked nothing yet.
        if ($stored !== [] && $this->db->table('postal_answers')->limit(1)->exists()) {
            $this->settle(array_intersect_key($written->after, $written->supporters()), array_fill_keys($stored, true));
        }
    }

    /**
     * @param  array<int, SupporterRecord>  $records  by id
     * @param  ?array<int, true>  $only  ids of addresses; null for all that they have
     */
    public function settle(array $records, ?array $only = null): void
    {
        $standardizer = new AddressStandardizer(Organization::read()->country);
        $keys = [];
        foreach ($records as $id => $record) {
            foreach ($record->addresses as $part) {
                if ($only === null || isset($only[(int) $part->ref])) {
                    $address = $standardizer->standardize(Address::fromParts($part->values))->standard;
                    $keys[(int) $part->ref] = [$id, KeptAnswers::key($address)];
                }
            }
        }
        // What a person said of an address holds as long as it is the same.
        $settled = $this->db
            ->table('address_states')
            ->whereIn('address_id', array_keys($keys))
            ->where('is_settled', true)
            ->pluck('address_key', 'address_id');
        $answers = $this->kept->of(array_values(array_unique(array_column($keys, 1))));
        $rows = [];
        foreach ($keys as $address => [$id, $key]) {
            if (isset($answers[$key])) {
                ['answer' => $answer, 'asked_at' => $at] = $answers[$key];
                $record = $records[$id];
                $last = $record->field('last_name') === '' ? $record->field('organization_name') : $record->field('last_name');
                $isMoved = $answer->moveOf($record->field('first_name'), $last) !== null;
                $isSettled = ($settled[$address] ?? '') === $key;
                $isOpen = !$isSettled && ($isMoved || $answer->outcome->standing() === Standing::NotFound);
                $rows[] = [$address, $id, $key, $answer->outcome->value, (int) $isMoved, (int) $isSettled, (int) $isOpen, $at];
            }
        }
        $this->forget(array_keys($keys));
        $this->bulk->insert('address_states', self::COLUMNS, $rows);
    }

    /** @param  list<int>  $addresses  of which a person says that they are right, whatever the directory says */
    public static function saidToBeRight(array $addresses): void
    {
        DB::table('address_states')
            ->whereIn('address_id', $addresses)
            ->update(['is_settled' => true, 'is_open' => false]);
    }

    /** @return list<VerifiedAddress> the addresses of a supporter that the directory was asked about */
    public static function shown(int $supporter): array
    {
        $shown = [];
        foreach (DB::table('address_states')->where('supporter_id', $supporter)->orderBy('address_id')->get() as $row) {
            $outcome = Outcome::from($row->outcome);
            $shown[] = [
                'address_id' => (int) $row->address_id,
                'standing' => $outcome->standing()->value,
                'says' => $outcome->words(),
                'is_moved' => (bool) $row->is_moved,
                'asked_on' => substr((string) $row->asked_at, 0, 10),
            ];
        }

        return $shown;
    }

    /** @param  list<int>  $addresses */
    private function forget(array $addresses): void
    {
        $this->bulk->deleteRows('address_states', ['address_id'], array_map(static fn(int $id): array => [$id], $addresses));
    }
}
