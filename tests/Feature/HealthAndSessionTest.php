<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Intakes\Heartbeat;
use App\Models\Role;
use Illuminate\Support\Facades\DB;

final class HealthAndSessionTest extends TestCase
{
    public function test_health_is_ok_only_with_a_worker_and_a_database(): void
    {
        $this->getJson('/api/health')->assertStatus(503)->assertExactJson(['status' => 'not ok', 'database' => 'ok', 'worker' => 'not ok']);

        app(Heartbeat::class)->beat();
        $this->getJson('/api/health')->assertOk()->assertExactJson(['status' => 'ok', 'database' => 'ok', 'worker' => 'ok']);

        DB::table('worker_signs')->update(['seen_at' => now()->subMinute()]);
        $this->getJson('/api/health')->assertStatus(503)->assertJson(['worker' => 'not ok']);

        config(['database.connections.mariadb.port' => 1]);
        DB::purge();
        $this->getJson('/api/health')->assertStatus(503)->assertExactJson(['status' => 'not ok', 'database' => 'not ok', 'worker' => 'not ok']);
        $this->refreshApplication();
    }

    public function test_signing_in_and_out(): void
    {
        $user = $this->user();
        $this->getJson('/api/session')->assertOk()->assertJson(['user' => null]);
        $this->postJson('/api/session', ['email' => $user->email, 'password' => 'wrong'])->assertStatus(422)->assertJson(['message' => 'Email and password do not fit together.']);
        $this->postJson('/api/session', ['email' => $user->email, 'password' => 'secret'])->assertOk()->assertJson(['user' => ['role' => 'data steward', 'may_load' => true]])->assertJsonMissingPath('user.password');
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
}
