<?php

declare(strict_types=1);

namespace App\Records;

use Illuminate\Database\Connection;
use PineSieve\Core\Addresses\Address;
use PineSieve\Core\Addresses\AddressStandardizer;

/** Keeps in mind which stored addresses are in postal form, without any fault. It changes no address. */
final readonly class PostalForms
{
    private const CHUNK = 1000;

    public function __construct(private Connection $db)
    {
    }

    /** Looks at the addresses that were written since it last did, for as long as there is time. */
    public function catchUp(float $seconds): void
    {
        $until = microtime(true) + $seconds;
        $standardizer = new AddressStandardizer;
        do {
            $rows = $this->db->select('select id, line1, line2, city, state, postal_code, country from addresses where postal_form is null limit '.self::CHUNK);
            $found = [true => [], false => []];
            foreach ($rows as $row) {
                $standard = $standardizer->standardize(Address::fromParts(array_map(static fn (mixed $part): ?string => $part === null ? null : (string) $part, (array) $row)));
                $found[$standard->changes === [] && $standard->faults === []][] = $row->id;
            }
            foreach ($found as $is => $ids) {
                $this->db->table('addresses')->whereIn('id', $ids)->whereNull('postal_form')->update(['postal_form' => $is]);
            }
        } while (count($rows) === self::CHUNK && microtime(true) < $until);
    }
}
