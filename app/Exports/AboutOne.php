<?php

declare(strict_types=1);

namespace App\Exports;

use App\Intakes\Intake;
use App\Intakes\Sources\StagedRows;
use App\Records\JournalEntry;
use App\Records\RecordReader;
use App\Standards\FieldAccess;
use App\Supporters\ChangeWords;
use App\Supporters\History;
use PineSieve\Core\Changes\Change;
use PineSieve\Core\Changes\Subject;
use PineSieve\Core\Exports\CannotWrite;

/**
 * All that is kept about one person, for them: what is stored, what it was before and by whom it was changed, and the rows of files that
 * it came from. As a page to read and as JSON to take elsewhere; what whoever takes it may not see is not in it.
 *
 * @phpstan-type Section array{title: string, rows: list<array<string, string>>}
 */
final readonly class AboutOne
{
    private const TITLES = [
        'supporter' => 'Who you are',
        'address' => 'Addresses',
        'email' => 'Emails',
        'phone' => 'Phones',
        'identifier' => 'Your ids in other systems',
        'membership' => 'Groups and tags',
        'custom' => 'More',
        'link' => 'Whom you are linked to',
        'unread' => 'What could not be read',
        'note' => 'Notes',
        'promise' => 'Promises',
        'gift' => 'Gifts',
        'entry' => 'Gifts that are not posted yet',
    ];

    public function __construct(
        private RecordReader $reader,
        private ChangeWords $words,
        private History $history,
        private StagedRows $rows,
    ) {}

    /** @throws CannotWrite */
    public function write(int $supporter, string $name, FieldAccess $sight, string $path): void
    {
        $sections = $this->sections($supporter, $sight);
        $zip = new \ZipArchive();
        $zip->open($path, \ZipArchive::CREATE | \ZipArchive::OVERWRITE) === true || throw CannotWrite::at($path);
        $said = ['organization' => (string) config('sieve.organization'), 'number' => $supporter, 'made_at' => now()->toIso8601String()];
        $zip->addFromString(
            'about.json',
            json_encode(
                [...$said, 'sections' => $sections],
                JSON_PRETTY_PRINT | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_THROW_ON_ERROR,
            ),
        );
        $zip->addFromString('about.html', self::page($name, $said, $sections));
        @$zip->close() || throw CannotWrite::at($path);
    }

    /** @return list<Section> */
    public function sections(int $supporter, FieldAccess $sight): array
    {
        $sections = array_map(static fn(string $title): array => ['title' => $title, 'rows' => []], self::TITLES);
        foreach ($this->reader->things([$supporter])[$supporter] ?? [] as $thing => $values) {
            [$subject, $id] = explode(':', $thing);
            $seen = isset(self::TITLES[$subject])
                ? $sight->ofChange(
                    Change::create(
                        Subject::from($subject),
                        (int) $id,
                        array_filter($values, static fn(?string $value): bool => $value !== null && $value !== ''),
                    ),
                    $values,
                )
                : null;
            if ($seen === null || $seen->fields === []) {
                continue;
            }
            $row = [];
            foreach ($this->words->of($seen, null, $values)['fields'] as $field) {
                $row[$field['label']] = (string) $field['after'];
            }
            $sections[$subject]['rows'][] = $row;
        }
        $sections['history'] = ['title' => 'What was changed, when and by whom', 'rows' => $this->changed($supporter, $sight)];
        // A row has all that it says: whoever may not see all of it does not give it away.
        $sections['rows'] = ['title' => 'Rows of files that it came from', 'rows' => $sight->seesAll() ? $this->sources($supporter) : []];

        return array_values(array_filter($sections, static fn(array $section): bool => $section['rows'] !== []));
    }

    /** @return list<array<string, string>> */
    private function changed(int $supporter, FieldAccess $sight): array
    {
        $rows = [];
        $before = 0;
        do {
            $page = $this->history->of($supporter, $before, $sight);
            foreach ($page['entries'] as $entry) {
                $before = $entry['id'];
                foreach ($entry['changes'] as $change) {
                    foreach ($change['fields'] as $field) {
                        $rows[] = [
                            'When' => $entry['at'],
                            'How' => $entry['cause'],
                            'By' => (string) $entry['by'],
                            'What' => $field['label'],
                            'Before' => (string) $field['before'],
                            'After' => (string) $field['after'],
                        ];
                    }
                }
            }
        } while ($page['more']);

        return $rows;
    }

    /** @return list<array<string, string>> */
    private function sources(int $supporter): array
    {
        $numbers = [];
        foreach (
            JournalEntry::ofSupporters([$supporter])
                ->whereNotNull('row_number')
                ->get()
            as $entry
        ) {
            $numbers[$entry->act->intake_id ?? 0][] = (int) $entry->row_number;
        }
        $rows = [];
        foreach (Intake::query()->whereIn('id', array_keys($numbers))->get() as $intake) {
            $headers = $intake->columnPlan()->headers();
            foreach ($this->rows->chosen($intake->id, array_values(array_unique($numbers[$intake->id]))) as $number => $cells) {
                $row = ['File' => $intake->file_name, 'Row' => (string) $number];
                foreach ($cells as $i => $cell) {
                    $row[($headers[$i] ?? '') === '' ? 'Column ' . ($i + 1) : $headers[$i]] = $cell;
                }
                $rows[] = array_filter($row, static fn(string $cell): bool => $cell !== '');
            }
        }

        return $rows;
    }

    /**
     * @param  array{organization: string, number: int, made_at: string}  $said
     * @param  list<Section>  $sections
     */
    private static function page(string $name, array $said, array $sections): string
    {
        $e = static fn(string $text): string => htmlspecialchars($text, ENT_QUOTES | ENT_SUBSTITUTE);
        $body = '';
        foreach ($sections as $section) {
            $columns = array_values(array_unique(array_merge(...array_map(array_keys(...), $section['rows']))));
            $body .= "<h2>{$e($section['title'])}</h2><table><tr>";
            foreach ($columns as $column) {
                $body .= "<th>{$e((string) $column)}</th>";
            }
            foreach ($section['rows'] as $row) {
                $body .= '</tr><tr>';
                foreach ($columns as $column) {
                    $body .= '<td>' . nl2br($e($row[$column] ?? '')) . '</td>';
                }
            }
            $body .= '</tr></table>';
        }

        return <<<HTML
        <!doctype html>
        <html lang="en">
        <meta charset="utf-8">
        <title>{$e($name)}</title>
        <style>
        body { font: 15px/1.5 sans-serif; margin: 2em }
        table { border-collapse: collapse }
        td, th { border: 1px solid #bbb; padding: 3px 8px; text-align: left; vertical-align: top }
        </style>
        <h1>What {$e($said['organization'])} keeps about {$e($name)}</h1>
        <p>Number {$said['number']}, as of {$said['made_at']}.</p>
        {$body}
        </html>
        HTML;
    }
}
