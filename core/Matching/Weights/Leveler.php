<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching\Weights;

use PineSieve\Core\Matching\Fields\AddressComparer;
use PineSieve\Core\Matching\Fields\DateComparer;
use PineSieve\Core\Matching\Fields\EmailComparer;
use PineSieve\Core\Matching\Fields\PhoneComparer;
use PineSieve\Core\Matching\Rules\Comparison;
use PineSieve\Core\Matching\Rules\How;
use PineSieve\Core\Names\SupporterKind;
use PineSieve\Core\Names\Words;

/** Says how far two records agree, field by field. What is compared was prepared by the comparers of the match rules. */
final readonly class Leveler
{
    private AddressComparer $addresses;

    private EmailComparer $emails;

    private PhoneComparer $phones;

    /** Where many have an email who have nothing else in common. */
    private const PUBLIC_MAIL = [
        'gmail.com',
        'googlemail.com',
        'yahoo.com',
        'hotmail.com',
        'outlook.com',
        'live.com',
        'msn.com',
        'aol.com',
        'icloud.com',
        'me.com',
        'mac.com',
        'comcast.net',
        'verizon.net',
        'att.net',
        'sbcglobal.net',
        'cox.net',
        'charter.net',
        'protonmail.com',
        'proton.me',
    ];

    private NameLevels $names;

    /**
     * @param  array<string, int>  $places  field of Circumstances::FIELDS to the place of its values in a prepared record
     * @param  ?list<string>  $common  words that say little in the name of an organization, folded; null for those of Words
     */
    public function __construct(private array $places, private SupporterKind $kind = SupporterKind::Person, ?array $common = null)
    {
        $this->names = self::namesOf($kind, $common);
        $this->addresses = new AddressComparer(new Comparison(Comparison::ADDRESS, How::Alike));
        $this->emails = new EmailComparer(new Comparison('email', How::Alike, 90));
        $this->phones = new PhoneComparer(new Comparison('phone', How::Alike));
    }

    /** @param  ?list<string>  $common  as above */
    public static function namesOf(SupporterKind $kind, ?array $common = null): NameLevels
    {
        return match ($kind) {
            SupporterKind::Person => new PersonNames(),
            SupporterKind::Household => new HouseholdNames(),
            SupporterKind::Organization => new OrganizationNames($common ?? Words::common()),
        };
    }

    /**
     * @param  list<list<list<string>>>  $one  values of a PreparedRecord
     * @param  list<list<list<string>>>  $other
     */
    public function pattern(array $one, array $other): Pattern
    {
        [$names, $others] = [$one[$this->places[Comparison::NAME]], $other[$this->places[Comparison::NAME]]];
        [$levels, $shared] = $names === [] || $others === [] ? [[], []] : $this->names->levels($names, $others);
        foreach (
            [
                [WeighedField::Address, Comparison::ADDRESS],
                [WeighedField::Email, 'email'],
                [WeighedField::Phone, 'phone'],
                [WeighedField::Born, 'birth_date'],
                [WeighedField::Id, Comparison::ID],
            ]
            as [$field, $key]
        ) {
            [$a, $b] = [$one[$this->places[$key]], $other[$this->places[$key]]];
            [$best, $nearest] = [Level::Blank, []];
            foreach ($a as $ours) {
                foreach ($b as $theirs) {
                    $level = $this->level($field, $ours, $theirs);
                    if (self::rank($level) < self::rank($best)) {
                        [$best, $nearest] = [$level, $ours];
                        if ($level === Level::Same) {
                            break 2;
                        }
                    }
                }
            }
            if ($best !== Level::Blank) {
                $levels[$field->value] = $best;
            }
            if ($best === Level::Same) {
                $shared[$field->value] = self::counted($field, $nearest);
            } elseif ($best === Level::Near && $field === WeighedField::Address) {
                $shared[$field->value] = self::place($nearest);
            }
        }

        $pattern = new Pattern($levels, $shared);

        // Two who live together and are called otherwise often have an initial in common.
        return $pattern->isInitialOfAnother() ? $pattern->without([WeighedField::First]) : $pattern;
    }

    /**
     * What is counted of a record, so that it is known how many have it.
     *
     * @param  list<list<list<string>>>  $values
     * @return list<array{WeighedField, string}>
     */
    public function traits(array $values): array
    {
        $traits = $this->names->traits($values[$this->places[Comparison::NAME]]);
        foreach (
            [
                [WeighedField::Address, Comparison::ADDRESS],
                [WeighedField::Email, 'email'],
                [WeighedField::Phone, 'phone'],
                [WeighedField::Born, 'birth_date'],
            ]
            as [$field, $key]
        ) {
            foreach ($values[$this->places[$key]] as $value) {
                $traits[] = [$field, self::counted($field, $value)];
            }
        }
        foreach (array_unique(array_map(self::place(...), $values[$this->places[Comparison::ADDRESS]])) as $place) {
            $traits[] = [WeighedField::Address, $place];
        }

        return array_values(array_filter($traits, static fn(array $trait): bool => $trait[1] !== ''));
    }

    /** @param  list<string>  $value */
    private static function counted(WeighedField $field, array $value): string
    {
        return $field === WeighedField::Born ? $value[0] : $value[1];
    }

    /** @param  list<string>  $address */
    private static function place(array $address): string
    {
        return "in {$address[AddressComparer::PLACE]}";
    }

    /** @return int the lower the nearer */
    public static function rank(Level $level): int
    {
        return match ($level) {
            Level::Same => 0,
            Level::Form => 1,
            Level::Alike => 2,
            Level::Near => 3,
            Level::Middle => 4,
            Level::Part => 5,
            Level::Differs => 6,
            Level::Blank => 7,
        };
    }

    /**
     * @param  list<string>  $one
     * @param  list<string>  $other
     */
    private function level(WeighedField $field, array $one, array $other): Level
    {
        return match ($field) {
            WeighedField::Address => $this->address($one, $other),
            WeighedField::Email => $this->email($one, $other),
            WeighedField::Phone => match ($this->phones->compare($one, $other)?->likeness) {
                1.0 => Level::Same,
                null => self::oneDigit($one[1], $other[1]) ? Level::Alike : Level::Differs,
                default => Level::Alike,
            },
            WeighedField::Born => match (true) {
                $one[0] === $other[0] => Level::Same,
                DateComparer::swapped($one[0]) === $other[0] => Level::Form,
                DateComparer::partsInCommon($one[0], $other[0]) === 2 => Level::Alike,
                default => Level::Differs,
            },
            // Only ids of one system can differ.
            WeighedField::Id => $one[1] === $other[1] ? Level::Same : ($one[2] === $other[2] ? Level::Differs : Level::Blank),
            default => Level::Blank,
        };
    }

    /**
     * @param  list<string>  $one
     * @param  list<string>  $other
     */
    private function address(array $one, array $other): Level
    {
        $agreement = $this->addresses->compare($one, $other);

        return match (true) {
            $agreement?->likeness === 1.0 => Level::Same,
            $agreement !== null => Level::Alike,
            $one[AddressComparer::PLACE] === $other[AddressComparer::PLACE] => Level::Near,
            default => Level::Differs,
        };
    }

    /**
     * @param  list<string>  $one
     * @param  list<string>  $other
     */
    private function email(array $one, array $other): Level
    {
        $agreement = $this->emails->compare($one, $other);
        // Those of an organization have its domain.
        if ($this->kind === SupporterKind::Organization && $agreement?->likeness !== 1.0) {
            $domain = explode('@', "{$one[1]}@")[1];

            return $domain !== '' && str_ends_with($other[1], "@{$domain}") && !in_array($domain, self::PUBLIC_MAIL, true)
                ? Level::Near
                : ($agreement === null
                    ? Level::Differs
                    : Level::Alike);
        }

        return match (true) {
            $agreement?->likeness === 1.0 => Level::Same,
            // Of one or two letters, another is another.
            $agreement !== null && min(strlen(explode('@', $one[1])[0]), strlen(explode('@', $other[1])[0])) > 2 => Level::Alike,
            strlen(explode('@', $one[1])[0]) > 4 && explode('@', $one[1])[0] === explode('@', $other[1])[0] => Level::Near,
            default => Level::Differs,
        };
    }

    private static function oneDigit(string $one, string $other): bool
    {
        return strlen($one) === strlen($other) && levenshtein($one, $other) === 1;
    }
}
