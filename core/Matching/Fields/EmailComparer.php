<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching\Fields;

use PineSieve\Core\Matching\Rules\Comparison;
use PineSieve\Core\Matching\Rules\How;

/**
 * Compares any email of one record with any of the other. Canonical form: small letters, without a tag behind a plus (RFC 5233).
 * Alike: but for slips in letters. Numbers tell two apart: ann80 is not ann81.
 */
final readonly class EmailComparer implements FieldComparer
{
    public function __construct(private Comparison $comparison) {}

    public function preparation(): string
    {
        return 'email ' . ($this->comparison->options->asWritten ? 'as written' : 'canonical');
    }

    public function values(Traits $traits): array
    {
        return array_map(
            fn(string $email): array => [
                $email,
                $this->comparison->options->asWritten ? $email : (string) preg_replace('/\+[^@]*(?=@)/', '', mb_strtolower($email)),
            ],
            $traits->emails,
        );
    }

    public function compare(array $one, array $other): ?Agreement
    {
        if ($one[1] === $other[1]) {
            return new Agreement(1.0, "Same email: {$other[0]}");
        }
        $isAlike = $this->comparison->how === How::Alike && self::digits($one[1]) === self::digits($other[1]);
        $likeness = $isAlike ? Spelling::likeness($one[1], $other[1], $this->comparison->strictness) : null;

        return match (true) {
            $likeness !== null => new Agreement($likeness, "Emails spelled alike: {$one[0]}, {$other[0]}"),
            $this->comparison->how === How::Starts &&
                substr($one[1], 0, $this->comparison->characters) === substr($other[1], 0, $this->comparison->characters)
                => new Agreement(0.7, "Emails begin alike: {$one[0]}, {$other[0]}"),
            default => null,
        };
    }

    public function traces(array $value): array
    {
        return match ($this->comparison->how) {
            How::Exact => [$value[1]],
            How::Starts => [substr($value[1], 0, $this->comparison->characters)],
            How::Alike => self::alike($value[1]),
        };
    }

    public function selectivity(): int
    {
        return $this->comparison->how === How::Starts ? 20 : 90;
    }

    /** @return list<string> a slip is in the name or in the domain; the other is as it was */
    private static function alike(string $email): array
    {
        [$name, $domain] = explode('@', "{$email}@");

        $number = self::digits($name);
        $traces = array_filter(
            Spelling::traces($name),
            static fn(string $trace): bool => in_array($trace[0] ?? '', ['<', '>'], true) || self::digits($trace) === $number,
        );

        return [$name, ...array_map(static fn(string $trace): string => "{$trace}|{$number}@{$domain}", array_values($traces))];
    }

    private static function digits(string $email): string
    {
        return (string) preg_replace('/\D/', '', $email);
    }
}
