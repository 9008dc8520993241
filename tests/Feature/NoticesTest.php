<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Accounts\Role;
use App\Notices\DeliverNotices;
use App\Notices\Webhook;
use App\Support\Destination;
use App\Support\UnusableDestination;
use Illuminate\Http\Client\ConnectionException;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Http;
use PHPUnit\Framework\Attributes\DataProvider;

/** Notices to other systems reach those and nothing else. */
final class NoticesTest extends TestCase
{
    /** @return iterable<array{string, list<string>, bool}> address, what its name stands for, whether a notice goes there */
    public static function destinations(): iterable
    {
        yield ['https://hooks.example.org/in', ['93.184.215.14'], true];
        yield ['https://hooks.example.org/in', ['2606:2800:21f:cb07:6820:80da:af6b:8b2c'], true];
        yield ['https://hooks.example.org/in', ['93.184.215.14', '10.0.0.7'], false];
        yield ['https://hooks.example.org/in', ['127.0.0.1'], false];
        yield ['http://localhost:8080/', ['127.0.0.1'], false];
        yield ['http://127.0.0.1:8080/', [], false];
        yield ['http://[::1]/', [], false];
        yield ['http://[::ffff:127.0.0.1]/', [], false];
        yield ['http://[64:ff9b::a00:1]/', [], false];
        yield ['http://[2002:a00:1::]/', [], false];
        yield ['http://169.254.169.254/latest', [], false];
        yield ['http://100.64.0.1/', [], false];
        yield ['http://224.0.0.1/', [], false];
        yield ['http://0x7f.1/', ['127.0.0.1'], false];
        yield ['http://2130706433/', ['127.0.0.1'], false];
        yield ['http://user@10.0.0.5/', [], false];
        yield ['http://10.0.0.5:8443/', [], true];
        yield ['http://10.0.0.5:8444/', [], false];
        yield ['http://nowhere.example/', [], false];
    }

    /** @param  list<string>  $addresses */
    #[DataProvider('destinations')]
    public function test_only_public_addresses_are_reached(string $url, array $addresses, bool $goes): void
    {
        try {
            $to = Destination::of($url, ['10.0.0.5:8443'], static fn(): array => $addresses);
            self::assertTrue($goes);
            // What was looked at is what is reached.
            self::assertSame(
                $addresses === []
                    ? []
                    : [
                        str_contains($addresses[0], ':')
                            ? "hooks.example.org:443:[{$addresses[0]}]"
                            : "hooks.example.org:443:{$addresses[0]}",
                    ],
                $to->options()['curl'][CURLOPT_RESOLVE] ?? [],
            );
        } catch (UnusableDestination) {
            self::assertFalse($goes);
        }
    }

    public function test_an_address_of_the_own_network_can_not_be_set(): void
    {
        $this->as(Role::Administrator);
        $this->postJson('/api/webhooks', ['name' => 'Inside', 'url' => 'http://192.168.1.4/admin'])
            ->assertStatus(422)
            ->assertJsonFragment([
                'message' =>
                    '"192.168.1.4" is not on the public internet, and nothing is sent elsewhere unless NOTICE_HOSTS in the settings lists 192.168.1.4:80.',
            ]);
        $hook = Webhook::query()->create(['name' => 'Other', 'url' => 'https://93.184.215.14/', 'secret' => 'x']);
        $this->patchJson("/api/webhooks/{$hook->id}", ['url' => 'http://169.254.169.254/'])->assertStatus(422);
        self::assertSame(['https://93.184.215.14/'], Webhook::query()->pluck('url')->all());
    }

    public function test_what_is_answered_is_not_shown_and_no_redirect_is_followed(): void
    {
        $answers = [
            Http::response('<h1>the secret page</h1>', 500),
            Http::response('', 302, ['Location' => 'http://127.0.0.1/']),
            static fn(): never => throw new ConnectionException('cURL error 7: Failed to connect to 10.0.0.9'),
        ];
        Http::fake(static function () use (&$answers) {
            $answer = array_shift($answers);

            return is_callable($answer) ? $answer() : $answer;
        });
        $inside = Webhook::query()->create(['name' => 'Inside now', 'url' => 'http://10.0.0.9/', 'secret' => 'x']);
        Webhook::query()->create(['name' => 'Other', 'url' => 'https://93.184.215.14/', 'secret' => 'x']);
        foreach (Webhook::query()->pluck('id') as $hook) {
            foreach (range(1, $hook === $inside->id ? 1 : 3) as $_) {
                DB::table('deliveries')->insert([
                    'webhook_id' => $hook,
                    'event' => 'supporters.changed',
                    'body' => '{}',
                    'created_at' => now(),
                ]);
            }
        }
        (new DeliverNotices())->handle();

        $said = $this->as(Role::Administrator)->getJson('/api/webhooks')->json('notices');
        self::assertCount(4, $said);
        self::assertStringNotContainsString('secret page', (string) json_encode($said));
        self::assertStringNotContainsString('cURL', (string) json_encode($said));
        self::assertStringContainsString('not on the public internet', $said[3]['answer']);
        foreach (Http::recorded() as [$request]) {
            self::assertStringNotContainsString('127.0.0.1', $request->url());
            self::assertStringNotContainsString('10.0.0.9', $request->url());
        }
    }
}
