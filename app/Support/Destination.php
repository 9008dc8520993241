<?php

declare(strict_types=1);

namespace App\Support;

use Closure;

/**
 * Another system that is asked or told something. An address of the own network, or of the machine itself, would let whoever may set one
 * reach what nobody outside can: only public addresses are taken, after the name was looked up, and what is sent goes to the one that was
 * looked at. Hosts that the settings list (NOTICE_HOSTS, "host:port" with commas) are reached wherever they are.
 */
final readonly class Destination
{
    /** Ranges that stand for an address of another network: NAT64 (RFC 6052), 6to4 (RFC 3056), multicast (RFC 4291, RFC 5771). */
    private const NOT_PUBLIC = '/^(?:64:ff9b:|2002:|ff[0-9a-f]{2}:|22[4-9]\.|23\d\.)/i';

    /** @param  ?string  $address  IP address that the notice has to go to; null to leave that to the name */
    private function __construct(public string $url, private string $host, private int $port, public ?string $address) {}

    /**
     * @param  list<string>  $listed  hosts with ports that are taken wherever they are
     * @param  ?Closure(string): list<string>  $lookUp  IP addresses of a name; null for the system's
     *
     * @throws UnusableDestination if it has no public address
     */
    public static function of(string $url, array $listed, ?Closure $lookUp = null): self
    {
        $parts = parse_url($url);
        $host = strtolower(trim((string) ($parts['host'] ?? ''), '[]'));
        $port = $parts['port'] ?? (($parts['scheme'] ?? '') === 'https' ? 443 : 80);
        if (in_array("{$host}:{$port}", $listed, true)) {
            return new self($url, $host, $port, null);
        }
        $addresses = filter_var($host, FILTER_VALIDATE_IP) !== false ? [$host] : ($lookUp ?? self::lookUp(...))($host);
        if ($addresses === []) {
            throw new UnusableDestination("The name \"{$host}\" is not known.", false);
        }
        foreach ($addresses as $address) {
            if (
                filter_var($address, FILTER_VALIDATE_IP, FILTER_FLAG_GLOBAL_RANGE) === false ||
                preg_match(self::NOT_PUBLIC, $address) === 1
            ) {
                throw new UnusableDestination(
                    "\"{$host}\" is not on the public internet, and nothing is sent elsewhere unless NOTICE_HOSTS in the settings lists {$host}:{$port}.",
                    true,
                );
            }
        }

        return new self($url, $host, $port, $addresses[0]);
    }

    /** @return array<string, mixed> options of the client: the name is not looked up a second time */
    public function options(): array
    {
        return $this->address === null || $this->address === $this->host
            ? []
            : [
                'curl' => [
                    CURLOPT_RESOLVE => [
                        "{$this->host}:{$this->port}:" . (str_contains($this->address, ':') ? "[{$this->address}]" : $this->address),
                    ],
                ],
            ];
    }

    /** @return list<string> */
    private static function lookUp(string $host): array
    {
        $six = @dns_get_record($host, DNS_AAAA);

        return [...gethostbynamel($host) ?: [], ...array_column($six === false ? [] : $six, 'ipv6')];
    }
}
