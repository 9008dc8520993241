<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns\Proposals;

use PineSieve\Core\Columns\ColumnChoice;
use PineSieve\Core\Columns\ColumnProfile;
use PineSieve\Core\Columns\Feed;
use PineSieve\Core\Columns\Steps\Blank;
use PineSieve\Core\Columns\Steps\Formula;
use PineSieve\Core\Columns\Steps\ImpliedDecimals;
use PineSieve\Core\Columns\Steps\ReadDate;
use PineSieve\Core\Columns\Steps\Split;
use PineSieve\Core\Columns\Steps\Step;
use PineSieve\Core\Columns\Steps\Steps;
use PineSieve\Core\Columns\Steps\ValueTable;
use PineSieve\Core\Columns\Steps\YesNo;
use PineSieve\Core\Columns\ValueLook;
use PineSieve\Core\Columns\ValueMark;
use PineSieve\Core\Standards\FieldCatalog;
use PineSieve\Core\Standards\FieldType;

/** The steps without which a proposal would not work: what is blank, the order of dates, what yes and no mean. */
final readonly class StepProposer
{
    public function __construct(private FieldCatalog $catalog, private int $thisYear) {}

    public function choice(ColumnProfile $profile, Proposal $proposal, ?HeaderSense $sense): ColumnChoice
    {
        return new ColumnChoice(
            $proposal->header,
            $proposal->state,
            $proposal->evidence,
            $proposal->target === null ? [] : self::feeds($profile, $proposal, $sense),
            self::and($this->steps($profile, $proposal->target, $sense), $proposal->step),
        );
    }

    private static function and(Steps $steps, ?Step $step): Steps
    {
        return $step === null ? $steps : $steps->with($step);
    }

    /** @return non-empty-list<Feed> */
    private static function feeds(ColumnProfile $profile, Proposal $proposal, ?HeaderSense $sense): array
    {
        if ($proposal->feeds !== []) {
            return $proposal->feeds;
        }
        if (in_array($sense?->base, ['deceased', 'death'], true) && Meaning::isDayOfDeath($profile)) {
            $isSaid = 'lower(value) in ["", "n", "no", "0", "false"] ? ""';

            // The day itself has no field of its own.
            return [
                new Feed((string) $proposal->target, steps: new Steps([new Formula("{$isSaid} : \"deceased\"")])),
                new Feed('notes', steps: new Steps([new Formula("{$isSaid} : join(\" \", \"Died\", value)")])),
            ];
        }

        if (str_ends_with((string) $proposal->target, '.date') && $proposal->also !== []) {
            $says = preg_match('/unsub|out\b|\bnot?\b/i', str_replace('_', ' ', $proposal->header)) === 1 ? 'no' : 'yes';

            return [
                new Feed((string) $proposal->target),
                new Feed($proposal->also[0], steps: new Steps([new Formula("value == \"\" ? \"\" : \"{$says}\"")])),
            ];
        }

        return array_map(static fn(string $target): Feed => new Feed($target, $proposal->name), [
            (string) $proposal->target,
            ...$proposal->also,
        ]);
    }

    public function steps(ColumnProfile $profile, ?string $target, ?HeaderSense $sense): Steps
    {
        $steps = new Steps();
        $kinds = array_values(
            array_filter(['word', 'error'], static fn(string $kind): bool => $profile->count(ValueMark::from("placeholder {$kind}")) > 0),
        );
        if ($kinds !== []) {
            $steps = $steps->with(new Blank($kinds));
        }
        if ($target === null) {
            return $steps;
        }
        $field = $this->catalog->field($target);
        if ($field->type === FieldType::Date) {
            $serial = $profile->count(ValueMark::Serial) > 0.5 * $profile->filled;
            $steps =
                $profile->dateOrder() !== null || $serial || $profile->needsDateOrder()
                    ? $steps->with(new ReadDate($profile->dateOrder(), $this->thisYear % 100, $serial))
                    : $steps;
        }
        if ($field->type === FieldType::Amount && array_intersect(HeaderWords::words($profile->header), HeaderWords::CENTS) !== []) {
            $steps = $steps->with(new ImpliedDecimals());
        }
        if ($field->type === FieldType::Names && !$steps->has(Split::NAME)) {
            $steps = $steps->with(new Split());
        }
        if (str_starts_with($sense->base ?? '', 'refusal.')) {
            // A cell that is filled with a word like "unsubscribed" refuses; only plain yes and no are turned round.
            $steps = $steps->with(new YesNo(reversed: $profile->share(ValueLook::YesNo) > 0.5));
        }
        $table = match ($profile->share(ValueLook::YesNo) > 0.5 && $profile->share(ValueLook::Status) < 0.9 ? $sense->base ?? '' : '') {
            'deceased', 'death' => ['yes' => 'deceased', 'no' => 'active'],
            'active' => ['yes' => 'active', 'no' => 'inactive'],
            'inactive' => ['yes' => 'inactive', 'no' => 'active'],
            'alive' => ['yes' => 'active', 'no' => 'deceased'],
            default => [],
        };

        return $table === [] ? $steps : $steps->with(new YesNo())->with(new ValueTable($table));
    }
}
