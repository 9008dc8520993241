<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Accounts\Role;
use App\Accounts\User;
use App\Intakes\Intake;
use App\Intakes\IntakeState;
use Illuminate\Support\Facades\Auth;
use Illuminate\Support\Facades\DB;
use Illuminate\Testing\TestResponse;
use PHPUnit\Framework\Attributes\DataProvider;

/** What other programs may ask, by a token. */
final class ApiTest extends TestCase
{
    private const PEOPLE = <<<'CSV'
    First name,Last name,Email,City,State,Group,Birth date,Gift date,Gift amount,Fund
    Ann,Lee,ann@example.org,Portland,ME,Board,1960-02-03,2025-03-01,300.00,Nets
    Bo,Park,bo@example.org,Dover,NH,,,2024-05-05,80.00,Boats
    Cy,Nash,cy@example.org,,,,,,,

    CSV;

    protected function setUp(): void
    {
        parent::setUp();
        $this->as();
        $this->loaded(self::PEOPLE);
    }

    /** @param  list<string>  $abilities */
    private function token(array $abilities = ['read', 'bring in', 'export'], Role $role = Role::DataSteward): string
    {
        return (string) $this->as($role)
            ->postJson('/api/tokens', ['name' => 'Website', 'abilities' => $abilities, 'days' => 30])
            ->assertCreated()
            ->json('token');
    }

    /**
     * @param  array<string, mixed>  $body
     * @param  array<string, string>  $headers
     */
    private function ask(string $method, string $path, string $token, array $body = [], array $headers = []): TestResponse
    {
        Auth::forgetGuards();

        return $this->json($method, "/api/v1/{$path}", $body, ['Authorization' => "Bearer {$token}", ...$headers]);
    }

    /** @return iterable<string, array{string, string}> */
    public static function routes(): iterable
    {
        $routes = [
            ['GET', 'supporters', 'read'],
            ['GET', 'supporters/1', 'read'],
            ['GET', 'gifts', 'read'],
            ['GET', 'gifts/1', 'read'],
            ['GET', 'promises', 'read'],
            ['GET', 'promises/1', 'read'],
            ['GET', 'funds', 'read'],
            ['GET', 'searches', 'read'],
            ['POST', 'intakes', 'bring in'],
            ['GET', 'intakes/1', 'bring in'],
            ['GET', 'intakes/1/problems', 'bring in'],
            ['GET', 'intakes/1/proof', 'bring in'],
            ['POST', 'exports', 'export'],
            ['GET', 'exports/1', 'export'],
            ['GET', 'exports/1/file', 'export'],
        ];
        foreach ($routes as $route) {
            yield "{$route[0]} {$route[1]}" => $route;
        }
    }

    #[DataProvider('routes')]
    public function test_each_needs_a_token_that_may(string $method, string $path, string $ability): void
    {
        $this->ask($method, $path, '1|nothing')
            ->assertStatus(401)
            ->assertHeader('Content-Type', 'application/problem+json')
            ->assertJson(['type' => 'about:blank', 'title' => 'Unauthorized', 'status' => 401]);
        $others = array_values(array_diff(['read', 'bring in', 'export'], [$ability]));
        $this->ask($method, $path, $this->token($others))->assertStatus(403);
        self::assertNotContains($this->ask($method, $path, $this->token([$ability]))->getStatusCode(), [401, 403, 500]);
    }

    public function test_every_route_is_walked_and_described(): void
    {
        $routes = [];
        foreach (app('router')->getRoutes() as $route) {
            if (str_starts_with($route->uri(), 'api/v1') && !str_contains($route->uri(), '{any}')) {
                $routes[] = $route->methods()[0] . ' ' . preg_replace('/\{\w+\}/', '1', substr($route->uri(), 7));
            }
        }
        self::assertEqualsCanonicalizing(array_keys([...self::routes()]), $routes);
        $described = json_decode((string) file_get_contents(public_path('openapi.json')), true);
        self::assertSame('3.1.0', $described['openapi']);
        self::assertCount(
            count(array_unique(array_map(static fn(string $one): string => explode(' ', $one)[1], $routes))),
            $described['paths'],
        );
    }

    public function test_a_session_is_no_way_in(): void
    {
        $this->as()->getJson('/api/v1/supporters')->assertStatus(401);
    }

