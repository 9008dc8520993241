<?php

declare(strict_types=1);

namespace PineSieve\Core\Standards;

use Brick\Math\BigDecimal;
use PineSieve\Core\Standards\Formats\Fault;

/** What an organization demands of the values of a field, beyond the form that its type has. */
final readonly class Limits
{
    /** Steps that comparing a text of the trial may take; one that grows with the square of the length stays below. */
    private const STEPS = 50_000;

    private const REPEATED = 60;

    /**
     * @param  string  $least  smallest amount or number, or earliest date (ISO 8601, or "today"); '' for none
     * @param  string  $most  largest amount or number, or latest date; '' for none
     * @param  int  $length  most characters; 0 for what the type allows
     * @param  string  $pattern  regular expression (PCRE2) that the whole value must match; '' for none
     * @param  string  $example  a value that the pattern allows
     * @param  string  $message  what to say of a value that the pattern does not allow; '' for words of ours
     * @param  bool  $isUnique  whether no two supporters may have the same
     */
    public function __construct(
        public string $least = '',
        public string $most = '',
        public int $length = 0,
        public string $pattern = '',
        public string $example = '',
        public string $message = '',
        public bool $isUnique = false,
    ) {}

    /** @param  array<string, mixed>  $data as toArray() gives it; what is missing is no limit */
    public static function fromArray(array $data): self
    {
        $text = static fn(string $key): string => is_string($data[$key] ?? null) ? $data[$key] : '';

        return new self(
            $text('least'),
            $text('most'),
            is_int($data['length'] ?? null) ? $data['length'] : 0,
            $text('pattern'),
            $text('example'),
            $text('message'),
            ($data['unique'] ?? false) === true,
        );
    }

    /** @return array{least: string, most: string, length: int, pattern: string, example: string, message: string, unique: bool} */
    public function toArray(): array
    {
        return [
            'least' => $this->least,
            'most' => $this->most,
            'length' => $this->length,
            'pattern' => $this->pattern,
            'example' => $this->example,
            'message' => $this->message,
            'unique' => $this->isUnique,
        ];
    }

    public function areNone(): bool
    {
        return $this->least === '' && $this->most === '' && $this->length === 0 && $this->pattern === '';
    }

    /** Whether a pattern is one that can be used. */
    public static function isPattern(string $pattern): bool
    {
        return @preg_match(self::delimited($pattern), '') !== false;
    }

    /**
     * Whether a pattern is one that takes ever longer for a text that nearly fits, as "(a+)+" does. Found by trying: texts of
     * what the pattern itself names, and of the usual letters, repeated and then broken off, with a bound on the steps.
     */
    public static function backtracks(string $pattern): bool
    {
        $pieces = array_values(
            array_unique([
                ...mb_str_split($pattern),
                ...preg_match_all('/[\pL\pN]{2,}/u', $pattern, $words) > 0 ? $words[0] : [],
                'a',
                'A',
                '0',
                ' ',
                '-',
                'é',
                'aA',
                'a ',
                '0 ',
                'a0',
                'a-',
                '0-',
            ]),
        );
        $start =
            preg_match('/^\^?((?:[\pL\pN \-_\/]|\\\\[^\pL\pN])+)(?![*?{])/u', $pattern, $found) === 1
                ? str_replace('\\', '', $found[1])
                : '';
        $settings = [ini_set('pcre.jit', '0'), ini_set('pcre.backtrack_limit', (string) self::STEPS)];
        try {
            foreach ($pieces as $piece) {
                // What the pattern names comes after the break too: without the letter that it ends with, nothing is tried at all.
                foreach (["\u{1}", "\u{1}{$pattern}"] as $end) {
                    // A comment makes it a pattern that was not compiled for the machine: that would not count its steps.
                    if (@preg_match(self::delimited("{$pattern}(?#steps)"), $start . str_repeat($piece, self::REPEATED) . $end) === false) {
                        return true;
                    }
                }
            }
        } finally {
            ini_set('pcre.jit', (string) $settings[0]);
            ini_set('pcre.backtrack_limit', (string) $settings[1]);
        }

        return false;
    }

    /**
     * What is wrong with a value that has the form of its type; null if nothing is.
     *
     * @param  string  $today  ISO 8601
     */
    public function fault(string $value, FieldType $type, string $today): ?Fault
    {
        $isDate = $type === FieldType::Date;
        if (($this->least !== '' || $this->most !== '') && ($isDate || in_array($type, [FieldType::Amount, FieldType::Number], true))) {
            // A bound is in the organization's currency.
            if ($type === FieldType::Amount && str_contains($value, ' ')) {
                return null;
            }
            $bound = static fn(string $written): string => $written === 'today' ? $today : $written;
            $below = static fn(string $one, string $other): bool => $isDate
                ? $one < $other
                : BigDecimal::of($one)->isLessThan(BigDecimal::of($other));
            if ($this->least !== '' && $below($value, $bound($this->least))) {
                return new Fault(
                    $isDate ? 'date.bounds' : 'number.bounds',
                    "\"{$value}\" is " . ($isDate ? 'before' : 'less than') . " {$bound($this->least)}",
                    'Correct it, or leave this value out',
                );
            }
            if ($this->most !== '' && $below($bound($this->most), $value)) {
                return new Fault(
                    $isDate ? 'date.bounds' : 'number.bounds',
                    "\"{$value}\" is " . ($isDate ? 'after' : 'more than') . " {$bound($this->most)}",
                    'Correct it, or leave this value out',
                );
            }
        }
        if ($this->length > 0 && mb_strlen($value) > $this->length) {
            return new Fault('text.length', 'The text has ' . mb_strlen($value) . " characters, {$this->length} are allowed", 'Shorten it');
        }
        if ($this->pattern !== '' && @preg_match(self::delimited($this->pattern), $value) !== 1) {
            return new Fault(
                'text.pattern',
                $this->message !== '' ? "\"{$value}\": {$this->message}" : "\"{$value}\" does not have the form that is asked for",
                $this->example === '' ? 'Correct it, or leave this value out' : "Write it like {$this->example}",
            );
        }

        return null;
    }

    private static function delimited(string $pattern): string
    {
        return '~^(?:' . str_replace('~', '\~', $pattern) . ')$~uD';
    }
}
