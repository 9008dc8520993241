<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Accounting\Taking;
use App\Accounts\Role;
use App\Accounts\User;
use App\AddressChecks\AddressCheck;
use App\AddressChecks\CheckState;
use App\Batches\Batch;
use App\BulkChanges\BulkChange;
use App\BulkChanges\BulkState;
use App\Connections\Connection;
use App\Duplicates\DuplicateSearch;
use App\Intakes\IntakeSettings;
use App\Intakes\Plans\SavedPlan;
use App\Intakes\Sources\GridLayout;
use App\Mailings\Mailing;
use App\Matching\MatchRuleSet;
use App\Merging\DuplicateRound;
use App\Merging\SavedMergePolicy;
use App\Notices\Webhook;
use App\Records\Act;
use App\Records\ActKind;
use App\Records\Merge;
use App\Supporters\SavedSearch;
use Illuminate\Routing\Route;
use Illuminate\Support\Facades\Auth;
use Illuminate\Support\Facades\DB;
use PHPUnit\Framework\Attributes\DataProvider;

/** Every route, for every role and for nobody. */
final class AccessTest extends TestCase
{
    private const OPEN = ['GET api/health', 'GET api/session', 'POST api/session', 'DELETE api/session', 'POST api/inbox/{inbox}'];

    /** Routes for all who are signed in. */
    private const ANYONE = [
        'GET api/today',
        'GET api/giving',
        'GET api/fields',
        'GET api/targets/{target}',
        'GET api/forms',
        'GET api/rules',
        'GET api/rules/{rule}/shortfalls',
        'GET api/connections',
        'GET api/intakes',
        'GET api/intakes/{intake}',
        'GET api/intakes/{intake}/source',
        'GET api/intakes/{intake}/columns',
        'GET api/intakes/{intake}/columns/{column}',
        'GET api/intakes/{intake}/columns/{column}/table',
        'POST api/intakes/{intake}/columns/{column}/preview',
        'GET api/intakes/{intake}/findings',
        'GET api/intakes/{intake}/rows/{number}',
        'GET api/intakes/{intake}/rows/{number}/match',
        'GET api/intakes/{intake}/checks',
        'GET api/intakes/{intake}/problems',
        'GET api/intakes/{intake}/matches',
        'GET api/intakes/{intake}/match-groups',
        'GET api/intakes/{intake}/address-groups',
        'GET api/intakes/{intake}/addresses',
        'GET api/intakes/{intake}/preview',
        'GET api/intakes/{intake}/proof',
        'GET api/intakes/{intake}/records',
        'GET api/intakes/{intake}/untaken',
        'GET api/intakes/{intake}/held.csv',
        'GET api/intakes/{intake}/file',
        'GET api/held',
        'GET api/supporters',
        'GET api/lists/{list}',
        'PUT api/lists/{list}',
        'GET api/addresses',
        'GET api/searches/fields',
        'GET api/places',
        'GET api/supporters.csv',
        'GET api/supporters/{supporter}',
        'GET api/supporters/{supporter}/history',
        'GET api/gifts',
        'GET api/gifts/{gift}',
        'GET api/funds/{purpose}',
        'GET api/promises',
        'GET api/promises/{promise}',
        'GET api/supporter-names',
        'GET api/batches',
        'GET api/batches/{batch}',
        'GET api/batches/{batch}/report.pdf',
        'GET api/exports',
        'POST api/exports',
        'POST api/exports/preview',
        'POST api/saved-exports',
        'POST api/saved-exports/{savedExport}/run',
        'PUT api/saved-exports/{savedExport}',
        'DELETE api/saved-exports/{savedExport}',
        'GET api/exports/{export}/file',
        'GET api/exports/{export}/control.json',
        'DELETE api/exports/{export}',
        'GET api/searches',
        'GET api/messages',
        'POST api/messages/read',
        'GET api/sessions',
        'PUT api/password',
        'DELETE api/sessions/{key}',
        'GET api/tokens',
        'POST api/tokens',
        'DELETE api/tokens/{token}',
    ];

