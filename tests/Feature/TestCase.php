<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Accounts\Role;
use App\Accounts\User;
use App\Intakes\Intake;
use App\Support\Http\Answers;
use Illuminate\Contracts\Console\Kernel;
use Illuminate\Foundation\Testing\TestCase as BaseTestCase;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Sleep;
use Illuminate\Testing\TestResponse;
use PineSieve\Core\Columns\ColumnChoice;
use PineSieve\Core\Columns\ColumnState;
use PineSieve\Core\Columns\Feed;
use ReflectionMethod;
use Tests\Support\Answers\AnswerCheck;
use Tests\Support\Answers\AnswerTypes;

/** A test over HTTP on the real database, emptied before each one. */
abstract class TestCase extends BaseTestCase
{
    private const TABLES = [
        'users',
        'jobs',
        'worker_signs',
        'column_plans',
        'connections',
        'connection_pulls',
        'connection_transactions',
        'connection_notices',
        'intakes',
        'intake_rows',
        'intake_results',
        'intake_problems',
        'intake_keys',
        'intake_untaken',
        'address_forms',
        'address_states',
        'exports',
        'ledger_takings',
        'ledger_lines',
        'saved_exports',
        'erasures',
        'erased',
        'list_views',
        'mailings',
        'mailing_people',
        'supporter_notes',
        'personal_access_tokens',
        'api_answers',
        'bulk_changes',
        'bulk_records',
        'gifts_by_year',
        'postal_answers',
        'address_checks',
        'checked_addresses',
        'places',
        'intake_edits',
        'intake_outcomes',
        'supporters',
        'addresses',
        'emails',
        'phones',
        'identifiers',
        'memberships',
        'custom_values',
        'custom_fields',
        'links',
        'funds',
        'gift_sums',
        'gift_amounts',
        'gift_splits',
        'gift_credits',
        'gifts',
        'promise_standings',
        'promises',
        'batches',
        'batch_entries',
        'match_keys',
        'search_words',
        'journal_things',
        'journal',
        'settings',
        'field_settings',
        'pick_values',
        'required_rules',
        'shortfalls',
        'measures',
        'audit',
        'acts',
        'messages',
        'webhooks',
        'deliveries',
        'held_assignments',
        'grid_layouts',
        'sessions',
        'merges',
        'merge_policies',
        'unread_values',
        'duplicate_searches',
        'duplicate_pairs',
        'pair_decisions',
        'match_rule_sets',
        'rules_in_use',
        'saved_searches',
        'duplicate_claims',
        'rereads',
        'rereadings',
        'frequency_editions',
        'intake_counts',
        'duplicate_rounds',
    ];

    private static ?AnswerTypes $types = null;

    public function createApplication()
    {
        $app = require __DIR__ . '/../../bootstrap/app.php';
        $app->make(Kernel::class)->bootstrap();

        return $app;
    }

    protected function setUp(): void
    {
        parent::setUp();
        self::assertSame('testing', $this->app->environment(), 'Tests never touch another database.');
        // A wrong password is answered slowly, and who is busy is asked later: nobody waits for it here.
        Sleep::fake();
        foreach (self::TABLES as $table) {
            DB::table($table)->delete();
        }
        DB::table('sequences')->update(['next' => 1]);
    }

    /** Each request has controllers of its own, as it has behind a web server. */
    public function call($method, $uri, $parameters = [], $cookies = [], $files = [], $server = [], $content = null)
    {
        foreach (app('router')->getRoutes() as $route) {
            $route->flushController();
        }

        $response = parent::call($method, $uri, $parameters, $cookies, $files, $server, $content);
        $this->mustAnswerAsSaid($response);

        return $response;
    }

    /** Whatever a test is about: an answer is of the type that its action says. */
    private function mustAnswerAsSaid(TestResponse $response): void
    {
        self::$types ??= new AnswerTypes();
        [$class, $method] = explode('@', (string) app('router')->current()?->getActionName()) + [1 => '__invoke'];
        $isJson = $response->isSuccessful() && $response->baseResponse instanceof JsonResponse;
        if (!$isJson || !class_exists($class) || !method_exists($class, $method)) {
            return;
        }
        $said = (new ReflectionMethod($class, $method))->getAttributes(Answers::class);
        self::assertNotSame([], $said, "{$class}::{$method}() does not say what it answers.");
        foreach ($said as $attribute) {
            $answers = $attribute->newInstance();
            $fault = (new AnswerCheck(self::$types))->fault(
                $answers->class,
                $answers->type,
                json_decode((string) $response->getContent(), true),
            );
            self::assertNull($fault, "{$class}::{$method}() answers otherwise than it says. {$fault}");
        }
    }

