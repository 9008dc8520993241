<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Accounts\Role;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Columns\ColumnState;
use PineSieve\Core\Columns\Constant;
use PineSieve\Core\Columns\Feed;

/** Money has a currency, and a promise is no gift. */
final class MoneyTest extends TestCase
{
    private const HEAD = "Last name,First name,Email,Gift date,Amount\n";

    private static function rows(string ...$amounts): string
    {
        $csv = self::HEAD;
        $names = ['Alder', 'Birch', 'Chestnut', 'Dogwood', 'Elm', 'Fir', 'Ginkgo', 'Hawthorn', 'Ilex', 'Juniper'];
        foreach ($amounts as $i => $amount) {
            $csv .= "{$names[$i]},Ann,p{$i}@example.org,2020-01-0" . ($i + 1) . ",\"{$amount}\"\n";
        }

        return $csv;
    }

    /** @return list<string> such as "EUR 5.00" */
    private static function stored(): array
    {
        return DB::table('gifts')
            ->orderBy('given_on')
            ->get(['currency', 'amount'])
            ->map(static fn($gift): string => "{$gift->currency} {$gift->amount}")
            ->all();
    }

    public function test_another_currency_is_held_and_never_read_as_one_s_own(): void
    {
        $intake = $this->loaded(self::rows('€5', '£7', 'C$50', 'CAD 12', '$25', '30'));

        self::assertSame([['new' => 2, 'held' => 4], ['USD 25.00', 'USD 30.00']], [$this->outcomes($intake), self::stored()]);
        $proof = $this->getJson("/api/intakes/{$intake->id}/proof")->json();
        self::assertSame(
            [
                true,
                '55.00',
                ['CAD' => '62.00', 'EUR' => '5.00', 'GBP' => '7.00', 'USD' => '55.00'],
                ['CAD' => '62.00', 'EUR' => '5.00', 'GBP' => '7.00'],
            ],
            [$proof['balanced'], $proof['source_amount'], $proof['source_amounts'], $proof['money']['held']],
        );
        self::assertSame(['amount.currency'], DB::table('intake_problems')->distinct()->pluck('code')->all());
    }

    public function test_a_column_says_the_currency_of_its_signs(): void
    {
        $intake = $this->sifted(self::rows('€5', '£7', '$25', '30'));
        $plan = $intake->columnPlan();
        $intake->setColumnPlan(
            $plan->withChoices([
                ...array_slice($plan->choices, 0, 4),
                $plan->choices[4]->becoming(ColumnState::Sure, [new Feed('gift.amount'), new Feed('gift.currency')], ''),
            ]),
        );
        $intake->save();
        $this->postJson("/api/intakes/{$intake->id}/sift")->assertOk();
        $this->postJson("/api/intakes/{$intake->id}/load", ['name' => 'x'])->assertOk();

        self::assertSame(['EUR 5.00', 'GBP 7.00', 'USD 25.00', 'USD 30.00'], self::stored());
        $proof = $this->getJson("/api/intakes/{$intake->id}/proof")->json();
        self::assertSame(
            [true, ['EUR' => '5.00', 'GBP' => '7.00', 'USD' => '55.00'], '55.00'],
            [$proof['balanced'], $proof['gifts']['amounts'], $proof['gifts']['amount']],
        );
        self::assertSame(['EUR' => '5.00', 'GBP' => '7.00', 'USD' => '55.00'], $this->getJson('/api/gifts')->json('sums.given'));
        self::assertSame(
            ['EUR' => '5.00'],
            $this->getJson('/api/supporters/' . DB::table('supporters')->where('last_name', 'Alder')->value('id'))->json('gift_sums.given'),
        );
        $this->postJson("/api/intakes/{$intake->id}/undo")->assertOk();
        self::assertSame([], self::stored());
    }

