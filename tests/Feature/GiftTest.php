<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Accounts\Role;
use App\Intakes\Proof\Proof;
use Illuminate\Support\Facades\DB;
use Illuminate\Testing\TestResponse;
use PHPUnit\Framework\Attributes\DataProvider;

/** Gifts with all their parts, and gifts that are taken back. */
final class GiftTest extends TestCase
{
    private const GIFT = ['gift.date' => '2026-03-01', 'gift.amount' => '100', 'gift.kind' => 'card', 'gift.fund' => 'Roof'];

    private int $ann;

    protected function setUp(): void
    {
        parent::setUp();
        $this->as();
        $this->ann = $this->byHand('Ann', 'Lee', 'ann@example.org');
    }

    /** Whatever was done: what is kept beside the gifts is what they come to. */
    protected function assertPostConditions(): void
    {
        $columns =
            "coalesce(kind, '') as kind, coalesce(fund, '') as fund, coalesce(campaign, '') as campaign, coalesce(appeal, '') as appeal";
        $all = DB::select(
            "select date_format(given_on, '%Y-%m') as month, currency, splits is not null as is_split, {$columns}, count(*) as listed,
                cast(sum(corrects_id is null) as int) as gifts, sum(amount) as amount from gifts
                group by 1, 2, 3, 4, 5, 6, 7 order by 1, 2, 3, 4, 5, 6, 7",
        );
        $kept = DB::table('gift_sums')->where('listed', '<>', 0)->orderByRaw('1, 2, 3, 4, 5, 6, 7')->get()->all();
        self::assertEquals($all, $kept);
        self::assertSame(0, DB::table('gift_sums')->where('listed', 0)->where('amount', '<>', 0)->count());
        $all = DB::select(
            "select date_format(given_on, '%Y-%m') as month, currency, coalesce(kind, '') as kind, amount, count(*) as listed,
                cast(sum(corrects_id is null) as int) as gifts from gifts group by 1, 2, 3, 4 order by 1, 2, 3, 4",
        );
        self::assertEquals($all, DB::table('gift_amounts')->where('listed', '<>', 0)->orderByRaw('1, 2, 3, 4')->get()->all());
        parent::assertPostConditions();
    }

    private static function rows(string ...$rows): string
    {
        return implode("\n", $rows) . "\n";
    }

    /** @param  array<string, string>  $values */
    private function give(array $values = []): int
    {
        return $this->postJson("/api/supporters/{$this->ann}/gifts", ['values' => [...self::GIFT, ...$values]])
            ->assertCreated()
            ->json('id');
    }

    /** @param  array<string, string>  $values */
    private function back(int $gift, array $values): TestResponse
    {
        return $this->postJson("/api/supporters/{$this->ann}/gifts", [
            'corrects' => $gift,
            'values' => ['gift.date' => '2026-04-01', 'gift.reason' => 'Charged twice', ...$values],
        ]);
    }

    private function given(string $query = ''): string
    {
        return $this->getJson("/api/gifts?{$query}")->json('sums.given.USD') ?? '';
    }

