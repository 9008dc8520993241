<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Connections\Pull;
use App\Connections\Pulling;
use App\Connections\RunPull;
use App\Intakes\CarryOn;
use App\Intakes\CutOff;
use App\Intakes\Intake;
use App\Intakes\IntakeState;
use Illuminate\Support\Facades\DB;

/** Workers that are killed between two jobs: what was to come goes on. */
final class CutOffTest extends PullingTestCase
{
    private const FILE = "Last name,Email\nLee,ann@example.org\nPark,bo@example.org\n";

    /** Read, and to go on by itself; the worker was killed before it did. */
    private function readAlone(): Intake
    {
        $this->as();
        $intake = Intake::query()->findOrFail($this->upload(self::FILE)->assertCreated()->json('id'));
        self::assertSame(IntakeState::Mapping, $intake->state);
        $intake->fill(['goes_on' => ['plan' => null, 'load' => true]])->save();

        return $intake;
    }

    private function still(Intake $intake): Intake
    {
        DB::table('intakes')
            ->where('id', $intake->id)
            ->update(['updated_at' => now()->subMinutes(11)]);

        return $intake;
    }

    public function test_a_job_that_comes_again_behind_its_end_goes_on(): void
    {
        $intake = $this->readAlone();
        $this->app->call([new CarryOn($intake->id), 'handle']);

        self::assertSame([IntakeState::Loaded, null], [$intake->refresh()->state, $intake->goes_on]);
        self::assertSame(2, DB::table('supporters')->count());
        $this->app->call([new CarryOn($intake->id), 'handle']);
        self::assertSame(2, DB::table('supporters')->count(), 'Once more changes nothing.');
    }

    public function test_what_nothing_in_the_queue_is_left_of_is_taken_up(): void
    {
        $alone = $this->readAlone();
        self::assertSame(0, app(CutOff::class)->takeUp(), 'It may still be on its way.');
        $this->still($alone);
        self::assertSame(1, app(CutOff::class)->takeUp());
        self::assertSame(IntakeState::Loaded, $alone->refresh()->state);

        $sifting = $this->sifted("Last name\nHall\n");
        $sifting->begin(IntakeState::Sifting);
        $this->still($sifting);
        self::assertSame(1, app(CutOff::class)->takeUp());
        self::assertSame(IntakeState::Ready, $sifting->refresh()->state);
    }

    public function test_what_waits_for_a_person_or_belongs_to_a_command_stays(): void
    {
        $ready = $this->still($this->sifted(self::FILE));
        $broken = $this->sifted("Last name\nHall\n");
        $broken->begin(IntakeState::Sifting);
        $broken->fill(['error' => 'It broke.'])->save();
        $command = $this->sifted("Last name\nFox\n");
        $command->begin(IntakeState::Sifting);
        $command->fill(['in_foreground' => true, 'seen_at' => now()])->save();
        $this->still($broken);
        $this->still($command);

        self::assertSame(0, app(CutOff::class)->takeUp());
        self::assertSame(
            [IntakeState::Ready, IntakeState::Sifting, IntakeState::Sifting],
            [$ready->refresh()->state, $broken->refresh()->state, $command->refresh()->state],
        );
    }

    public function test_whoever_stops_it_goes_on_by_hand(): void
    {
        $intake = $this->sifted(self::FILE);
        $intake->begin(IntakeState::Sifting);
        $intake->fill(['goes_on' => ['plan' => null, 'load' => true]])->save();
        $this->postJson("/api/intakes/{$intake->id}/stop")->assertOk();
        $this->app->call([new CarryOn($intake->id), 'handle']);

        self::assertSame([IntakeState::Mapping, null], [$intake->refresh()->state, $intake->goes_on]);
    }

    public function test_what_was_fetched_and_not_set_on_its_way_is(): void
    {
        $connection = $this->connected();
        $pull = Pull::begin($connection, null, null, false, $connection->user_id);
        $intake = app(Pulling::class)->pull($pull->load('connection'));
        self::assertSame(IntakeState::Reading, $intake?->state);
        $this->app->call([new RunPull($pull->id), 'handle']);

        self::assertSame('done', $pull->refresh()->state);
        self::assertNotSame(IntakeState::Reading, $intake->refresh()->state);
        self::assertSame([300, 1], [DB::table('connection_transactions')->count(), DB::table('intakes')->count()]);
    }
}
