<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching\Weights;

use PineSieve\Core\Matching\Fields\AddressComparer;
use PineSieve\Core\Matching\Fields\DateComparer;
use PineSieve\Core\Matching\Fields\EmailComparer;
use PineSieve\Core\Matching\Fields\NameComparer;
use PineSieve\Core\Matching\Fields\NameContrast;
use PineSieve\Core\Matching\Fields\PhoneComparer;
use PineSieve\Core\Matching\Fields\Spelling;
use PineSieve\Core\Matching\Rules\Comparison;
use PineSieve\Core\Matching\Rules\How;
use PineSieve\Core\Names\Nicknames;

/** Says how far two people's records agree, field by field. What is compared was prepared by the comparers of the match rules. */
final readonly class Leveler
{
    private AddressComparer $addresses;

    private EmailComparer $emails;

    private PhoneComparer $phones;

    /** @param  array<string, int>  $places  field of Circumstances::FIELDS to the place of its values in a prepared record */
    public function __construct(private array $places)
    {
        $this->addresses = new AddressComparer(new Comparison(Comparison::ADDRESS, How::Alike));
        $this->emails = new EmailComparer(new Comparison('email', How::Alike));
        $this->phones = new PhoneComparer(new Comparison('phone', How::Alike));
    }

    /**
     * @param  list<list<list<string>>>  $one  values of a PreparedRecord
     * @param  list<list<list<string>>>  $other
     */
    public function pattern(array $one, array $other): Pattern
    {
        [$levels, $shared] = $this->names($one[$this->places[Comparison::NAME]], $other[$this->places[Comparison::NAME]]);
        foreach ([[WeighedField::Address, Comparison::ADDRESS], [WeighedField::Email, 'email'], [WeighedField::Phone, 'phone'], [WeighedField::Born, 'birth_date'], [WeighedField::Id, Comparison::ID]] as [$field, $key]) {
            [$a, $b] = [$one[$this->places[$key]], $other[$this->places[$key]]];
            $best = Level::Blank;
            foreach ($a as $ours) {
                foreach ($b as $theirs) {
                    $level = $this->level($field, $ours, $theirs);
                    if (self::rank($level) < self::rank($best)) {
                        $best = $level;
                        if ($level === Level::Same) {
                            $shared[$field->value] = self::counted($field, $ours);
                            break 2;
                        }
                    }
                }
            }
            if ($best !== Level::Blank) {
                $levels[$field->value] = $best;
            }
        }

        return new Pattern($levels, $shared);
    }

    /**
     * What is counted of a record, so that it is known how many have it.
     *
     * @param  list<list<list<string>>>  $values
     * @return list<array{WeighedField, string}>
     */
    public function traits(array $values): array
    {
        $traits = [];
        foreach (array_slice($values[$this->places[Comparison::NAME]], 0, 1) as $name) {
            $traits[] = [WeighedField::Last, $name[NameComparer::LAST]];
            $traits[] = [WeighedField::First, $name[NameComparer::FIRST]];
        }
        foreach ([[WeighedField::Address, Comparison::ADDRESS], [WeighedField::Email, 'email'], [WeighedField::Phone, 'phone'], [WeighedField::Born, 'birth_date']] as [$field, $key]) {
            foreach ($values[$this->places[$key]] as $value) {
                $traits[] = [$field, self::counted($field, $value)];
            }
        }

        return array_values(array_filter($traits, static fn (array $trait): bool => $trait[1] !== ''));
    }

    /** @param  list<string>  $value */
    private static function counted(WeighedField $field, array $value): string
    {
        return $field === WeighedField::Born ? $value[0] : $value[1];
    }

    private static function rank(Level $level): int
    {
        return (int) array_search($level, [Level::Same, Level::Form, Level::Alike, Level::Near, Level::Middle, Level::Differs, Level::Blank], true);
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
                1.0 => Level::Same, null => self::oneDigit($one[1], $other[1]) ? Level::Alike : Level::Differs, default => Level::Alike
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

    /**
     * @param  list<list<string>>  $one
     * @param  list<list<string>>  $other
     * @return array{array<string, Level>, array<string, string>}
     */
    private function names(array $one, array $other): array
    {
        if ($one === [] || $other === []) {
            return [[], []];
        }
        $best = null;
        foreach ($one as $a) {
            foreach ($other as $b) {
                $found = self::name($a, $b);
                $best = $best === null || $found[0] < $best[0] ? $found : $best;
            }
        }
        [, $levels, $shared] = $best;
        [$a, $b] = [$one[0], $other[0]];
        [$generation, $otherGeneration] = NameContrast::generations($a, $b);
        if ($generation !== '' || $otherGeneration !== '') {
            $levels[WeighedField::Generation->value] = match (true) {
                $generation === $otherGeneration => Level::Same, $generation === '' || $otherGeneration === '' => Level::Near, default => Level::Differs
            };
        }
        if ($a[NameComparer::TITLE] !== '' && $b[NameComparer::TITLE] !== '') {
            $levels[WeighedField::Title->value] = NameContrast::hasOtherTitle($a, $b) ? Level::Differs : Level::Same;
        }
        [$middle, $otherMiddle] = [$a[NameComparer::MIDDLE], $b[NameComparer::MIDDLE]];
        if ($middle !== '' && $otherMiddle !== '') {
            $levels[WeighedField::Middle->value] = match (true) {
                $middle === $otherMiddle => Level::Same, $middle[0] === $otherMiddle[0] => Level::Near, default => Level::Differs
            };
        }

        return [$levels, $shared];
    }

    /**
     * @param  list<string>  $one
     * @param  list<string>  $other
     * @return array{int, array<string, Level>, array<string, string>} the lower the nearer
     */
    private static function name(array $one, array $other): array
    {
        [$last, $first] = [self::last($one[NameComparer::LAST], $other[NameComparer::LAST]), self::first($one, $other)];
        // Whoever is known by a last name alone is so in most sources.
        if ($last === Level::Same && $one[NameComparer::FIRST] === '' && $other[NameComparer::FIRST] === '') {
            $first = Level::Form;
        }
        // First and last name have changed places in one of them: what agrees does so in another form.
        foreach ($last === Level::Differs ? [[$one, self::turned($other)], [self::turned($one), $other]] : [] as [$a, $b]) {
            if ($a[NameComparer::LAST] !== '' && $a[NameComparer::LAST] === $b[NameComparer::LAST]) {
                $turned = self::first($a, $b);
                [$last, $first] = [Level::Form, $turned === Level::Same ? Level::Form : $turned];
                break;
            }
        }
        $levels = [WeighedField::Last->value => $last, ...($first === Level::Blank ? [] : [WeighedField::First->value => $first])];
        $shared = [...($last === Level::Same ? [WeighedField::Last->value => $one[NameComparer::LAST]] : []), ...($first === Level::Same || $one[NameComparer::FIRST] === $other[NameComparer::FIRST] ? [WeighedField::First->value => $one[NameComparer::FIRST]] : [])];

        return [self::rank($last) + self::rank($first), $levels, $shared];
    }

    /**
     * @param  list<string>  $name
     * @return list<string>
     */
    private static function turned(array $name): array
    {
        return array_values(array_replace($name, [NameComparer::FIRST => $name[NameComparer::LAST], NameComparer::LAST => $name[NameComparer::FIRST]]));
    }

    private static function last(string $a, string $b): Level
    {
        return match (true) {
            $a === $b => Level::Same,
            str_replace(' ', '', $a) === str_replace(' ', '', $b) => Level::Form,
            array_filter(array_intersect(explode(' ', $a), explode(' ', $b)), static fn (string $part): bool => strlen($part) > 2) !== [] => Level::Form,
            strlen($a) > 3 && strlen($b) > 3 && Spelling::likeness($a, $b, 78) !== null, Spelling::soundAlike($a, $b) => Level::Alike,
            default => Level::Differs,
        };
    }

    /**
     * @param  list<string>  $one
     * @param  list<string>  $other
     */
    private static function first(array $one, array $other): Level
    {
        [$a, $b] = [$one[NameComparer::FIRST], $other[NameComparer::FIRST]];
        $isOnesMiddle = $one[NameComparer::MIDDLE] === $b || $other[NameComparer::MIDDLE] === $a;

        return match (true) {
            $a === '' || $b === '' => Level::Blank,
            $a === $b => Level::Same,
            strlen($a) === 1 || strlen($b) === 1 => $a[0] === $b[0] || $isOnesMiddle ? Level::Near : Level::Differs,
            Nicknames::common($a, $b) !== null, str_starts_with("{$a} ", "{$b} "), str_starts_with("{$b} ", "{$a} ") => Level::Form,
            strlen($a) > 2 && strlen($b) > 2 && Spelling::likeness($a, $b, 70) !== null, Spelling::soundAlike($a, $b), Spelling::isFormAlike($a, $b), Spelling::isFormAlike($b, $a) => Level::Alike,
            // Many go by their middle name, and as many have it from father or mother.
            $isOnesMiddle => Level::Middle,
            default => Level::Differs,
        };
    }
}
