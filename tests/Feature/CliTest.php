<?php

declare(strict_types=1);

namespace Tests\Feature;

use PHPUnit\Framework\Attributes\DataProvider;

/** bin/sieve, as someone runs it. */
final class CliTest extends TestCase
{
    /** @return array{int, string, string} exit code, what it says, what it complains of */
    private static function sieve(string ...$arguments): array
    {
        $process = proc_open([__DIR__.'/../../bin/sieve', ...$arguments], [1 => ['pipe', 'w'], 2 => ['pipe', 'w']], $pipes, null, ['PATH' => getenv('PATH')]);
        self::assertIsResource($process);
        [$out, $err] = [stream_get_contents($pipes[1]), stream_get_contents($pipes[2])];

        return [proc_close($process), (string) $out, (string) $err];
    }

    public function test_a_profile(): void
    {
        [$code, $out] = self::sieve('profile', 'demo/old-database.csv', '--json');
        $data = json_decode($out, true, flags: JSON_THROW_ON_ERROR);

        self::assertSame([0, 'csv', 'windows-1252', ';', 1, 1180, 21], [$code, $data['format'], $data['encoding'], $data['delimiter'], $data['header_row'], $data['rows'], count($data['columns'])]);
        self::assertSame(['header', 'type', 'filled', 'fill', 'distinct', 'distinct_is_exact', 'samples'], array_keys($data['columns'][0]));
        self::assertSame(['text', 'email', 'phone', 'date', 'amount', 'empty'], array_map(static fn (int $column): string => $data['columns'][$column]['type'], [1, 10, 11, 13, 14, 20]));
        self::assertContains('four digits', array_column($data['findings'], 'kind'));
        self::assertStringContainsString('ZIP codes without their leading zero in Zip Code', self::sieve('profile', 'demo/old-database.csv')[1]);
    }

    public function test_the_columns(): void
    {
        [$code, $out] = self::sieve('columns', 'demo/partners.xlsx', '--json', '--sheet=Partners');
        $data = json_decode($out, true, flags: JSON_THROW_ON_ERROR);

        self::assertSame(0, $code);
        self::assertSame(['header', 'target', 'confidence', 'evidence'], array_keys($data[0]));
        self::assertSame(['organization.name', 'name.first', 'name.last', 'employer.role', 'email'], array_slice(array_column($data, 'target'), 0, 5));
        self::assertSame([], array_diff(array_column($data, 'confidence'), ['sure', 'likely', 'none']));
    }

    /** @return iterable<string, array{list<string>, string}> */
    public static function misuse(): iterable
    {
        yield 'nothing' => [[], 'bin/sieve profile FILE'];
        yield 'no such file' => [['profile', '/nowhere.csv'], 'There is no file'];
        yield 'no such command' => [['eat', 'demo/partners.xlsx'], 'bin/sieve profile FILE'];
        yield 'no such option' => [['profile', 'demo/partners.xlsx', '--loud'], 'no option --loud'];
        yield 'no such sheet' => [['profile', 'demo/partners.xlsx', '--sheet=June'], 'no sheet "June"'];
        yield 'a text has no sheets' => [['columns', 'demo/old-database.csv', '--sheet=June'], 'no sheets'];
        yield 'a picture' => [['profile', 'docs/screenshots/today.png'], 'binary data'];
        yield 'a folder' => [['profile', 'demo'], 'There is no file'];
    }

    /** @param  list<string>  $arguments */
    #[DataProvider('misuse')]
    public function test_what_can_not_be_read_ends_with_two_and_a_plain_message(array $arguments, string $message): void
    {
        [$code, $out, $err] = self::sieve(...$arguments);

        self::assertSame([2, ''], [$code, $out]);
        self::assertStringContainsString($message, $err);
        self::assertStringNotContainsString('Stack trace', $err);
    }
}