    public function test_a_split_gift_counts_for_each_fund_what_is_for_it(): void
    {
        $gift = $this->give(['gift.splits' => "60 | Roof | Spring\n40 | Kitchen", 'gift.fee' => '2.90', 'gift.receipt' => 'R-1']);
        self::assertSame(['100.00', '60.00', '40.00'], [$this->given(), $this->given('fund=Roof'), $this->given('fund=kitchen')]);
        self::assertSame(['60.00', ''], [$this->given('fund=Roof&campaign=Spring'), $this->given('fund=Kitchen&campaign=Spring')]);
        $listed = $this->getJson('/api/gifts?fund=Kitchen')->json('gifts.0');
        self::assertSame(['100.00', '40.00', 'given'], [$listed['amount'], $listed['counts'], $listed['status']]);

        $page = $this->getJson("/api/gifts/{$gift}")
            ->assertOk()
            ->json();
        self::assertSame(
            ['97.10', ['Roof', 'Kitchen'], 'Ann Lee'],
            [$page['net'], array_column($page['splits'], 'fund'), $page['supporter']],
        );
        self::assertSame(['edit'], array_column($page['history'], 'cause'));
        self::assertSame('edit', $page['origins']["gift:{$gift}:receipt"]['cause']);

        $values = $page['values'];
        $uneven = $this->putJson("/api/supporters/{$this->ann}/gifts/{$gift}", [
            'values' => [...$values, 'gift.amount' => '110'],
            'base' => $values,
        ])->assertStatus(422);
        self::assertSame('splits.uneven', $uneven->json('problems.0.code'));
        $this->putJson("/api/supporters/{$this->ann}/gifts/{$gift}", [
            'values' => [...$values, 'gift.amount' => '110', 'gift.splits' => "60 | Roof\n50 | Tower"],
            'base' => $values,
        ])->assertOk();
        self::assertSame(['', '50.00'], [$this->given('fund=Kitchen'), $this->given('fund=Tower')]);
        $this->deleteJson("/api/supporters/{$this->ann}/gifts/{$gift}")->assertOk();
        self::assertSame(0, DB::table('gift_splits')->count());
    }

    public function test_a_gift_is_taken_back_in_part_and_whole_and_stays(): void
    {
        $gift = $this->give(['gift.splits' => "60 | Roof\n40 | Kitchen"]);
        $first = $this->back($gift, ['gift.amount' => '-10'])
            ->assertCreated()
            ->json('id');
        self::assertSame(['90.00', '54.00', '36.00'], [$this->given(), $this->given('fund=Roof'), $this->given('fund=Kitchen')]);
        self::assertSame([1, 1], [$this->getJson('/api/gifts')->json('total'), $this->getJson('/api/gifts')->json('corrections')]);
        self::assertSame([1, 2], [$this->supporter('gift_count'), count($this->supporter('gifts'))], 'What takes a gift back is none.');
        self::assertSame('corrected', $this->getJson("/api/gifts/{$gift}")->json('status'));

        self::assertSame(
            'More goes back than is left of the gift: USD 90.00',
            $this->back($gift, ['gift.amount' => '-90.01'])
                ->assertStatus(422)
                ->json('problems.0.reason'),
        );
        $this->back($gift, ['gift.amount' => '-90', 'gift.reason' => ''])->assertStatus(422);
        $this->back($first, ['gift.amount' => '-1'])->assertStatus(422);
        $this->back($gift, ['gift.amount' => '-90'])->assertCreated();
        $page = $this->getJson("/api/gifts/{$gift}")->json();
        self::assertSame(
            ['taken back', '0.00', '100.00', 2],
            [$page['status'], $page['left'], $page['amount'], count($page['corrections'])],
        );
        self::assertSame($gift, $this->getJson("/api/gifts/{$first}")->json('corrects.id'));

        self::assertSame(
            'This gift was taken back or corrected. Delete what does that first.',
            $this->deleteJson("/api/supporters/{$this->ann}/gifts/{$gift}")
                ->assertStatus(409)
                ->json('message'),
        );
        $values = $page['values'];
        $this->putJson("/api/supporters/{$this->ann}/gifts/{$gift}", [
            'values' => [...$values, 'gift.amount' => '50', 'gift.splits' => ''],
            'base' => $values,
        ])->assertStatus(422);
        $this->deleteJson("/api/supporters/{$this->ann}/gifts/{$first}")->assertOk();
        self::assertSame('10.00', $this->given());
    }

    /** @return iterable<string, array{string, int}> */
    public static function states(): iterable
    {
        yield 'as they were given' => ['given', 1];
        yield 'corrected' => ['corrected', 1];
        yield 'taken back' => ['taken back', 1];
        yield 'what does it' => ['correction', 2];
    }