    public function test_supporters_page_by_page(): void
    {
        $token = $this->token(['read']);
        $first = $this->ask('GET', 'supporters?limit=2', $token)->assertOk()->assertHeader('X-RateLimit-Limit', '300');
        self::assertSame(['Ann Lee', 'Bo Park'], array_column($first->json('data'), 'name'));
        $next = $this->ask('GET', "supporters?limit=2&after={$first->json('next')}", $token)->assertJsonPath('next', null);
        self::assertSame(['Cy Nash'], array_column($next->json('data'), 'name'));

        $ann = $first->json('data.0');
        self::assertSame(['1960-02-03', ['Board']], [$ann['fields']['birth_date'], $ann['groups']]);
        self::assertSame(
            ['address.city' => 'Portland', 'address.state' => 'ME'],
            array_intersect_key($ann['addresses'][0]['fields'], ['address.city' => 1, 'address.state' => 1]),
        );
        self::assertSame($ann, $this->ask('GET', "supporters/{$ann['id']}", $token)->json());
        $this->ask('GET', 'supporters?limit=0x', $token)
            ->assertStatus(422)
            ->assertJson(['detail' => '"limit" must be a number up to 500.']);
        $this->ask('GET', 'supporters/999', $token)
            ->assertStatus(404)
            ->assertJson(['detail' => 'This supporter is not there.']);
        $this->ask('GET', 'nothing', $token)
            ->assertStatus(404)
            ->assertJson(['title' => 'Not Found']);
    }

    public function test_by_words_conditions_and_saved_searches(): void
    {
        $where = json_encode(['of' => [['of' => 'address.state', 'test' => 'is', 'values' => ['NH']]]], JSON_THROW_ON_ERROR);
        $this->postJson('/api/searches', ['name' => 'New Hampshire', 'query' => ['where' => $where]])->assertCreated();
        $token = $this->token(['read']);
        foreach (['q=park', 'where=' . rawurlencode($where), 'search=New+Hampshire'] as $query) {
            self::assertSame(['Bo Park'], array_column($this->ask('GET', "supporters?{$query}", $token)->json('data'), 'name'));
        }
        $this->ask('GET', 'supporters?search=None', $token)->assertStatus(422);
        $this->ask('GET', 'searches', $token)->assertJsonPath('data.0.supporters', 1);
        $this->ask('GET', 'funds', $token)->assertJsonPath('data.0', ['name' => 'Boats', 'kind' => 'fund', 'gifts' => 1]);
        self::assertSame(
            ['Boats'],
            array_column(array_column($this->ask('GET', 'gifts?fund=Boats', $token)->json('data'), 'fields'), 'gift.fund'),
        );
    }

    public function test_what_the_person_may_not_see_no_program_of_theirs_sees(): void
    {
        $this->as(Role::Administrator)
            ->patchJson('/api/fields/birth_date', ['see' => ['roles' => ['administrator'], 'users' => []]])
            ->assertOk();
        $token = $this->token(['read'], Role::Reader);
        self::assertArrayNotHasKey('birth_date', $this->ask('GET', 'supporters', $token)->json('data.0.fields'));
        $where = rawurlencode('{"of":[{"of":"birth_date","test":"is filled"}]}');
        $this->ask('GET', "supporters?where={$where}", $token)->assertStatus(422);
    }

    public function test_a_token_ends_with_the_account_with_its_days_and_when_it_is_ended(): void
    {
        $token = $this->token(['read']);
        $this->ask('GET', 'funds', $token)->assertOk();
        $user = User::query()->findOrFail($this->user()->id);
        $user->forceFill(['disabled_at' => now()])->save();
        $this->ask('GET', 'funds', $token)->assertStatus(401);
        $user->forceFill(['disabled_at' => null, 'must_change' => true])->save();
        $this->ask('GET', 'funds', $token)->assertStatus(401);
        $user->forceFill(['must_change' => false])->save();
        DB::table('personal_access_tokens')->update(['expires_at' => now()->subMinute()]);
        $this->ask('GET', 'funds', $token)->assertStatus(401);
        DB::table('personal_access_tokens')->update(['expires_at' => now()->addDay()]);
        $this->ask('GET', 'funds', $token)->assertOk();
        $id = $this->as()->getJson('/api/tokens')->assertJsonPath('tokens.0.is_over', false)->json('tokens.0.id');
        $this->as(Role::Reader)
            ->deleteJson("/api/tokens/{$id}")
            ->assertStatus(404);
        $this->as()
            ->deleteJson("/api/tokens/{$id}")
            ->assertOk()
            ->assertJsonPath('tokens', []);
        $this->ask('GET', 'funds', $token)->assertStatus(401);
        self::assertStringNotContainsString($token, (string) json_encode(DB::table('personal_access_tokens')->get()));
    }

