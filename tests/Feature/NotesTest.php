<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Accounts\Role;
use Illuminate\Support\Facades\DB;
use PHPUnit\Framework\Attributes\TestWith;

/** Dated notes: written by hand, listed, searched, journalled, merged, hidden from some. */
final class NotesTest extends TestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        $this->as();
        $this->loaded("First name,Last name,Email\nAnn,Lee,ann@example.org\nBo,Park,bo@example.org\n");
    }

    /** @param  array<string, string>  $note */
    private function note(int $supporter, array $note = []): int
    {
        $notes = $this->postJson("/api/supporters/{$supporter}/notes", [
            'noted_on' => '2026-11-02',
            'kind' => 'call',
            'text' => 'Asked for the winter report.',
            ...$note,
        ])
            ->assertCreated()
            ->json('notes');

        return (int) max(array_column($notes, 'id'));
    }

    public function test_a_note_is_written_changed_and_deleted_and_all_of_it_is_in_the_history(): void
    {
        $older = $this->note(1, ['noted_on' => '2025-01-01', 'text' => 'First visit.']);
        $id = $this->note(1);
        $this->getJson('/api/supporters/1')
            ->assertJsonPath('notes.0', [
                'id' => $id,
                'noted_on' => '2026-11-02',
                'kind' => 'call',
                'text' => 'Asked for the winter report.',
                'written_by' => 'Data steward',
            ])
            ->assertJsonPath('notes.1.id', $older);
        $this->putJson("/api/supporters/1/notes/{$id}", ['noted_on' => '2026-11-03', 'kind' => 'call', 'text' => 'Sent it.'])->assertOk();
        $this->deleteJson("/api/supporters/1/notes/{$older}")
            ->assertOk()
            ->assertJsonPath('notes.0.text', 'Sent it.');
        $this->deleteJson("/api/supporters/1/notes/{$older}")->assertStatus(404);
        $history = (string) $this->getJson('/api/supporters/1/history')->assertOk()->getContent();
        foreach (['First visit.', 'Asked for the winter report.', 'Sent it.'] as $text) {
            self::assertStringContainsString($text, $history);
        }
    }

    #[TestWith(['{"of":"noted","test":"contains","values":["winter"]}', 1])]
    #[TestWith(['{"of":"noted","test":"contains","values":["%"]}', 0])]
    #[TestWith(['{"of":"noted","test":"is blank"}', 1])]
    #[TestWith(['{"of":"noted","test":"is filled","within":{"from":"2026-11-03"}}', 0])]
    #[TestWith(['{"of":"noted","test":"is filled","within":{"from":"2026-11-02","until":"2026-11-02"}}', 1])]
    public function test_notes_are_searched(string $condition, int $found): void
    {
        $this->note(1);
        $this->getJson('/api/supporters?where=' . rawurlencode("{\"of\":[{$condition}]}"))->assertJsonPath('total', $found);
    }

    public function test_notes_go_with_whoever_becomes_part_of_another_and_come_back(): void
    {
        $this->note(1);
        $this->note(2, ['text' => 'Came to the gala.']);
        $this->note(2);
        $before = $this->records();
        $merge = $this->postJson('/api/merges', ['supporters' => [1, 2], 'survivor' => 1])
            ->assertCreated()
            ->json('id');
        self::assertSame([1, 1, 1], DB::table('supporter_notes')->pluck('supporter_id')->all());
        $this->postJson("/api/merges/{$merge}/apart", ['given' => []])->assertOk();
        self::assertSame($before['supporter_notes'] ?? null, $this->records()['supporter_notes'] ?? null);
    }

    public function test_whoever_may_not_see_them_sees_none(): void
    {
        $this->note(1);
        $this->as(Role::Administrator)
            ->patchJson('/api/fields/note.text', ['see' => ['roles' => ['administrator'], 'users' => []]])
            ->assertOk();
        $this->as(Role::GiftEntry);
        $this->getJson('/api/supporters/1')->assertJsonPath('notes', []);
        self::assertStringNotContainsString('winter', (string) $this->getJson('/api/supporters/1/history')->getContent());
        $this->postJson('/api/supporters/1/notes', ['noted_on' => '2026-11-02', 'kind' => 'call', 'text' => 'x'])->assertStatus(403);
        $this->getJson('/api/supporters?where=' . rawurlencode('{"of":[{"of":"noted","test":"is filled"}]}'))->assertStatus(422);
    }

    #[TestWith([['noted_on' => 'soon']])]
    #[TestWith([['noted_on' => '2026-02-30']])]
    #[TestWith([['kind' => 'rumor']])]
    #[TestWith([['text' => '']])]
    public function test_what_is_no_note(array $fault): void
    {
        $this->postJson('/api/supporters/1/notes', ['noted_on' => '2026-11-02', 'kind' => 'call', 'text' => 'x', ...$fault])->assertStatus(
            422,
        );
        self::assertSame(0, DB::table('supporter_notes')->count());
    }
}