    #[DataProvider('states')]
    public function test_gifts_are_found_by_what_became_of_them(string $status, int $found): void
    {
        $this->give(['gift.reference' => '1']);
        $this->back($this->give(['gift.reference' => '2']), ['gift.amount' => '-10'])->assertCreated();
        $this->back($this->give(['gift.reference' => '3']), ['gift.amount' => '-100'])->assertCreated();
        $gifts = $this->getJson('/api/gifts?status=' . urlencode($status))
            ->assertOk()
            ->json('gifts');
        self::assertSame(array_fill(0, $found, $status), array_column($gifts, 'status'));
    }

    private const CHARGES = <<<'CSV'
    First name,Last name,Email,Gift date,Amount,Fund,Id,Of
    Ann,Lee,ann@example.org,2026-02-03,-25.00,,TX-9,TX-1
    Ann,Lee,ann@example.org,2026-02-01,25.00,Roof,TX-1,
    Ann,Lee,ann@example.org,2026-02-02,25.00,Boat,TX-2,
    Cy,Ray,cy@example.org,2026-02-04,-5.00,,TX-8,
    Cy,Ray,cy@example.org,2026-02-01,5.00,Boat,TX-3,
    Di,Oak,di@example.org,2026-02-05,-7.00,,TX-7,

    CSV;

    private const TARGETS = [...self::COLUMNS, 'gift.fund', 'gift.id', 'gift.refund_of'];

    private const COLUMNS = ['name.first', 'name.last', 'email', 'gift.date', 'gift.amount'];

    public function test_refunds_of_a_file_find_their_gifts_whatever_the_order(): void
    {
        $planned = $this->sifted(self::CHARGES, targets: self::TARGETS);
        self::assertSame(3, app(Proof::class)->report($planned)['gifts']['created'], 'What goes back is no gift, planned or loaded.');
        $this->deleteJson("/api/intakes/{$planned->id}")->assertOk();
        $intake = $this->loaded(self::CHARGES, targets: self::TARGETS);
        self::assertSame(1, $this->outcomes($intake)['held']);
        $back = DB::table('gifts as b')
            ->join('gifts as g', 'g.id', '=', 'b.corrects_id')
            ->orderBy('b.source_id')
            ->get(['b.source_id as back', 'g.source_id as of', 'b.fund', 'b.supporter_id', 'g.supporter_id as whose']);
        self::assertSame(
            [['TX-8', 'TX-3', 'Boat'], ['TX-9', 'TX-1', 'Roof']],
            $back->map(static fn($row): array => [$row->back, $row->of, $row->fund])->all(),
        );
        self::assertEquals($back->pluck('whose'), $back->pluck('supporter_id'));
        $proof = $this->getJson("/api/intakes/{$intake->id}/proof")->json();
        self::assertSame(
            [true, '25.00', ['USD' => '-7.00'], 3],
            [$proof['balanced'], $proof['money']['new']['USD'], $proof['money']['held'], $proof['gifts']['created']],
        );
        self::assertSame('25.00', $this->given());

        $again = $this->loaded(self::CHARGES, targets: self::TARGETS);
        self::assertSame([5, 1], [DB::table('gifts')->count(), $this->outcomes($again)['held']], 'The same file adds nothing.');

        $this->undo($intake->id);
        self::assertSame(0, DB::table('gifts')->count());
    }

    public function test_a_refund_of_a_stored_gift_and_an_undo_that_would_leave_it_alone(): void
    {
        $gifts = $this->loaded("Email,First name,Last name,Gift date,Amount,Fund\nann@example.org,Ann,Lee,2026-02-01,40,Roof\n");
        $file = self::rows(
            'Email,First name,Last name,Gift date,Amount',
            'ann@example.org,Ann,Lee,2026-03-01,(40)',
            'ann@example.org,Ann,Lee,2026-03-02,(40)',
        );
        $refunds = $this->loaded($file);
        self::assertSame(1, $this->outcomes($refunds)['held'], 'Nothing is taken back twice.');
        $this->undo($gifts->id);
        self::assertSame(['0.00', 2], [DB::table('gifts')->sum('amount'), DB::table('gifts')->count()]);
        self::assertStringContainsString(
            'It was taken back or corrected since',
            json_encode($gifts->refresh()->undo_report, JSON_THROW_ON_ERROR),
        );
        $this->undo($refunds->id);
        self::assertSame(1, DB::table('gifts')->count());
    }

