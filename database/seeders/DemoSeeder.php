<?php

declare(strict_types=1);

namespace Database\Seeders;

use App\Accounts\Role;
use App\Accounts\User;
use App\Addresses\MorePlaces;
use App\Duplicates\DuplicateSearch;
use App\Duplicates\FindDuplicates;
use App\Intakes\Sources\GridLayout;
use App\Records\Act;
use App\Records\ActKind;
use App\Records\Entry;
use App\Records\Ids;
use App\Records\RecordWriter;
use App\Standards\CheckRules;
use App\Standards\CustomField;
use App\Standards\FieldSetting;
use App\Standards\ListValue;
use App\Standards\Measures;
use App\Standards\Rule;
use App\Standards\Shortfalls;
use App\Supporters\PostalForms;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Addresses\Address;
use PineSieve\Core\Addresses\StandardizedAddress;
use PineSieve\Core\Changes\Change;
use PineSieve\Core\Changes\Effects;
use PineSieve\Core\Changes\Planner;
use PineSieve\Core\Gifts\Gift;
use PineSieve\Core\Names\PersonName;
use PineSieve\Core\Names\SupporterKind;
use PineSieve\Core\Records\ContactPoint;
use PineSieve\Core\Records\Identifier;
use PineSieve\Core\Records\IncomingAddress;
use PineSieve\Core\Records\IncomingRecord;
use PineSieve\Core\Standards\FieldCatalog;
use PineSieve\Core\Standards\Standards;

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

    /** Made-up towns whose codes are made up too, and where they lie; and those of the demo's files, by other codes. */
    private const MORE_TOWNS = [
        ['Tern Harbor', 'ME', '04598', [44.02, -69.12]],
        ['Gannet Cove', 'ME', '04511', [43.86, -69.62]],
        ['Tern Harbor', 'ME', '04642'],
        ['Dunlin', 'ME', '04103'],
    ];

    /** Required data: of which records, field, how strictly, and when. */
    public const RULES = [
        ['supporter', 'address.postal_code', 'should', [['field' => 'address.country', 'test' => 'is', 'values' => ['US', 'CA']]]],
        ['person', 'email', 'should', [['field' => 'status', 'test' => 'is', 'values' => ['active']]]],
        ['supporter', 'email', 'must', [['field' => 'consent.email', 'test' => 'is', 'values' => ['yes']]]],
        ['gift', 'gift.fund', 'should', []],
        ['organization', 'phone', 'should', []],
    ];

    public function __construct(
        private RecordWriter $writer,
        private DemoBatches $batches,
        private DemoGifts $gifts,
        private DemoPromises $promises,
    ) {}

    public function run(): void
    {
        foreach (self::PEOPLE as [$name, $email, $role]) {
            User::query()->create(['name' => $name, 'email' => $email, 'password' => self::PASSWORD, 'role' => Role::from($role)]);
        }
        MorePlaces::keep(
            [...array_filter(DemoPeople::TOWNS, static fn(array $town): bool => $town[1] !== 'NB'), ...self::MORE_TOWNS],
            'the demo',
        );
        $people = (new DemoPeople())->make(self::SUPPORTERS);
        foreach (array_chunk([...$people, ...DemoDoubles::of($people)], 500, true) as $chunk) {
            $entries = [];
            foreach ($chunk as $i => $person) {
                $entries[] = new Entry("{$i}:supporter", $this->changes($i, self::upToNow($i, $person)));
            }
            $this->writer->write($entries, Act::once(ActKind::Demo, null));
        }
        $this->gifts->make();
        $this->promises->make();
        $this->batches->make();
        $this->standards();
        FindDuplicates::dispatchSync(DuplicateSearch::query()->create(['state' => 'waiting'])->id);
    }

    /** What Tern Harbor asks of its data, and how far it got in the weeks before. */
    private function standards(): void
    {
        foreach (self::RULES as [$subject, $field, $strength, $conditions]) {
            Rule::query()->create(['subject' => $subject, 'field' => $field, 'strength' => $strength, 'conditions' => $conditions]);
        }
        foreach (
            [['General fund', 'GEN', ['General', 'Unrestricted', 'Where needed most']], ['Puffin nursery', 'PUF', ['Puffins']]]
            as $place => [$value, $code, $spellings]
        ) {
            ListValue::query()->create([
                'field' => 'gift.fund',
                'value' => $value,
                'code' => $code,
                'place' => $place,
                'spellings' => $spellings,
            ]);
        }
        FieldSetting::query()->create(['field' => 'gift.fund', 'settings' => ['open_list' => true]]);
        FieldSetting::query()->create([
            'field' => 'birth_date',
            'settings' => [
                'see' => ['roles' => ['administrator', 'data steward'], 'users' => []],
                'limits' => ['least' => '1905-01-01', 'most' => 'today'],
            ],
        ]);
        CustomField::query()->create([
            'key' => 'custom.volunteer_days',
            'label' => 'Volunteer days',
            'group' => 'Volunteers',
            'type' => 'several from a list',
        ]);
        foreach (['Weekdays', 'Weekends', 'Nights on call'] as $place => $value) {
            ListValue::query()->create(['field' => 'custom.volunteer_days', 'value' => $value, 'place' => $place, 'spellings' => []]);
        }
        GridLayout::query()->create([
            'name' => 'Checks of the day',
            'columns' => ['supporter', 'gift.date', 'gift.amount', 'gift.kind', 'gift.fund', 'gift.reference'],
        ]);
        GridLayout::query()->create([
            'name' => 'Business cards',
            'columns' => [
                'name.first',
                'name.last',
                'organization.name',
                'email',
                'phone',
                'address.line1',
                'address.city',
                'address.state',
                'address.postal_code',
                'tags',
            ],
        ]);
        app()->forgetInstance(Standards::class);
        app()->forgetInstance(FieldCatalog::class);
        (new CheckRules())->handle(app(Shortfalls::class), app(Measures::class), app(Ids::class));
        app(PostalForms::class)->catchUp(10.0);
        $this->weeksBefore();
    }

    /** The demo begins today; a chart of one day says nothing. Made up: it was worse, and got better. */
    private function weeksBefore(): void
    {
        foreach (DB::table('measures')->get() as $measure) {
            $isTrust = str_starts_with($measure->measure, 'trust');
            for ($week = 12; $week > 0; $week--) {
                $share = $isTrust ? 1 - 0.018 * $week : 1 + 0.07 * $week;
                DB::table('measures')->insert([
                    'day' => now()->subWeeks($week)->toDateString(),
                    'measure' => $measure->measure,
                    'count' => min($measure->total, (int) round($measure->count * $share)),
                    'total' => $measure->total,
                ]);
            }
        }
    }

    /**
     * The people are made up as of one autumn; what the source files tell of them depends on it. What happened since is added here: their latest gifts
     * lie between then and now, many at the year's end, and whoever came late is known since the first gift.
     *
     * @param  array<string, mixed>  $person  as DemoPeople makes it
     * @return array<string, mixed>
     */
    private static function upToNow(int $i, array $person): array
    {
        $months = max(1, (int) Carbon::parse('2025-10-01')->diffInMonths(now()));
        foreach ($person['gifts'] as $n => $gift) {
            // The first gift of each is told by the source files too.
            if ($n > 0 && str_starts_with($gift['date'], '2025-09')) {
                $after = ($i + $n) % 5 < 2 ? 2 : ($i * 7 + $n * 3) % $months;
                $person['gifts'][$n]['date'] = Carbon::parse('2025-10-01')
                    ->addMonths(min($after, $months - 1))
                    ->addDays(($i + 11 * $n) % 28)
                    ->toDateString();
            }
        }
        $first =
            $person['gifts'][0]['date'] ??
            ($i % 2 === 0
                ? Carbon::parse('2025-01-10')
                    ->addDays(($i * 13) % max(1, (int) Carbon::parse('2025-01-10')->diffInDays(now())))
                    ->toDateString()
                : '');
        if ($first > '2024-06') {
            $person['first_known'] = $first;
        }

        return $person;
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
            array_map(
                static fn(array $gift): Gift => new Gift($gift['date'], $gift['amount'], $gift['fund'], $gift['kind']),
                array_values($person['gifts']),
            ),
            $person['group'] === '' ? [] : [$person['group']],
        );

        return (new Planner(new Effects()))->plan((string) $i, $record, null);
    }
}
