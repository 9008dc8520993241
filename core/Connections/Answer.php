<?php

declare(strict_types=1);

namespace PineSieve\Core\Connections;

/** What another system says, as JSON (RFC 8259). */
final class Answer
{
    /** How deep what is nested may lie. */
    private const DEEPEST = 24;

    private function __construct() {}

    /**
     * @return array<array-key, mixed>
     *
     * @throws UnreadableAnswer
     */
    public static function read(string $body): array
    {
        $answer = json_decode($body, true, self::DEEPEST, JSON_BIGINT_AS_STRING);
        if (!is_array($answer)) {
            throw new UnreadableAnswer(
                json_last_error() === JSON_ERROR_DEPTH
                    ? 'It is nested deeper than ' . self::DEEPEST . ' times.'
                    : 'It is no JSON, or it breaks off.',
            );
        }

        return $answer;
    }

    /**
     * @param  array<array-key, mixed>  $list
     * @return list<array<array-key, mixed>>
     *
     * @throws UnreadableAnswer
     */
    public static function records(array $list): array
    {
        $records = [];
        foreach (array_values($list) as $place => $record) {
            if (!is_array($record) || $record === [] || array_is_list($record)) {
                throw new UnreadableAnswer('What stands at place ' . ($place + 1) . ' of its list is no record.');
            }
            $records[] = $record;
        }

        return $records;
    }
}