    public function test_several_gifts_of_the_amount_are_told(): void
    {
        $intake = $this->sifted(
            self::rows(
                'Email,First name,Last name,Gift date,Amount',
                'ann@example.org,Ann,Lee,2026-01-05,25',
                'ann@example.org,Ann,Lee,2026-02-05,25',
                'ann@example.org,Ann,Lee,2026-02-20,-25',
            ),
        );
        $warned = DB::table('intake_problems')->where('intake_id', $intake->id)->value('reason');
        self::assertSame('Taken as money that goes back of the gift of 2026-02-05: 2 gifts have that amount', $warned);
    }

    public function test_a_gift_with_a_known_id_and_another_amount_is_held(): void
    {
        $file = "First name,Last name,Email,Gift date,Amount,Id\nAnn,Lee,ann@example.org,2026-02-01,40,TX-1\n";
        $this->loaded($file, targets: [...self::COLUMNS, 'gift.id']);
        $again = $this->sifted(str_replace('40', '45', $file), targets: [...self::COLUMNS, 'gift.id']);
        self::assertSame(['held' => 1], $this->outcomes($again));
        self::assertSame('gift.id.differs', DB::table('intake_problems')->where('intake_id', $again->id)->value('code'));
    }

    public function test_an_id_that_stands_twice_in_a_file_is_told(): void
    {
        $intake = $this->loaded(
            self::rows(
                'First name,Last name,Email,Gift date,Amount,Id',
                'Ann,Lee,ann@example.org,2026-02-01,40,TX-1',
                'Ann,Lee,ann@example.org,2026-02-01,45,TX-1',
            ),
            targets: [...self::COLUMNS, 'gift.id'],
        );
        self::assertSame(
            ['gift.id.again' => 3],
            DB::table('intake_problems')->where('intake_id', $intake->id)->pluck('number', 'code')->all(),
        );
        self::assertSame('85.00', $this->given());
    }

    public function test_parts_of_a_gift_in_a_file(): void
    {
        $file = self::rows(
            'First name,Last name,Email,Gift date,Part 1,Fund 1,Part 2,Fund 2',
            'Ann,Lee,ann@example.org,2026-02-01,60,Roof,40,Kitchen',
            'Ann,Lee,ann@example.org,2026-02-02,15,Roof,,',
        );
        $targets = [...array_slice(self::COLUMNS, 0, 4), 'gift.split.amount', 'gift.fund', 'gift.split.2.amount', 'gift.split.2.fund'];
        $intake = $this->loaded($file, targets: $targets);
        self::assertSame(['115.00', '75.00', '40.00'], [$this->given(), $this->given('fund=Roof'), $this->given('fund=Kitchen')]);
        self::assertTrue($this->getJson("/api/intakes/{$intake->id}/proof")->json('balanced'));
        $this->loaded($file, targets: $targets);
        self::assertSame('115.00', $this->given());

        $this->postJson('/api/fields/gift.fund/list/merge', ['from' => 'Kitchen', 'to' => 'Hall'])->assertOk();
        self::assertSame(['', '40.00'], [$this->given('fund=Kitchen'), $this->given('fund=Hall')]);
    }

