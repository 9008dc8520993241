<?php

declare(strict_types=1);

namespace App\Supporters;

use App\Records\ActKind;
use App\Records\JournalEntry;
use App\Records\Merge;
use App\Records\RowSource;
use App\Records\RowSources;
use PineSieve\Core\Changes\Action;
use PineSieve\Core\Standards\BaseFields;
use PineSieve\Core\Standards\FieldPlace;

/**
 * Where the values of a record came from, read from the journal.
 *
 * @phpstan-type OriginSource array{id: int, name: string, file: string, sheet: string, place: ?string}
 * @phpstan-type Origin array{
 *     at: string, cause: value-of<ActKind>, by: ?string, intake: ?OriginSource, row: ?int, columns: list<string>, before: ?string,
 * }
 */
final readonly class Origins
{
    public function __construct(private RowSources $sources) {}

    /**
     * @return array<string, Origin> "subject:id:column" to where its present value came from
     */
    public function of(int $supporterId): array
    {
        $origins = [];
        // What others brought along keeps its origin.
        foreach (Merge::standing($supporterId) as $merge) {
            foreach ($merge->goneIds() as $gone) {
                $origins += $this->of($gone);
            }
        }
        $entries = JournalEntry::ofSupporters([$supporterId])
            ->with('act.user')
            ->get();
        $sources = $this->sources->of(JournalEntry::intakesOf($entries));
        foreach ($entries as $entry) {
            $source = $sources[$entry->act->intake_id] ?? null;
            foreach ($entry->changeList() as $change) {
                foreach ($change->action === Action::Delete ? [] : $change->fields as $column => [$before, $after]) {
                    $place = "{$change->subject->value}:{$change->ref}:{$column}";
                    if ($change->action === Action::Create && isset($origins[$place]) && $entry->act->kind->moves()) {
                        continue;
                    }
                    $origins[$place] = [
                        'at' => $entry->at,
                        'cause' => $entry->act->kind->value,
                        'by' => $entry->act->user?->name,
                        'intake' =>
                            $source === null
                                ? null
                                : [...$source->label(), 'place' => $entry->row_number === null ? null : $source->place($entry->row_number)],
                        'row' => $entry->row_number,
                        'columns' => $source === null ? [] : self::columns($source, $change->subject->value, $column),
                        'before' => $before,
                    ];
                }
            }
        }

        return $origins;
    }

    /** @return list<string> headers of the columns that fed it */
    private static function columns(RowSource $source, string $subject, string $column): array
    {
        $fields =
            $subject === 'supporter' && $column === 'display_name'
                ? ['name.full', ...array_keys(FieldPlace::ofName())]
                : array_merge(
                    ...array_map(
                        static fn(string $field): array => [$field, ...BaseFields::all()[$field]->nature->fedBy],
                        array_keys(FieldPlace::columns($subject), $column, true),
                    ),
                    ...[[]],
                );
        $headers = array_intersect_key($source->headersByField(), array_flip($fields));

        return array_values(array_unique(array_merge(...array_values($headers), ...[[]])));
    }
}
