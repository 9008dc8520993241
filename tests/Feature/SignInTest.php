<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Accounts\Passwords;
use App\Accounts\Role;
use App\Accounts\User;
use Illuminate\Support\Facades\Cache;
use Illuminate\Support\Facades\DB;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\TestWith;
use Symfony\Component\Process\Process;

/** Who gets in, and who is slowed down on the way. */
final class SignInTest extends TestCase
{
    private const GOOD = 'tulip quarry 7 anvils';

    protected function setUp(): void
    {
        parent::setUp();
        Cache::flush();
    }

    #[TestWith(['  DataSteward@Example.ORG ', 200])]
    #[TestWith(['dåtasteward@example.org', 422])]
    #[TestWith(['datastewárd@example.org', 422])]
    #[TestWith(['ｄatasteward@example.org', 422])]
    #[TestWith(["data\u{200b}steward@example.org", 422])]
    public function test_emails_are_the_same_but_for_capitals(string $email, int $status): void
    {
        $this->user();
        $this->postJson('/api/session', ['email' => $email, 'password' => 'secret'])->assertStatus($status);
    }

    public function test_no_spelling_of_an_account_gets_more_guesses(): void
    {
        $this->user();
        foreach (range(1, 30) as $i) {
            $spelling = $i % 3 === 0 ? 'DATASTEWARD@example.org' : ($i % 3 === 1 ? 'datasteward@example.org ' : 'dataSteward@Example.org');
            $this->postJson('/api/session', ['email' => $spelling, 'password' => 'x'])->assertStatus($i <= 10 ? 422 : 429);
        }
        $this->postJson('/api/session', ['email' => ['a'], 'password' => 'x'])->assertStatus(422);
    }

    public function test_signing_in_often_keeps_nobody_out(): void
    {
        $this->user();
        foreach (range(1, 80) as $_) {
            $this->postJson('/api/session', ['email' => 'datasteward@example.org', 'password' => 'secret'])->assertOk();
        }
    }

    public function test_only_a_trusted_proxy_says_where_a_request_comes_from(): void
    {
        $this->user();
        $from = fn(string $proxy, string $client, string $host = 'localhost'): int => $this->postJson(
            "http://{$host}/api/session",
            ['email' => 'someone@example.org', 'password' => 'x'],
            ['REMOTE_ADDR' => $proxy, 'X-Forwarded-For' => $client],
        )->getStatusCode();
        foreach (range(1, 12) as $i) {
            // A header that anyone can send does not make another client of one, whatever name the server is called by.
            self::assertSame(
                $i <= 10 ? 422 : 429,
                $from('203.0.113.9', "198.51.100.{$i}", $i % 2 === 0 ? 'localhost' : 'x.on-forge.com'),
                "Try {$i}",
            );
        }
        Cache::flush();
        config(['trustedproxy.proxies' => ['203.0.113.0/24']]);
        foreach (range(1, 12) as $i) {
            self::assertSame(422, $from('203.0.113.9', "198.51.100.{$i}"));
        }
        self::assertSame('198.51.100.12', DB::table('audit')->orderByDesc('id')->value('ip_address'));
    }

    public function test_guessing_the_present_password_is_slow_and_told(): void
    {
        $this->as();
        foreach (range(1, 15) as $i) {
            $this->putJson('/api/password', ['current' => "guess {$i}", 'password' => self::GOOD])->assertStatus($i <= 10 ? 422 : 429);
        }
        self::assertSame(
            10,
            DB::table('audit')->where('kind', 'sign-in refused')->where('what', 'like', 'Gave a wrong current password%')->count(),
        );
        $this->putJson('/api/password', ['current' => 'secret', 'password' => self::GOOD])->assertStatus(429);
        $this->travel(61)->seconds();
        $this->putJson('/api/password', ['current' => 'secret', 'password' => self::GOOD])->assertOk();
    }

