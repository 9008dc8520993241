<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns\Steps;

use PineSieve\Core\Names\TwoPeople;
use PineSieve\Core\Names\Words;
use PineSieve\Core\Names\WrittenName;
use PineSieve\Core\Text\Fold;

/** Puts the last name behind, of names that are written with it first and without a comma: "Lee Ann M". */
final readonly class LastBehind extends EachValue
{
    public const NAME = 'behind';

    public static function of(StepSettings $settings): self
    {
        return new self();
    }

    public static function form(): StepForm
    {
        return new StepForm('Put the last name behind', StepForm::NAMES);
    }

    public function label(): string
    {
        return 'Put the last name behind: "Lee Ann" is Ann Lee';
    }

    public function settings(): array
    {
        return [];
    }

    protected function work(string $value, Row $row): string
    {
        if (str_contains($value, ',') || TwoPeople::areIn($value) || WrittenName::isOrganization($value)) {
            return $value;
        }
        [$titles, $names, $suffixes] = [[], [], []];
        foreach (explode(' ', $value) as $word) {
            $folded = Fold::solid($word);
            if (Words::title($folded) !== null && ($names === [] || preg_match('/^(?:dr|mr|mrs|ms|rev|prof)$/D', $folded) === 1)) {
                $titles[] = $word;
            } elseif ($names !== [] && Words::suffix($folded) !== null) {
                $suffixes[] = $word;
            } else {
                $names[] = $word;
            }
        }
        $last = [];
        while (count($names) > 1 && ($last === [] || Words::isParticle(Fold::words($last[count($last) - 1])))) {
            $last[] = array_shift($names);
        }

        return implode(' ', [...$titles, ...$names, ...$last, ...$suffixes]);
    }
}
