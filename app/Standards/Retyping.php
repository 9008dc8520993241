<?php

declare(strict_types=1);

namespace App\Standards;

use App\Accounts\User;
use App\Records\Act;
use App\Records\ActKind;
use App\Records\Entry;
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

    public function __construct(private Connection $db, private Formats $formats, private RecordWriter $writer) {}

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
     * Converts every value; those that can't be converted are emptied, which the journal can put back.
     *
     * @param  list<string>  $options
     */
    public function convert(CustomField $field, FieldType $type, array $options, ?User $user): void
    {
        $format = $this->formats->of($this->as($field, $type, $options));
        $act = Act::begin(ActKind::Retype, $user?->id, "Changed \"{$field->label}\" into {$type->value}");
        $after = 0;
        do {
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
                $after = $row->id;
                if ($becomes === null) {
                    $entries[] = new Entry($row->supporter_id, [
                        new Change(Subject::Custom, $row->id, Action::Delete, [
                            'field' => [$field->key, null],
                            'value' => [$row->value, null],
                        ]),
                    ]);
                } elseif ($becomes !== $row->value) {
                    $entries[] = new Entry($row->supporter_id, [
                        new Change(Subject::Custom, $row->id, Action::Update, ['value' => [$row->value, $becomes]]),
                    ]);
                }
            }
            if ($entries !== []) {
                $this->writer->write($entries, $act);
            }
        } while ($rows->count() === self::CHUNK);
        $act->end();
        $field->update(['type' => $type]);
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
