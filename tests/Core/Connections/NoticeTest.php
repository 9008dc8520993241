<?php

declare(strict_types=1);

namespace Tests\Core\Connections;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use PineSieve\Core\Connections\ConnectionForm;
use PineSieve\Core\Connections\Notice;
use PineSieve\Core\Connections\UnreadableAnswer;

/** The records of which a notice tells. */
final class NoticeTest extends TestCase
{
    private static function read(string $body, string $path = ''): Notice
    {
        return Notice::read(
            ConnectionForm::of([
                'address' => 'https://giving.example/v1/list',
                'id' => 'id',
                'amount' => 'cents',
                'given' => 'at',
                'notice_records' => $path,
            ]),
            $body,
        );
    }

    /** @return iterable<string, array{string, string, list<int>}> body, where its records lie, and their ids */
    public static function notices(): iterable
    {
        yield 'a record' => ['{"id":1}', '', [1]];
        yield 'within' => ['{"event":"x","data":{"object":{"id":2}}}', 'data.object', [2]];
        yield 'several' => ['{"all":[{"id":3},{"id":4}]}', 'all', [3, 4]];
        yield 'a list' => ['[{"id":5}]', '', [5]];
    }

    /** @param  list<int>  $ids */
    #[DataProvider('notices')]
    public function test_its_records(string $body, string $path, array $ids): void
    {
        self::assertSame($ids, array_column(self::read($body, $path)->records, 'id'));
    }

    /** @return iterable<string, array{string, string}> */
    public static function none(): iterable
    {
        yield 'blank' => ['', ''];
        yield 'no JSON' => ['{"id":', ''];
        yield 'nothing there' => ['{"event":"ping"}', 'charge'];
        yield 'no record there' => ['{"charge":"SK-1"}', 'charge'];
        yield 'an empty list' => ['{"charge":[]}', 'charge'];
        yield 'a list of ids' => ['{"charge":[1,2]}', 'charge'];
        yield 'nested without an end' => [str_repeat('[', 30) . str_repeat(']', 30), ''];
    }

    #[DataProvider('none')]
    public function test_what_has_none(string $body, string $path): void
    {
        $this->expectException(UnreadableAnswer::class);
        self::read($body, $path);
    }
}
