<?php

declare(strict_types=1);

namespace Database\Seeders;

use App\Models\Role;
use App\Models\User;
use App\Records\Cause;
use App\Records\Entry;
use App\Records\RecordWriter;
use PineSieve\Core\Addresses\Address;
use PineSieve\Core\Addresses\StandardizedAddress;
use PineSieve\Core\Changes\Change;
use PineSieve\Core\Changes\MatchEffect;
use PineSieve\Core\Changes\Planner;
use PineSieve\Core\Names\PersonName;
use PineSieve\Core\Names\SupporterKind;
use PineSieve\Core\Records\ContactPoint;
use PineSieve\Core\Records\Identifier;
use PineSieve\Core\Records\IncomingAddress;
use PineSieve\Core\Records\IncomingGift;
use PineSieve\Core\Records\IncomingRecord;

/** Tern Harbor Seabird Rescue: its staff, and about 1,500 supporters with 6,000 gifts. */
final readonly class DemoSeeder
{
    public const PASSWORD = 'harbor-lights';

    public const SUPPORTERS = 1500;

    /** Name, email, role. */
    public const PEOPLE = [
        ['Odile Marchetti', 'steward@example.org', 'data steward'],
        ['Harvey Quill', 'admin@example.org', 'administrator'],
        ['June Pell', 'gifts@example.org', 'gift entry'],
        ['Asa Thorne', 'reader@example.org', 'reader'],
    ];

    public function __construct(private RecordWriter $writer)
    {
    }

    public function run(): void
    {
        foreach (self::PEOPLE as [$name, $email, $role]) {
            User::query()->create(['name' => $name, 'email' => $email, 'password' => self::PASSWORD, 'role' => Role::from($role)]);
        }
        $people = (new DemoPeople)->make(self::SUPPORTERS);
        foreach (array_chunk($people, 500, true) as $chunk) {
            $entries = [];
            foreach ($chunk as $i => $person) {
                $entries[] = new Entry("{$i}:supporter", $this->changes($i, $person));
            }
            $this->writer->write($entries, Cause::demo());
        }
    }

    /**
     * @param  array<string, mixed>  $person  as DemoPeople makes it
     * @return list<Change>
     */
    private function changes(int $i, array $person): array
    {
        $kind = SupporterKind::from($person['kind']);
        $address = new Address($person['line1'], $person['line2'], $person['city'], $person['state'], $person['zip'], $person['country']);
        $record = new IncomingRecord(
            $kind,
            new PersonName($person['title'], $person['first'], $person['middle'], $person['last'], $person['suffix']),
            $kind === SupporterKind::Organization ? $person['organization'] : '',
            $kind === SupporterKind::Household ? $person['organization'] : '',
            $person['first_known'] === '' ? [] : ['first_known_on' => $person['first_known']],
            $address->isBlank() ? [] : [IncomingAddress::of(new StandardizedAddress($address, $address, [], []), true)],
            $person['email'] === '' ? [] : [new ContactPoint($person['email'])],
            $person['phone'] === '' ? [] : [new ContactPoint($person['phone'])],
            $person['old_id'] === '' ? [] : [new Identifier('old database', $person['old_id'])],
            array_map(static fn (array $gift): IncomingGift => new IncomingGift($gift['date'], $gift['amount'], $gift['fund'], $gift['kind']), $person['gifts']),
            $person['group'] === '' ? [] : [$person['group']],
        );

        return (new Planner(MatchEffect::FillBlanks))->plan((string) $i, $record, null);
    }
}
