<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Intakes\Intake;
use Illuminate\Support\Facades\DB;
use PHPUnit\Framework\Attributes\DataProvider;

/** What a person chooses for a whole intake: what each verdict does, and whom rows are compared with. */
final class IntakeChoicesTest extends TestCase
{
    private const KNOWN = "Last name,First name,Email,Home phone,City\nLee,Ann,ann@example.org,603-555-0143,Dover\nPark,Bo,bo@example.org,,Saco\n";

    private const FILE = "Last name,First name,Email,Home phone,Gift date,Amount\nLee,Ann,ann@example.org,603-555-0199,2024-01-02,5\nLee,,ann@example.org,,2024-01-03,7\nQuill,Zoe,zoe@example.org,,2024-01-04,11\n";

    /** @param  array<string, mixed>  $choices */
    private function chosen(string $file, array $choices): Intake
    {
        return $this->sifted($file, $choices);
    }

    /** @return list<string> "number, primary or condition" of Ann's phones */
    private static function phones(): array
    {
        return DB::table('phones')
            ->join('supporters', 'supporters.id', 'supporter_id')
            ->where('first_name', 'Ann')
            ->orderBy('phones.id')
            ->get()
            ->map(
                static fn($phone): string => substr($phone->number, -4) .
                    ($phone->is_primary ? ' primary' : '') .
                    ($phone->condition === 'good' ? '' : " {$phone->condition}"),
            )
            ->all();
    }

    public function test_each_verdict_has_its_row(): void
    {
        $this->loaded(self::KNOWN);
        $intake = $this->chosen(self::FILE, []);

        self::assertSame(
            ['known', 'unsure', 'new'],
            DB::table('intake_results')->where('intake_id', $intake->id)->orderBy('number')->pluck('verdict')->all(),
        );
        self::assertSame(['new' => 1, 'updated' => 1, 'held' => 1], $this->outcomes($intake));
    }

    public function test_nobody_new_is_added_where_someone_chose_so(): void
    {
        $this->loaded(self::KNOWN);
        $intake = $this->chosen(self::FILE, ['new' => 'leave out']);
        self::assertSame(['updated' => 1, 'held' => 1, 'left_out' => 1], $this->outcomes($intake));
        $row = $this->getJson("/api/intakes/{$intake->id}/preview?outcome=left_out")->json('rows.0');
        self::assertSame(['Zoe Quill', ['Nobody we know, and this intake adds no one new']], [$row['display'], $row['reasons']]);
        self::assertTrue($this->getJson("/api/intakes/{$intake->id}/proof")->json('balanced'));

        $this->edit($intake->id, ['kind' => 'row', 'number' => 4, 'to' => 'in']);
        self::assertSame(['new' => 1, 'updated' => 1, 'held' => 1], $this->outcomes($intake), 'A person may let one in all the same.');
    }

    public function test_a_further_supporter_of_a_row_is_not_added_either(): void
    {
        $this->loaded(self::KNOWN);
        $intake = $this->loaded("Last name,First name,Email,Spouse first name,Spouse last name\nLee,Ann,ann@example.org,Cy,Lee\n", [
            'new' => 'leave out',
            'effects' => ['details' => 'replace'],
        ]);

        self::assertSame([2, 0], [DB::table('supporters')->count(), DB::table('links')->count()]);
        self::assertSame(['unchanged' => 1], $this->outcomes($intake));
    }

    public function test_nothing_is_loaded_while_a_row_is_unsure_where_someone_chose_to_be_asked(): void
    {
        $this->loaded(self::KNOWN);
        $intake = $this->chosen(self::FILE, ['unsure' => 'ask']);
        $refused = $this->postJson("/api/intakes/{$intake->id}/load", ['name' => 'Asked'])
            ->assertStatus(409)
            ->json('message');
        self::assertStringContainsString('One row is unsure', $refused);
        self::assertSame(2, DB::table('supporters')->count());

        $this->edit($intake->id, ['kind' => 'match', 'number' => 3, 'to' => 'new']);
        $this->postJson("/api/intakes/{$intake->id}/load", ['name' => 'Asked'])->assertOk();
        self::assertSame(4, DB::table('supporters')->count());
    }

    /** @return iterable<string, array{array<string, mixed>, list<string>}> */
    public static function effects(): iterable
    {
        yield 'what is there stays' => [[], ['0143 primary']];
        yield 'replaced' => [['effects' => ['phones' => 'replace']], ['0199 primary']];
        yield 'beside' => [['effects' => ['phones' => 'add beside']], ['0143 primary', '0199']];
        yield 'primary, the old one former' => [['effects' => ['phones' => 'become primary']], ['0143 former', '0199 primary']];
        yield 'everything is replaced but the phones' => [
            ['effect' => 'replace', 'effects' => ['phones' => 'leave alone']],
            ['0143 primary'],
        ];
    }

