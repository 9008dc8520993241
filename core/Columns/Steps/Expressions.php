<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns\Steps;

use Symfony\Component\ExpressionLanguage\ExpressionLanguage;
use Symfony\Component\ExpressionLanguage\Node\BinaryNode;
use Symfony\Component\ExpressionLanguage\Node\GetAttrNode;
use Symfony\Component\ExpressionLanguage\Node\Node;
use Symfony\Component\ExpressionLanguage\SyntaxError;

/**
 * Expressions over the cells of a row, in the syntax of symfony/expression-language.
 * They know the value ("value"), the functions of FUNCTIONS, and nothing else: no objects, no constants, no lists that grow.
 */
final class Expressions
{
    /** @var array<string, string> name to how it is used */
    public const FUNCTIONS = [
        'cell' => 'cell("Header"): what another column of the row has',
        'upper' => 'upper(text)',
        'lower' => 'lower(text)',
        'trim' => 'trim(text)',
        'length' => 'length(text): number of characters',
        'left' => 'left(text, n): the first n characters',
        'right' => 'right(text, n): the last n characters',
        'before' => 'before(text, mark)',
        'after' => 'after(text, mark)',
        'has' => 'has(text, piece): whether the piece stands in it',
        'replace' => 'replace(text, find, with)',
        'word' => 'word(text, n): the n-th word, from the end if negative',
        'number' => 'number(text): as a number, 0 if it is none',
        'round' => 'round(number, decimals)',
        'first' => 'first(a, b, ...): the first that is not blank',
        'join' => 'join(separator, a, b, ...): those that are not blank',
        'year' => 'year(date): of a date as year-month-day',
    ];

    private const LONGEST = 1000;

    /** Bytes that any text on the way may have: functions inside each other multiply what they are given. */
    private const LONGEST_TEXT = Steps::LONGEST;

    private static ?ExpressionLanguage $language = null;

    private static ?Row $row = null;

    private function __construct() {}

    /** @throws BadStep in plain words, if it is not an expression or does what is not allowed */
    public static function check(string $expression): void
    {
        if (trim($expression) === '' || mb_strlen($expression) > self::LONGEST) {
            throw new BadStep('An expression has from 1 to 1,000 characters.');
        }
        try {
            self::assertHarmless(
                self::language()
                    ->parse($expression, ['value'])
                    ->getNodes(),
            );
        } catch (SyntaxError $error) {
            throw new BadStep(
                "The expression can't be understood: " .
                    preg_replace('/ (?:around position|for expression).*$/s', '', $error->getMessage()) .
                    '.',
            );
        }
    }

    /** @throws StepFault if it can't be worked out for this row */
    public static function evaluate(string $expression, string $value, Row $row): string
    {
        self::$row = $row;
        try {
            $result = self::language()->evaluate($expression, ['value' => $value]);
        } catch (\Throwable $error) {
            throw new StepFault(
                'The expression can\'t be worked out for "' .
                    mb_strimwidth($value, 0, 60, '…') .
                    '": ' .
                    mb_strimwidth($error->getMessage(), 0, 120, '…'),
                'Correct the expression of the column, or the value',
            );
        } finally {
            self::$row = null;
        }

        return match (true) {
            is_bool($result) => $result ? 'yes' : 'no',
            is_int($result) || is_string($result) => trim((string) $result),
            is_float($result) => is_finite($result) ? (string) round($result, 6) : '',
            default => '',
        };
    }

    private static function assertHarmless(Node $node): void
    {
        $name = $node->attributes['operator'] ?? null;
        if ($node instanceof BinaryNode && in_array($name, ['..', '**', 'matches'], true)) {
            throw new BadStep("\"{$name}\" can't be used in an expression here.");
        }
        if ($node instanceof GetAttrNode) {
            throw new BadStep('A full stop or a bracket after a value can\'t be used in an expression here.');
        }
        foreach ($node->nodes as $inner) {
            if ($inner instanceof Node) {
                self::assertHarmless($inner);
            }
        }
    }

