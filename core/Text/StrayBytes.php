<?php

declare(strict_types=1);

namespace PineSieve\Core\Text;

/** Bytes that are no UTF-8 among UTF-8: lines of an older program put below those of a newer one, or a letter cut in half. */
final class StrayBytes
{
    /** Well-formed sequences: Unicode 15, table 3-7. */
    private const CHARACTER =
        '[\xC2-\xDF][\x80-\xBF]|\xE0[\xA0-\xBF][\x80-\xBF]|[\xE1-\xEC\xEE\xEF][\x80-\xBF]{2}|\xED[\x80-\x9F][\x80-\xBF]' .
        '|\xF0[\x90-\xBF][\x80-\xBF]{2}|[\xF1-\xF3][\x80-\xBF]{3}|\xF4[\x80-\x8F][\x80-\xBF]{2}';

    private function __construct() {}

    /** @return array{int, int} characters beyond ASCII that are UTF-8, and bytes that are not */
    public static function count(string $bytes): array
    {
        $stray = (string) preg_replace('/' . self::CHARACTER . '|[\x00-\x7F]+/', '', $bytes);
        $all = preg_match_all('/' . self::CHARACTER . '/', $bytes);

        return [(int) $all, strlen($stray)];
    }

    /** As UTF-8; what is stray is read as Windows-1252. */
    public static function read(string $bytes): string
    {
        return (string) preg_replace_callback(
            '/(?:' . self::CHARACTER . '|[\x00-\x7F]+)(*SKIP)(*FAIL)|[\x80-\xFF]/',
            static fn(array $byte): string => mb_convert_encoding($byte[0], 'UTF-8', 'Windows-1252'),
            $bytes,
        );
    }
}