    /** Routes that bring records in. */
    private const LOAD = [
        'GET api/template',
        'GET api/plans',
        'GET api/plans/{plan}',
        'GET api/plans/{plan}/file',
        'POST api/plans',
        'POST api/plans/{plan}/copy',
        'PATCH api/plans/{plan}',
        'POST api/intakes/{intake}/findings',
        'PATCH api/intakes/{intake}/plan',
        'POST api/intakes',
        'PATCH api/intakes/{intake}',
        'POST api/intakes/{intake}/sift',
        'POST api/intakes/{intake}/continue',
        'PATCH api/intakes/{intake}/source',
        'POST api/intakes/{intake}/columns/accept',
        'POST api/intakes/{intake}/columns/leave',
        'PATCH api/intakes/{intake}/columns/{column}',
        'POST api/intakes/{intake}/plan',
        'PUT api/intakes/{intake}/plan',
        'POST api/intakes/{intake}/match-groups',
        'POST api/intakes/{intake}/address-groups',
        'POST api/intakes/{intake}/edits',
        'POST api/intakes/{intake}/edits/blank',
        'POST api/intakes/{intake}/edits/leave-out',
        'DELETE api/intakes/{intake}/edits',
        'POST api/intakes/{intake}/trial',
        'POST api/intakes/{intake}/load',
        'POST api/intakes/{intake}/stop',
        'POST api/intakes/{intake}/place',
        'GET api/intakes/{intake}/undo',
        'POST api/intakes/{intake}/undo',
        'POST api/intakes/{intake}/redo',
        'DELETE api/intakes/{intake}',
        'DELETE api/plans/{plan}',
        'GET api/grids/{intake}',
        'PATCH api/grids/{intake}',
        'PUT api/grids/{intake}/rows',
        'POST api/grids/{intake}/finish',
        'POST api/held/fix',
        'POST api/held/decide',
        'GET api/intakes/{intake}/address-check',
        'POST api/intakes/{intake}/address-check',
        'GET api/connections/{connection}',
        'POST api/connections/{connection}/pull',
        'GET api/undeliverable',
        'POST api/undeliverable/{address}',
        'POST api/address-lists',
        'GET api/address-checks',
        'POST api/address-checks',
        'GET api/address-checks/{check}',
        'DELETE api/address-checks/{check}',
        'GET api/address-checks/{check}/columns',
        'PUT api/address-checks/{check}/columns',
        'POST api/address-checks/{check}/start',
        'POST api/address-checks/{check}/ask',
        'GET api/address-checks/{check}/rows',
        'GET api/address-checks/{check}/beside/{other}',
        'POST api/address-checks/{check}/decide',
        'POST api/address-checks/{check}/apply',
        'GET api/address-checks/{check}/statement.pdf',
        'GET api/address-checks/{check}/file',
        'GET api/address-checks/{check}/failed.csv',
        'GET api/address-checks/{check}/columns.csv',
        'POST api/restore-points',
        'POST api/merges/preview',
        'POST api/merges',
        'GET api/merges/{merge}',
        'POST api/merges/{merge}/apart',
        'GET api/merge-policies',
        'POST api/merge-policies',
        'DELETE api/merge-policies/{policy}',
        'GET api/duplicates',
        'POST api/duplicates/search',
        'PUT api/duplicates/schedule',
        'POST api/duplicates/claim',
        'POST api/duplicates/household',
        'POST api/duplicates/household/{household}/take-back',
        'PUT api/duplicates/fields',
        'GET api/duplicates/certain',
        'POST api/duplicates/certain',
        'GET api/duplicates/groups',
        'POST api/duplicates/groups',
        'POST api/duplicates/rounds/{round}/take-back',
        'POST api/batches/{batch}/post',
        'GET api/accounting',
        'PUT api/accounting/accounts',
        'POST api/accounting/open',
        'POST api/accounting/takings',
        'GET api/accounting/takings/{taking}',
        'GET api/accounting/takings/{taking}/journal.csv',
        'DELETE api/accounting/takings/{taking}',
        'POST api/batches/{batch}/take-back',
        'POST api/duplicates/not-the-same',
        'GET api/duplicates/not-the-same',
        'DELETE api/duplicates/not-the-same/{one}/{other}',
    ];

