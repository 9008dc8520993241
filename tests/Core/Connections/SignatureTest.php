<?php

declare(strict_types=1);

namespace Tests\Core\Connections;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use PineSieve\Core\Connections\Signature;
use PineSieve\Core\Connections\UnusableConnection;

/** Notices that another system signed, and those that somebody else did. */
final class SignatureTest extends TestCase
{
    private const NOW = 1_800_000_000;

    private const BODY = '{"id":"88"}';

    /** @return iterable<string, array{array<string, mixed>, string, string, bool}> */
    public static function notices(): iterable
    {
        $mac = static fn(string $text, string $algorithm = 'sha256', string $key = 'key'): string => hash_hmac($algorithm, $text, $key);
        $time = (string) self::NOW;
        $timed = ['notice_time_header' => 'Sent'];
        yield 'of the body' => [[], $mac(self::BODY), '', true];
        yield 'in capitals' => [[], strtoupper($mac(self::BODY)), '', true];
        yield 'with another key' => [[], $mac(self::BODY, 'sha256', 'other'), '', false];
        yield 'of another body' => [[], $mac('{"id":"89"}'), '', false];
        yield 'none' => [[], '', '', false];
        yield 'behind a name' => [['notice_before' => 'sha256='], 'sha256=' . $mac(self::BODY), '', true];
        yield 'without the name' => [['notice_before' => 'sha256='], $mac(self::BODY), '', false];
        yield 'of more signs' => [['notice_algorithm' => 'sha512'], $mac(self::BODY, 'sha512'), '', true];
        yield 'in base64' => [['notice_encoding' => 'base64'], base64_encode((string) hex2bin($mac(self::BODY))), '', true];
        yield 'with its time' => [$timed, $mac("{$time}." . self::BODY), $time, true];
        yield 'with a time that is not signed' => [$timed, $mac(self::BODY), $time, false];
        yield 'without its time' => [$timed, $mac('.' . self::BODY), '', false];
        $old = (string) (self::NOW - 301);
        yield 'too old' => [$timed, $mac("{$old}." . self::BODY), $old, false];
        yield 'old, and that may be' => [[...$timed, 'notice_seconds' => 600], $mac("{$old}." . self::BODY), $old, true];
        $ahead = (string) (self::NOW + 301);
        yield 'from another time to come' => [$timed, $mac("{$ahead}." . self::BODY), $ahead, false];
        yield 'a time that is none' => [$timed, $mac('now.' . self::BODY), 'now', false];
    }

    /** @param  array<string, mixed>  $settings */
    #[DataProvider('notices')]
    public function test_a_notice_is_genuine(array $settings, string $signed, string $time, bool $isGenuine): void
    {
        self::assertSame($isGenuine, Signature::of($settings)->isGenuine(self::BODY, $signed, $time, 'key', self::NOW));
        self::assertFalse(Signature::of($settings)->isGenuine(self::BODY, $signed, $time, '', self::NOW), 'Without a key nothing is.');
    }

    /** @return iterable<string, array{array<string, mixed>}> */
    public static function unusable(): iterable
    {
        yield 'an algorithm that is broken' => [['notice_algorithm' => 'md5']];
        yield 'written otherwise' => [['notice_encoding' => 'roman']];
        yield 'a header with a blank' => [['notice_header' => 'My signature']];
        yield 'a time without an end' => [['notice_seconds' => 1_000_000]];
        yield 'a header of its time with a blank' => [['notice_time_header' => 'Sent at']];
        yield 'no time' => [['notice_seconds' => 'long']];
    }

    /** @param  array<string, mixed>  $settings */
    #[DataProvider('unusable')]
    public function test_what_can_not_be_set(array $settings): void
    {
        $this->expectException(UnusableConnection::class);
        Signature::of($settings);
    }
}
