<?php

declare(strict_types=1);

namespace App\Standards;

use App\Accounts\User;
use App\Records\Act;
use App\Records\ActKind;
use App\Records\Entry;
use App\Records\Ids;
use App\Records\RecordWriter;
use Illuminate\Database\Connection;
use PineSieve\Core\Changes\Action;
use PineSieve\Core\Changes\Change;
use PineSieve\Core\Changes\Subject;
use PineSieve\Core\Standards\Field;
use PineSieve\Core\Standards\FieldType;
use PineSieve\Core\Standards\Formats\Format;
use PineSieve\Core\Standards\Formats\Formats;
use PineSieve\Core\Standards\PickList;

/** Gives a custom field another type, and shows before what its values would become. */
final readonly class Retyping
{
    private const CHUNK = 500;

    public function __construct(
        private Connection $db,
        private Formats $formats,
        private RecordWriter $writer,
        private PickLists $lists,
        private Ids $ids,
    ) {}

    /**
     * @param  list<string>  $options  of the pick list, if the new type is one
     * @return array{values: int, same: int, converted: list<array{value: string, becomes: string, records: int}>, lost: list<array{value: string, reason: string, records: int}>}
     */
    public function preview(CustomField $field, FieldType $type, array $options): array
    {
        $format = $this->formats->of($this->as($field, $type, $options));
        $report = ['values' => 0, 'same' => 0, 'converted' => [], 'lost' => []];
        foreach (
            $this->db
                ->table('custom_values')
                ->where('field', $field->key)
                ->groupBy('value')
                ->orderByRaw('count(*) desc')
                ->get(['value', $this->db->raw('count(*) as n')])
            as $row
        ) {
            [$becomes, $reason] = $this->converted($format, $type, $row->value);
            $report['values'] += $row->n;
            if ($becomes === null) {
                $report['lost'][] = ['value' => $row->value, 'reason' => $reason, 'records' => $row->n];
            } elseif ($becomes === $row->value) {
                $report['same'] += $row->n;
            } else {
                $report['converted'][] = ['value' => $row->value, 'becomes' => $becomes, 'records' => $row->n];
            }
        }

        return $report;
    }

    /**
     * Converts every value; those that can't be converted are emptied, which the journal can put back. They are written some at a time,
     * and what was cut off goes on when it is asked again: the field has its new type once all of them are.
     *
     * @param  list<string>  $options
     */
    public function convert(CustomField $field, FieldType $type, array $options, ?User $user): void
    {
        $format = $this->formats->of($this->as($field, $type, $options));
        $act = Act::goOn(ActKind::Retype, $user?->id, "Changed \"{$field->label}\" into {$type->value}");
        $after = 0;
        do {
            $last = $this->db->transaction(fn(): ?int => $this->write($field, $type, $format, $after, $act));
            $after = $last ?? $after;
        } while ($last !== null);
        $this->db->transaction(function () use ($field, $type, $options, $act): void {
            $act->end();
            $field->update(['type' => $type]);
            $this->lists->replace($field->key, array_map(static fn(string $value): array => ['value' => $value], $options));
        });
    }

    /** @return ?int number of the last value that was looked at; null if there was none */
    private function write(CustomField $field, FieldType $type, Format $format, int $after, Act $act): ?int
    {
        // Nobody changes them between their being read and written.
        $this->ids->queueUp();
        $rows = $this->db
            ->table('custom_values')
            ->where('field', $field->key)
            ->where('id', '>', $after)
            ->orderBy('id')
            ->limit(self::CHUNK)
            ->get(['id', 'supporter_id', 'value']);
        $entries = [];
        foreach ($rows as $row) {
            [$becomes] = $this->converted($format, $type, $row->value);
            if ($becomes !== $row->value) {
                $entries[] = new Entry($row->supporter_id, [
                    $becomes === null
                        ? new Change(Subject::Custom, $row->id, Action::Delete, [
                            'field' => [$field->key, null],
                            'value' => [$row->value, null],
                        ])
                        : new Change(Subject::Custom, $row->id, Action::Update, ['value' => [$row->value, $becomes]]),
                ]);
            }
        }
        if ($entries !== []) {
            $this->writer->write($entries, $act);
        }

        return $rows->last()?->id;
    }

    /** @param  list<string>  $options */
    private function as(CustomField $field, FieldType $type, array $options): Field
    {
        return new Field($field->key . '!', $field->label, $field->group, $type, $options === [] ? null : PickList::of($options));
    }

    /** @return array{?string, string} */
    private function converted(Format $format, FieldType $type, string $value): array
    {
        $lines = explode("\n", $value);
        if (!$type->isList() && count($lines) > 1) {
            return [null, 'It holds ' . count($lines) . ' values, the field would have one'];
        }
        $becomes = [];
        foreach ($lines as $line) {
            $understood = $format->read($line);
            if ($understood->fault !== null) {
                return [null, $understood->fault->reason];
            }
            $becomes[] = $understood->value;
        }

        return [implode("\n", $becomes), ''];
    }
}
