<?php

declare(strict_types=1);

namespace App\Supporters\Http;

use App\Records\Supporter;
use App\Standards\FieldAccess;
use App\Support\Http\Answers;
use App\Support\Http\Controller;
use App\Supporters\DatedNotes;
use App\Supporters\Http\Requests\NoteRequest;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

/**
 * Dated notes, written by hand.
 *
 * @phpstan-import-type DatedNote from DatedNotes
 * @phpstan-type NotesOf array{notes: list<DatedNote>}
 */
final class NoteController extends Controller
{
    public function __construct(private readonly DatedNotes $notes) {}

    #[Answers(self::class, 'NotesOf')]
    public function store(NoteRequest $request, Supporter $supporter): JsonResponse
    {
        return $this->kept($request, $supporter, null, 201);
    }

    #[Answers(self::class, 'NotesOf')]
    public function update(NoteRequest $request, Supporter $supporter, int $note): JsonResponse
    {
        return $this->kept($request, $supporter, $note, 200);
    }

    #[Answers(self::class, 'NotesOf')]
    public function destroy(Request $request, Supporter $supporter, int $note): JsonResponse
    {
        $this->authorize('edit-records');
        self::mustBeAllowed();
        $this->notes->delete($supporter->id, $note, $request->user()?->id);

        return $this->list($supporter, 200);
    }

    private function kept(NoteRequest $request, Supporter $supporter, ?int $note, int $status): JsonResponse
    {
        self::mustBeAllowed();
        $this->notes->write($supporter->id, $note, $request->written(), $request->user()?->id, $request->user()?->name);

        return $this->list($supporter, $status);
    }

    private function list(Supporter $supporter, int $status): JsonResponse
    {
        return response()->json(['notes' => $this->notes->of($supporter->id, FieldAccess::ofUser())], $status);
    }

    private static function mustBeAllowed(): void
    {
        abort_unless(FieldAccess::ofUser()->edits('note.text'), 403, 'You may not write dated notes.');
    }
}