    public function test_who_may_not_see_a_fund_sees_no_parts(): void
    {
        $gift = $this->give(['gift.splits' => "60 | Roof\n40 | Kitchen"]);
        $this->patchJson('/api/fields/gift.fund', ['see' => ['roles' => ['administrator'], 'users' => []]])->assertOk();
        $page = $this->as(Role::GiftEntry)
            ->getJson("/api/gifts/{$gift}")
            ->assertOk()
            ->json();
        self::assertSame([[], false], [$page['splits'], isset($page['values']['gift.splits'])]);
        self::assertStringNotContainsString('Kitchen', json_encode($page, JSON_THROW_ON_ERROR));
        $this->putJson("/api/supporters/{$this->ann}/gifts/{$gift}", ['values' => ['gift.amount' => '90'], 'base' => []])->assertStatus(
            422,
        );
    }

    public function test_a_merge_and_its_parting_carry_what_goes_back(): void
    {
        $gift = $this->give();
        $other = $this->byHand('Anne', 'Lee', 'anne@example.org');
        $merge = $this->postJson('/api/merges', ['supporters' => [$other, $this->ann], 'survivor' => $other])
            ->assertCreated()
            ->json('id');
        $ann = $this->ann;
        $this->ann = $other;
        $back = $this->back($gift, ['gift.amount' => '-30'])
            ->assertCreated()
            ->json('id');
        $this->postJson("/api/merges/{$merge}/apart")->assertOk();
        self::assertSame(
            [$ann, $ann],
            DB::table('gifts')
                ->whereIn('id', [$gift, $back])
                ->orderBy('id')
                ->pluck('supporter_id')
                ->all(),
            'What takes a gift back goes where the gift goes.',
        );
    }

    /** @return array{string, int} what is credited to someone, and how many gifts that are */
    private function credited(int $supporter): array
    {
        $credited = $this->getJson("/api/supporters/{$supporter}")
            ->assertOk()
            ->json('credited');

        return [$credited['sum']['USD'] ?? '', $credited['count']];
    }

    public function test_a_gift_is_credited_to_others_and_added_to_nobodys_giving(): void
    {
        $bo = $this->byHand('Bo', 'Park', 'bo@example.org');
        $cy = $this->byHand('Cy', 'Ray', 'cy@example.org');
        $gift = $this->give(['gift.credits' => "{$bo}\n{$cy} | 25%"]);
        self::assertSame([['100.00', 1], ['25.00', 1]], [$this->credited($bo), $this->credited($cy)]);
        self::assertSame(['100.00', 0], [$this->given(), $this->getJson("/api/supporters/{$bo}")->json('gift_count')]);
        $page = $this->getJson("/api/gifts/{$gift}")->json();
        self::assertSame(
            [['Bo Park', '100.00', ''], ['Cy Ray', '25.00', '25']],
            array_map(static fn(array $one): array => [$one['name'], $one['amount'], $one['share']], $page['credits']),
        );
        self::assertStringContainsString(
            'Cy Ray | 25%',
            json_encode($this->getJson("/api/supporters/{$this->ann}/history")->json(), JSON_THROW_ON_ERROR),
        );
        self::assertSame(['Bo Park'], array_values($this->getJson("/api/supporter-names?ids={$bo},x")->json('names')));

        $this->back($gift, ['gift.amount' => '-40'])->assertCreated();
        self::assertSame([['60.00', 2], ['15.00', 2]], [$this->credited($bo), $this->credited($cy)]);

        foreach (["{$this->ann}", '9999', "{$bo}\n{$bo} | 5", "{$bo} | 101", "{$bo} | 120%", "{$bo} | EUR 5"] as $credits) {
            $this->postJson("/api/supporters/{$this->ann}/gifts", [
                'values' => [...self::GIFT, 'gift.reference' => 'x', 'gift.credits' => $credits],
            ])
                ->assertStatus(422)
                ->assertJsonPath('problems.0.code', 'credits.unusable');
        }
    }

