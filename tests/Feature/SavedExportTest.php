<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Accounts\Role;
use App\Exports\Everything;
use App\Exports\Export;
use App\Exports\Exporting;
use App\Exports\RunExport;
use App\Exports\Saved\CannotDeliver;
use App\Exports\Saved\DeliverExport;
use App\Exports\Saved\SavedExport;
use App\Exports\Statements\Statements;
use Illuminate\Http\Client\Request;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\Auth;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\File;
use Illuminate\Support\Facades\Http;
use Illuminate\Support\Facades\Queue;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\TestWith;

/** Exports under a name: made again by themselves, brought to a folder or an address, with what changed since alone. */
final class SavedExportTest extends TestCase
{
    private const SAVED = [
        'name' => 'For the bookkeeper',
        'of' => 'supporters',
        'fields' => ['supporter', 'name.last', 'email'],
        'format' => 'csv',
        'every' => 'day',
        'hour' => 4,
        'on_day' => 1,
        'brought_to' => 'here',
        'target' => '',
        'only_changed' => false,
    ];

    private string $folder;

    protected function setUp(): void
    {
        parent::setUp();
        $this->folder = sys_get_temp_dir() . '/outgoing' . bin2hex(random_bytes(4));
        config(['sieve.export_folder' => $this->folder]);
        $this->travelTo('2026-11-18 10:00:00');
        $this->as();
        $this->loaded("First name,Last name,Email\nAnn,Lee,ann@example.org\nBo,Park,bo@example.org\n");
    }

    protected function tearDown(): void
    {
        File::deleteDirectory($this->folder);
        parent::tearDown();
    }

    /** @param  array<string, mixed>  $more */
    private function saved(array $more = []): SavedExport
    {
        $id = $this->postJson('/api/saved-exports', [...self::SAVED, ...$more])
            ->assertCreated()
            ->json('id');

        return SavedExport::query()->findOrFail($id);
    }

    private function latest(): Export
    {
        return Export::query()->latest('id')->firstOrFail();
    }

    #[TestWith(['day', 4, 1, '2026-11-18 04:00'])]
    #[TestWith(['day', 12, 1, '2026-11-17 12:00'])]
    #[TestWith(['week', 4, 1, '2026-11-16 04:00'])]
    #[TestWith(['week', 12, 3, '2026-11-11 12:00'])]
    #[TestWith(['week', 4, 7, '2026-11-15 04:00'])]
    #[TestWith(['month', 4, 1, '2026-11-01 04:00'])]
    #[TestWith(['month', 4, 28, '2026-10-28 04:00'])]
    #[TestWith(['month', 12, 18, '2026-10-18 12:00'])]
    public function test_when_it_was_due(string $every, int $hour, int $day, string $due): void
    {
        $saved = new SavedExport(['every' => $every, 'hour' => $hour, 'on_day' => $day]);
        self::assertSame($due, $saved->dueBefore(Carbon::parse('2026-11-18 10:00'))?->format('Y-m-d H:i'));
    }

    public function test_it_is_made_once_when_its_time_has_come_also_if_nobody_was_there_then(): void
    {
        $this->saved();
        SavedExport::runDue();
        self::assertSame(0, Export::query()->count(), 'It was saved after its time of today.');
        $this->travelTo('2026-11-19 09:00:00');
        SavedExport::runDue();
        SavedExport::runDue();
        self::assertSame(['done', 2], [$this->latest()->state, $this->latest()->rows]);
        self::assertSame(1, Export::query()->count());
        $this->travelTo('2026-11-23 09:00:00');
        SavedExport::runDue();
        self::assertSame(2, Export::query()->count(), 'Days on which the server was off are not made up for one by one.');
    }

    public function test_into_a_folder_with_its_control_file(): void
    {
        $this->saved(['brought_to' => 'folder', 'target' => 'Books']);
        $this->travelTo('2026-11-19 09:00:00');
        SavedExport::runDue();
        $file = "{$this->folder}/Books/For the bookkeeper 2026-11-19.csv";
        self::assertStringContainsString('ann@example.org', (string) file_get_contents($file));
        $control = json_decode((string) file_get_contents("{$file}.control.json"), true);
        self::assertSame([2, hash_file('sha256', $file)], [$control['rows'], $control['sha256']]);
        self::assertSame('in the folder Books: For the bookkeeper 2026-11-19.csv', $this->latest()->delivered);
        self::assertSame([], glob("{$this->folder}/Books/*.part"));
    }