    public function test_a_currency_for_the_whole_file_and_in_a_column_of_its_own(): void
    {
        $intake = $this->sifted(self::rows('5', '€7', '$9'));
        $intake->setColumnPlan($intake->columnPlan()->withConstants([new Constant('gift.currency', 'EUR')]));
        $intake->save();
        $this->postJson("/api/intakes/{$intake->id}/sift")->assertOk();
        $this->postJson("/api/intakes/{$intake->id}/load", ['name' => 'x'])->assertOk();
        self::assertSame(
            [['EUR 5.00', 'EUR 7.00'], ['new' => 2, 'held' => 1]],
            [self::stored(), $this->outcomes($intake)],
            'A dollar sign contradicts it.',
        );

        $this->loaded(
            "Last name,Email,Gift date,Amount,Currency\nMoss,m@example.org,2021-01-01,5,CHF\nNash,n@example.org,2021-01-02,6,\nOtis,o@example.org,2021-01-03,7,nothing\n",
        );
        self::assertSame(['EUR 5.00', 'EUR 7.00', 'CHF 5.00', 'USD 6.00'], self::stored());
    }

    public function test_the_same_figure_in_another_currency_is_another_gift(): void
    {
        $csv = "Last name,Email,Gift date,Amount,Currency\nMoss,m@example.org,2021-01-01,5,%s\n";
        foreach (['EUR', 'USD', 'EUR'] as $code) {
            $this->loaded(sprintf($csv, $code));
        }
        self::assertSame(['EUR 5.00', 'USD 5.00'], self::stored());
    }

    public function test_the_organization_s_own_currency_country_and_dates(): void
    {
        $this->as(Role::Reader)
            ->putJson('/api/organization', ['currency' => 'CAD', 'country' => 'CA', 'dates' => 'dmy'])
            ->assertStatus(403);
        $before = $this->loaded(self::rows('$5'));
        $this->as()
            ->putJson('/api/organization', ['currency' => 'XXX', 'country' => 'CA', 'dates' => 'dmy'])
            ->assertStatus(422);
        $this->putJson('/api/organization', ['currency' => 'CAD', 'country' => 'CA', 'dates' => 'dmy'])
            ->assertOk()
            ->assertJson(['currency' => 'CAD']);
        self::assertSame(['USD 5.00'], self::stored(), 'Nothing is converted.');
        self::assertTrue($this->getJson("/api/intakes/{$before->id}/proof")->json('balanced'));
        $this->loaded("Last name,Email,Gift date,Amount\nZane,z@example.org,2020-02-01,\$7\n");
        self::assertSame(['USD 5.00', 'CAD 7.00'], self::stored());

        $id = DB::table('supporters')->where('last_name', 'Zane')->value('id');
        $this->postJson("/api/supporters/{$id}/gifts", ['values' => ['gift.date' => '11/5/2020', 'gift.amount' => '20']])->assertCreated();
        $this->postJson("/api/supporters/{$id}/gifts", ['values' => ['gift.date' => '25/12/2020', 'gift.amount' => '€20']])->assertStatus(
            422,
        );
        $this->postJson("/api/supporters/{$id}/gifts", [
            'values' => ['gift.date' => '12/25/2020', 'gift.amount' => '€20', 'gift.currency' => 'EUR'],
        ])->assertCreated();
        self::assertSame(
            ['2020-05-11 CAD 20.00', '2020-12-25 EUR 20.00'],
            DB::table('gifts')
                ->where('supporter_id', $id)
                ->where('given_on', '>', '2020-03-01')
                ->orderBy('given_on')
                ->get()
                ->map(static fn($gift): string => "{$gift->given_on} {$gift->currency} {$gift->amount}")
                ->all(),
        );
    }