    /**
     * @param  array<string, mixed>  $choices
     * @param  list<string>  $phones
     */
    #[DataProvider('effects')]
    public function test_what_a_match_does_to_phones_and_that_it_can_be_taken_back(array $choices, array $phones): void
    {
        $this->loaded(self::KNOWN);
        $before = $this->records();
        $intake = $this->sifted("Last name,First name,Email,Home phone\nLee,Ann,ann@example.org,603-555-0199\n", $choices);
        $after = $this->getJson("/api/intakes/{$intake->id}/rows/2/match")
            ->assertOk()
            ->json('candidates.0.after.phone');
        $this->postJson("/api/intakes/{$intake->id}/load", ['name' => 'Ann'])->assertOk();

        self::assertSame($phones, self::phones());
        self::assertSame(
            array_map(static fn(string $phone): string => substr($phone, 0, 4), $phones),
            array_map(static fn(string $phone): string => substr($phone, -4), explode("\n", $after)),
            'What the page of the match showed before.',
        );
        $this->postJson("/api/intakes/{$intake->id}/undo")->assertOk();
        self::assertSame($before, $this->records());
    }

    /** @return iterable<string, array{array<string, mixed>, list<string>}> whom the rows of Ann and Bo are compared with, and what they are */
    public static function againsts(): iterable
    {
        yield 'everyone' => [['kind' => 'all'], ['known', 'known', 'known']];
        yield 'a group' => [['kind' => 'group', 'group' => 'Board'], ['known', 'new', 'known']];
        yield 'a group that nobody is in' => [['kind' => 'group', 'group' => 'Nobody'], ['new', 'new', 'known']];
        yield 'a saved search' => [['kind' => 'search', 'search' => 'Parks'], ['new', 'known', 'known']];
        yield 'a list of numbers' => [['kind' => 'ids', 'ids' => ['Bo']], ['new', 'known', 'known']];
        yield 'the file alone' => [['kind' => 'file'], ['new', 'new', 'known']];
        yield 'nothing' => [['kind' => 'nothing'], ['new', 'new', 'new']];
    }

    /**
     * @param  array<string, mixed>  $against
     * @param  list<string>  $verdicts
     */
    #[DataProvider('againsts')]
    public function test_whom_rows_are_compared_with(array $against, array $verdicts): void
    {
        $this->loaded("Last name,First name,Email,Groups\nLee,Ann,ann@example.org,Board\nPark,Bo,bo@example.org,\n");
        $search = $this->postJson('/api/searches', ['name' => 'Parks', 'query' => ['q' => 'park']])
            ->assertCreated()
            ->json('id');
        $against = [
            ...$against,
            ...isset($against['search']) ? ['search' => $search] : [],
            ...isset($against['ids']) ? ['ids' => [DB::table('supporters')->where('first_name', 'Bo')->value('id')]] : [],
        ];
        $intake = $this->chosen("Last name,First name,Email\nLee,Ann,ann@example.org\nPark,Bo,bo@example.org\nPark,Bo,bo@example.org\n", [
            'against' => $against,
        ]);

        self::assertSame(
            $verdicts,
            DB::table('intake_results')->where('intake_id', $intake->id)->orderBy('number')->pluck('verdict')->all(),
        );
    }

    public function test_choices_that_make_no_sense_are_refused_and_change_nothing(): void
    {
        $intake = $this->sifted(self::FILE);
        $before = $this->getJson("/api/intakes/{$intake->id}")->json('settings');
        foreach (
            [
                ['new' => 'burn'],
                ['unsure' => 'guess'],
                ['effects' => ['name' => 'add beside']],
                ['effects' => ['shoes' => 'replace']],
                ['effect' => 'become primary'],
                ['against' => ['kind' => 'moon']],
                ['against' => ['kind' => 'group']],
                ['against' => ['kind' => 'search', 'search' => 99]],
                ['against' => ['kind' => 'ids', 'ids' => []]],
                ['against' => ['kind' => 'ids', 'ids' => ['x']]],
                ['against' => 'all'],
            ]
            as $nonsense
        ) {
            $this->patchJson("/api/intakes/{$intake->id}", $nonsense)->assertStatus(422);
        }
        self::assertSame($before, $this->getJson("/api/intakes/{$intake->id}")->json('settings'));
    }

    public function test_searches_are_kept_shown_and_dropped(): void
    {
        $this->loaded(self::KNOWN);
        $id = $this->postJson('/api/searches', ['name' => 'Lees', 'query' => ['q' => 'lee', 'filter' => 'unchecked']])
            ->assertCreated()
            ->json('id');
        $this->postJson('/api/searches', ['name' => 'Lees', 'query' => ['q' => 'lee']])
            ->assertOk()
            ->assertJsonPath('id', $id);
        self::assertSame(
            [['id' => $id, 'list' => 'supporters', 'name' => 'Lees', 'query' => ['q' => 'lee']]],
            $this->getJson('/api/searches')->assertOk()->json('searches'),
        );
        foreach (
            [
                ['name' => 'Lees'],
                ['name' => '', 'query' => ['q' => 'x']],
                ['name' => 'X', 'query' => []],
                ['name' => 'X', 'query' => ['sql' => '1']],
                ['name' => 'X', 'query' => ['q' => ['a']]],
            ]
            as $nonsense
        ) {
            $this->postJson('/api/searches', $nonsense)->assertStatus(422);
        }
        $this->deleteJson("/api/searches/{$id}")
            ->assertOk()
            ->assertJsonPath('searches', []);

        $intake = $this->sifted(self::KNOWN, ['against' => ['kind' => 'group', 'group' => 'Gone']]);
        self::assertSame(['new' => 2], $this->outcomes($intake));
    }
}
