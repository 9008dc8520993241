<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\Role;
use App\Models\SavedPlan;
use Illuminate\Routing\Route;
use PHPUnit\Framework\Attributes\DataProvider;

/** Every route, for every role and for nobody. */
final class AccessTest extends TestCase
{
    /** Routes that read, open to all who are signed in. */
    private const READ = [
        'GET api/today', 'GET api/fields', 'GET api/intakes', 'GET api/intakes/{intake}', 'GET api/intakes/{intake}/source', 'GET api/intakes/{intake}/columns', 'GET api/intakes/{intake}/columns/{column}', 'GET api/intakes/{intake}/columns/{column}/table', 'POST api/intakes/{intake}/columns/{column}/preview', 'GET api/intakes/{intake}/findings',
        'GET api/intakes/{intake}/rows/{number}', 'GET api/intakes/{intake}/rows/{number}/match', 'GET api/intakes/{intake}/checks', 'GET api/intakes/{intake}/problems', 'GET api/intakes/{intake}/matches',
        'GET api/intakes/{intake}/addresses', 'GET api/intakes/{intake}/preview', 'GET api/intakes/{intake}/proof', 'GET api/intakes/{intake}/records', 'GET api/intakes/{intake}/held.csv',
        'GET api/supporters', 'GET api/supporters/{supporter}', 'GET api/gifts',
    ];

    /** Routes that change something, or that only those need who may. */
    private const LOAD = [
        'GET api/template', 'GET api/plans', 'GET api/plans/{plan}', 'GET api/plans/{plan}/file', 'POST api/plans', 'POST api/plans/{plan}/copy', 'PATCH api/plans/{plan}', 'POST api/fields', 'POST api/intakes/{intake}/findings', 'PATCH api/intakes/{intake}/plan', 'POST api/intakes', 'PATCH api/intakes/{intake}', 'DELETE api/intakes/{intake}', 'POST api/intakes/{intake}/sift', 'POST api/intakes/{intake}/continue', 'PATCH api/intakes/{intake}/source',
        'POST api/intakes/{intake}/columns/accept', 'POST api/intakes/{intake}/columns/leave', 'PATCH api/intakes/{intake}/columns/{column}', 'POST api/intakes/{intake}/plan', 'PUT api/intakes/{intake}/plan', 'POST api/intakes/{intake}/edits', 'POST api/intakes/{intake}/edits/blank',
        'DELETE api/intakes/{intake}/edits', 'POST api/intakes/{intake}/trial', 'POST api/intakes/{intake}/load', 'GET api/intakes/{intake}/undo', 'POST api/intakes/{intake}/undo', 'DELETE api/plans/{plan}',
    ];

    private int $plan = 1;

    private const OPEN = ['GET api/health', 'GET api/session', 'POST api/session', 'DELETE api/session'];

    public function test_no_route_is_forgotten_here(): void
    {
        $routes = [];
        foreach (app('router')->getRoutes() as $route) {
            assert($route instanceof Route);
            if (str_starts_with($route->uri(), 'api/') && ! str_contains($route->uri(), '{any}')) {
                $routes[] = $route->methods()[0].' '.$route->uri();
            }
        }

        self::assertEqualsCanonicalizing([...self::READ, ...self::LOAD, ...self::OPEN], $routes);
    }

    /** @return iterable<string, array{Role}> */
    public static function roles(): iterable
    {
        foreach (Role::cases() as $role) {
            yield $role->value => [$role];
        }
    }

    #[DataProvider('roles')]
    public function test_what_a_role_may(Role $role): void
    {
        $intake = $this->loaded("First name,Last name,Email\nAnn,Lee,ann@example.org\n");
        $this->plan = SavedPlan::query()->create(['name' => 'Monthly', 'plan' => $intake->plan, 'settings' => []])->id;
        $this->as($role);
        foreach (self::READ as $route) {
            $status = $this->call(...$this->asked($route, $intake->id))->getStatusCode();
            self::assertContains($status, [200, 302, 422], "{$role->value}: {$route} answered {$status}");
        }
        foreach (self::LOAD as $route) {
            [$method, $path] = $this->asked($route, $intake->id);
            $status = $this->json($method, $path)->getStatusCode();
            self::assertSame($role->mayLoad(), $status !== 403, "{$role->value}: {$route} answered {$status}");
        }
    }

    public function test_nobody_gets_anything_without_signing_in(): void
    {
        $intake = $this->loaded("First name,Last name\nAnn,Lee\n");
        app('auth')->forgetGuards();
        foreach ([...self::READ, ...self::LOAD] as $route) {
            [$method, $path] = $this->asked($route, $intake->id);
            $this->json($method, $path)->assertStatus(401);
        }
    }

    public function test_an_address_that_is_not_there(): void
    {
        $this->as()->getJson('/api/nothing')->assertStatus(404)->assertJson(['message' => 'There is nothing at this address.']);
        $this->getJson('/api/intakes/999')->assertStatus(404);
        $this->getJson('/api/supporters/999')->assertStatus(404);
    }

    /** @return array{string, string} */
    private function asked(string $route, int $intake): array
    {
        [$method, $path] = explode(' ', $route);

        return [$method, '/'.strtr($path, ['{intake}' => (string) $intake, '{column}' => '0', '{number}' => '2', '{supporter}' => '1', '{plan}' => (string) $this->plan])];
    }
}
