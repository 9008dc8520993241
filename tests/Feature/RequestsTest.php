<?php

declare(strict_types=1);

namespace Tests\Feature;

use PHPUnit\Framework\Attributes\DataProvider;
use Symfony\Component\Process\Process;

/** Requests and commands that ask for what can't be: a clear answer, and nothing changed. */
final class RequestsTest extends TestCase
{
    /** @return iterable<string, array{string, string, array<string, mixed>, int}> */
    public static function requests(): iterable
    {
        yield 'no file' => ['POST', 'intakes', [], 422];
        yield 'text for a file' => ['POST', 'intakes', ['file' => 'a,b'], 422];
        yield 'no name' => ['PATCH', 'intakes/{id}', ['name' => ''], 422];
        yield 'a name without end' => ['PATCH', 'intakes/{id}', ['name' => str_repeat('x', 500)], 422];
        yield 'an effect that is none' => ['PATCH', 'intakes/{id}', ['effect' => 'explode'], 422];
        yield 'an encoding that is none' => ['PATCH', 'intakes/{id}/source', ['encoding' => 'EBCDIC'], 422];
        yield 'a header above the first row' => ['PATCH', 'intakes/{id}/source', ['header_row' => -1], 422];
        yield 'a sheet of a text' => ['PATCH', 'intakes/{id}/source', ['sheets_read' => ['People']], 422];
        yield 'a column that is not there' => ['PATCH', 'intakes/{id}/columns/99', ['target' => null], 404];
        yield 'an order that is none' => ['PATCH', 'intakes/{id}/columns/0', ['target' => 'name.last', 'date_order' => 'xyz'], 422];
        yield 'a plan that is not there' => ['PUT', 'intakes/{id}/plan', ['name' => 'Nothing'], 422];
        yield 'a plan without a name' => ['POST', 'intakes/{id}/plan', [], 422];
        yield 'a row that is not there' => ['GET', 'intakes/{id}/rows/999', [], 404];
        yield 'an outcome that is none' => ['GET', 'intakes/{id}/preview?outcome=lost', [], 422];
        yield 'matches of no kind' => ['GET', 'intakes/{id}/matches?show=all', [], 422];
        yield 'a value edit without a value' => ['POST', 'intakes/{id}/edits', ['kind' => 'value', 'column' => 0, 'to' => 'x'], 422];
        yield 'a decision for nobody' => ['POST', 'intakes/{id}/edits', ['kind' => 'match', 'to' => 'new'], 422];
        yield 'taking back what is none' => ['DELETE', 'intakes/{id}/edits', ['kind' => 'everything'], 422];
        yield 'undoing what was not loaded' => ['POST', 'intakes/{id}/undo', [], 409];
        yield 'going on with nothing' => ['POST', 'intakes/{id}/continue', [], 422];
    }

    /** @param  array<string, mixed>  $body */
    #[DataProvider('requests')]
    public function test_a_request_that_can_not_be(string $method, string $path, array $body, int $status): void
    {
        $intake = $this->sifted("Last name,First name\nLee,Ann\n");
        $before = [$intake->refresh()->getAttributes(), $this->records()];
        $answer = $this->json($method, '/api/' . str_replace('{id}', (string) $intake->id, $path), $body)->assertStatus($status);

        self::assertIsString($answer->json('message'));
        self::assertSame($before, [$intake->refresh()->getAttributes(), $this->records()], 'Nothing changed.');
    }

    /** @return iterable<string, array{list<string>, array<string, string>, int, string}> */
    public static function starts(): iterable
    {
        yield 'an option that is none' => [['--nope'], [], 2, 'there is no option --nope'];
        yield 'help' => [['--help'], [], 0, '--fresh'];
        yield 'a port that is none' => [[], ['PORT' => 'http'], 1, 'it must be a number from 1 to 65535'];
        yield 'a port out of range' => [[], ['PORT' => '70000'], 1, 'it must be a number from 1 to 65535'];
        yield 'a data folder that can not be' => [[], ['PORT' => '8971', 'DATA_DIR' => '/proc/nowhere'], 1, 'can\'t be written'];
    }

    /**
     * @param  list<string>  $options
     * @param  array<string, string>  $environment
     */
    #[DataProvider('starts')]
    public function test_a_start_that_can_not_be(array $options, array $environment, int $code, string $says): void
    {
        $start = new Process([base_path('bin/start'), ...$options], base_path(), $environment, null, 20);
        $start->run();

        self::assertSame($code, $start->getExitCode());
        self::assertStringContainsString($says, $start->getOutput() . $start->getErrorOutput());
    }

    public function test_a_taken_port_is_named_with_a_way_out(): void
    {
        $taken = stream_socket_server('tcp://127.0.0.1:0');
        self::assertIsResource($taken);
        $port = substr((string) strrchr((string) stream_socket_get_name($taken, false), ':'), 1);
        $start = new Process([base_path('bin/start')], base_path(), ['PORT' => $port], null, 20);
        $start->run();

        self::assertSame(1, $start->getExitCode());
        self::assertStringContainsString(
            "port {$port} is taken by another program. Choose another: PORT=" . ((int) $port + 1),
            $start->getErrorOutput(),
        );
    }
}
