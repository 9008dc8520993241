<?php

declare(strict_types=1);

namespace PineSieve\Core\Text;

/** What a web page writes for signs and line ends: "Tom &amp; Ann", "O&#39;Brien", "12 Elm St<br>Unit 4", "Jos\u00e9". */
final class WebCodes
{
    private const TAG = '<\/?(?:p|br|b|i|u|em|strong|span|div|font|a|ul|ol|li)(?:\s[^<>]*)?\/?>';

    private const CODE = '/&(?:[a-z]{2,8}\d?|#\d{2,5}|#x[0-9a-f]{2,4});|\\\\u[0-9a-f]{4}|' . self::TAG . '/i';

    private function __construct() {}

    public static function areIn(string $text): bool
    {
        return strpbrk($text, '&<\\') !== false && preg_match(self::CODE, $text) === 1 && self::read($text) !== $text;
    }

    /** What was meant; the text itself if it has none. */
    public static function read(string $text): string
    {
        if (strpbrk($text, '&<\\') === false) {
            return $text;
        }
        $text = (string) preg_replace(['/<br(?:\s[^<>]*)?\/?>|<\/(?:p|div|li)>(?=.)/is', '/' . self::TAG . '/i'], ["\n", ''], $text);
        $text = (string) preg_replace_callback(
            '/(?:\\\\u[0-9a-f]{4})+/i',
            static fn(array $codes): string => self::ofJson($codes[0]),
            $text,
        );

        return html_entity_decode($text, ENT_QUOTES | ENT_HTML5, 'UTF-8');
    }

    private static function ofJson(string $codes): string
    {
        $text = json_decode("\"{$codes}\"");

        return is_string($text) ? $text : $codes;
    }
}