    public function test_promises_are_not_given(): void
    {
        $intake = $this->loaded(
            "Last name,Email,Gift date,Amount,Gift type\nMoss,m@example.org,2021-01-01,500,Pledge\nMoss,m@example.org,2021-02-01,50,Check\nNash,n@example.org,2021-02-02,7,Pledge payment\n",
        );
        $proof = $this->getJson("/api/intakes/{$intake->id}/proof")->json();

        self::assertSame(
            [
                true,
                ['created' => 2, 'amount' => '57.00', 'amounts' => ['USD' => '57.00']],
                ['created' => 1, 'amounts' => ['USD' => '500.00']],
                '557.00',
            ],
            [$proof['balanced'], $proof['gifts'], $proof['promised'], $proof['source_amount']],
        );
        self::assertSame(['given' => ['USD' => '57.00']], $this->getJson('/api/gifts')->json('sums'));
        self::assertSame(['USD' => '500.00'], $this->getJson('/api/promises')->json('sums.promised'));
        self::assertSame(['USD' => '57.00'], $this->getJson('/api/today')->json('given'));
        $list = $this->getJson('/api/supporters?columns=gifts.count,gifts.given,gifts.last')->json('supporters');
        self::assertSame(
            ['gifts.count' => '1', 'gifts.given' => 'USD 50.00', 'gifts.last' => '2021-02-01'],
            array_column($list, 'cells', 'name')['Moss'],
        );
        $again = $this->loaded("Last name,Email,Gift date,Amount,Gift type\nMoss,m@example.org,2021-01-01,500,Pledge\n");
        self::assertSame(['USD' => '500.00'], $this->getJson("/api/intakes/{$again->id}/proof")->json('money.there'));
        $next = $this->sifted("Last name,Email,Gift date,Amount,Gift type\nMoss,m@example.org,2021-03-01,5,Check\n");
        $candidate = $this->getJson("/api/intakes/{$next->id}/rows/2/match")->json('candidates.0');
        self::assertSame(
            ['1 gift, USD 50.00, latest 2021-02-01; 1 promise, USD 500.00', '2 gifts, USD 55.00, latest 2021-03-01; 1 promise, USD 500.00'],
            [$candidate['values']['gifts'], $candidate['after']['gifts']],
        );
    }

    public function test_filled_up_figures_are_asked_about_until_a_step_says_what_they_are(): void
    {
        $intake = $this->sifted(self::rows('000002500', '000001000'));
        self::assertSame(
            [['held' => 2], ['amount.zeros']],
            [$this->outcomes($intake), DB::table('intake_problems')->distinct()->pluck('code')->all()],
        );
        $this->patchJson("/api/intakes/{$intake->id}/columns/4", ['steps' => [['do' => 'decimals', 'places' => 2]]])->assertOk();
        $this->postJson("/api/intakes/{$intake->id}/sift")->assertOk();
        $this->postJson("/api/intakes/{$intake->id}/load", ['name' => 'x'])->assertOk();
        self::assertSame(['USD 25.00', 'USD 10.00'], self::stored());
    }

    public function test_three_decimals_are_asked_about_until_a_step_says_what_they_are(): void
    {
        foreach (['.' => ['USD 2.50', 'USD 1.00'], ',' => ['USD 2500.00', 'USD 1000.00']] as $mark => $expected) {
            $intake = $this->sifted(self::rows('2.500', '1.000'));
            self::assertSame(['held' => 2], $this->outcomes($intake));
            $this->patchJson("/api/intakes/{$intake->id}/columns/4", ['steps' => [['do' => 'number', 'decimal' => $mark]]])->assertOk();
            $this->postJson("/api/intakes/{$intake->id}/sift")->assertOk();
            $this->postJson("/api/intakes/{$intake->id}/load", ['name' => 'x'])->assertOk();
            self::assertSame([], array_diff($expected, self::stored()));
        }
    }

    public function test_a_sign_is_of_the_currency_that_stands_beside_it(): void
    {
        $intake = $this->loaded(
            "Last name,First name,Email,Gift date,Amount,Currency\nLee,Ann,ann@example.org,2025-03-01,\$25,cad\nPark,Bo,bo@example.org,2025-03-01,\u{a5}5000,JPY\nDahl,Cy,cy@example.org,2025-03-01,\u{a3}5,EUR\nOak,Di,di@example.org,2025-03-01,kr 50,SEK\nElm,Ed,ed@example.org,2025-03-01,US\$5,CAD\nAsh,Fay,fay@example.org,2025-03-01,\$30,\n",
        );

        self::assertSame(['new' => 4, 'held' => 2], $this->outcomes($intake));
        self::assertSame(
            ['CAD 25.00', 'JPY 5000.00', 'SEK 50.00', 'USD 30.00'],
            DB::table('gifts')->orderBy('currency')->get()->map(static fn($gift): string => "{$gift->currency} {$gift->amount}")->all(),
        );
    }
}
