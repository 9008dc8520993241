<?php

declare(strict_types=1);

namespace App\Supporters;

use App\Accounts\Organization;
use App\Records\Bulk;
use App\Records\FollowsWrites;
use App\Records\Written;
use Illuminate\Database\Connection;
use PineSieve\Core\Addresses\Address;
use PineSieve\Core\Addresses\AddressStandardizer;
use PineSieve\Core\Changes\Subject;

/** Keeps in mind which stored addresses are in postal form, without any fault: beside them, so that no address is changed by it. */
final readonly class PostalForms implements FollowsWrites
{
    private const CHUNK = 1000;

    public function __construct(private Connection $db, private Bulk $bulk) {}

    public function follow(Written $written): void
    {
        $rows = static fn(array $ids): array => array_map(static fn(int $id): array => [$id], array_values($ids));
        $stored = $written->stored(Subject::Address);
        $this->bulk->deleteRows('address_forms', ['address_id'], $rows([...$stored, ...$written->deleted(Subject::Address)]));
        $this->bulk->insert('address_forms', ['address_id'], $rows($stored));
    }

    /** Looks at the addresses that were written since it last did, for as long as there is time. */
    public function catchUp(float $seconds): void
    {
        $until = microtime(true) + $seconds;
        $standardizer = new AddressStandardizer(Organization::read()->country);
        do {
            $rows = $this->db->select(
                'select a.id, line1, line2, city, state, postal_code, country from address_forms f join addresses a on a.id = f.address_id where f.is_postal is null limit ' .
                    self::CHUNK,
            );
            $found = [true => [], false => []];
            foreach ($rows as $row) {
                $standard = $standardizer->standardize(
                    Address::fromParts(array_map(static fn(mixed $part): ?string => $part === null ? null : (string) $part, (array) $row)),
                );
                $found[$standard->changes === [] && $standard->faults === [] && $standard->unread === []][] = $row->id;
            }
            foreach ($found as $is => $ids) {
                $this->db
                    ->table('address_forms')
                    ->whereIn('address_id', $ids)
                    ->whereNull('is_postal')
                    ->update(['is_postal' => $is]);
            }
        } while (count($rows) === self::CHUNK && microtime(true) < $until);
    }
}
