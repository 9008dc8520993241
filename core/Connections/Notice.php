<?php

declare(strict_types=1);

namespace PineSieve\Core\Connections;

/** What another system sends of its own accord when something happens there: the record that it happened to, or several. */
final readonly class Notice
{
    /** @param  list<array<array-key, mixed>>  $records */
    private function __construct(public array $records) {}

    /**
     * @param  string  $body  JSON (RFC 8259)
     *
     * @throws UnreadableAnswer
     */
    public static function read(ConnectionForm $form, string $body): self
    {
        $found = Path::value(Answer::read($body), $form->noticeRecords);
        if (!is_array($found) || $found === []) {
            throw new UnreadableAnswer(
                $form->noticeRecords === '' ? 'There is no record in it.' : "There is no record in \"{$form->noticeRecords}\".",
            );
        }

        return new self(Answer::records(array_is_list($found) ? $found : [$found]));
    }
}
