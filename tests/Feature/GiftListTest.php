<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Accounts\Role;
use PHPUnit\Framework\Attributes\DataProvider;

/** Gifts found and summed by what they are. */
final class GiftListTest extends TestCase
{
    private const FILE = <<<'CSV'
    First name,Last name,Email,Gift date,Amount,Fund,Campaign,Appeal,Gift kind
    Ann,Lee,ann@example.org,2025-12-31,25.50,General,Spring,Letter,check
    Ann,Lee,ann@example.org,2026-01-01,100,Boat,Spring,Letter,check
    Bo,Park,bo@example.org,2026-01-31,10,Boat,,Call,cash
    Bo,Park,bo@example.org,2026-02-01,500,General,,,pledge

    CSV;

    /** @return iterable<string, array{string, list<string>, string}> what is asked, the amounts that are found, and what is given of them */
    public static function asked(): iterable
    {
        yield 'everything' => ['', ['10.00', '100.00', '25.50'], '135.50'];
        yield 'from a day' => ['from=2026-01-01', ['10.00', '100.00'], '110.00'];
        yield 'until a day, that day among them' => ['to=2026-01-01', ['100.00', '25.50'], '125.50'];
        yield 'a month' => ['month=2026-01', ['10.00', '100.00'], '110.00'];
        yield 'amounts' => ['least=$25.50&most=100', ['100.00', '25.50'], '125.50'];
        yield 'a fund, however it is written' => ['fund=bOAT', ['10.00', '100.00'], '110.00'];
        yield 'a campaign' => ['campaign=Spring', ['100.00', '25.50'], '125.50'];
        yield 'an appeal' => ['appeal=Call', ['10.00'], '10.00'];
        yield 'a kind' => ['kind=check', ['100.00', '25.50'], '125.50'];
        yield 'a promise is no gift' => ['kind=pledge', [], ''];
        yield 'several at once' => ['kind=check&from=2026-01-01&fund=Boat', ['100.00'], '100.00'];
        yield 'nobody' => ['fund=%25', [], ''];
        yield 'a quote' => ['fund=%27%20or%201=1', [], ''];
        yield 'between two days of two months' => ['from=2025-12-31&to=2026-01-30', ['100.00', '25.50'], '125.50'];
        yield 'a day' => ['from=2026-01-31&to=2026-01-31', ['10.00'], '10.00'];
        yield 'a page that is no filter' => ['page=1', ['10.00', '100.00', '25.50'], '135.50'];
        yield 'blank is not asked' => ['from=&fund=&kind=&least=', ['10.00', '100.00', '25.50'], '135.50'];
    }

    /** @param  list<string>  $amounts */
    #[DataProvider('asked')]
    public function test_what_is_found(string $query, array $amounts, string $given): void
    {
        $this->loaded(self::FILE);
        $found = $this->getJson("/api/gifts?{$query}")
            ->assertOk()
            ->json();
        self::assertSame($amounts, array_column($found['gifts'], 'amount'));
        self::assertSame([count($amounts), $given], [$found['total'], $found['sums']['given']['USD'] ?? '']);
        self::assertSame(count($amounts), array_sum(array_column($found['months'], 'gifts')), 'The picture has all that is given.');
    }

    public function test_months_follow_what_is_asked(): void
    {
        $this->loaded(self::FILE);
        self::assertSame(
            [['2025-12', '25.50'], ['2026-01', '100.00']],
            array_map(
                static fn(array $month): array => [$month['month'], $month['given']['USD']],
                $this->getJson('/api/gifts?kind=check')->json('months'),
            ),
        );
    }

    public function test_a_month_without_gifts_is_a_gap(): void
    {
        $this->loaded(
            "First name,Last name,Email,Gift date,Amount\nAnn,Lee,ann@example.org,2025-11-30,5\nAnn,Lee,ann@example.org,2026-02-01,7\n",
        );
        self::assertSame(
            ['2025-11' => 1, '2025-12' => 0, '2026-01' => 0, '2026-02' => 1],
            array_column($this->getJson('/api/gifts')->json('months'), 'gifts', 'month'),
        );
    }

    /** @return iterable<string, array{string}> */
    public static function refused(): iterable
    {
        yield 'no day' => ['from=2026-13-01'];
        yield 'no amount' => ['least=some'];
        yield 'no kind' => ['kind=gold'];
        yield 'no currency' => ['currency=USX'];
        yield 'a list' => ['fund[]=Boat'];
        yield 'no text' => ['fund=a%00b'];
        yield 'no text at all' => ['appeal=%FF'];
        yield 'no status' => ['status=lost'];
    }

    #[DataProvider('refused')]
    public function test_what_cannot_be_asked(string $query): void
    {
        $this->as()
            ->getJson("/api/gifts?{$query}")
            ->assertStatus(422);
    }

    public function test_nobody_finds_by_what_they_may_not_see(): void
    {
        $this->loaded(self::FILE);
        $this->patchJson('/api/fields/gift.amount', ['see' => ['roles' => ['administrator'], 'users' => []]])->assertOk();
        $this->as(Role::Reader)->getJson('/api/gifts?least=100')->assertStatus(403);
        $found = $this->getJson('/api/gifts?fund=Boat')->assertOk()->json();
        self::assertSame([2, null, null], [$found['total'], $found['sums'], $found['months'][0]['given']]);
    }
}
