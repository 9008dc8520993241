<?php

declare(strict_types=1);

namespace App\Addresses\Directory;

use App\Support\Destination;
use App\Support\UnusableDestination;
use Illuminate\Http\Client\ConnectionException;
use Illuminate\Support\Facades\Http;
use PineSieve\Core\Addresses\Address;
use PineSieve\Core\Addresses\Directory\NoAnswer;
use PineSieve\Core\Addresses\Directory\PostalDirectory;
use PineSieve\Core\Addresses\Directory\Reply;

/** A postal directory over HTTP: POST /v1/verify with {"addresses": [{"id", ...parts}]} and the key as a bearer token (RFC 6750). */
final readonly class HttpDirectory implements PostalDirectory
{
    private const CONNECT_SECONDS = 5;

    /** A reply that is longer than this for each address is none. */
    private const BYTES_OF_ONE = 20_000;

    public function __construct(private DirectorySettings $settings) {}

    public function most(): int
    {
        return max(1, $this->settings->batch);
    }

    public function verify(array $addresses): Reply
    {
        if (!$this->settings->isSet()) {
            throw NoAnswer::none();
        }
        $asked = [];
        foreach ($addresses as $id => $address) {
            $asked[] = ['id' => (string) $id, ...$address->parts()];
        }
        try {
            $to = Destination::of(rtrim($this->settings->url, '/') . '/v1/verify', config('sieve.notice_hosts'));
            $response = Http::timeout($this->settings->timeout)
                ->connectTimeout(self::CONNECT_SECONDS)
                ->withoutRedirecting()
                ->withOptions($to->options())
                ->withToken($this->settings->key)
                ->acceptJson()
                ->post($to->url, ['addresses' => $asked]);
        } catch (UnusableDestination $error) {
            throw NoAnswer::unreachable(rtrim($error->getMessage(), '.'));
        } catch (ConnectionException) {
            throw NoAnswer::unreachable('no answer');
        }

        return match (true) {
            $response->status() === 429 => throw NoAnswer::busy((int) $response->header('Retry-After')),
            $response->serverError() => throw NoAnswer::broken($response->status()),
            !$response->successful() => throw NoAnswer::refused($response->status()),
            strlen($response->body()) > self::BYTES_OF_ONE * count($addresses) => throw NoAnswer::unreliable('it is too long'),
            default => Reply::of($response->json(), array_keys($addresses)),
        };
    }
}
