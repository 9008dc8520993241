<?php

declare(strict_types=1);

namespace PineSieve\Core\Reading\Text;

/** Text encodings that a delimited file may be in. Values are IANA names. */
enum Encoding: string
{
    case Utf8 = 'UTF-8';
    case Utf16LittleEndian = 'UTF-16LE';
    case Utf16BigEndian = 'UTF-16BE';
    case Windows1252 = 'windows-1252';
    case Latin1 = 'ISO-8859-1';
    case MacRoman = 'macintosh';
    case Dos850 = 'IBM850';
    case CentralEuropean = 'windows-1250';
    case Cyrillic = 'windows-1251';
    case Greek = 'windows-1253';
    case Turkish = 'windows-1254';
    case Hebrew = 'windows-1255';
    case Arabic = 'windows-1256';
    case Baltic = 'windows-1257';
    case Vietnamese = 'windows-1258';
    case Chinese = 'GB18030';
    case TraditionalChinese = 'Big5';
    case Japanese = 'windows-31j';
    case Korean = 'EUC-KR';

    private const UNKNOWN = "\u{FFFD}";

    public function label(): string
    {
        return match ($this) {
            self::Utf8 => 'UTF-8',
            self::Utf16LittleEndian => 'UTF-16, little end first',
            self::Utf16BigEndian => 'UTF-16, big end first',
            self::Windows1252 => 'Windows-1252',
            self::Latin1 => 'Latin-1',
            self::MacRoman => 'Macintosh',
            self::Dos850 => 'DOS',
            self::CentralEuropean => 'Windows, Central European',
            self::Cyrillic => 'Windows, Cyrillic',
            self::Greek => 'Windows, Greek',
            self::Turkish => 'Windows, Turkish',
            self::Hebrew => 'Windows, Hebrew',
            self::Arabic => 'Windows, Arabic',
            self::Baltic => 'Windows, Baltic',
            self::Vietnamese => 'Windows, Vietnamese',
            self::Chinese => 'Chinese, GB 18030',
            self::TraditionalChinese => 'Chinese, Big5',
            self::Japanese => 'Japanese, Shift JIS',
            self::Korean => 'Korean, EUC-KR',
        };
    }

    /** The byte order mark that a file in this encoding may begin with; '' if there is none. */
    public function mark(): string
    {
        return match ($this) {
            self::Utf8 => "\xEF\xBB\xBF",
            self::Utf16LittleEndian => "\xFF\xFE",
            self::Utf16BigEndian => "\xFE\xFF",
            default => '',
        };
    }

    /** Whether delimiters and line ends are the bytes that they are in ASCII, and nothing else is one of those. */
    public function isLikeAscii(): bool
    {
        return $this === self::Utf8 || $this->isSingleByte();
    }

    /** @return string as UTF-8; U+FFFD stands for bytes that mean nothing */
    public function decode(string $bytes): string
    {
        if ($this === self::Utf8 || ($this->isSingleByte() && preg_match('/[\x80-\xFF]/', $bytes) !== 1)) {
            return $bytes;
        }
        if ($this->isPaged()) {
            return strtr($bytes, $this->page());
        }
        $substitute = mb_substitute_character();
        mb_substitute_character(0xfffd);
        $text = mb_convert_encoding($bytes, 'UTF-8', $this->value);
        mb_substitute_character($substitute);

        return $text;
    }

    /** @return string "?" stands for what the encoding has no sign for */
    public function encode(string $text): string
    {
        if (!$this->isPaged()) {
            return mb_convert_encoding($text, $this->value, 'UTF-8');
        }
        $bytes = [self::UNKNOWN => '?'] + array_flip($this->page());

        return (string) preg_replace_callback('/[^\x00-\x7F]/u', static fn(array $sign): string => $bytes[$sign[0]] ?? '?', $text);
    }

    private function isSingleByte(): bool
    {
        return !in_array(
            $this,
            [
                self::Utf8,
                self::Utf16LittleEndian,
                self::Utf16BigEndian,
                self::Chinese,
                self::TraditionalChinese,
                self::Japanese,
                self::Korean,
            ],
            true,
        );
    }

    /** Whether its upper half is looked up: the fast functions know few of these, and give the bytes that Windows-1252 leaves undefined back as they are. */
    private function isPaged(): bool
    {
        return $this->isSingleByte() && $this !== self::Windows1252 && $this !== self::Latin1;
    }

    /** @return array<string, string> byte to character, of the upper half */
    private function page(): array
    {
        /** @var array<string, array<string, string>> $pages */
        static $pages = [];
        if (!isset($pages[$this->value])) {
            foreach (range(0x80, 0xff) as $byte) {
                $character = @iconv($this->value, 'UTF-8', chr($byte));
                $pages[$this->value][chr($byte)] = $character === false ? self::UNKNOWN : $character;
            }
        }

        return $pages[$this->value];
    }
}
