<?php

declare(strict_types=1);

namespace PineSieve\Core\Reading;

/** Text encodings that a delimited file may be in. Values are IANA names. */
enum Encoding: string
{
    case Utf8 = 'UTF-8';
    case Utf16LittleEndian = 'UTF-16LE';
    case Utf16BigEndian = 'UTF-16BE';
    case Windows1252 = 'windows-1252';
    case Latin1 = 'ISO-8859-1';

    public function label(): string
    {
        return match ($this) {
            self::Utf8 => 'UTF-8',
            self::Utf16LittleEndian, self::Utf16BigEndian => 'UTF-16',
            self::Windows1252 => 'Windows-1252',
            self::Latin1 => 'ISO-8859-1 (Latin-1)',
        };
    }

    /** The byte order mark that a file in this encoding may begin with; '' if there is none. */
    public function mark(): string
    {
        return match ($this) {
            self::Utf8 => "\xEF\xBB\xBF",
            self::Utf16LittleEndian => "\xFF\xFE",
            self::Utf16BigEndian => "\xFE\xFF",
            self::Windows1252, self::Latin1 => '',
        };
    }
}