    /** @return iterable<string, array{string, bool}> password, whether it is taken */
    public static function passwords(): iterable
    {
        foreach (
            [
                'password1234',
                'P@ssw0rd2024!',
                'aaaaaaaaaaaa',
                'abcabcabcabc',
                'Qwertyuiop12',
                '123456789012',
                '987654321012',
                '1q2w3e4r5t6y',
                'welcome12345',
                'Summer2026!!!!',
                'iloveyou-1234',
                'letmein letmein',
                '!!!!!!!!!!!!!!',
                'short-one',
                'ternharbor2026',
                'Marchetti-Odile-1',
                'my-steward-12',
                '1122112211221',
                'mondaytuesday1',
            ]
            as $weak
        ) {
            yield $weak => [$weak, false];
        }
        foreach (
            [
                'a-good-long-one',
                self::GOOD,
                'kZ8s0Qw1mPx7',
                'Ünverwechselbar',
                'seven herons eat pears',
                '鶴は千年亀は万年と言うけれど',
                'harbor dawn over kelp',
            ]
            as $good
        ) {
            yield $good => [$good, true];
        }
    }

    #[DataProvider('passwords')]
    public function test_what_is_easy_to_guess_is_not_taken(string $password, bool $isTaken): void
    {
        $fault = Passwords::fault($password, ['Odile Marchetti', 'steward', 'Tern Harbor Seabird Rescue']);

        self::assertSame($isTaken, $fault === null, (string) $fault);
    }

    public function test_a_password_that_was_given_has_to_be_replaced(): void
    {
        $this->as(Role::Administrator);
        $made = $this->postJson('/api/people', ['name' => 'New', 'email' => 'New@Example.org', 'role' => 'data steward'])
            ->assertCreated()
            ->json();
        self::assertSame('new@example.org', User::query()->find($made['id'])?->email);
        $this->deleteJson('/api/session');
        $this->app['auth']->forgetGuards();

        $this->postJson('/api/session', ['email' => 'new@example.org', 'password' => $made['password']])
            ->assertOk()
            ->assertJson(['user' => ['must_change' => true]]);
        $this->getJson('/api/supporters')
            ->assertStatus(403)
            ->assertJson(['message' => 'Choose a password of your own first: the one you have was given to you.']);
        $this->getJson('/api/session')->assertOk();
        $this->putJson('/api/password', ['current' => $made['password'], 'password' => $made['password']])->assertStatus(422);
        $this->putJson('/api/password', ['current' => $made['password'], 'password' => self::GOOD])->assertOk();
        $this->getJson('/api/supporters')->assertOk();
        $this->getJson('/api/session')->assertJson(['user' => ['must_change' => false]]);

        $this->as(Role::Administrator)
            ->patchJson("/api/people/{$made['id']}", ['new_password' => true])
            ->assertOk();
        self::assertTrue(User::query()->find($made['id'])?->must_change);
    }

    /** @return iterable<string, array{?string, int, string}> what ADMIN_PASSWORD says, exit code, output */
    public static function firstPasswords(): iterable
    {
        yield 'none' => [null, 0, '~^The first sign-in is admin@example\.org with the password \w{20}\. It is shown only once, here\.$~'];
        yield 'one of your own' => [self::GOOD, 0, '~with the password of ADMIN_PASSWORD\.$~'];
        yield 'a bad one' => ['password1234', 2, '~^ADMIN_PASSWORD is not taken\. This password is one of those that are tried first~'];
    }

    #[DataProvider('firstPasswords')]
    public function test_an_empty_start_has_no_password_that_others_know(?string $given, int $code, string $says): void
    {
        DB::table('users')->delete();
        $run = new Process([PHP_BINARY, base_path('artisan'), 'sieve:prepare', '--empty'], base_path(), [
            'DATA_DIR' => (string) getenv('DATA_DIR'),
            'APP_ENV' => 'testing',
            'ADMIN_PASSWORD' => $given ?? '',
        ]);
        $run->run();

        self::assertSame($code, $run->getExitCode(), $run->getErrorOutput());
        self::assertMatchesRegularExpression($says, trim($run->getOutput() . $run->getErrorOutput()));
        self::assertStringNotContainsString(self::GOOD, $run->getOutput());
        self::assertSame($code === 0 ? [(int) ($given === null)] : [], DB::table('users')->pluck('must_change')->all());
        self::assertSame(0, DB::table('webhooks')->count());
    }
}
