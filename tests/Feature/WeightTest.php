<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Duplicates\Said;
use App\Matching\Editions;
use App\Matching\RuleSets;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Matching\Weights\WeighedField;
use PineSieve\Core\Names\SupporterKind;

/** People compared by weight: put to use, counted, and what it makes of names that many have. */
final class WeightTest extends TestCase
{
    private const TARGETS = [
        'name.first',
        'name.last',
        'email',
        'phone',
        'address.line1',
        'address.city',
        'address.state',
        'address.postal_code',
    ];

    private function useWeights(float $certain = 0.93): int
    {
        $rules = collect($this->as()->getJson('/api/match-rules')->json('sets'))->firstWhere('name', 'People, by weight')['content'];
        $id = $this->postJson('/api/match-rules', [
            'content' => json_encode([...$rules, 'name' => 'By weight', 'by' => 'weight', 'certain' => $certain]),
        ])
            ->assertSuccessful()
            ->json('id');
        $this->putJson('/api/match-rules/used', ['kind' => 'person', 'set' => $id])->assertOk();

        return $id;
    }

    /** A word that is like no other. */
    private static function word(int $i): string
    {
        return ucfirst(strtr(substr(md5("word {$i}"), 0, 9), '0123456789', 'ghijklmnop'));
    }

    /** @param  list<string>  $rows */
    private static function file(array $rows): string
    {
        return "First,Last,Email,Phone,Street,City,State,ZIP\n" . implode("\n", $rows) . "\n";
    }

    private static function editions(): Builder
    {
        return DB::table('frequency_editions')->where('kind', 'person');
    }

    /** Many of one name, all of them different people. */
    private static function crowd(): string
    {
        return self::file(
            array_map(
                static fn(int $i): string => "John,Smith,john{$i}@example.org,603-555-" .
                    sprintf('%04d', 1000 + (($i * 997) % 9000)) .
                    ",{$i} Elm St,Dover,NH,0" .
                    (3000 + 7 * $i),
                range(1, 60),
            ),
        );
    }

    public function test_a_name_that_many_have_is_someone_new_and_one_that_few_have_is_asked_about(): void
    {
        $this->useWeights();
        self::assertSame(
            ['new' => 60],
            $this->outcomes($this->loaded(self::crowd(), [], self::TARGETS)),
            'Nobody is asked whether they are one.',
        );
        $this->loaded(self::file(['Ottoline,Quackenbush,,,9 Oak Ave,Keene,NH,03431']), [], self::TARGETS);
        app(Editions::class)->renew(app(RuleSets::class)->used(SupporterKind::Person), app(RuleSets::class)->comparers());
        $rows = self::file([
            'John,Smith,jsmith@example.com,207-555-0199,3 Shore Rd,Kittery,ME,03904',
            'Ottoline,Quackenbush,otto@example.com,,,,,',
            'Jon,Smith,john7@example.org,603-555-7979,7 Elm Street,Dover,NH,03049',
        ]);
        $intake = $this->sifted($rows, [], self::TARGETS);
        self::assertSame(
            [1, [2 => 60]],
            [
                $this->getJson("/api/intakes/{$intake->id}")->json('namesakes'),
                array_column($this->getJson("/api/intakes/{$intake->id}/matches?show=namesakes")->json('rows'), 'namesakes', 'number'),
            ],
            'That the name is one of many is told, and is no question.',
        );
        self::assertSame(
            [2 => 'new', 3 => 'unsure', 4 => 'known'],
            DB::table('intake_results')->where('intake_id', $intake->id)->pluck('verdict', 'number')->sortKeys()->all(),
        );
    }

    public function test_what_is_frequent_is_counted_when_the_set_is_put_to_use_and_again_when_the_database_has_grown(): void
    {
        self::assertSame(0, Editions::number());
        $this->useWeights();
        self::assertSame(1, self::editions()->count());
        $this->loaded(self::crowd(), [], self::TARGETS);
        app(Editions::class)->renew(app(RuleSets::class)->used(SupporterKind::Person), app(RuleSets::class)->comparers());
        $first = Editions::number();
        self::assertSame(
            [60, 60, 1],
            [
                Editions::inUse(SupporterKind::Person)->frequencies->records(),
                Editions::inUse(SupporterKind::Person)->frequencies->of(WeighedField::Last, 'smith'),
                Editions::inUse(SupporterKind::Person)->frequencies->of(WeighedField::Email, 'john7@example.org'),
            ],
        );
        app(Editions::class)->renew(app(RuleSets::class)->used(SupporterKind::Person), app(RuleSets::class)->comparers());
        self::assertSame($first, Editions::number(), 'Nothing has changed.');

        $this->loaded(
            self::file(array_map(static fn(int $i): string => 'Ines,' . self::word($i) . ",,,{$i} Way,Derry,NH,03038", range(1, 20))),
            [],
            self::TARGETS,
        );
        $version = DB::table('settings')->where('name', 'standards version')->value('value');
        app(Editions::class)->renew(app(RuleSets::class)->used(SupporterKind::Person), app(RuleSets::class)->comparers());
        self::assertGreaterThan($first, Editions::number());
        self::assertSame(80, Editions::inUse(SupporterKind::Person)->frequencies->records());
        self::assertGreaterThan(
            $version,
            DB::table('settings')->where('name', 'standards version')->value('value'),
            'Rows that wait are worked out again.',
        );
        self::assertSame(1, self::editions()->count());
    }