    public function test_rows_are_brought_in_through_the_same_stages_and_only_once(): void
    {
        $token = $this->token();
        $body = [
            'name' => 'Web form',
            'load' => true,
            'rows' => [
                [
                    'First name' => 'Di',
                    'Last name' => ' Ossof',
                    'Email' => 'di@example.org',
                    'Gift date' => '2026-02-01',
                    'Gift amount' => 25.5,
                ],
                ['First name' => '', 'Last name' => '', 'Email' => 'nobody', 'Gift date' => '2026-02-01', 'Gift amount' => '5'],
            ],
        ];
        $made = $this->ask('POST', 'intakes', $token, $body, ['Idempotency-Key' => 'a1'])->assertCreated();
        $again = $this->ask('POST', 'intakes', $token, $body, ['Idempotency-Key' => 'a1'])
            ->assertCreated()
            ->assertHeader('Idempotency-Replayed', 'true');
        self::assertSame($made->json('id'), $again->json('id'));
        $this->ask('POST', 'intakes', $token, [...$body, 'name' => 'Other'], ['Idempotency-Key' => 'a1'])->assertStatus(422);
        self::assertSame(1, Intake::query()->where('file_name', 'rows.json')->count());

        $id = $made->json('id');
        $state = $this->ask('GET', "intakes/{$id}", $token)
            ->assertJson(['state' => IntakeState::Loaded->value, 'name' => 'Web form'])
            ->json();
        self::assertSame([1, 1], [$state['outcomes']['new'], $state['outcomes']['held']]);
        self::assertSame('25.50', DB::table('gifts')->orderByDesc('id')->value('amount'));
        self::assertSame('Ossof', DB::table('supporters')->orderByDesc('id')->value('last_name'));
        self::assertNotEmpty($this->ask('GET', "intakes/{$id}/problems", $token)->json('data'));
        $this->ask('GET', "intakes/{$id}/proof", $token)->assertJson(['balanced' => true, 'gifts_created' => 1]);
    }

    public function test_rows_wait_where_nobody_says_that_they_are_loaded(): void
    {
        $token = $this->token();
        $id = $this->ask('POST', 'intakes', $token, ['rows' => [['Last name' => 'Ames']]])
            ->assertCreated()
            ->json('id');
        $this->ask('GET', "intakes/{$id}", $token)->assertJson(['state' => IntakeState::Ready->value]);
        $this->ask('GET', "intakes/{$id}/proof", $token)->assertStatus(409);
        self::assertSame(0, DB::table('supporters')->where('last_name', 'Ames')->count());
    }

    public function test_rows_that_are_none(): void
    {
        $token = $this->token();
        $this->ask('POST', 'intakes', $token, ['rows' => [['Last name' => ['x']]]])
            ->assertStatus(422)
            ->assertJson(['detail' => 'Row 1: "Last name" must be text or a number.']);
        $this->ask('POST', 'intakes', $token, ['rows' => []])->assertStatus(422);
        $this->ask('POST', 'intakes', $token, ['rows' => [['a' => 1]], 'plan' => 'None'])->assertStatus(422);
        $this->as(Role::Reader)
            ->postJson('/api/tokens', ['name' => 'x', 'abilities' => ['bring in'], 'days' => 3])
            ->assertStatus(403);
    }

    public function test_a_file_is_asked_for_and_taken(): void
    {
        $token = $this->token(['export']);
        $id = $this->ask('POST', 'exports', $token, ['of' => 'gifts', 'format' => 'csv'])
            ->assertCreated()
            ->json('id');
        $this->ask('GET', "exports/{$id}", $token)->assertJson(['state' => 'done', 'rows' => 2]);
        $file = $this->ask('GET', "exports/{$id}/file", $token)->assertOk();
        self::assertStringContainsString('300.00', (string) file_get_contents($file->baseResponse->getFile()->getPathname()));
        $this->ask('GET', "exports/{$id}", $this->token(['export'], Role::Reader))->assertStatus(404);
    }

    public function test_who_asks_too_often_is_told_to_wait(): void
    {
        config(['sieve.requests_per_minute' => 2]);
        $token = $this->token(['read']);
        $this->ask('GET', 'funds', $token)->assertHeader('X-RateLimit-Remaining', '1');
        $this->ask('GET', 'funds', $token)->assertOk();
        $this->ask('GET', 'funds', $token)
            ->assertStatus(429)
            ->assertHeader('Retry-After')
            ->assertHeader('Content-Type', 'application/problem+json');
    }
}
