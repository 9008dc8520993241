<?php

declare(strict_types=1);

namespace Database\Seeders;

use App\Models\Group;
use App\Models\Role;
use App\Models\User;
use App\Records\Bulk;
use App\Records\Cause;
use App\Records\Entry;
use App\Records\RecordWriter;
use PineSieve\Core\Addresses\Address;
use PineSieve\Core\Addresses\StandardizedAddress;
use PineSieve\Core\Changes\Change;
use PineSieve\Core\Changes\MatchEffect;
use PineSieve\Core\Changes\Planner;
use PineSieve\Core\Changes\Subject;
use PineSieve\Core\Names\PersonName;
use PineSieve\Core\Names\SupporterKind;
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

    public function __construct(
        private RecordWriter $writer,
        private Bulk $bulk,
    ) {
    }

    public function run(): void
    {
        foreach (self::PEOPLE as [$name, $email, $role]) {
            User::query()->create(['name' => $name, 'email' => $email, 'password' => self::PASSWORD, 'role' => Role::from($role)]);
        }
        $people = (new DemoPeople)->make(self::SUPPORTERS);
        $ids = [];
        foreach (array_chunk($people, 500, true) as $chunk) {
            $entries = [];
            foreach ($chunk as $i => $person) {
                $entries[] = new Entry("{$i}:supporter", $this->changes($i, $person));
            }
            $ids += $this->writer->write($entries, Cause::demo());
        }
        $this->groups($people, $ids);
    }

    /**
     * @param  array<string, mixed>  $person  as DemoPeople makes it
     * @return list<Change>
     */
    private function changes(int $i, array $person): array
    {
        $kind = SupporterKind::from($person['kind']);
        $address = new Address($person['line1'], $person['line2'], $person['city'], $person['state'], $person['zip'], $person['country']);
        $record = (new IncomingRecord(
            $kind,
            new PersonName($person['title'], $person['first'], $person['middle'], $person['last'], $person['suffix']),
            $kind === SupporterKind::Organization ? $person['organization'] : '',
            $kind === SupporterKind::Household ? $person['organization'] : '',
            $person['first_known'],
            email: $person['email'],
            phone: $person['phone'],
            oldId: $person['old_id'],
        ))->withAddress(new StandardizedAddress($address, $address, [], []), true);
        $changes = (new Planner(MatchEffect::FillBlanks, 'old database'))->plan((string) $i, $record, null);
        foreach ($person['gifts'] as $n => $gift) {
            $changes[] = Change::create(Subject::Gift, "{$i}:gift:{$n}", (new IncomingGift($gift['date'], $gift['amount'], $gift['fund'], $gift['kind']))->fields());
        }

        return $changes;
    }

    /**
     * @param  list<array<string, mixed>>  $people
     * @param  array<string, int>  $ids
     */
    private function groups(array $people, array $ids): void
    {
        $groups = [];
        $members = [];
        foreach ($people as $i => $person) {
            if ($person['group'] !== '') {
                $groups[$person['group']] ??= Group::query()->create(['name' => $person['group']])->id;
                $members[] = [$ids["{$i}:supporter"], $groups[$person['group']]];
            }
        }
        $this->bulk->insert('group_supporter', ['supporter_id', 'group_id'], $members);
    }
}
