<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Connections\Connection;
use Illuminate\Http\Client\Request;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\Http;
use PineSieve\StandIns\Giving\Desk;
use PineSieve\StandIns\Giving\Till;

/** The stand-in for a giving platform, which answers within the test as the real one does. */
abstract class PullingTestCase extends TestCase
{
    protected const ADDRESS = 'https://giving.test/giving/v1/charges';

    protected string $file;

    /** @var list<string> addresses that were asked */
    protected array $asked = [];

    protected int $calls = 0;

    protected function setUp(): void
    {
        parent::setUp();
        config(['sieve.notice_hosts' => ['giving.test:443']]);
        $this->file = (string) tempnam(sys_get_temp_dir(), 'giving');
        Http::preventStrayRequests();
        Http::fake(function (Request $request) {
            $this->asked[] = $request->url();
            parse_str((string) parse_url($request->url(), PHP_URL_QUERY), $query);
            $desk = new Desk($this->file);
            [$status, $headers, $body] = (new Till($desk->charges()))->take(
                $request->header('Authorization')[0] ?? '',
                $query,
                $desk->quirks(),
                ++$this->calls,
            );

            return Http::response($body, $status, $headers);
        });
    }

    protected function tearDown(): void
    {
        @unlink($this->file);
        parent::tearDown();
    }

    /** @return array<string, mixed> */
    protected static function carried(): array
    {
        $carried = json_decode((string) file_get_contents(base_path('demo/skerry-giving.json')), true);

        return [...$carried['form'], 'address' => self::ADDRESS, 'notices' => false];
    }

    /** @param  array<string, mixed>  $form */
    protected function connected(array $form = [], string $key = Till::KEY): Connection
    {
        $id = $this->as()
            ->postJson('/api/connections', ['name' => 'Skerry Giving', 'form' => [...self::carried(), ...$form], 'key' => $key])
            ->assertCreated()
            ->json('connection.id');

        return Connection::query()->findOrFail($id);
    }

    /** @return array{int, array<string, mixed>} exit code, and what was printed */
    protected function pulled(string ...$options): array
    {
        $parameters = ['name' => 'Skerry Giving', '--json' => true];
        foreach ($options as $option) {
            [$name, $value] = explode('=', $option, 2) + [1 => '1'];
            $parameters[$name] = $value === '1' ? true : $value;
        }
        $code = Artisan::call('connection:pull', $parameters);

        return [$code, (array) json_decode(Artisan::output(), true)];
    }

    /** A time as the platform writes it: what it is asked for goes back a few days from now. */
    protected static function ago(int $hours): string
    {
        return now('UTC')->subHours($hours)->format('Y-m-d\TH:i:s\Z');
    }

    /** @param  array<string, mixed>  $form */
    protected function did(array $form, ?string $now = null): void
    {
        (new Desk($this->file))->did($form, $now ?? self::ago(24));
    }
}
