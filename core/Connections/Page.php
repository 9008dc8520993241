<?php

declare(strict_types=1);

namespace PineSieve\Core\Connections;

/** One answer with a piece of a list. */
final readonly class Page
{
    /** How deep what is nested may lie. */
    private const DEEPEST = 24;

    /**
     * @param  list<array<array-key, mixed>>  $records
     * @param  ?int  $total  how many there are in all, if the answer says so
     * @param  string  $next  what the next one is asked by: a cursor, or a whole address; '' if none comes
     */
    private function __construct(public array $records, public string $next, public ?int $total) {}

    /**
     * @param  string  $body  JSON (RFC 8259)
     * @param  string  $link  header "Link" (RFC 8288); '' for none
     *
     * @throws UnreadableAnswer
     */
    public static function read(ConnectionForm $form, string $body, string $link = ''): self
    {
        $answer = json_decode($body, true, self::DEEPEST, JSON_BIGINT_AS_STRING);
        if (!is_array($answer)) {
            throw new UnreadableAnswer(
                json_last_error() === JSON_ERROR_DEPTH
                    ? 'It is nested deeper than ' . self::DEEPEST . ' times.'
                    : 'It is no JSON, or it breaks off.',
            );
        }
        $list = Path::value($answer, $form->records);
        if (!is_array($list) || !array_is_list($list)) {
            throw new UnreadableAnswer($form->records === '' ? 'It is no list.' : "There is no list in \"{$form->records}\".");
        }
        $records = [];
        foreach ($list as $place => $record) {
            if (!is_array($record) || $record === [] || array_is_list($record)) {
                throw new UnreadableAnswer('What stands at place ' . ($place + 1) . ' of its list is no record.');
            }
            $records[] = $record;
        }

        return new self(
            $records,
            match ($form->paging) {
                Paging::Cursor => Path::text($answer, $form->next),
                Paging::Link => self::linked($link),
                default => '',
            },
            self::total(Path::text($answer, $form->total)),
        );
    }

    private static function total(string $written): ?int
    {
        return preg_match('/^\d{1,9}$/D', $written) === 1 ? (int) $written : null;
    }

    private static function linked(string $header): string
    {
        preg_match_all('/<([^>]*)>([^<]*)/', $header, $links, PREG_SET_ORDER);
        foreach ($links as [, $target, $parameters]) {
            if (preg_match('/;\s*rel\s*=\s*(?:"(?:[^"]*\s)?next(?:\s[^"]*)?"|next\b)/i', $parameters) === 1) {
                return $target;
            }
        }

        return '';
    }
}
