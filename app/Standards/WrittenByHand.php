<?php

declare(strict_types=1);

namespace App\Standards;

use PineSieve\Core\Standards\FieldPlace;
use PineSieve\Core\Standards\FieldType;
use PineSieve\Core\Standards\Problem;
use PineSieve\Core\Standards\Standards;
use PineSieve\Core\Text\Tidy;

/** What a person writes into the form of one thing, such as a gift, field by field, by the formats of the fields. */
final readonly class WrittenByHand
{
    private const SEVERAL_LINES = [FieldType::LongText, FieldType::Splits, FieldType::Credits];

    public function __construct(private Standards $standards) {}

    /**
     * @param  string  $subject  what the form is about, as a change calls it
     * @param  array<string, ?string>  $stored  column to value; empty for a new one
     * @param  array<string, string>  $written  field to what is written; what is missing stays
     * @return array{array<string, string>, array<string, Problem>} field to value, and to why what is written there can't be read
     */
    public function read(string $subject, array $stored, array $written, FieldAccess $sight): array
    {
        $columns = FieldPlace::columns($subject);
        $values = array_map(static fn(string $column): string => $stored[$column] ?? '', $columns);
        $problems = [];
        foreach (array_intersect_key($written, $columns) as $key => $text) {
            if (!$sight->edits($key)) {
                continue;
            }
            $field = $this->standards->catalog->field($key);
            $text = in_array($field->type, self::SEVERAL_LINES, true) ? Tidy::block($text) : Tidy::line($text);
            $understood = $text === '' ? null : $this->standards->formats->byHand()->of($field)->read($text);
            $values[$key] = $understood->value ?? '';
            if ($understood?->fault !== null) {
                $fault = $understood->fault;
                $problems[$key] = new Problem($fault->code, $key, null, $text, $fault->reason, $fault->remedy);
            }
        }

        return [$values, $problems];
    }
}