    public function test_credits_follow_a_merge_and_its_parting(): void
    {
        $bo = $this->byHand('Bo', 'Park', 'bo@example.org');
        $bob = $this->byHand('Bob', 'Park', 'bob@example.org');
        $this->give(['gift.credits' => "{$bo} | 30\n{$bob} | 20"]);
        $merge = $this->postJson('/api/merges', ['supporters' => [$bo, $bob], 'survivor' => $bo])
            ->assertCreated()
            ->json('id');
        self::assertSame(['50.00', 1], $this->credited($bo));
        $this->postJson("/api/merges/{$merge}/apart")->assertOk();
        self::assertSame([['30.00', 1], ['20.00', 1]], [$this->credited($bo), $this->credited($bob)]);

        $merge = $this->postJson('/api/merges', ['supporters' => [$bo, $this->ann], 'survivor' => $bo])
            ->assertCreated()
            ->json('id');
        self::assertSame([['', 0], ['20.00', 1]], [$this->credited($bo), $this->credited($bob)], 'Nobody is credited with an own gift.');
        $this->postJson("/api/merges/{$merge}/apart")->assertOk();
        self::assertSame([['30.00', 1], ['20.00', 1]], [$this->credited($bo), $this->credited($bob)]);
    }

    private const CREDITS = <<<'CSV'
    Id,First name,Last name,Email,Gift date,Amount,Credit to,Share
    A1,Di,Oak,di@example.org,2026-02-01,100,A3,50
    A2,Ed,Fir,ed@example.org,2026-02-02,10,A9,
    A3,Flo,Elm,flo@example.org,2026-02-03,7,,

    CSV;

    public function test_credits_of_a_file_find_whom_they_mean_whatever_the_order(): void
    {
        $targets = ['id.old', ...self::COLUMNS, 'gift.credit.id', 'gift.credit.share'];
        $intake = $this->loaded(self::CREDITS, targets: $targets);
        self::assertSame(1, $this->outcomes($intake)['held']);
        self::assertSame(
            'The gift is credited to the id A9, which nobody has',
            DB::table('intake_problems')->where('intake_id', $intake->id)->value('reason'),
        );
        $flo = DB::table('supporters')->where('first_name', 'Flo')->value('id');
        self::assertSame(['50.00', 1], $this->credited($flo));
        self::assertTrue($this->getJson("/api/intakes/{$intake->id}/proof")->json('balanced'));
        $this->loaded(self::CREDITS, targets: $targets);
        self::assertSame(['50.00', 1], $this->credited($flo));

        // Who is credited with a gift that stays is not free to go.
        $this->undo($intake->id);
        self::assertSame(
            [0, 0],
            [
                DB::table('gifts')->count(),
                DB::table('supporters')
                    ->whereIn('first_name', ['Di', 'Flo'])
                    ->count(),
            ],
        );
    }

    public function test_who_is_credited_with_a_gift_that_stays_is_not_free_to_go(): void
    {
        $intake = $this->loaded("First name,Last name,Email\nGus,Ivy,gus@example.org\n");
        $gus = (int) DB::table('supporters')->where('first_name', 'Gus')->value('id');
        $this->give(['gift.credits' => (string) $gus]);
        $this->undo($intake->id);
        self::assertSame(['100.00', 1], $this->credited($gus));
    }

