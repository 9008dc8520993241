<?php

declare(strict_types=1);

namespace App\Addresses\Directory;

use App\Support\Destination;
use App\Support\UnusableDestination;
use Closure;
use GuzzleHttp\Utils;
use Illuminate\Http\Client\ConnectionException;
use Illuminate\Http\Client\Response;
use Illuminate\Support\Facades\Http;
use LogicException;
use PineSieve\Core\Addresses\Directory\NoAnswer;
use PineSieve\Core\Addresses\Directory\PostalDirectory;
use PineSieve\Core\Addresses\Directory\Reply;
use Throwable;

/** A postal directory over HTTP: POST /v1/verify with {"addresses": [{"id", ...parts}]} and the key as a bearer token (RFC 6750). */
final readonly class HttpDirectory implements PostalDirectory
{
    private const CONNECT_SECONDS = 5;

    /** A reply that is longer than this for each address is none. */
    private const BYTES_OF_ONE = 20_000;

    /** @var callable  that the requests on their way share, so that one is sent while another is waited for */
    private mixed $handler;

    public function __construct(private DirectorySettings $settings)
    {
        $this->handler = Utils::chooseHandler();
    }

    public function most(): int
    {
        return max(1, $this->settings->batch);
    }

    public function ask(array $addresses): Closure
    {
        if (!$this->settings->isSet()) {
            return static fn(): Reply => throw NoAnswer::none();
        }
        $asked = [];
        foreach ($addresses as $id => $address) {
            $asked[] = ['id' => (string) $id, ...$address->parts()];
        }
        try {
            $to = Destination::of(rtrim($this->settings->url, '/') . '/v1/verify', config('sieve.notice_hosts'));
        } catch (UnusableDestination $error) {
            return static fn(): Reply => throw NoAnswer::unreachable(rtrim($error->getMessage(), '.'));
        }
        $request = Http::setHandler($this->handler)
            ->timeout($this->settings->timeout)
            ->connectTimeout(self::CONNECT_SECONDS)
            ->withoutRedirecting()
            ->withOptions($to->options())
            ->withToken($this->settings->key)
            ->acceptJson()
            ->async()
            ->post($to->url, ['addresses' => $asked])
            ->buildPromise();

        return static fn(): Reply => self::reply($request->wait(), array_keys($addresses));
    }

    /**
     * @param  list<array-key>  $asked
     *
     * @throws NoAnswer
     */
    private static function reply(mixed $response, array $asked): Reply
    {
        if ($response instanceof ConnectionException) {
            throw NoAnswer::unreachable('no answer');
        }
        if (!($response instanceof Response)) {
            throw $response instanceof Throwable ? $response : new LogicException('A request has a response.');
        }

        return match (true) {
            $response->status() === 429 => throw NoAnswer::busy((int) $response->header('Retry-After')),
            $response->serverError() => throw NoAnswer::broken($response->status()),
            !$response->successful() => throw NoAnswer::refused($response->status()),
            strlen($response->body()) > self::BYTES_OF_ONE * count($asked) => throw NoAnswer::unreliable('it is too long'),
            default => Reply::of($response->json(), $asked),
        };
    }
}