    public function test_once_many_have_come_in_they_are_counted(): void
    {
        $this->loaded(
            self::file(
                array_map(static fn(int $i): string => 'Ann,' . self::word($i) . ',' . self::word($i) . '@example.org,,,,,', range(1, 500)),
            ),
            [],
            self::TARGETS,
        );
        self::assertSame(
            [1, 500],
            [self::editions()->count(), Editions::inUse(SupporterKind::Person)->frequencies->of(WeighedField::First, 'ann')],
        );
        $report = $this->getJson('/api/match-rules/weights?kind=person')->assertOk()->json();
        self::assertSame([500, []], [$report['edition']['records'], $report['edition']['discarded']]);
        self::assertSame('strongly for', array_column($report['weights'], 'says', 'words')['Same email']);
        $this->loaded(self::file(['Bo,Park,bo@example.org,,,,,']), [], self::TARGETS);
        self::assertSame(500, self::editions()->value('records'), 'One more changes nothing.');
    }

    public function test_where_nobody_of_a_file_is_known_a_rare_name_is_asked_about_less(): void
    {
        $stored = static fn(int $i): string => self::word($i) .
            ',' .
            self::word(-$i) .
            ',,603-555-' .
            sprintf('%04d', 1000 + $i * 131) .
            ',,,,';
        $asked = 'Susan,Lewis,new@example.org,207-555-0199,,,,';
        $this->loaded(self::file([...array_map($stored, range(1, 60)), 'Susan,Lewis,,603-555-9921,,,,']), [], self::TARGETS);
        $others = array_map(
            static fn(int $i): string => self::word($i) . ',' . self::word(-$i) . ',' . self::word(3 * $i) . '@example.org,,,,,',
            range(500, 900),
        );
        $intake = $this->sifted(self::file([...$others, $asked]), [], self::TARGETS);
        $known = $this->sifted(self::file([...array_map($stored, range(1, 50)), $asked]), [], self::TARGETS);
        $score = static fn(int $of): int => json_decode(
            (string) DB::table('intake_results')->where('intake_id', $of)->orderByDesc('number')->value('findings'),
            true,
        )[0]['score'];
        self::assertLessThan($score($known->id) - 10, $score($intake->id), 'Beside fifty who are known it says more.');
        self::assertLessThan(
            DB::table('intake_counts')->where('kind', 'person')->where('intake_id', $known->id)->value('known'),
            DB::table('intake_counts')->where('kind', 'person')->where('intake_id', $intake->id)->value('known'),
        );
    }

    public function test_what_people_decide_moves_how_likely_pairs_are_said_to_be(): void
    {
        foreach (['603-555-', '207-555-'] as $area) {
            $this->loaded(
                self::file(
                    array_map(
                        static fn(int $i): string => 'Isolde,' . self::word($i) . ",,{$area}" . sprintf('%04d', 1000 + 31 * $i) . ',,,,',
                        range(1, 30),
                    ),
                ),
                ['against' => ['kind' => 'nothing']],
                self::TARGETS,
            );
        }
        $this->postJson('/api/duplicates/search')->assertStatus(202);
        $pairs = DB::table('duplicate_pairs')
            ->where('certainty', 'review')
            ->get(['one', 'other']);
        if ($pairs->isEmpty()) {
            self::fail('Nothing to decide.');
        }
        foreach ($pairs as $pair) {
            $this->postJson('/api/duplicates/not-the-same', ['supporters' => [$pair->one, $pair->other]])->assertOk();
        }
        $before = Editions::inUse(SupporterKind::Person)->weights->calibration->of(0.5);
        app(Said::class)->correct();
        self::assertLessThan($before, Editions::inUse(SupporterKind::Person)->weights->calibration->of(0.5));
    }

