<?php

declare(strict_types=1);

namespace PineSieve\Core\Connections;

/** One answer with a piece of a list. */
final readonly class Page
{
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
        $answer = Answer::read($body);
        $list = Path::value($answer, $form->records);
        if (!is_array($list) || !array_is_list($list)) {
            throw new UnreadableAnswer($form->records === '' ? 'It is no list.' : "There is no list in \"{$form->records}\".");
        }

        return new self(
            Answer::records($list),
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