    protected function user(Role $role = Role::DataSteward): User
    {
        return User::query()->firstOrCreate(
            ['email' => str_replace(' ', '', $role->value) . '@example.org'],
            ['name' => ucfirst($role->value), 'password' => 'secret', 'role' => $role],
        );
    }

    /** From now on, a value of these fields that can't be read holds its row. */
    protected function holdUnreadable(string ...$fields): void
    {
        foreach ($fields as $field) {
            $this->as()
                ->patchJson("/api/fields/{$field}", ['unreadable' => 'hold'])
                ->assertOk();
        }
    }

    /** Signs in for what follows. */
    protected function as(Role $role = Role::DataSteward): static
    {
        return $this->actingAs($this->user($role));
    }

    protected function upload(string $content, string $name = 'people.csv'): TestResponse
    {
        return $this->post(
            '/api/intakes',
            ['file' => UploadedFile::fake()->createWithContent($name, $content)],
            ['Accept' => 'application/json'],
        );
    }

    /** Compares people by one of the sets that come with the program. */
    protected function useSet(string $name): void
    {
        $this->as()
            ->putJson('/api/match-rules/used', ['kind' => 'person', 'name' => $name])
            ->assertOk();
    }

    /**
     * Brings text in and works its rows out, as the steward, with the proposed columns.
     *
     * @param  array<string, mixed>  $settings
     * @param  list<string>  $targets  what each column becomes; as proposed if there are none
     */
    protected function sifted(string $content, array $settings = [], array $targets = []): Intake
    {
        $this->as();
        $id = $this->upload($content)->assertCreated()->json('id');
        $intake = Intake::query()->findOrFail($id);
        $plan = $intake->columnPlan();
        $intake->setColumnPlan(
            $targets === []
                ? $plan->settledUnasked()
                : $plan->withChoices(
                    array_map(
                        static fn(ColumnChoice $choice, string $target): ColumnChoice => $choice->becoming(
                            ColumnState::Sure,
                            [new Feed($target)],
                            '',
                        ),
                        $plan->choices,
                        $targets,
                    ),
                ),
        );
        $intake->settings = $intake->settings->with($settings);
        $intake->save();
        $this->postJson("/api/intakes/{$id}/sift")->assertOk();

        return $intake->refresh();
    }

    /** A person written in a form, even beside one who is much like them. */
    protected function byHand(string $first, string $last, string $email): int
    {
        return $this->postJson('/api/supporters', [
            'draft' => [
                'kind' => 'person',
                'fields' => ['name.first' => $first, 'name.last' => $last],
                'emails' => [
                    ['ref' => 'new1', 'address' => $email, 'kind' => 'home', 'is_primary' => '1', 'condition' => 'good', 'label' => ''],
                ],
                'addresses' => [],
                'phones' => [],
                'identifiers' => [],
                'links' => [],
            ],
        ])
            ->assertCreated()
            ->json('id');
    }

    /**
     * @param  array<string, mixed>  $settings
     * @param  list<string>  $targets
     */
    protected function loaded(string $content, array $settings = [], array $targets = []): Intake
    {
        $intake = $this->sifted($content, $settings, $targets);
        $this->postJson("/api/intakes/{$intake->id}/load", ['name' => $intake->name])->assertOk();

        return $intake->refresh();
    }

    /** @return array<string, int> */
    protected function outcomes(Intake $intake): array
    {
        return array_filter($this->getJson("/api/intakes/{$intake->id}")->json('outcomes'));
    }

    /** @param  array<string, mixed>  $edit */
    protected function edit(int $intake, array $edit): void
    {
        $this->postJson("/api/intakes/{$intake}/edits", $edit)->assertOk();
    }

    /** Every row of the tables that hold records, to compare before and after. */
    protected function records(): array
    {
        $records = [];
        foreach (
            [
                'supporters',
                'addresses',
                'emails',
                'phones',
                'identifiers',
                'memberships',
                'custom_values',
                'links',
                'unread_values',
                'supporter_notes',
                'gifts',
                'promises',
                'match_keys',
                'search_words',
                'shortfalls',
            ]
            as $table
        ) {
            $rows = DB::table($table)
                ->get()
                ->map(static function ($row): array {
                    $row = (array) $row;
                    // A version counts writes, and only goes up; what is brought back is written anew.
                    unset($row['version'], $row['created_at']);

                    return $row;
                })
                ->all();
            sort($rows);
            $records[$table] = $rows;
        }

        return $records;
    }
}