    public function test_what_was_not_taken_is_told_tried_again_and_not_counted_as_had(): void
    {
        Http::fake(['*' => Http::sequence()->push('', 503)->push('', 201)]);
        config(['sieve.notice_hosts' => ['books.example:443']]);
        $saved = $this->saved([
            'brought_to' => 'address',
            'target' => 'https://books.example/in',
            'secret' => 'opensesame',
            'only_changed' => true,
        ]);
        Queue::fake();
        $export = $saved->run();
        Queue::assertPushed(RunExport::class);
        (new RunExport($export->id))->handle(app(Exporting::class), app(Everything::class), app(Statements::class));
        $deliver = new DeliverExport($export->id);
        try {
            $deliver->handle();
            self::fail('It was not taken.');
        } catch (CannotDeliver $error) {
            self::assertSame('The address answered 503.', $error->getMessage());
        }
        self::assertSame(['Not yet: The address answered 503.', null], [$export->refresh()->delivered, $saved->refresh()->mark]);
        $deliver->handle();
        self::assertSame(['taken by https://books.example/in', $export->mark], [$export->refresh()->delivered, $saved->refresh()->mark]);
        Http::assertSent(static function (Request $request): bool {
            return $request->method() === 'PUT' &&
                $request->header('Authorization') === ['Bearer opensesame'] &&
                str_starts_with($request->header('Repr-Digest')[0], 'sha-256=:') &&
                str_contains($request->body(), 'bo@example.org');
        });
        self::assertStringNotContainsString('opensesame', (string) DB::table('saved_exports')->value('secret'));
    }

    public function test_only_what_changed_since(): void
    {
        $saved = $this->saved(['only_changed' => true, 'brought_to' => 'folder', 'target' => 'Books']);
        $saved->run();
        self::assertSame(2, $this->latest()->rows, 'The first has all.');
        $saved->refresh()->run();
        self::assertSame(0, $this->latest()->rows);
        $this->postJson('/api/supporters/2/notes', ['noted_on' => '2026-11-02', 'kind' => 'call', 'text' => 'Moved.'])->assertCreated();
        $saved->refresh()->run();
        self::assertSame(1, $this->latest()->rows);
    }

    public function test_it_is_made_another_way_and_has_all_again_where_it_has_other_rows(): void
    {
        $saved = $this->saved([
            'only_changed' => true,
            'brought_to' => 'address',
            'target' => 'https://books.example/in',
            'secret' => 'k1',
        ]);
        $saved->update(['mark' => 7]);
        $other = [...self::SAVED, 'only_changed' => true, 'brought_to' => 'address', 'target' => 'https://books.example/in'];
        $this->putJson("/api/saved-exports/{$saved->id}", [...$other, 'every' => 'week', 'on_day' => 5])->assertOk();
        $saved->refresh();
        self::assertSame(
            ['week', 5, 'k1', 7],
            [$saved->every, $saved->on_day, $saved->secret, $saved->mark],
            'The same rows, and its key.',
        );
        $this->putJson("/api/saved-exports/{$saved->id}", [...$other, 'fields' => ['supporter']])->assertOk();
        self::assertNull($saved->refresh()->mark);
        $this->putJson("/api/saved-exports/{$saved->id}", [...$other, 'target' => 'https://elsewhere.example/in'])->assertOk();
        self::assertNull($saved->refresh()->secret, 'A key goes nowhere but where it was given for.');
        $this->putJson("/api/saved-exports/{$saved->id}", [...$other, 'fields' => ['hair']])->assertUnprocessable();
        self::assertStringContainsString('Changed the export', (string) DB::table('audit')->latest('id')->value('what'));
    }

    public function test_several_funds_are_kept_and_a_period_longer_than_a_day_is_written(): void
    {
        $saved = $this->saved([
            'of' => 'gifts',
            'fields' => ['gift.amount'],
            'fund' => ['Nets', 'Boats'],
            'status' => ['given', 'corrected'],
            'from' => 'last-quarter',
        ]);
        $asked = $this->getJson('/api/exports')->json('saved.0.asked');
        self::assertSame(["Nets\nBoats", "given\ncorrected", 'last-quarter'], [$asked['fund'], $asked['status'], $asked['from']]);
        $saved->run();
        self::assertSame('done', $this->latest()->state);
        $this->postJson('/api/saved-exports', [...self::SAVED, 'name' => 'B', 'of' => 'gifts', 'fund' => ["a\nb"]])->assertUnprocessable();
    }

