<?php

declare(strict_types=1);

namespace PineSieve\Core\Reading\Records;

use PineSieve\Core\Reading\CannotRead;

/** Cuts a stream of JSON (RFC 8259) into its objects: the elements of one array, or one object after another (a line each). Streams. */
final readonly class JsonObjects
{
    private const BLOCK = 1 << 16;

    /** Bytes of one object: beyond it the file is no list of records. */
    private const LARGEST = 64 << 20;

    public function __construct(private string $path) {}

    /**
     * @return iterable<int, string> text of each outermost object, numbered from 1
     *
     * @throws CannotRead if brackets do not close or something else stands between the objects
     */
    public function texts(): iterable
    {
        $stream = @fopen($this->path, 'r');
        if ($stream === false) {
            throw CannotRead::missing($this->path);
        }
        [$depth, $text, $inString, $number, $inArray, $carry] = [0, '', false, 0, false, ''];
        try {
            while (!feof($stream)) {
                $block = $carry . fread($stream, self::BLOCK);
                $carry = '';
                // A backslash at the end belongs to the next character.
                if (!feof($stream) && str_ends_with($block, '\\')) {
                    $carry = '\\';
                    $block = substr($block, 0, -1);
                    if (preg_match('/(\\\\+)$/', $block, $tail) === 1) {
                        $carry .= $tail[1];
                        $block = substr($block, 0, -strlen($tail[1]));
                    }
                }
                for ($i = 0, $length = strlen($block); $i < $length; ) {
                    $plain = strcspn($block, $inString ? '"\\' : '"{}[]', $i);
                    if ($depth > 0) {
                        $text .= substr($block, $i, $plain);
                    } elseif (trim(substr($block, $i, $plain), " \t\r\n,\xEF\xBB\xBF") !== '') {
                        throw CannotRead::brokenJson($number + 1);
                    }
                    $i += $plain;
                    if ($i >= $length) {
                        break;
                    }
                    $mark = $block[$i];
                    if ($inString && $mark === '\\') {
                        $text .= substr($block, $i, 2);
                        $i += 2;

                        continue;
                    }
                    $i++;
                    if ($mark === '"') {
                        $inString = !$inString;
                    } elseif ($depth === 0 && $mark === '[' && !$inArray && $number === 0) {
                        $inArray = true;

                        continue;
                    } elseif ($depth === 0 && $mark === ']' && $inArray) {
                        continue;
                    } elseif ($mark === '{' || $mark === '[') {
                        $depth++;
                    } else {
                        $depth--;
                    }
                    $text .= $mark;
                    if ($depth < 0 || ($depth === 0 && $mark === '"') || strlen($text) > self::LARGEST) {
                        throw CannotRead::brokenJson($number + 1);
                    }
                    if ($depth === 0) {
                        yield ++$number => $text;
                        $text = '';
                    }
                }
            }
            if ($depth !== 0) {
                throw CannotRead::brokenJson($number + 1);
            }
        } finally {
            fclose($stream);
        }
    }
}
