<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns\Proposals;

use PineSieve\Core\Columns\ColumnProfile;
use PineSieve\Core\Columns\ColumnState;
use PineSieve\Core\Columns\Feed;
use PineSieve\Core\Columns\RowKind;
use PineSieve\Core\Columns\Steps\OfLabel;
use PineSieve\Core\Columns\Steps\Steps;
use PineSieve\Core\Columns\ValueLook;
use PineSieve\Core\Columns\ValueMark;
use PineSieve\Core\Standards\FieldCatalog;
use PineSieve\Core\Standards\FieldLabels;
use PineSieve\Core\Standards\FieldType;
use PineSieve\Core\Standards\Formats\DateOrder;
use PineSieve\Core\Standards\Target;
use PineSieve\Core\Text\Fold;

/** What one column may become: by its header, if its values agree, or else by its values alone. */
final readonly class ColumnProposer
{
    /** Part of the values that must have the look of the field. Below it the header is not believed. */
    private const BELIEVED = 0.6;

    /** Part of the values from which the header and they together leave no doubt. */
    private const CERTAIN = 0.9;

    /** Headers that name an organization, or where someone studies, prays or plays. */
    private const MAY_BE_PLACES = ['school', 'church', 'club', 'affiliation', 'parish', 'congregation'];

    /** Amounts that someone put on what is no money. */
    private const NO_MONEY_IN = '/estimated|est(?=val)|apprais|retail|market|inkind|stock|goods|mean/';

    /** Amounts that pay for something else. */
    private const NO_GIFT = '/\b(?:shipping|postage|freight|handling|(?:sales )?tax(?![- ]?(?:deduct|receipt|exempt)))\b/i';

    /** To whom something is sent. */
    private const SENT_TO = '/^(?:ship|deliver|recipient)/i';

    /** Numbers as long as those of a telephone. */
    private const IDS = [
        'id',
        'uid',
        'guid',
        'uuid',
        'key',
        'code',
        'ref',
        'reference',
        'order',
        'account',
        'acct',
        'invoice',
        'transaction',
        'barcode',
        'card',
    ];

    /** Of what is so no more. */
    private const NO_LONGER = ['old', 'prior', 'previous', 'former', 'past', 'obsolete', 'bad', 'invalid', 'wrong'];

    /** Whose telephone or email it is, if it is not of who is named. */
    private const SOMEONE_ELSE = [
        'vet',
        'veterinarian',
        'doctor',
        'dr',
        'physician',
        'dentist',
        'clinic',
        'hospital',
        'pharmacy',
        'school',
        'landlord',
        'reference',
        'insurance',
        'insurer',
        'agent',
        'attorney',
        'lawyer',
        'executor',
        'exec',
        'trustee',
        'caterer',
        'vendor',
        'caseworker',
        'neighbor',
        'sitter',
        'referral',
        'referrer',
        'assistant',
        'asst',
        'advisor',
        'adviser',
        'broker',
        'proxy',
        'renewed',
        'recipient',
        'solicitor',
    ];

    private FieldLabels $labels;

    public function __construct(private FieldCatalog $catalog)
    {
        $this->labels = new FieldLabels($catalog);
    }

    public function propose(ColumnProfile $profile, int $column, SheetSense $sheet): Proposal
    {
        if ($profile->filled === 0) {
            return new Proposal($profile->header, ColumnState::LeftBehind, null, 'No row has a value here.');
        }
        if (in_array($profile->header, Proposer::OF_HELD_ROWS, true)) {
            return new Proposal($profile->header, ColumnState::LeftBehind, null, 'Written beside the held rows for whoever corrects them.');
        }
        if (
            $profile->header === RowKind::ABOVE &&
            (new Contents($profile))->arePurposes() &&
            $sheet->hasGifts() &&
            !$sheet->has('gift.fund')
        ) {
            return new Proposal($profile->header, ColumnState::Look, 'gift.fund', 'The headings read like funds.');
        }
        $labelled = $this->labelled($profile, $sheet->senses[$column]);
        if ($labelled !== null) {
            return new Proposal(
                $profile->header,
                $this->catalog->field($labelled)->type === FieldType::Date && $profile->needsDateOrder()
                    ? ColumnState::Look
                    : ColumnState::Sure,
                $labelled,
                "The header \"{$profile->header}\" is the very name of a field. {$this->fill($profile)}",
            );
        }
        $sense = $sheet->senses[$column];
        $label = self::mayBeLabels($sense) && (new Contents($profile))->areLabels() ? self::ofLabels($profile, $column, $sheet) : null;
        if ($label !== null) {
            return $label;
        }
        if ($sense === null) {
            return $this->byValues($profile, $column, $sheet);
        }
        if ($sense->base === '') {
            return new Proposal(
                $profile->header,
                ColumnState::Open,
                null,
                "There is no field for \"{$profile->header}\". {$this->fill($profile)}",
            );
        }
        [$target, $name] = Meaning::of($sense, $profile, $column, $sheet);
        if ($target === null || !$this->catalog->has($target)) {
            return $sense->isGuess || in_array($sense->base, ['name.title', 'status', 'kind'], true)
                ? $this->byValues($profile, $column, $sheet)
                : new Proposal(
                    $profile->header,
                    ColumnState::Open,
                    null,
                    "The header \"{$profile->header}\" can mean several things. {$this->fill($profile)}",
                );
        }

        // "Sponsor": a firm, or whoever gives where nobody else is named.
        if ($target === 'organization.name' && !$sheet->hasPersonNames() && (new Contents($profile))->arePeopleToo()) {
            $target = 'name.full';
        }

        return $this->named($profile, $target, $name, $sense, $column, $sheet);
    }

    /** What there is to say about a column that a person gives a field. */
    public function evidence(ColumnProfile $profile, string $target): string
    {
        $look = $this->look($target);

        return $look === null ? $this->fill($profile) : $profile->evidence($look) . '. ' . $this->fill($profile);
    }

    private function named(
        ColumnProfile $profile,
        string $target,
        string $name,
        HeaderSense $sense,
        int $column,
        SheetSense $sheet,
    ): Proposal {
        $field = $this->catalog->field($target);
        $look = $this->look($target);
        $says = "The header \"{$profile->header}\" is a usual one for {$field->label}.";
        if (
            $look === ValueLook::PostalCode &&
            $profile->share($look) < self::BELIEVED &&
            $profile->share(ValueLook::PostalAbroad) >= self::CERTAIN &&
            ($sheet->has('address.country') || $sheet->has('address.city'))
        ) {
            return new Proposal(
                $profile->header,
                ColumnState::Look,
                $target,
                "{$says} {$profile->evidence($look)}; those of other countries stay as they are written.",
                $name,
            );
        }
        if ($look !== null && $this->share($profile, $look) < self::BELIEVED) {
            $other = $this->byValues($profile, $column, $sheet);

            return $other->target !== null
                ? $other
                : new Proposal($profile->header, ColumnState::Open, null, "{$says} But only {$profile->evidence($look)}.");
        }
        $contradiction = $this->contradiction($profile, $target);
        if ($contradiction !== null) {
            $other = $this->byValues($profile, $column, $sheet);

            return $other->target !== null
                ? $other
                : new Proposal($profile->header, ColumnState::Open, null, "{$says} But {$contradiction}.");
        }
        if (str_starts_with($target, 'address.') && str_ends_with($target, 'line1') && (new Contents($profile))->areBlocks()) {
            return new Proposal(
                $profile->header,
                ColumnState::Look,
                substr($target, 0, -5) . 'block',
                'The values hold street, city and postal code in one.',
            );
        }
        $state = match (true) {
            $sense->isGuess, self::isOnlyDate($sense->base, $sheet) => ColumnState::Look,
            $field->type === FieldType::Date && ($profile->needsDateOrder() || $profile->dateOrder() === DateOrder::YearMonthDay)
                => ColumnState::Look,
            in_array($field->type, [FieldType::FullName, FieldType::AddressBlock, FieldType::Names, FieldType::Consent], true),
            $field->named
                => ColumnState::Look,
            in_array($target, ['gift.reference', 'status', 'kind', 'notes'], true),
            str_starts_with($sense->base, 'last_gift.')
                => ColumnState::Look,
            // "Email 2" beside a second person may be hers.
            $sense->party !== '' || str_starts_with($target, 'spouse.') => ColumnState::Look,
            $this->isDoubtful($profile, $target, $column, $sheet) => ColumnState::Look,
            $look !== null => $this->share($profile, $look) >= self::CERTAIN ? ColumnState::Sure : ColumnState::Look,
            default => ColumnState::Sure,
        };
        $evidence = $look === null ? "{$says} {$this->fill($profile)}" : "{$says} {$profile->evidence($look)}.";
        if ($field->type === FieldType::Date) {
            $evidence .= $this->aboutDates($profile);
        }
        if ($target === 'gift.amount' && self::mayBeCents($profile, $sheet)) {
            $evidence .=
                ' All are whole, and the currency stands beside them as programs write it: they may be cents, which a step can say.';
        }

        $also = match (true) {
            $sense->base === 'refusal.any' => array_map(static fn(string $by): string => str_replace('.mail', $by, $target), [
                '.email',
                '.phone',
            ]),
            self::isOnlyDate($sense->base, $sheet) => [substr($target, 0, -strlen('.date'))],
            default => [],
        };

        return new Proposal($profile->header, $state, $target, $evidence, $name, $also);
    }

    /** Where no column says whether someone agrees, "Unsubscribed at" does by its day. */
    private static function isOnlyDate(string $base, SheetSense $sheet): bool
    {
        return preg_match('/^consent\.(\w+)\.date$/D', $base, $of) === 1 &&
            !$sheet->has("consent.{$of[1]}") &&
            !$sheet->has("refusal.{$of[1]}") &&
            !$sheet->has('refusal.any');
    }

    /** "Pledge 26" is of a year, a "School" may be where someone studied, and of several columns of amounts "Total paid" may not be what was given. */
    private function isDoubtful(ColumnProfile $profile, string $target, int $column, SheetSense $sheet): bool
    {
        $header = Fold::solid($profile->header);
        if (preg_match('/^(?:gift|promise)\./', $target) === 1 && preg_match('/(?<!\d)(?:20)?[2-5]\d(?!\d)/', $profile->header) === 1) {
            return true;
        }
        if (preg_match('/^(?:address\.|phone|email)/', $target) === 1 && preg_match(self::SENT_TO, $profile->header) === 1) {
            return self::isSentToAnother($sheet);
        }
        if ($target === 'organization.name') {
            return (new Contents($profile))->havePeople() ||
                (in_array($header, self::MAY_BE_PLACES, true) &&
                    $sheet->hasPersonNames() &&
                    $profile->share(ValueLook::Organization) < self::BELIEVED);
        }
        // Who gives on somebody's behalf may honor them, or be but the one who pays.
        if ($target === 'gift.tribute') {
            return $header === 'onbehalfof';
        }
        // What a stall costs is no part of a gift.
        if ($target === 'gift.fee') {
            return preg_match('/(?:paid|pd|due|owed)$/', $header) === 1 ||
                array_filter(
                    $sheet->profiles,
                    static fn(ColumnProfile $beside): bool => preg_match('/\bfees? (?:due|owed)\b/i', $beside->header) === 1,
                ) !== [];
        }
        if ($target === 'gift.fund') {
            return !self::isPurpose($profile) && ((new Contents($profile))->areFundsOfGivers() || $sheet->has('gift.fund', $column));
        }
        if ($target === 'gift.amount' && (self::mayBeCents($profile, $sheet) || preg_match(self::NO_MONEY_IN, $header) === 1)) {
            return true;
        }
        if ($target !== 'gift.amount') {
            return false;
        }
        // Of what was bid or paid, what came in return may be taken off already.
        $isNet = $sheet->has('gift.benefit');
        $isSaid = preg_match('/gift|donat|contrib|gave|given/', $header) === 1;
        foreach ($sheet->profiles as $other => $beside) {
            $base = $sheet->senses[$other]->base ?? '';
            if ($other === $column || ($base !== '' && $base !== 'gift.amount')) {
                continue;
            }
            $isWhole = preg_match('/\b(?:bid|price|total|paid|charged|sale|gross)\b/i', $beside->header) === 1;
            $isMoney = $beside->share(ValueLook::Money) >= self::CERTAIN;
            $areAmounts = $beside->type() === 'amount' || ($isMoney && preg_match('/\p{Sc}/u', $beside->header) === 1);
            if ($isNet ? $isWhole && $isMoney : !$isSaid && $areAmounts) {
                return true;
            }
        }

        return false;
    }

    /** Whether a column names whom something is sent to, and another who gave it. */
    private static function isSentToAnother(SheetSense $sheet): bool
    {
        $names = ['' => 0, 'sent' => 0];
        foreach ($sheet->senses as $column => $sense) {
            if (preg_match('/^name\.(?:full|last)$/D', $sense->base ?? '') === 1) {
                $names[preg_match(self::SENT_TO, $sheet->profiles[$column]->header) === 1 ? 'sent' : '']++;
            }
        }

        return min($names) > 0;
    }

    /** Whether the header speaks of what a gift is for, and not of a fund, which may be the giver's. */
    private static function isPurpose(ColumnProfile $profile): bool
    {
        return preg_match('/purpose|designat|restrict|\buse\b|\bfor\b/i', $profile->header) === 1;
    }

    /** "2500" beside "usd" is 25.00 where a program writes it; people write USD. */
    private static function mayBeCents(ColumnProfile $profile, SheetSense $sheet): bool
    {
        if (array_intersect(HeaderWords::words($profile->header), HeaderWords::CENTS) !== []) {
            return false;
        }
        foreach ($sheet->senses as $column => $sense) {
            if ($sense?->base === 'gift.currency') {
                $currencies = implode('', array_map(strval(...), array_keys($sheet->profiles[$column]->values)));
                $amounts = array_map(strval(...), array_keys($profile->values));

                return $currencies !== '' &&
                    strtolower($currencies) === $currencies &&
                    preg_grep('/^(?:[1-9]\d{2,}|0?)$/D', $amounts, PREG_GREP_INVERT) === [];
            }
        }

        return false;
    }

    /** The serial numbers of a spreadsheet are dates too, and so are the seconds of a program. */
    private function share(ColumnProfile $profile, ValueLook $look): float
    {
        $isMore = $look === ValueLook::Date && $profile->filled > 0;

        return $profile->share($look) +
            ($isMore ? ($profile->count(ValueMark::Serial) + $profile->count(ValueMark::Seconds)) / $profile->filled : 0.0);
    }

    private function contradiction(ColumnProfile $profile, string $target): ?string
    {
        return match (true) {
            preg_match('/^gift\.(?:reference|receipt|id)$/D', $target) === 1 && $profile->share(ValueLook::YesNo) > 0.5
                => 'its values are yes and no',
            // "Check" is the number of one, or, beside that and "Cash", what it was for.
            $target === 'gift.reference' && (new Contents($profile))->areSums() => 'its values are amounts',
            preg_match('/^(?:gift|promise)\.(?:\d+\.)?amount$/D', $target) === 1 && $profile->areRunningNumbers()
                => 'its values count up one by one',
            str_ends_with($target, 'gift.amount') && preg_match(self::NO_GIFT, $profile->header) === 1 => 'that is no part of a gift',
            $target === 'id.old' && $profile->distinct < 2 && $profile->filled > 2 => 'all its values are the same',
            str_ends_with($target, 'id.old') && $profile->share(ValueLook::FullName) > 0.5 => 'its values look like names',
            preg_match('/(?:^|\.)(?:address|name|organization)\.(?!undeliverable$)/', $target) === 1 &&
                $profile->share(ValueLook::YesNo) > 0.5
                => 'its values are yes and no',
            str_contains($target, 'name.') && $profile->share(ValueLook::Email) > 0.5 => 'its values are email addresses',
            str_contains($target, 'name.') && $profile->share(ValueLook::Date) > 0.5 => 'its values are dates',
            preg_match('/name\.|organization\.name$|address\.(?:\w+\.)?line1$/', $target) === 1 && $profile->share(ValueLook::Money) > 0.5
                => 'its values are numbers',
            $target === 'household.organization.name' && (new Contents($profile))->arePeople() => 'its values are names of people',
            str_ends_with($target, '.line1') && $profile->share(ValueLook::Street) < 0.1 && $profile->share(ValueLook::Organization) > 0.5
                => 'its values are names of organizations',
            str_ends_with($target, 'address.line1') && ($profile->share(ValueLook::Email) > 0.5 || $profile->share(ValueLook::Date) > 0.5)
                => 'its values are something else',
            !str_starts_with($target, 'gift.kind') && $target === 'gift.fund' && $profile->share(ValueLook::Money) > 0.8
                => 'its values are amounts',
            default => null,
        };
    }

    /** Where the header says nothing, only values that can't well be anything else speak; or values that their neighbours explain. */
    private function byValues(ColumnProfile $profile, int $column, SheetSense $sheet): Proposal
    {
        foreach ([[ValueLook::Email, 'email'], [ValueLook::Phone, 'phone']] as [$look, $target]) {
            // Beside the supporter's own, "Fundraiser email" is somebody else's.
            if (array_intersect(HeaderWords::words($profile->header), [...self::NO_LONGER, ...self::SOMEONE_ELSE]) !== []) {
                continue;
            }
            $isOther = preg_match('/\p{L}.*(?:\b|_)(?:e-?mail|phone|tel|cell|mobile)/iu', $profile->header) === 1;
            $isId = $look === ValueLook::Phone && array_intersect(HeaderWords::words($profile->header), self::IDS) !== [];
            if ($isId || ($isOther && $sheet->has($target, $column))) {
                continue;
            }
            if ($profile->share($look) >= self::CERTAIN && $profile->share(ValueLook::Date) < 0.5) {
                return new Proposal(
                    $profile->header,
                    $look === ValueLook::Email && !$isOther ? ColumnState::Sure : ColumnState::Look,
                    $target,
                    "{$profile->evidence($look)}; the header does not say.",
                );
            }
        }
        if ($profile->share(ValueLook::Currency) >= self::CERTAIN && $sheet->has('gift.amount') && !$sheet->has('gift.currency')) {
            return new Proposal(
                $profile->header,
                ColumnState::Look,
                'gift.currency',
                "{$profile->evidence(ValueLook::Currency)}; the header does not say.",
            );
        }
        if ($profile->share(ValueLook::GiftKind) >= self::CERTAIN && $sheet->hasGifts() && !$sheet->has('gift.kind')) {
            return new Proposal(
                $profile->header,
                ColumnState::Look,
                'gift.kind',
                "{$profile->evidence(ValueLook::GiftKind)}; the header does not say.",
            );
        }
        $place = $this->byNeighbours($profile, $column, $sheet);

        return $place ??
            new Proposal(
                $profile->header,
                ColumnState::Open,
                null,
                "The header \"{$profile->header}\" is not a usual one. {$this->fill($profile)}",
            );
    }

    /** Street, city, state and postal code stand side by side. */
    private function byNeighbours(ColumnProfile $profile, int $column, SheetSense $sheet): ?Proposal
    {
        $near = static function (ValueLook $look, int ...$offsets) use ($column, $sheet): bool {
            foreach ($offsets as $offset) {
                if (
                    isset($sheet->profiles[$column + $offset]) &&
                    $sheet->profiles[$column + $offset]->share($look) >= self::CERTAIN &&
                    $sheet->profiles[$column + $offset]->filled > 0
                ) {
                    return true;
                }
            }

            return false;
        };
        [$target, $look] = match (true) {
            $profile->share(ValueLook::State) >= self::CERTAIN && $near(ValueLook::PostalCode, 1, -1) => [
                'address.state',
                ValueLook::State,
            ],
            $profile->share(ValueLook::PostalCode) >= self::CERTAIN && $near(ValueLook::State, -1, 1) => [
                'address.postal_code',
                ValueLook::PostalCode,
            ],
            $profile->share(ValueLook::Street) >= self::CERTAIN &&
                ($near(ValueLook::State, 2, 3) || ($near(ValueLook::Words, 1) && $near(ValueLook::PostalCode, 2, 3)))
                => [(new Contents($profile))->areBlocks() ? 'address.block' : 'address.line1', ValueLook::Street],
            $profile->share(ValueLook::Words) >= self::CERTAIN && $near(ValueLook::State, 1) && $near(ValueLook::Street, -1, -2) => [
                'address.city',
                ValueLook::Words,
            ],
            default => [null, null],
        };

        return $target === null || $look === null
            ? null
            : new Proposal(
                $profile->header,
                ColumnState::Look,
                $target,
                "{$profile->evidence($look)}, and the columns beside it are of an address; the header does not say.",
            );
    }

    /** A field of one's own, or one that no other word than its label names: "Work address: City", as a template has it. */
    private function labelled(ColumnProfile $profile, ?HeaderSense $sense): ?string
    {
        $header = $profile->header;
        // A key is written by someone who knows what it means: "address.2.line1".
        $key = Target::normal(strtolower(trim($header)));
        if (str_contains($key, '.') && $this->catalog->has($key)) {
            return $key;
        }
        // As our own JSON has it; with names in it it is a word like any other.
        if ($header === 'supporter' && $profile->share(ValueLook::Money) >= self::CERTAIN) {
            return $header;
        }
        foreach ($this->catalog->all() as $field) {
            if ($field->isCustom() && Fold::solid($field->label) === Fold::solid($header)) {
                return $field->key;
            }
        }

        return $sense === null || preg_match('/: |, (?:in one|line|after|by name)/u', $header) === 1 ? $this->labels->key($header) : null;
    }

    /** Whether the header leaves room for a name and an address. */
    private static function mayBeLabels(?HeaderSense $sense): bool
    {
        return $sense === null ||
            ($sense->party === '' && ($sense->isGuess || preg_match('/^(?:$|name\.|address\.|organization\.name$)/D', $sense->base) === 1));
    }

    /** Beside columns of the name a label has what stands on the envelope, beside those of an address nothing but that. */
    private static function ofLabels(ColumnProfile $profile, int $column, SheetSense $sheet): ?Proposal
    {
        $hasName = $sheet->hasPersonNames($column) || $sheet->has('organization.name', $column);
        // "The Gables, 12 Elm St": beside a name, what an address begins with is a building.
        if ($hasName && str_starts_with($sheet->senses[$column]->base ?? '', 'address.')) {
            return null;
        }
        $name = new Feed($hasName ? 'name.envelope' : 'name.full', steps: new Steps([new OfLabel('name')]));
        $address = new Feed('address.block', steps: new Steps([new OfLabel('address')]));
        $hasAddress = $sheet->has('address.line1', $column) || $sheet->has('address.block', $column);

        return new Proposal(
            $profile->header,
            ColumnState::Look,
            $name->target,
            'The values hold a name and an address, as labels do.',
            feeds: $hasAddress ? [$name] : [$name, $address],
        );
    }

    private function aboutDates(ColumnProfile $profile): string
    {
        $order = $profile->dateOrder();

        return match (true) {
            $profile->needsDateOrder() && $profile->dates['mdy'] > 0 => sprintf(
                ' %s can only be month first, %s only day first, %s either: choose the order.',
                number_format($profile->dates['mdy']),
                number_format($profile->dates['dmy']),
                number_format($profile->dates['both']),
            ),
            $profile->needsDateOrder() => sprintf(
                ' %s can be read month first or day first, and none of the values tells which: choose the order.',
                number_format($profile->dates['both']),
            ),
            $order === DateOrder::YearMonthDay => ' All begin with the year.',
            $order !== null => sprintf(' %s can only be %s.', number_format($profile->dates[$order->value]), $order->label()),
            default => '',
        };
    }

    private function fill(ColumnProfile $profile): string
    {
        return sprintf(
            '%s of %s rows have a value, %s%s different.',
            number_format($profile->filled),
            number_format($profile->rows),
            $profile->exact ? '' : 'up to ',
            number_format($profile->distinct),
        );
    }

    private function look(string $target): ?ValueLook
    {
        $field = $this->catalog->field($target);

        return match ($field->type) {
            FieldType::Email => ValueLook::Email,
            FieldType::Phone => ValueLook::Phone,
            FieldType::Date => ValueLook::Date,
            FieldType::State => ValueLook::State,
            FieldType::PostalCode => ValueLook::PostalCode,
            FieldType::GiftKind => ValueLook::GiftKind,
            FieldType::Amount => ValueLook::Money,
            FieldType::YesNo => ValueLook::YesNo,
            FieldType::Consent => ValueLook::Consent,
            FieldType::RecordKind => ValueLook::RecordKind,
            FieldType::FullName => ValueLook::Words,
            FieldType::Text => preg_match('/name\.(?:first|last)$|address\.city$|city$/D', $target) === 1 ? ValueLook::Words : null,
            default => null,
        };
    }
}
