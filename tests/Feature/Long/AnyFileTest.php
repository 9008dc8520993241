<?php

declare(strict_types=1);

namespace Tests\Feature\Long;

use App\Intakes\Intake;
use App\Records\Loads;
use Illuminate\Support\Facades\DB;
use PHPUnit\Framework\Attributes\DataProvider;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Tests\Feature\TestCase;

/** What must hold for every file, tried on files thrown together from few names, so that rows meet in every way. */
final class AnyFileTest extends TestCase
{
    /** @return iterable<string, array{int, string}> */
    public static function files(): iterable
    {
        foreach (['fill blanks', 'replace', 'leave alone'] as $effect) {
            foreach ([1, 2, 3, 4] as $seed) {
                yield "{$effect}, file {$seed}" => [$seed, $effect];
            }
        }
    }

    private static function file(int $seed, int $rows): string
    {
        $dice = new Randomizer(new Mt19937($seed));
        $one = static fn(array $from): string => $from[$dice->getInt(0, count($from) - 1)];
        $lines = "Legacy No,First name,Middle name,Last name,Organization,Street,City,State,Zip,Email,Phone,Gift date,Amount,Fund\n";
        for ($i = 0; $i < $rows; $i++) {
            $name =
                $dice->getInt(1, 12) === 1
                    ? ',,,Larkspur Foundation'
                    : implode(',', [
                        $one(['Ann', 'Anne', 'Bob', 'Robert', 'R.', 'José', '']),
                        $one(['', '', 'M.']),
                        $one(['Lee', 'LEE', 'Park', 'García', 'Garcia', '', 'Dahl']),
                        '',
                    ]);
            $address = $one([
                '12 Elm St,Dover,NH,03820',
                '12 ELM STREET,dover,N.H.,3820',
                '4 Oak Rd,Saco,ME,04072',
                ',,,',
                ',,,',
                '9 Ash Ln,Saco,ME,03820',
            ]);
            $gift = $one([
                ',,',
                ',,',
                '2020-01-02,25,Boat',
                '2020-01-02,25.00,Boat',
                '2021-03-04,"$1,000.50",',
                '2021-03-04,(5),',
                'spring,5,',
                '2021-05-06,,Boat',
            ]);
            $lines .=
                implode(',', [
                    $one(['', '', '', 'X1', 'x1', 'X2', 'X3']),
                    $name,
                    $address,
                    $one([
                        '',
                        '',
                        'a@example.org',
                        'A@example.org',
                        'b@example.org',
                        'c@example.org',
                        'c@example.org',
                        'd@example.org',
                        'not one',
                    ]),
                    $one(['', '', '603-555-0143', '(207) 555-0199']),
                    $gift,
                ]) . "\n";
        }

        return $lines;
    }

    private function balanced(Intake $intake): void
    {
        $proof = $this->getJson("/api/intakes/{$intake->id}/proof")->json();
        self::assertSame([], $proof['faults']);
        self::assertSame($intake->row_count, array_sum($proof['outcomes']));
    }

    #[DataProvider('files')]
    public function test_it_balances_is_loaded_once_and_can_be_taken_back(int $seed, string $effect): void
    {
        config(['sieve.sift_chunk' => 40, 'sieve.load_chunk' => 25]);
        $this->balanced($this->loaded(self::file($seed + 100, 60), ['accept_addresses' => true]));
        $before = $this->records();

        $first = $this->loaded(self::file($seed, 160), ['effect' => $effect, 'accept_addresses' => true]);
        $this->balanced($first);
        $planned = DB::table('intake_results')
            ->where('intake_id', $first->id)
            ->orderBy('number')
            ->pluck('changes', 'number')
            ->filter()
            ->keys()
            ->all();
        self::assertSame(
            $planned,
            DB::table('journal')->whereIn('act_id', Loads::acts($first->id))->orderBy('row_number')->pluck('row_number')->all(),
            'Every planned row was written, and no other.',
        );
        self::assertSame([], DB::select('select supporter_id from gifts where supporter_id not in (select id from supporters)'));
        $second = $this->loaded(self::file($seed, 160), ['effect' => $effect, 'accept_addresses' => true]);
        $this->balanced($second);
        $pairs = DB::table('intake_results as b')
            ->join('intake_results as a', 'a.number', '=', 'b.number')
            ->where('a.intake_id', $first->id)
            ->where('b.intake_id', $second->id)
            ->get(['a.number', 'a.outcome as first', 'b.outcome as second', 'b.gifts_new']);
        // One that was held may find whom it waited for, now that all others are known, and bring its own gift; nothing else may.
        $mayCome = $pairs->where('first', 'held')->where('second', '<>', 'held')->count();
        self::assertSame([], $pairs->where('second', 'new')->where('first', '<>', 'held')->pluck('number')->all());
        $comes = $pairs->whereNotIn('second', ['held', 'left_out']);
        self::assertLessThanOrEqual($mayCome, $comes->sum('gifts_new'), 'The same file a second time creates nothing.');

        $this->postJson("/api/intakes/{$second->id}/undo")->assertOk();
        $this->postJson("/api/intakes/{$first->id}/undo")->assertOk();
        self::assertSame(
            [0, 0],
            [$second->refresh()->undo_report['kept_count'] ?? null, $first->refresh()->undo_report['kept_count'] ?? null],
        );
        self::assertEquals($before, $this->records(), 'Both undone, everything is as it was.');
    }
}
