<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Accounts\Role;
use App\Intakes\Heartbeat;
use Illuminate\Support\Facades\DB;

final class HealthAndSessionTest extends TestCase
{
    public function test_health_is_ok_only_with_a_worker_and_a_database(): void
    {
        $this->getJson('/api/health')
            ->assertStatus(503)
            ->assertExactJson(['status' => 'not ok', 'database' => 'ok', 'worker' => 'not ok']);

        app(Heartbeat::class)->beat();
        $this->getJson('/api/health')
            ->assertOk()
            ->assertExactJson(['status' => 'ok', 'database' => 'ok', 'worker' => 'ok']);

        DB::table('worker_signs')->update(['seen_at' => now()->subMinute()]);
        $this->getJson('/api/health')
            ->assertStatus(503)
            ->assertJson(['worker' => 'not ok']);

        config(['database.connections.mariadb.port' => 1]);
        DB::purge();
        $this->getJson('/api/health')
            ->assertStatus(503)
            ->assertExactJson(['status' => 'not ok', 'database' => 'not ok', 'worker' => 'not ok']);
        $this->refreshApplication();
    }

    public function test_signing_in_and_out(): void
    {
        $user = $this->user();
        $this->getJson('/api/session')
            ->assertOk()
            ->assertJson(['user' => null]);
        $this->postJson('/api/session', ['email' => $user->email, 'password' => 'wrong'])
            ->assertStatus(422)
            ->assertJson(['message' => 'Email and password do not match.']);
        $this->postJson('/api/session', ['email' => $user->email, 'password' => 'secret'])
            ->assertOk()
            ->assertJson(['user' => ['role' => 'data steward', 'may_load' => true]])
            ->assertJsonMissingPath('user.password');
        $this->deleteJson('/api/session')->assertOk();
        $this->assertGuest();
    }

    public function test_guessing_is_slowed_down(): void
    {
        $user = $this->user(Role::Reader);
        for ($i = 0; $i < 10; $i++) {
            $this->postJson('/api/session', ['email' => $user->email, 'password' => 'wrong'])->assertStatus(422);
        }
        $this->postJson('/api/session', ['email' => $user->email, 'password' => 'secret'])->assertStatus(429);
    }

    public function test_answers_carry_a_strict_policy(): void
    {
        $policy = (string) $this->getJson('/api/session')->headers->get('Content-Security-Policy');

        self::assertStringContainsString("default-src 'self'", $policy);
        self::assertStringNotContainsString('unsafe-eval', $policy);
    }

    public function test_without_a_database_every_answer_says_so_in_words(): void
    {
        $this->as();
        config(['database.connections.mariadb.port' => 1]);
        DB::purge();

        $read = $this->getJson('/api/supporters')->assertStatus(503);
        $write = $this->postJson('/api/supporters', ['draft' => ['kind' => 'person', 'fields' => ['name.last' => 'Lee']]])->assertStatus(
            503,
        );

        self::assertSame('The database does not answer. See whether it runs, then go on.', $read->json('message'));
        self::assertSame(
            'The database does not answer. See whether it runs, then go on. What you just did was not saved.',
            $write->json('message'),
        );
        $this->refreshApplication();
    }

    public function test_a_full_disk_is_said_in_words(): void
    {
        $this->as();
        DB::listen(static function ($query): void {
            if (str_contains($query->sql, 'insert')) {
                throw tap(
                    new \PDOException('Disk full (/tmp/x); waiting for someone to free some space...'),
                    static fn(\PDOException $error) => ($error->errorInfo = ['HY000', 1021, 'Disk full']),
                );
            }
        });

        $answer = $this->postJson('/api/supporters', ['draft' => ['kind' => 'person', 'fields' => ['name.last' => 'Lee']]]);
        self::assertSame(
            [503, 'The disk is full. Make room on it, then go on. What you just did was not saved.'],
            [$answer->getStatusCode(), $answer->json('message')],
        );
        $this->refreshApplication();
        self::assertSame(0, DB::table('supporters')->count());
    }
}