    public function test_with_what_its_owner_may_see_and_no_longer_than_they_may_sign_in(): void
    {
        $saved = $this->saved();
        $this->as(Role::Administrator)
            ->patchJson('/api/fields/email', ['see' => ['roles' => ['administrator'], 'users' => []]])
            ->assertOk();
        // Nobody is signed in where files are made by themselves.
        Auth::forgetUser();
        $saved->run();
        self::assertSame('failed', $this->latest()->state);
        self::assertStringContainsString('hidden', (string) $this->latest()->error);
        $saved->user?->forceFill(['disabled_at' => now()])->save();
        $saved->run();
        self::assertSame('Whoever asked for it may not sign in any more.', $this->latest()->error);
        self::assertSame(1, DB::table('messages')->where('text', 'The export "For the bookkeeper" could not be made.')->count());
    }

    public function test_what_someone_might_take_they_may_not_for_ever(): void
    {
        $admin = $this->user(Role::Administrator);
        $this->actingAs($admin);
        $saved = $this->saved(['of' => 'everything', 'fields' => []]);
        $admin->forceFill(['role' => Role::DataSteward])->save();
        Auth::forgetUser();
        $saved->run();
        self::assertSame('Whoever asked for it may not take that any more.', $this->latest()->error);
        $admin->forceFill(['role' => Role::Reader])->save();
        Queue::fake();
        $export = $saved->run();
        $saved->update(['brought_to' => 'folder', 'target' => 'Books']);
        $export->update(['state' => 'done']);
        $this->expectExceptionMessage('may not have files brought elsewhere any more');
        (new DeliverExport($export->id))->handle();
    }

    /** @return iterable<string, array{array<string, mixed>, string}> */
    public static function unusable(): iterable
    {
        yield 'a way out of the folder' => [['brought_to' => 'folder', 'target' => '../../etc'], 'name of a folder'];
        yield 'no folder' => [['brought_to' => 'folder', 'target' => ''], 'Where is it to be brought?'];
        yield 'no address' => [['brought_to' => 'address', 'target' => 'ftp://books.example'], 'target'];
        yield 'a day of no month' => [['every' => 'month', 'on_day' => 31], 'on day'];
        yield 'an hour of no day' => [['hour' => 24], 'hour'];
        yield 'a field that is none' => [['fields' => ['gift.amount']], 'no field'];
        yield 'changes of totals' => [['of' => 'totals', 'fields' => [], 'only_changed' => true], 'What changed since'];
    }

    /** @param  array<string, mixed>  $more */
    #[DataProvider('unusable')]
    public function test_what_can_not_be_used_is_said(array $more, string $says): void
    {
        $answer = $this->postJson('/api/saved-exports', [...self::SAVED, ...$more])->assertStatus(422);
        self::assertStringContainsString($says, (string) $answer->json('message'));
        self::assertSame(0, SavedExport::query()->count());
    }

    public function test_an_address_of_the_own_network_is_not_reached(): void
    {
        Http::preventStrayRequests();
        $saved = $this->saved(['brought_to' => 'address', 'target' => 'http://127.0.0.1:9/in']);
        Queue::fake();
        $export = $saved->run();
        $export->update(['state' => 'done']);
        file_put_contents($export->path(), 'x');
        $this->expectExceptionMessage('not on the public internet');
        (new DeliverExport($export->id))->handle();
    }

    public function test_nobody_elses_is_run_or_deleted_and_a_reader_has_none_brought_elsewhere(): void
    {
        $saved = $this->saved();
        $this->as(Role::GiftEntry);
        $this->postJson("/api/saved-exports/{$saved->id}/run")->assertNotFound();
        $this->deleteJson("/api/saved-exports/{$saved->id}")->assertNotFound();
        $this->putJson("/api/saved-exports/{$saved->id}", self::SAVED)->assertNotFound();
        $this->postJson('/api/saved-exports', [
            ...self::SAVED,
            'name' => 'Mine',
            'brought_to' => 'folder',
            'target' => 'Books',
        ])->assertForbidden();
        $this->as(Role::Administrator)
            ->deleteJson("/api/saved-exports/{$saved->id}")
            ->assertOk();
    }
}