    private static function language(): ExpressionLanguage
    {
        return self::$language ??= new class extends ExpressionLanguage {
            /** Only ours: the ones that it brings along reach constants of the program. */
            protected function registerFunctions(): void
            {
                foreach (Expressions::functions() as $name => $function) {
                    $this->register(
                        $name,
                        static fn(): string => throw new \LogicException('Expressions are not compiled.'),
                        static fn(array $variables, mixed ...$arguments): mixed => Expressions::notTooLong($function(...$arguments)),
                    );
                }
            }
        };
    }

    /** @throws \LengthException */
    public static function notTooLong(mixed $result): mixed
    {
        return is_string($result) && strlen($result) > self::LONGEST_TEXT
            ? throw new \LengthException('the text becomes too long')
            : $result;
    }

    /** Counted before it is done: what it would become may not fit into memory. */
    private static function replace(string $text, string $find, string $with): string
    {
        if ($find === '') {
            return $text;
        }
        $length = strlen($text) + substr_count($text, $find) * (strlen($with) - strlen($find));

        return $length > self::LONGEST_TEXT ? throw new \LengthException('the text becomes too long') : str_replace($find, $with, $text);
    }

    /** @return array<string, \Closure> */
    public static function functions(): array
    {
        $text = static fn(mixed $value): string => is_scalar($value) ? (is_bool($value) ? ($value ? 'yes' : 'no') : (string) $value) : '';
        $int = static fn(mixed $value): int => is_numeric($value) ? (int) $value : 0;

        return [
            'cell' => static function (mixed $header) use ($text): string {
                $row = self::$row ?? new Row();

                return $row->has($text($header))
                    ? $row->cell($text($header))
                    : throw new \DomainException("there is no column \"{$text($header)}\"");
            },
            'upper' => static fn(mixed $value): string => mb_strtoupper($text($value)),
            'lower' => static fn(mixed $value): string => mb_strtolower($text($value)),
            'trim' => static fn(mixed $value): string => trim($text($value)),
            'length' => static fn(mixed $value): int => mb_strlen($text($value)),
            'left' => static fn(mixed $value, mixed $n): string => mb_substr($text($value), 0, max(0, $int($n))),
            'right' => static fn(mixed $value, mixed $n): string => $int($n) <= 0 ? '' : mb_substr($text($value), -$int($n)),
            'before' => static fn(mixed $value, mixed $mark): string => $text($mark) === ''
                ? $text($value)
                : trim(explode($text($mark), $text($value), 2)[0]),
            'after' => static fn(mixed $value, mixed $mark): string => $text($mark) === ''
                ? ''
                : trim(explode($text($mark), $text($value), 2)[1] ?? ''),
            'has' => static fn(mixed $value, mixed $piece): bool => mb_stripos($text($value), $text($piece)) !== false,
            'replace' => static fn(mixed $value, mixed $find, mixed $with): string => self::replace(
                $text($value),
                $text($find),
                $text($with),
            ),
            'word' => static function (mixed $value, mixed $n) use ($text, $int): string {
                $words = explode(' ', $text($value));

                return $words[$int($n) < 0 ? count($words) + $int($n) : $int($n) - 1] ?? '';
            },
            'number' => static fn(mixed $value): float|int => is_numeric($plain = str_replace([',', '$', ' '], '', $text($value)))
                ? $plain + 0
                : 0,
            'round' => static fn(mixed $value, mixed $decimals = 0): float => round((float) $text($value), max(0, min(6, $int($decimals)))),
            'first' => static function (mixed ...$values) use ($text): string {
                foreach ($values as $value) {
                    if ($text($value) !== '') {
                        return $text($value);
                    }
                }

                return '';
            },
            'join' => static fn(mixed $separator, mixed ...$values): string => implode(
                $text($separator),
                array_filter(array_map($text, $values), static fn(string $value): bool => $value !== ''),
            ),
            'year' => static fn(mixed $value): string => preg_match('/^(\d{4})-\d\d-\d\d/', $text($value), $found) === 1 ? $found[1] : '',
        ];
    }
}
