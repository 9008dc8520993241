<?php

declare(strict_types=1);

namespace Tests\Core\Connections;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use PineSieve\Core\Connections\ConnectionForm;
use PineSieve\Core\Connections\Page;
use PineSieve\Core\Connections\UnreadableAnswer;
use PineSieve\Core\Connections\UnusableConnection;

/** What another system answers, page by page, and what a connection can be set to. */
final class PageTest extends TestCase
{
    /** @param  array<string, mixed>  $more */
    private static function form(array $more = []): ConnectionForm
    {
        return ConnectionForm::of([
            'address' => 'https://giving.example/v1/list',
            'id' => 'id',
            'amount' => 'sum',
            'given' => 'at',
            ...$more,
        ]);
    }

    /** @return iterable<string, array{array<string, mixed>, string, string, list<string>, string}> */
    public static function answers(): iterable
    {
        $data = '{"data":[{"id":"a"},{"id":"b"}],"meta":{"next":"c7"}}';
        yield 'the answer is the list' => [[], '[{"id":"a"}]', '', ['a'], ''];
        yield 'an empty list' => [[], '[]', '', [], ''];
        yield 'a list within' => [['records' => 'data'], $data, '', ['a', 'b'], ''];
        $cursor = ['records' => 'data', 'paging' => 'cursor', 'page_parameter' => 'after', 'next' => 'meta.next'];
        yield 'a cursor' => [$cursor, $data, '', ['a', 'b'], 'c7'];
        yield 'a cursor that is a number' => [
            $cursor,
            '{"data":[{"id":"a"}],"meta":{"next":12345678901234567890}}',
            '',
            ['a'],
            '12345678901234567890',
        ];
        yield 'no more' => [$cursor, '{"data":[{"id":"a"}],"meta":{"next":null}}', '', ['a'], ''];
        $link = ['paging' => 'link'];
        yield 'a link' => [
            $link,
            '[{"id":"a"}]',
            '<https://x.example/?p=2>; rel="next", <https://x.example/?p=9>; rel="last"',
            ['a'],
            'https://x.example/?p=2',
        ];
        yield 'a link among others' => [
            $link,
            '[{"id":"a"}]',
            '<https://x.example/?p=1>; rel=prev, </?p=3>; title="a, b"; rel="last next"',
            ['a'],
            '/?p=3',
        ];
        yield 'a link to something else' => [$link, '[{"id":"a"}]', '<https://x.example/?p=1>; rel="nextish"', ['a'], ''];
        yield 'a link that nobody asked for' => [[], '[{"id":"a"}]', '<https://x.example/?p=2>; rel="next"', ['a'], ''];
    }

    /**
     * @param  array<string, mixed>  $more
     * @param  list<string>  $ids
     */
    #[DataProvider('answers')]
    public function test_records_and_what_comes_next(array $more, string $body, string $link, array $ids, string $next): void
    {
        $page = Page::read(self::form($more), $body, $link);
        self::assertSame([$ids, $next], [array_column($page->records, 'id'), $page->next]);
    }

    /** @return iterable<string, array{string, string}> */
    public static function broken(): iterable
    {
        yield 'nothing' => ['', 'It is no JSON, or it breaks off.'];
        yield 'a page of a web server' => ['<html>Out of order</html>', 'It is no JSON, or it breaks off.'];
        yield 'half of it' => ['{"data":[{"id":"a"},{"id":', 'It is no JSON, or it breaks off.'];
        yield 'no list' => ['{"data":{"id":"a"}}', 'There is no list in "data".'];
        yield 'no list at all' => ['{"error":"x"}', 'There is no list in "data".'];
        yield 'text in the list' => ['{"data":[{"id":"a"},"b"]}', 'What stands at place 2 of its list is no record.'];
        yield 'a list in the list' => ['{"data":[[1]]}', 'What stands at place 1 of its list is no record.'];
        yield 'without an end' => [str_repeat('{"data":', 40) . '1' . str_repeat('}', 40), 'It is nested deeper than 24 times.'];
    }

    #[DataProvider('broken')]
    public function test_what_is_no_answer(string $body, string $says): void
    {
        $this->expectExceptionObject(new UnreadableAnswer($says));
        Page::read(self::form(['records' => 'data']), $body);
    }

    /** @return iterable<string, array{array<string, mixed>, string}> */
    public static function unusable(): iterable
    {
        yield 'no address' => [['address' => ''], 'The address must begin with https:// or http://.'];
        yield 'a file' => [['address' => 'file:///etc/passwd'], 'The address must begin with https:// or http://.'];
        yield 'no id' => [['id' => ' '], 'Say where the id of a transaction lies: without it none can be told from another.'];
        yield 'no paging of that name' => [['paging' => 'scroll'], '"paging" must be none, page, cursor or link.'];
        yield 'no parameter' => [['paging' => 'page'], 'Say what the next page is asked by.'];
        yield 'a cursor from nowhere' => [['paging' => 'cursor', 'page_parameter' => 'a'], 'Say where an answer says what comes next.'];
        yield 'a header with a line of its own' => [['key_header' => "X\nY"], '"key_header" must be text of 120 signs at most.'];
        yield 'a header of two words' => [['key_header' => 'My key'], '"My key" is no name of a header.'];
        yield 'no zone' => [['zone' => 'Atlantis/Main'], 'There is no time zone "Atlantis/Main".'];
        yield 'a size of nothing' => [['size' => 0], '"size" must be a number from 1 to 1000.'];
        yield 'text for a list' => [['counts' => [['x']]], '"counts" must be a list of words.'];
    }

    /** @param  array<string, mixed>  $more */
    #[DataProvider('unusable')]
    public function test_what_can_not_be_set(array $more, string $says): void
    {
        $this->expectExceptionObject(new UnusableConnection($says));
        self::form($more);
    }

    public function test_a_form_is_carried_elsewhere_as_it_is(): void
    {
        $form = self::form(['paging' => 'cursor', 'page_parameter' => 'after', 'next' => 'n', 'counts' => ['paid'], 'minor' => true]);
        self::assertEquals($form, ConnectionForm::of(json_decode(json_encode($form->toArray(), JSON_THROW_ON_ERROR), true)));
    }
}
