<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Intakes\IntakeState;
use App\Records\Act;
use App\Records\ActKind;
use App\Records\Entry;
use App\Records\RecordReader;
use App\Records\RecordWriter;
use App\Supporters\SearchIndex;
use Illuminate\Support\Facades\DB;
use PHPUnit\Framework\Attributes\DataProvider;
use PineSieve\Core\Changes\Action;
use PineSieve\Core\Changes\Change;
use PineSieve\Core\Changes\Subject;

/** What the proof is for: things that went wrong behind its back. And that what is derived stays true. */
final class TamperTest extends TestCase
{
    private const FILE = "Legacy No,Last name,First name,Email,Phone,Street,City,State,Zip,Gift date,Amount\nX1,Lee,Ann,ann@example.org,603-555-0143,12 Elm St,Dover,NH,03820,2020-01-02,5\nX2,Park,Bo,bo@example.org,,4 Oak Rd,Saco,ME,04072,2020-01-03,6\n";

    public function test_a_gift_that_vanished_is_missed(): void
    {
        $intake = $this->loaded(self::FILE);
        self::assertTrue($this->getJson("/api/intakes/{$intake->id}/proof")->json('balanced'));

        DB::table('gifts')->where('amount', '6.00')->delete();
        $proof = $this->getJson("/api/intakes/{$intake->id}/proof")->json();
        self::assertSame([false, ['USD 11.00 in the source, 5.00 accounted for.']], [$proof['balanced'], $proof['faults']]);
    }

    public function test_an_amount_that_changed_is_missed(): void
    {
        $intake = $this->loaded(self::FILE);
        DB::table('gifts')
            ->where('amount', '6.00')
            ->update(['amount' => '60.00']);

        self::assertSame(
            ['USD 11.00 in the source, 65.00 accounted for.'],
            $this->getJson("/api/intakes/{$intake->id}/proof")->json('faults'),
        );
    }

    public function test_a_row_without_an_outcome_is_missed(): void
    {
        $intake = $this->loaded(self::FILE);
        DB::table('intake_outcomes')->where('number', 3)->delete();

        self::assertStringContainsString(
            '2 rows in the source, 1 accounted for: 1 missing.',
            implode(' ', $this->getJson("/api/intakes/{$intake->id}/proof")->json('faults')),
        );
    }

    /** @return iterable<string, array{list<string>}> */
    public static function histories(): iterable
    {
        $second =
            "Legacy No,Last name,First name,Middle name,Email,Phone,Street,City,State,Zip\nX1,Lee,Anna,M.,a2@example.org,207-555-0199,9 Ash Ln,Saco,ME,04072\nX3,Dahl,Cy,,,,,,,\n";
        yield 'one load' => [['fill blanks', self::FILE]];
        yield 'a load that replaces' => [['fill blanks', self::FILE, 'replace', $second]];
        yield 'and its undo' => [['fill blanks', self::FILE, 'replace', $second, 'undo', '']];
        yield 'loaded again after an undo' => [['fill blanks', self::FILE, 'undo', '', 'fill blanks', self::FILE]];
    }

    /** @param  list<string>  $history */
    #[DataProvider('histories')]
    public function test_match_keys_and_search_words_are_those_of_the_records(array $history): void
    {
        foreach (array_chunk($history, 2) as [$what, $file]) {
            if ($what === 'undo') {
                $id = DB::table('intakes')->where('state', 'loaded')->max('id');
                $this->postJson("/api/intakes/{$id}/undo")->assertOk();
            } else {
                $this->loaded($file, ['effect' => $what]);
            }
        }
        $kept = array_intersect_key($this->records(), ['match_keys' => 1, 'search_words' => 1]);
        DB::table('match_keys')->delete();
        DB::table('search_words')->delete();
        app(SearchIndex::class)->add(app(RecordReader::class)->read(DB::table('supporters')->pluck('id')->all()));

        self::assertSame(array_intersect_key($this->records(), $kept), $kept);
    }

