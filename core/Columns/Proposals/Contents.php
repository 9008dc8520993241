<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns\Proposals;

use PineSieve\Core\Addresses\AddressLabel;
use PineSieve\Core\Columns\ColumnProfile;
use PineSieve\Core\Columns\ValueLook;
use PineSieve\Core\Names\FrequentNames;
use PineSieve\Core\Names\SupporterKind;
use PineSieve\Core\Names\WrittenName;
use PineSieve\Core\Text\Fold;

/** What the values of a column are, taken together: more than the look that each of them has alone. */
final readonly class Contents
{
    private const HALF = 0.5;

    private const MOST = 0.6;

    private const SOME = 0.1;

    /** Values in which a name and an address are looked for. */
    private const LOOKED_AT = 50;

    private const FUND_OF_GIVERS = '/\b(?:family|charitable|giving|philanthropic|(?:donor )?advised|DAF)\b.*\bfund\b|&.*\bfund\b/i';

    private const SUM = '/^\p{Sc}\s?\d|^\d[\d,]*\.\d\d$|^\d{1,3}(?:,\d{3})+$/uD';

    private const BLOCK = '/\S\s*\R\s*\S|,.+\b(?:\d{4,5}(?:-\d{4})?|[A-Z]\d[A-Z] ?\d[A-Z]\d)\s*$/siu';

    public function __construct(private ColumnProfile $profile) {}

    /** "The Abbott Family Giving Fund": funds of those who give. */
    public function areFundsOfGivers(): bool
    {
        return $this->share(static fn(string $value): bool => preg_match(self::FUND_OF_GIVERS, $value) === 1) > 0.3;
    }

    /** "Annual fund", "Building" */
    public function arePurposes(): bool
    {
        return $this->share(static fn(string $value): bool => preg_match(FundColumns::PURPOSE, $value) === 1) > self::MOST;
    }

    /** "Mrs. E. Pruitt" and "Ida Nunn" among organizations. */
    public function havePeople(): bool
    {
        return $this->share(self::isPerson(...)) > self::SOME;
    }

    /** People or families more often than organizations. */
    public function arePeopleToo(): bool
    {
        return $this->havePeople() &&
            $this->share(static fn(string $value): bool => str_contains($value, ' ') && !WrittenName::isOrganization($value)) > self::MOST;
    }

    /** Names of one person each, and not of a family or a couple. */
    public function arePeople(): bool
    {
        return $this->share(
            static fn(string $value): bool => str_contains($value, ' ') && WrittenName::parse($value)->kind === SupporterKind::Person,
        ) > self::MOST;
    }

    /** Written as only sums of money are: "$50", "50.00". */
    public function areSums(): bool
    {
        return $this->share(static fn(string $value): bool => preg_match(self::SUM, $value) === 1) > self::HALF;
    }

    /** Street, city and postal code in one. */
    public function areBlocks(): bool
    {
        return $this->profile->share(ValueLook::Street) > self::HALF &&
            $this->share(static fn(string $value): bool => preg_match(self::BLOCK, $value) === 1) > self::HALF;
    }

    /** A name and an address, as on a label. */
    public function areLabels(): bool
    {
        return $this->share(
            static fn(string $value): bool => preg_match('/\p{L}.*\d.*\p{L}/su', $value) === 1 && AddressLabel::of($value)->isWhole(),
            self::LOOKED_AT,
        ) > self::MOST;
    }

    private static function isPerson(string $name): bool
    {
        $isPerson =
            preg_match('/^(?:Mrs?|Ms|Miss|Mx|Dr|Rev|Fr|Sr)\b\.?\s+\p{Lu}/u', $name) === 1 ||
            (preg_match('/^(\p{L}{2,}) (?:\p{Lu}\.? )?\p{L}[\p{L}\'\x{2019}-]+$/u', $name, $words) === 1 &&
                FrequentNames::isFirst(Fold::words($words[1])));

        return $isPerson && !WrittenName::isOrganization($name);
    }

    /** @param  callable(string): bool  $is */
    private function share(callable $is, ?int $first = null): float
    {
        $values = array_slice($this->profile->values, 0, $first, true);
        $are = 0;
        foreach ($values as $value => $count) {
            $are += $is(trim((string) $value)) ? $count : 0;
        }

        return $are / max(1, array_sum($values));
    }
}