    /** Routes that write records by hand. */
    private const EDIT = [
        'POST api/statements',
        'POST api/statements/preview',
        'POST api/acts/{act}/undo',
        'GET api/acts/{act}/undo',
        'GET api/rereadings',
        'POST api/rereadings/look',
        'POST api/rereadings/take',
        'POST api/rereadings/leave',
        'POST api/searches',
        'GET api/bulk-fields',
        'GET api/mailings',
        'POST api/mailings',
        'GET api/mailings/{mailing}',
        'GET api/mailings/{mailing}/people',
        'PUT api/mailings/{mailing}/letter',
        'GET api/mailings/{mailing}/list.csv',
        'GET api/mailings/{mailing}/labels.pdf',
        'GET api/mailings/{mailing}/letters.pdf',
        'DELETE api/mailings/{mailing}',
        'POST api/bulk-changes',
        'GET api/bulk-changes/{bulkChange}',
        'GET api/bulk-changes/{bulkChange}/records',
        'POST api/bulk-changes/{bulkChange}/write',
        'DELETE api/bulk-changes/{bulkChange}',
        'DELETE api/searches/{savedSearch}',
        'POST api/grids',
        'GET api/layouts',
        'POST api/layouts',
        'DELETE api/layouts/{layout}',
        'POST api/supporters',
        'POST api/supporters/check',
        'GET api/supporters/{supporter}/form',
        'PUT api/supporters/{supporter}/form',
        'POST api/supporters/{supporter}/history/{entry}',
        'POST api/supporters/{supporter}/notes',
        'PUT api/supporters/{supporter}/notes/{note}',
        'DELETE api/supporters/{supporter}/notes/{note}',
        'POST api/supporters/{supporter}/gifts',
        'POST api/supporters/{supporter}/gifts/check',
        'PUT api/supporters/{supporter}/gifts/{gift}',
        'DELETE api/supporters/{supporter}/gifts/{gift}',
        'POST api/supporters/{supporter}/promises',
        'POST api/supporters/{supporter}/promises/check',
        'PUT api/supporters/{supporter}/promises/{promise}',
        'DELETE api/supporters/{supporter}/promises/{promise}',
        'GET api/unattached-payments',
        'POST api/rules/{rule}/shortfalls',
        'POST api/batches',
        'GET api/batch-supporters',
        'GET api/batch-supporters/{supporter}',
        'GET api/batch-fields',
        'PUT api/batch-fields',
        'PATCH api/batches/{batch}',
        'POST api/batches/{batch}/reopen',
        'POST api/batches/{batch}/ready',
        'POST api/batches/{batch}/entries',
        'POST api/batches/{batch}/entries/check',
        'PUT api/batches/{batch}/entries/{entry}',
        'DELETE api/batches/{batch}/entries/{entry}',
        'DELETE api/batches/{batch}',
    ];

    /** Routes that set the standards. */
    private const STANDARDS = [
        'POST api/connections',
        'POST api/connections/look',
        'PUT api/connections/{connection}',
        'DELETE api/connections/{connection}',
        'GET api/connections/{connection}/file',
        'GET api/organization',
        'PUT api/organization',
        'PUT api/funds/{purpose}',
        'POST api/fields',
        'GET api/catalog',
        'PATCH api/fields/{field}',
        'POST api/fields/{field}/type',
        'GET api/fields/{field}/list',
        'PUT api/fields/{field}/list',
        'POST api/fields/{field}/list/merge',
        'POST api/fields/{field}/list/values',
        'POST api/rules',
        'POST api/rules/preview',
        'PUT api/rules/{rule}',
        'DELETE api/rules/{rule}',
        'GET api/match-rules',
        'GET api/match-rules/weights',
        'POST api/match-rules',
        'POST api/match-rules/example',
        'PUT api/match-rules/words',
        'PUT api/match-rules/used',
        'DELETE api/match-rules/{set}',
        'POST api/match-rules/try',
        'GET api/match-rules/try/{search}',
    ];

    private const ADMINISTER = [
        'GET api/supporters/{supporter}/erasure',
        'POST api/supporters/{supporter}/erasure',
        'GET api/supporters/{supporter}/about.zip',
        'GET api/people',
        'POST api/people',
        'PATCH api/people/{user}',
        'GET api/audit',
        'PUT api/batch-settings',
        'GET api/postal-directory',
        'PUT api/postal-directory',
        'POST api/postal-directory/try',
        'GET api/webhooks',
        'POST api/webhooks',
        'PATCH api/webhooks/{webhook}',
        'DELETE api/webhooks/{webhook}',
        'GET api/restore-points',
        'PUT api/restore-points/schedule',
        'GET api/restore-points/{name}/check',
        'GET api/restore-points/{name}/file',
        'POST api/restore-points/{name}/restore',
        'DELETE api/restore-points/{name}',
    ];

    /** @var array<string, string> */
    private array $ids = [];

