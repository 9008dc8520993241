<?php

declare(strict_types=1);

namespace App\Supporters;

use App\Records\Act;
use App\Records\ActKind;
use App\Records\Entry;
use App\Records\RecordReader;
use App\Records\RecordWriter;
use App\Standards\FieldAccess;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Changes\Action;
use PineSieve\Core\Changes\Change;
use PineSieve\Core\Changes\Subject;
use PineSieve\Core\Records\RecordPart;

/**
 * What someone wrote down of a supporter on a day. It goes through the one door: journalled, merged, taken back like all else.
 *
 * @phpstan-type DatedNote array{id: int, noted_on: string, kind: string, text: string, written_by: ?string}
 */
final readonly class DatedNotes
{
    public const KINDS = ['note', 'call', 'visit', 'letter', 'email', 'event', 'mailing'];

    public function __construct(private RecordReader $reader, private RecordWriter $writer) {}

    /** @return list<DatedNote> the latest first; none for whoever may not see them */
    public function of(int $supporter, FieldAccess $sight): array
    {
        $notes = array_map(
            static fn(RecordPart $part): array => [
                'id' => (int) $part->ref,
                'noted_on' => $part->value('noted_on'),
                'kind' => $part->value('kind'),
                'text' => $part->value('text'),
                'written_by' => $part->values['written_by'] ?? null,
            ],
            $sight->sees('note.text') ? $this->reader->some([$supporter], ['note'])[$supporter]->dated ?? [] : [],
        );
        usort($notes, static fn(array $a, array $b): int => [$b['noted_on'], $b['id']] <=> [$a['noted_on'], $a['id']]);

        return $notes;
    }

    /**
     * @param  array<string, string>  $written  noted_on, kind and text
     * @param  ?int  $id  null for a new one
     */
    public function write(int $supporter, ?int $id, array $written, ?int $userId, ?string $by): void
    {
        $part = $id === null ? null : $this->part($supporter, $id);
        $fields = [];
        foreach ($written as $column => $value) {
            if ($part === null || $part->value($column) !== $value) {
                $fields[$column] = [$part?->values[$column] ?? null, $value];
            }
        }
        $this->put(
            $supporter,
            $fields === []
                ? []
                : [
                    $part === null
                        ? Change::create(Subject::Note, 'form:note', [...$written, 'written_by' => $by])
                        : new Change(Subject::Note, $part->ref, Action::Update, $fields),
                ],
            $userId,
        );
    }

    public function delete(int $supporter, int $id, ?int $userId): void
    {
        $part = $this->part($supporter, $id);
        $this->put($supporter, [Change::delete(Subject::Note, $part->ref, $part->values)], $userId);
    }

    private function part(int $supporter, int $id): RecordPart
    {
        foreach ($this->reader->some([$supporter], ['note'])[$supporter]->dated ?? [] as $part) {
            if ((int) $part->ref === $id) {
                return $part;
            }
        }
        abort(404, 'This note is not there any more.');
    }

    /** @param  list<Change>  $changes */
    private function put(int $supporter, array $changes, ?int $userId): void
    {
        if ($changes !== []) {
            DB::transaction(fn(): array => $this->writer->write([new Entry($supporter, $changes)], Act::once(ActKind::Edit, $userId)));
        }
    }
}
