<?php

declare(strict_types=1);

namespace PineSieve\Core\Exports;

/** How delimited text is written, as the program that reads it wants it. */
final readonly class CsvForm
{
    public const DELIMITERS = ['comma' => ',', 'semicolon' => ';', 'tab' => "\t", 'pipe' => '|'];

    public const ENCODINGS = ['utf-8' => 'UTF-8', 'utf-16' => 'UTF-16LE', 'windows-1252' => 'Windows-1252'];

    public const LINE_ENDS = ['crlf' => "\r\n", 'lf' => "\n"];

    /** By which programs tell the encoding. */
    private const MARKS = ['UTF-8' => "\xEF\xBB\xBF", 'UTF-16LE' => "\xFF\xFE", 'Windows-1252' => ''];

    /** @param  bool  $hasMark  whether the file begins with the mark of its encoding, if that has one */
    public function __construct(
        public string $delimiter = ',',
        public string $encoding = 'UTF-8',
        public string $lineEnd = "\r\n",
        private bool $hasMark = true,
    ) {}

    /**
     * @param  array<string, ?string>  $asked  delimiter, encoding, line_ends, mark ("yes" or "no"); what is missing is as usual
     *
     * @throws CannotWrite
     */
    public static function of(array $asked): self
    {
        return new self(
            self::pick($asked, 'delimiter', self::DELIMITERS, 'comma'),
            self::pick($asked, 'encoding', self::ENCODINGS, 'utf-8'),
            self::pick($asked, 'line_ends', self::LINE_ENDS, 'crlf'),
            self::pick($asked, 'mark', ['yes' => '1', 'no' => ''], 'yes') === '1',
        );
    }

    /**
     * @param  array<string, ?string>  $asked
     * @param  array<string, string>  $known
     *
     * @throws CannotWrite
     */
    private static function pick(array $asked, string $what, array $known, string $usual): string
    {
        $name = $asked[$what] ?? '';

        return $known[$name === '' ? $usual : $name] ?? throw CannotWrite::no(str_replace('_', ' ', $what), $name, array_keys($known));
    }

    public function mark(): string
    {
        return $this->hasMark ? self::MARKS[$this->encoding] : '';
    }

    /**
     * @param  string  $text  in UTF-8
     *
     * @throws CannotWrite if the encoding has no sign for something in it
     */
    public function encoded(string $text): string
    {
        if ($this->encoding === 'UTF-8') {
            return $text;
        }
        $encoded = @iconv('UTF-8', $this->encoding, $text);
        if ($encoded !== false) {
            return $encoded;
        }
        foreach (mb_str_split($text) as $sign) {
            if (@iconv('UTF-8', $this->encoding, $sign) === false) {
                throw CannotWrite::sign($sign, $this->encoding, mb_strimwidth(trim($text), 0, 60, '…'));
            }
        }

        throw CannotWrite::sign('?', $this->encoding, mb_strimwidth(trim($text), 0, 60, '…'));
    }
}