    public function test_no_route_is_forgotten_here(): void
    {
        $routes = [];
        foreach (app('router')->getRoutes() as $route) {
            assert($route instanceof Route);
            // Those for other programs are walked in ApiTest.
            $isOfScreens = str_starts_with($route->uri(), 'api/') && !str_starts_with($route->uri(), 'api/v1');
            if ($isOfScreens && !str_contains($route->uri(), '{any}')) {
                $routes[] = $route->methods()[0] . ' ' . $route->uri();
            }
        }

        self::assertEqualsCanonicalizing(
            [...self::OPEN, ...self::ANYONE, ...self::LOAD, ...self::EDIT, ...self::STANDARDS, ...self::ADMINISTER],
            $routes,
        );
    }

    /** @return iterable<string, array{Role, ?bool, ?bool, bool, bool, bool, bool}> role, may load, may edit, and what the person then may */
    public static function people(): iterable
    {
        yield 'administrator' => [Role::Administrator, null, null, true, true, true, true];
        yield 'data steward' => [Role::DataSteward, null, null, true, true, true, false];
        yield 'data steward who may not load' => [Role::DataSteward, false, null, false, true, true, false];
        yield 'gift entry' => [Role::GiftEntry, null, null, false, true, false, false];
        yield 'gift entry who may load' => [Role::GiftEntry, true, false, true, false, false, false];
        yield 'reader' => [Role::Reader, null, null, false, false, false, false];
        yield 'reader who may edit' => [Role::Reader, null, true, false, true, false, false];
    }

    #[DataProvider('people')]
    public function test_what_a_person_may(
        Role $role,
        ?bool $mayLoad,
        ?bool $mayEdit,
        bool $loads,
        bool $edits,
        bool $sets,
        bool $administers,
    ): void {
        $this->world();
        $this->user($role)
            ->forceFill(['may_load' => $mayLoad, 'may_edit' => $mayEdit, 'may_post' => $mayLoad])
            ->save();
        $this->as($role);
        Act::query()->update(['user_id' => Auth::id()]);
        BulkChange::query()->update(['user_id' => Auth::id()]);
        foreach (
            [[self::ANYONE, true], [self::EDIT, $edits], [self::STANDARDS, $sets], [self::ADMINISTER, $administers], [self::LOAD, $loads]]
            as [$routes, $may]
        ) {
            foreach ($routes as $route) {
                [$method, $path] = $this->asked($route);
                // Whoever brings records in may make a field for a column, who runs the
                // installation may take a restore point, and who sets a connection up may look at it.
                $may_ =
                    $may ||
                    (in_array($route, ['POST api/fields', 'POST api/fields/{field}/list/values'], true) && $loads) ||
                    ($route === 'POST api/restore-points' && $administers) ||
                    ($route === 'GET api/connections/{connection}' && $sets);
                $status = $this->json($method, $path)->getStatusCode();
                self::assertSame($may_, $status !== 403, "{$role->value}: {$route} answered {$status}");
                self::assertLessThan(500, $status, "{$role->value}: {$route} answered {$status}");
            }
        }
    }

    public function test_nobody_gets_anything_without_signing_in(): void
    {
        $this->world();
        app('auth')->forgetGuards();
        foreach ([...self::ANYONE, ...self::LOAD, ...self::EDIT, ...self::STANDARDS, ...self::ADMINISTER] as $route) {
            [$method, $path] = $this->asked($route);
            $this->json($method, $path)->assertStatus(401);
        }
    }

    public function test_an_address_that_is_not_there(): void
    {
        $this->as()
            ->getJson('/api/nothing')
            ->assertStatus(404)
            ->assertJson(['message' => 'There is nothing at this address.']);
        $this->getJson('/api/intakes/999')->assertStatus(404);
        $this->getJson('/api/supporters/999')->assertStatus(404);
    }

