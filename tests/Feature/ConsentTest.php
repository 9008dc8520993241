<?php

declare(strict_types=1);

namespace Tests\Feature;

use Illuminate\Support\Facades\DB;
use PHPUnit\Framework\Attributes\DataProvider;

/** "No" is stronger than "yes", and nothing of a file goes under without a word. */
final class ConsentTest extends TestCase
{
    private const HEAD = "First name,Last name,Email,Email opt in,Opt in date\n";

    /** @return iterable<string, array{list<array{string, string}>, array<string, mixed>, string, ?string}> consent and date of each file, settings of the later ones, what is stored then */
    public static function filesInOrder(): iterable
    {
        yield 'a refusal over an agreement' => [[['yes', ''], ['no', '']], [], 'no', null];
        yield 'also where known ones are left alone' => [[['yes', ''], ['no', '']], ['effect' => 'leave alone'], 'no', null];
        yield 'an agreement never over a refusal' => [[['no', ''], ['yes', '']], [], 'no', null];
        yield 'not even where all is replaced' => [[['no', ''], ['yes', '']], ['effect' => 'replace'], 'no', null];
        yield 'unless someone chose so' => [[['no', ''], ['yes', '']], ['effects' => ['consents' => 'replace']], 'yes', null];
        yield 'or it is later' => [[['no', '2024-01-01'], ['yes', '2024-02-01']], [], 'yes', '2024-02-01'];
        yield 'not if it is earlier' => [[['no', '2024-02-01'], ['yes', '2024-01-01']], [], 'no', '2024-02-01'];
        yield 'a date against none' => [[['no', ''], ['yes', '2024-02-01']], [], 'no', null];
        yield 'a refusal before an agreement' => [[['yes', '2024-02-01'], ['no', '2024-01-01']], [], 'yes', '2024-02-01'];
        yield 'a refusal after it' => [[['yes', '2024-02-01'], ['no', '2024-03-01']], [], 'no', '2024-03-01'];
        yield 'a refusal of no date after a dated agreement' => [[['yes', '2024-02-01'], ['no', '']], [], 'no', null];
        yield 'a blank says nothing' => [[['no', '2024-02-01'], ['', '']], ['effect' => 'replace'], 'no', '2024-02-01'];
    }

    /**
     * @param  list<array{string, string}>  $files
     * @param  array<string, mixed>  $settings
     */
    #[DataProvider('filesInOrder')]
    public function test_one_file_after_the_other(array $files, array $settings, string $consent, ?string $since): void
    {
        foreach ($files as $i => [$said, $on]) {
            $this->loaded(self::HEAD . "Ann,Lee,ann@example.org,{$said},{$on}\n", $i === 0 ? [] : $settings, [
                'name.first',
                'name.last',
                'email',
                'consent.email',
                'consent.email.date',
            ]);
        }

        self::assertSame([$consent, $since], array_values((array) DB::table('supporters')->first(['consent_email', 'consent_email_on'])));
    }

    public function test_in_one_file_the_order_of_rows_decides_nothing(): void
    {
        foreach (
            ["Ann,Lee,a@example.org,yes,\nAnn,Lee,a@example.org,no,\n", "Ann,Lee,a@example.org,no,\nAnn,Lee,a@example.org,yes,\n"]
            as $rows
        ) {
            $intake = $this->loaded(self::HEAD . $rows, [], ['name.first', 'name.last', 'email', 'consent.email', 'consent.email.date']);
            self::assertSame('no', DB::table('supporters')->value('consent_email'));
            $this->postJson("/api/intakes/{$intake->id}/undo")->assertOk();
        }
    }

    public function test_who_is_not_unsubscribed_has_not_agreed(): void
    {
        $this->loaded("Last name,Email,Unsubscribed\nLee,a@example.org,No\nPark,b@example.org,Yes\nDahl,c@example.org,no\n");

        self::assertSame(
            ['Lee' => null, 'Park' => 'no', 'Dahl' => null],
            DB::table('supporters')->pluck('consent_email', 'last_name')->all(),
        );
    }

    public function test_what_is_said_of_a_couple_holds_for_both_and_their_household(): void
    {
        $this->loaded("First,Last,Spouse first,Do not mail\nJohn,Smith,Mary,yes\n");

        self::assertSame(['no', 'no', 'no'], DB::table('supporters')->pluck('consent_mail')->all());
    }

    public function test_what_the_load_does_not_take_is_counted_and_listed(): void
    {
        $this->loaded("First,Last,Email,Phone,Email opt in,Birthday\nAnn,Lee,ann@example.org,603-555-0143,no,1970-02-03\n");
        $csv = "First,Last,Email,Phone,Email opt in,Birthday\nAnn,Lee,ann@example.org,603-555-0199,yes,1970-02-03\n";
        $intake = $this->loaded($csv);

        $untaken = [
            ['field' => 'consent.email', 'label' => 'May be written to by email', 'rows' => 1],
            ['field' => 'phone', 'label' => 'Phone', 'rows' => 1],
        ];
        self::assertSame($untaken, $this->getJson("/api/intakes/{$intake->id}/proof")->json('untaken'));
        $rows = $this->getJson("/api/intakes/{$intake->id}/untaken?field=phone")
            ->assertOk()
            ->json('rows');
        self::assertSame(
            [[2, '+16035550143', '+16035550199']],
            array_map(static fn(array $row): array => [$row['number'], $row['stored'], $row['written']], $rows),
        );
        $this->getJson("/api/intakes/{$intake->id}/untaken?field=moon")->assertStatus(404);
        self::assertSame(
            [],
            $this->getJson(
                '/api/intakes/' . $this->loaded($csv, ['effect' => 'replace', 'effects' => ['consents' => 'replace']])->id . '/proof',
            )->json('untaken'),
        );
    }
}