    public function test_one_of_a_few_with_a_common_name_is_shown_beside_them_and_can_be_joined_all_the_same(): void
    {
        $crowd = array_map(
            static fn(int $i): string => "John,Smith,m{$i}@example.org,603-555-" .
                sprintf('%04d', 1000 + $i * 997) .
                ",{$i}7 Elm St,Dover,NH,0" .
                (3000 + 7 * $i),
            range(1, 7),
        );
        $this->loaded(self::file($crowd), [], self::TARGETS);
        $intake = $this->sifted(self::file(['John,Smith,john@example.com,207-555-0199,9 Quay Rd,Keene,NH,03431']), [], self::TARGETS);
        self::assertSame(['new' => 1], $this->outcomes($intake));
        $shown = $this->getJson("/api/intakes/{$intake->id}/rows/2/match")->json('candidates');
        self::assertSame(
            [7, 7],
            [count($shown), $this->getJson("/api/intakes/{$intake->id}/matches?show=namesakes")->json('rows.0.namesakes')],
        );
        $this->postJson("/api/intakes/{$intake->id}/edits", [
            'kind' => 'match',
            'number' => 2,
            'to' => $shown[2]['decision'],
        ])->assertSuccessful();
        self::assertSame(['unchanged' => 1], $this->outcomes($intake->refresh()));
    }

    public function test_how_common_a_name_must_be_to_say_nothing_is_for_the_organization_to_say(): void
    {
        $this->loaded(
            self::file(array_map(static fn(int $i): string => "Ottoline,Quackenbush,,,{$i} Elm St,Dover,NH,03820", range(1, 3))),
            ['against' => ['kind' => 'nothing']],
            self::TARGETS,
        );
        $row = self::file(['Ottoline,Quackenbush,otto@example.com,,,,,']);
        self::assertSame(['held' => 1], $this->outcomes($this->sifted($row, [], self::TARGETS)));
        $set = collect($this->getJson('/api/match-rules')->json('sets'))->firstWhere('name', 'People, by weight')['content'];
        $id = $this->postJson('/api/match-rules', ['content' => json_encode([...$set, 'name' => 'Ours', 'common' => 2])])
            ->assertCreated()
            ->json('id');
        $this->putJson('/api/match-rules/used', ['kind' => 'person', 'set' => $id])->assertOk();
        self::assertSame(['new' => 1], $this->outcomes($intake = $this->sifted($row, [], self::TARGETS)));
        self::assertSame(3, DB::table('intake_results')->where('intake_id', $intake->id)->value('namesakes'));
    }

    public function test_two_who_are_as_likely_are_asked_about(): void
    {
        $this->loaded(self::file(['Ulla,Zander,ulla@example.org,,,,,']), [], self::TARGETS);
        // As from before anyone looked.
        $this->byHand('Ulla', 'Zander', 'ulla@example.org');
        $this->useWeights();
        $intake = $this->sifted(self::file(['Ulla,Zander,ulla@example.org,603-555-0143,,,,']), [], self::TARGETS);
        $result = DB::table('intake_results')->where('intake_id', $intake->id)->first();
        self::assertSame('unsure', $result->held_by);
        self::assertSame([49, 49], array_column(json_decode($result->findings, true), 'score'));
    }

    public function test_the_database_is_searched_and_a_set_tried_by_weight(): void
    {
        $this->useWeights();
        $this->loaded(self::crowd(), [], self::TARGETS);
        foreach (['Jack', 'J.'] as $first) {
            $this->byHand($first, 'Smith', 'john7@example.org');
        }
        $this->postJson('/api/duplicates/search')->assertStatus(202);
        $counts = $this->getJson('/api/duplicates')->json('counts');
        self::assertSame(1, $counts['certain'] + $counts['review'], 'Three who are one, and none of the others.');
        $tried = $this->postJson('/api/match-rules/try', [
            'content' => json_encode([
                ...collect($this->getJson('/api/match-rules')->json('sets'))->firstWhere('name', 'By weight')['content'],
                'name' => 'Stricter',
                'certain' => 0.999,
            ]),
        ])
            ->assertStatus(202)
            ->json('id');
        $this->getJson("/api/match-rules/try/{$tried}")->assertJsonPath('state', 'done');
    }

    public function test_a_set_by_weight_that_can_not_be_is_refused_in_words(): void
    {
        $rules = collect($this->as()->getJson('/api/match-rules')->json('sets'))->firstWhere('name', 'Households')['content'];
        self::assertStringContainsString(
            '"certain" is a number',
            $this->postJson('/api/match-rules', [
                'content' => json_encode([...$rules, 'name' => 'x', 'by' => 'weight', 'certain' => 'very']),
            ])
                ->assertStatus(422)
                ->json('message'),
        );
        $this->getJson('/api/match-rules/weights?kind=dog')->assertStatus(422);
    }
}