    public function test_a_failed_write_leaves_nothing(): void
    {
        $this->loaded(self::FILE);
        $before = $this->records();
        $entries = [
            new Entry('a:supporter', [
                Change::create(Subject::Supporter, 'a:supporter', [
                    'kind' => 'person',
                    'last_name' => 'Pell',
                    'display_name' => 'Pell',
                    'sort_name' => 'Pell',
                ]),
            ]),
            new Entry('b:supporter', [Change::create(Subject::Gift, 'b:gift', ['amount' => 'not money'])]),
        ];
        try {
            DB::transaction(static fn() => app(RecordWriter::class)->write($entries, Act::once(ActKind::Demo, null)));
            self::fail('Nothing stands for b:supporter.');
        } catch (\LogicException $error) {
            self::assertStringContainsString('b:supporter', $error->getMessage());
        }
        self::assertSame($before, $this->records());
    }

    public function test_the_door_creates_updates_and_deletes_and_tells_the_journal(): void
    {
        $write = static fn(int|string $supporter, Change ...$changes): array => DB::transaction(
            static fn(): array => app(RecordWriter::class)->write(
                [new Entry($supporter, array_values($changes))],
                Act::once(ActKind::Demo, null),
            ),
        );
        $ids = $write(
            'a:supporter',
            Change::create(Subject::Supporter, 'a:supporter', [
                'kind' => 'person',
                'last_name' => 'Pell',
                'display_name' => 'Di Pell',
                'sort_name' => 'Pell, Di',
            ]),
            Change::create(Subject::Email, 'a:email', ['address' => 'di@example.org']),
        );
        $id = $ids['a:supporter'];
        $write($id, new Change(Subject::Email, $ids['a:email'], Action::Update, ['address' => ['di@example.org', 'di2@example.org']]));
        self::assertSame(['di2@example.org', 2], [DB::table('emails')->value('address'), DB::table('supporters')->value('version')]);
        self::assertSame(1, DB::table('search_words')->where('word', 'di2@example.org')->count());

        $write($id, new Change(Subject::Email, $ids['a:email'], Action::Delete, ['address' => ['di2@example.org', null]]));
        self::assertSame([0, 0], [DB::table('emails')->count(), DB::table('search_words')->where('word', 'like', '%@%')->count()]);
        self::assertSame(
            ['create', 'update', 'delete'],
            DB::table('journal')
                ->orderBy('id')
                ->pluck('changes')
                ->map(static fn(string $changes): string => json_decode($changes, true)[count(json_decode($changes, true)) - 1]['action'])
                ->all(),
        );
    }

    /** @return iterable<string, array{IntakeState}> */
    public static function states(): iterable
    {
        foreach (IntakeState::cases() as $state) {
            yield $state->value => [$state];
        }
    }

    #[DataProvider('states')]
    public function test_what_may_be_done_in_which_state(IntakeState $state): void
    {
        $intake = $this->sifted(self::FILE);
        $intake->forceFill(['state' => $state])->save();
        $open = $state === IntakeState::Mapping || $state === IntakeState::Ready;
        $expected = [
            'change the settings' => [
                $open,
                fn(): int => $this->patchJson("/api/intakes/{$intake->id}", ['system' => 'x'])->getStatusCode(),
            ],
            'take the proposals' => [$open, fn(): int => $this->postJson("/api/intakes/{$intake->id}/columns/accept")->getStatusCode()],
            'decide about a row' => [
                $open,
                fn(): int => $this->postJson("/api/intakes/{$intake->id}/edits", [
                    'kind' => 'row',
                    'number' => 2,
                    'to' => 'hold',
                ])->getStatusCode(),
            ],
            'decide about a value' => [
                $state === IntakeState::Ready,
                fn(): int => $this->postJson("/api/intakes/{$intake->id}/edits", [
                    'kind' => 'value',
                    'column' => 0,
                    'from' => 'x',
                    'to' => 'y',
                ])->getStatusCode(),
            ],
            'look at the undo' => [
                in_array($state, [IntakeState::Loaded, IntakeState::Stopped], true),
                fn(): int => $this->getJson("/api/intakes/{$intake->id}/undo")->getStatusCode(),
            ],
            'rename' => [true, fn(): int => $this->patchJson("/api/intakes/{$intake->id}", ['name' => 'Another'])->getStatusCode()],
        ];
        foreach ($expected as $what => [$may, $try]) {
            $status = $try();
            self::assertSame($may, $status === 200, "{$state->value}: {$what} answered {$status}");
            $intake
                ->refresh()
                ->forceFill(['state' => $state])
                ->save();
        }
    }
}