    public function test_a_gift_honors_a_supporter_through_merges_and_from_files(): void
    {
        $bo = $this->byHand('Bo', 'Park', 'bo@example.org');
        $bob = $this->byHand('Bob', 'Park', 'bob@example.org');
        $tribute = ['gift.tribute' => 'Grandpa Bob', 'gift.tribute_kind' => 'in memory', 'gift.honored' => (string) $bob];
        $gift = $this->give($tribute);
        $page = $this->getJson("/api/gifts/{$gift}")
            ->assertOk()
            ->json();
        self::assertSame([['id' => $bob, 'name' => 'Bob Park'], (string) $bob], [$page['honored'], $page['values']['gift.honored']]);
        $honoring = fn(int $supporter): array => array_column($this->getJson("/api/supporters/{$supporter}")->json('honoring'), 'id');
        self::assertSame([[$gift], []], [$honoring($bob), $honoring($bo)]);
        $this->postJson("/api/supporters/{$this->ann}/gifts", [
            'values' => [...self::GIFT, 'gift.reference' => 'x', 'gift.honored' => '9999'],
        ])->assertJsonPath('problems.0.code', 'tribute.unknown');

        $merge = $this->postJson('/api/merges', ['supporters' => [$bo, $bob], 'survivor' => $bo])
            ->assertSuccessful()
            ->json('id');
        self::assertSame([$gift], $honoring($bo));
        $this->postJson("/api/merges/{$merge}/apart")->assertOk();
        self::assertSame([[$gift], []], [$honoring($bob), $honoring($bo)]);

        $targets = ['id.old', ...self::COLUMNS, 'gift.tribute', 'gift.tribute.id'];
        $rows = self::rows(
            'id,First,Last,Email,Date,Amount,Tribute,Of',
            'H1,Al,Hale,hale@example.org,2026-01-02,30,Mum,H2',
            'H2,Bea,Ives,ives@example.org,,,,',
        );
        $intake = $this->sifted($rows, [], $targets);
        self::assertSame(['new' => 2], $this->outcomes($intake));
        $this->postJson("/api/intakes/{$intake->id}/load", ['name' => 'Honored'])->assertOk();
        $ives = (int) DB::table('supporters')->where('last_name', 'Ives')->value('id');
        self::assertCount(1, $honoring($ives));
        $this->loaded(self::rows('First,Last,Email,Date,Amount', 'Ken,Low,ken@example.org,2026-01-03,5'), [], self::COLUMNS);
        self::assertSame(2, DB::table('gifts')->whereNotNull('tribute_id')->count(), 'A gift of which nobody says so honors nobody.');
        $held = $this->sifted(
            self::rows('id,First,Last,Email,Date,Amount,Tribute,Of', 'H3,Cy,Jay,jay@example.org,2026-01-02,30,,H9'),
            [],
            $targets,
        );
        self::assertSame(['held' => 1], $this->outcomes($held));
        $this->give(['gift.reference' => 'later', 'gift.honored' => (string) $ives]);
        $this->postJson("/api/intakes/{$intake->id}/undo")->assertOk();
        self::assertSame(1, DB::table('supporters')->where('id', $ives)->count(), 'Whoever is honored is not free to go.');
    }

    public function test_gifts_of_nobody_go_to_one_who_was_chosen_for_that(): void
    {
        $file = self::rows(
            'First name,Last name,Email,Gift date,Amount',
            ',,,2026-02-01,5',
            ',Anonymous,,2026-02-02,7',
            ',,who@example.org,2026-02-03,9',
            'Di,Oak,di@example.org,2026-02-04,11',
            ',,,2026-02-05,',
        );
        $held = $this->sifted($file);
        self::assertSame(3, $this->outcomes($held)['held']);
        $intake = $this->loaded($file, ['nameless' => $this->ann]);
        self::assertSame(['new' => 1, 'updated' => 2, 'held' => 2], array_diff_key($this->outcomes($intake), ['left_out' => 1]));
        self::assertSame(
            ['5.00', '7.00'],
            DB::table('gifts')->where('supporter_id', $this->ann)->orderBy('amount')->pluck('amount')->all(),
            'Whoever is named by an email is not nobody.',
        );
        self::assertSame('Ann Lee', DB::table('supporters')->where('id', $this->ann)->value('display_name'));
        self::assertTrue($this->getJson("/api/intakes/{$intake->id}/proof")->json('balanced'));
        $again = $this->loaded($file, ['nameless' => $this->ann]);
        self::assertSame(2, DB::table('gifts')->where('supporter_id', $this->ann)->count());
        $this->patchJson("/api/intakes/{$held->id}", ['nameless' => 99999])->assertStatus(422);
    }

    private function supporter(string $key): mixed
    {
        return $this->getJson("/api/supporters/{$this->ann}")->json($key);
    }

    private function undo(int $intake): void
    {
        $this->postJson("/api/intakes/{$intake}/undo")->assertOk();
    }
}
