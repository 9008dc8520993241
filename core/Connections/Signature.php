<?php

declare(strict_types=1);

namespace PineSieve\Core\Connections;

/** How the notices of another system are signed, so that nobody else's are taken (HMAC, RFC 2104). */
final readonly class Signature
{
    private const HEADER = '/^[A-Za-z0-9-]{1,60}$/D';

    private const ALGORITHMS = ['sha256', 'sha384', 'sha512'];

    private const ENCODINGS = ['hex', 'base64'];

    /** Seconds, at most, that a notice may be old. */
    private const OLDEST = 86400;

    /**
     * @param  string  $header  that the signature stands in
     * @param  string  $before  what stands before it there: "sha256="
     * @param  string  $timeHeader  that says when it was sent; '' if nothing does. It is signed with the body: "TIME.BODY"
     * @param  int  $seconds  how old a notice may be
     */
    private function __construct(
        public string $header,
        public string $algorithm,
        public string $encoding,
        public string $before,
        public string $timeHeader,
        public int $seconds,
    ) {}

    /**
     * @param  array<string, mixed>  $data  of a ConnectionForm; "notice_header" and its like
     *
     * @throws UnusableConnection
     */
    public static function of(array $data): self
    {
        $text = static fn(string $key, string $usual): string => is_string($data[$key] ?? null) && trim($data[$key]) !== ''
            ? trim($data[$key])
            : $usual;
        $seconds = $data['notice_seconds'] ?? 300;
        $self = new self(
            $text('notice_header', 'Signature'),
            $text('notice_algorithm', 'sha256'),
            $text('notice_encoding', 'hex'),
            $text('notice_before', ''),
            $text('notice_time_header', ''),
            is_numeric($seconds) ? (int) $seconds : 0,
        );
        $says = match (true) {
            !in_array($self->algorithm, self::ALGORITHMS, true) => 'The algorithm must be ' . implode(', ', self::ALGORITHMS) . '.',
            !in_array($self->encoding, self::ENCODINGS, true) => 'The signature must be written as hex or base64.',
            preg_match(self::HEADER, $self->header) !== 1 => "\"{$self->header}\" is no name of a header.",
            $self->timeHeader !== '' && preg_match(self::HEADER, $self->timeHeader) !== 1
                => "\"{$self->timeHeader}\" is no name of a header.",
            strlen($self->before) > 60 => 'What stands before the signature has 60 signs at most.',
            $self->seconds < 1 || $self->seconds > self::OLDEST => 'A notice may be 1 to ' . self::OLDEST . ' seconds old.',
            default => '',
        };

        return $says === '' ? $self : throw new UnusableConnection($says);
    }

    /** @return array<string, string|int> as a ConnectionForm has it */
    public function toArray(): array
    {
        return [
            'notice_header' => $this->header,
            'notice_algorithm' => $this->algorithm,
            'notice_encoding' => $this->encoding,
            'notice_before' => $this->before,
            'notice_time_header' => $this->timeHeader,
            'notice_seconds' => $this->seconds,
        ];
    }

    /**
     * @param  string  $signed  value of the header
     * @param  string  $time  value of the header that says when it was sent: seconds since 1970
     * @param  int  $now  seconds since 1970
     */
    public function isGenuine(string $body, string $signed, string $time, string $key, int $now): bool
    {
        if ($key === '' || !str_starts_with($signed, $this->before)) {
            return false;
        }
        if ($this->timeHeader !== '' && (preg_match('/^\d{1,12}$/D', $time) !== 1 || abs($now - (int) $time) > $this->seconds)) {
            return false;
        }
        $mac = hash_hmac($this->algorithm, $this->timeHeader === '' ? $body : "{$time}.{$body}", $key, true);
        $given = substr($signed, strlen($this->before));

        return hash_equals(
            $this->encoding === 'hex' ? bin2hex($mac) : base64_encode($mac),
            $this->encoding === 'hex' ? strtolower($given) : $given,
        );
    }
}