    private function world(): void
    {
        $this->as();
        $rule = (string) $this->postJson('/api/rules', ['subject' => 'person', 'field' => 'email', 'strength' => 'should'])->json('id');
        $field = (string) $this->postJson('/api/fields', ['label' => 'Shirt', 'type' => 'text'])->json('key');
        $intake = $this->loaded(
            "First name,Last name,Email,Gift date,Amount,Gift kind\nAnn,Lee,ann@example.org,2020-01-02,5,check\nAnn,Lee,ann@example.org,2020-01-02,50,pledge\n",
        );
        $batch = Batch::query()->create(['name' => 'Lockbox', 'received_on' => '2026-11-24', 'currency' => 'USD'])->id;
        DB::table('batch_entries')->insert([
            'id' => 1,
            'supporter_id' => 1,
            'batch_id' => $batch,
            'given_on' => '2026-11-24',
            'amount' => '5.00',
        ]);
        $this->ids = [
            'intake' => (string) $intake->id,
            'column' => '0',
            'number' => '2',
            'supporter' => '1',
            'gift' => '1',
            'promise' => '1',
            'purpose' => 'fund',
            'entry' => '1',
            'rule' => $rule,
            'field' => $field,
            'target' => 'address.work.city',
            'key' => str_repeat('a', 64),
            'name' => '2020-01-01-000000-none',
            'plan' => (string) SavedPlan::query()->create([
                'name' => 'Monthly',
                'plan' => $intake->plan,
                'settings' => new IntakeSettings(),
            ])->id,
            'one' => '1',
            'other' => '2',
            'set' => (string) MatchRuleSet::query()->create([
                'name' => 'Ours',
                'kind' => 'person',
                'rules' => ['name' => 'Ours', 'kind' => 'person', 'rules' => []],
            ])->id,
            'list' => 'gifts',
            'savedSearch' => (string) SavedSearch::query()->create(['name' => 'Lees', 'query' => ['q' => 'lee']])->id,
            'search' => (string) DuplicateSearch::query()->create(['state' => 'done', 'tried' => []])->id,
            'round' => (string) DuplicateRound::query()->create([
                'why' => '',
                'is_same' => true,
                'state' => DuplicateRound::DONE,
                'total' => 1,
                'at' => now(),
            ])->id,
            'merge' => (string) Merge::query()->create(['survivor_id' => 1, 'gone' => [], 'act_id' => Act::once(ActKind::Merge, null)->id])
                ->id,
            'policy' => (string) SavedMergePolicy::query()->create(['name' => 'Ours', 'policy' => []])->id,
            'household' => '1',
            'batch' => (string) $batch,
            'address' => '1',
            'export' => '1',
            'savedExport' => '1',
            'taking' => (string) Taking::query()->create([
                'from_on' => '2026-01-01',
                'until_on' => '2026-01-31',
                'state' => 'done',
                'mark' => 0,
            ])->id,
            'mailing' => (string) Mailing::query()->create([
                'name' => 'Spring letter',
                'state' => 'done',
                'query' => [],
                'per' => 'household',
                'must_agree' => false,
            ])->id,
            'token' => '1',
            'note' => '1',
            'bulkChange' => (string) BulkChange::query()->create([
                'state' => BulkState::Planned,
                'scope' => ['ids' => [1]],
                'steps' => [['kind' => 'join', 'field' => 'groups', 'value' => 'Board']],
            ])->id,
            'check' => (string) AddressCheck::query()->create([
                'kind' => AddressCheck::RECORDS,
                'name' => 'All addresses',
                'state' => CheckState::Done,
                'scope' => ['kind' => 'all'],
            ])->id,
            'other' => (string) AddressCheck::query()->create([
                'kind' => AddressCheck::RECORDS,
                'name' => 'All addresses, before',
                'state' => CheckState::Done,
                'scope' => ['kind' => 'all'],
            ])->id,
            'act' => (string) Act::begin(ActKind::Remedy, null, 'Filled in a field')->id,
            'layout' => (string) GridLayout::query()->create(['name' => 'Cards', 'columns' => ['name.last']])->id,
            'webhook' => (string) Webhook::query()->create([
                'name' => 'Other',
                'url' => 'http://127.0.0.1:1/',
                'secret' => 'x',
                'is_active' => false,
            ])->id,
            'user' => (string) User::query()->create([
                'name' => 'Other',
                'email' => 'other@example.org',
                'password' => 'x',
                'role' => Role::Reader,
            ])->id,
        ];
    }

    /** @return array{string, string} */
    private function asked(string $route): array
    {
        // Another route of the walk ends it.
        $this->ids['connection'] = (string) Connection::query()->firstOrCreate(
            ['name' => 'Made up'],
            ['form' => ['address' => 'http://127.0.0.1:1/', 'id' => 'id', 'amount' => 'sum', 'given' => 'at'], 'key' => 'k'],
        )->id;
        [$method, $path] = explode(' ', $route);

        return [$method, '/' . preg_replace_callback('/\{(\w+)\}/', fn(array $found): string => $this->ids[$found[1]], $path)];
    }
}
