<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns;

use PineSieve\Core\Addresses\AddressBlock;
use PineSieve\Core\Addresses\Countries;
use PineSieve\Core\Addresses\PlaceCheck;
use PineSieve\Core\Columns\Steps\Mend;
use PineSieve\Core\Columns\Steps\OfLabel;
use PineSieve\Core\Columns\Steps\Pad;
use PineSieve\Core\Columns\Steps\Row;
use PineSieve\Core\Columns\Steps\StepFault;
use PineSieve\Core\Gifts\Amounts;
use PineSieve\Core\Gifts\Currency;
use PineSieve\Core\Gifts\Gift;
use PineSieve\Core\Gifts\NotPaid;
use PineSieve\Core\Gifts\WrittenMoney;
use PineSieve\Core\Names\NameRemarks;
use PineSieve\Core\Names\OddName;
use PineSieve\Core\Names\SupporterKind;
use PineSieve\Core\Names\WrittenName;
use PineSieve\Core\Records\Aside;
use PineSieve\Core\Standards\Field;
use PineSieve\Core\Standards\FieldType;
use PineSieve\Core\Standards\Formats\Fault;
use PineSieve\Core\Standards\Formats\Format;
use PineSieve\Core\Standards\Formats\Formats;
use PineSieve\Core\Standards\Formats\Understood;
use PineSieve\Core\Standards\Problem;
use PineSieve\Core\Standards\Standards;
use PineSieve\Core\Standards\Target;
use PineSieve\Core\Standards\Unreadable;
use PineSieve\Core\Text\Ditto;
use PineSieve\Core\Text\MailDomain;
use PineSieve\Core\Text\Tidy;

/** Turns the cells of a row into supporters, by a column plan. */
final class RowMapper
{
    private const REMEMBERED = 20_000;

    /** @var array<string, Understood> by field, country and what is written */
    private array $understood = [];

    /** @var array<int, list<array{Feed, Target, Field, Format}>> by column */
    private array $readers = [];

    /** @var array<string, int> */
    private readonly array $columns;

    /** @var array<string, int> */
    private readonly array $headers;

    /** @var array<int, array{string, bool}> headers of the columns that become nothing, and whether they ask if a payment failed */
    private array $beside = [];

    /** @var array<int, string> headers of the columns that become nothing or a note, and may say something of the supporter by the way */
    private array $asides = [];

    private readonly PartyAssembler $assembler;

    /**
     * @param  string  $system  name of the system that old ids are from
     * @param  array<string, Unreadable>  $unreadable  key of a field to what becomes of values that can't be read, where that is not as the standards say
     * @param  bool  $notesUnread  whether such values get a line in the notes as well
     * @param  ?PlaceCheck  $places  what proposes cities and ZIP codes; null if nothing does
     */
    public function __construct(
        private readonly ColumnPlan $plan,
        private readonly Standards $standards,
        string $system = 'old database',
        private readonly array $unreadable = [],
        bool $notesUnread = false,
        ?PlaceCheck $places = null,
    ) {
        foreach ($plan->choices as $column => $choice) {
            if ($choice->feeds === []) {
                $this->beside[$column] = [$choice->header, NotPaid::isAsked($choice->header)];
            }
            $isNote = array_column($choice->feeds, 'target') === ['notes'];
            if (($choice->feeds === [] || $isNote) && Aside::mayBeIn($choice->header)) {
                $this->asides[$column] = $choice->header;
            }
            foreach ($choice->feeds as $feed) {
                $field = $standards->catalog->field($feed->target);
                $target = Target::tryParse($feed->target) ?? throw new \LogicException('A field has a target.');
                $this->readers[$column][] = [$feed, $target, $field, $standards->formats->of($field)];
            }
        }
        $this->columns = $plan->columns();
        $this->headers = Row::columns($plan->headers());
        $this->assembler = new PartyAssembler(
            $standards,
            $this->columns,
            $plan->linkOrganizations,
            $system,
            $this->unreadable,
            $notesUnread,
            $places,
        );
    }

    /** @param  list<string>  $cells as they are; missing ones at the end are blank */
    public function row(array $cells): Row
    {
        return new Row($this->headers, $cells);
    }

    /**
     * @param  list<string>  $cells  as they are; missing ones at the end are blank
     * @param  bool  $acceptAddresses  whether addresses are stored in their postal form
     */
    public function map(array $cells, bool $acceptAddresses = false): MappedRow
    {
        $row = $this->row($cells);
        $values = [];
        $problems = [];
        $faulty = [];
        $unread = [];
        $refused = Amounts::none();
        $home = $this->standards->formats->home->country;
        $country = $this->country($cells) ?? $home;
        foreach ($this->readers as $column => $readers) {
            foreach ($readers as [$feed, $target, $field, $format]) {
                try {
                    $written = $this->written($column, $cells[$column] ?? '', $feed, $field, $row, $country);
                } catch (StepFault $fault) {
                    $problem = new Problem(
                        'step',
                        $feed->target,
                        $column,
                        Tidy::line($cells[$column] ?? ''),
                        $fault->reason,
                        $fault->remedy,
                    );
                    if ($this->keepsOut($target, $field)) {
                        $faulty[$feed->target] = true;
                        $problems[] = $problem;
                    } else {
                        $unread[] = new FedValue($target, $problem->value);
                        $problems[] = $problem->warning();
                    }

                    continue;
                }
                if ($this->isSaidElsewhere($target, $written, $cells)) {
                    continue;
                }
                foreach (PlacedText::all($written, $target, $field) as $i => $placed) {
                    [$place, $text] = [$placed->place, $placed->text];
                    $text = Formats::isOfMoney($field) ? $this->withCurrency($text, $target, $cells) : $text;
                    $understood =
                        $place === null
                            ? self::several($written)
                            : $this->read(
                                $field,
                                $country === $home ? $format : $this->standards->formats->of($field, $country),
                                $country,
                                $text,
                            );
                    foreach ($placed->beside($this->columns) as $value) {
                        $values = self::withValue($values, $value);
                    }
                    if ($place !== null && $understood->fault === null && $understood->value !== '') {
                        $values = self::withValue($values, new FedValue($place, $understood->value, $feed->name));
                        if ($field->type === FieldType::Email && ($meant = MailDomain::meant($understood->value)) !== '') {
                            $problems[] = self::doubtful($feed->target, $column, $understood->value, $meant);
                        }
                    } elseif ($understood->fault !== null && $place !== null && !$this->keepsOut($target, $field)) {
                        $unread[] = new FedValue($place, $text);
                        $problems[] = self::problem($understood->fault, $feed->target, $column, $text)->warning();
                    } elseif ($understood->fault !== null) {
                        $faulty[$feed->target] = true;
                        if (in_array($target->field, ['gift.amount', 'promise.amount'], true) || $this->makesUp($target)) {
                            $refused = $refused->plus($this->refused($text));
                        }
                        $problems[] = self::problem(
                            $understood->fault,
                            $feed->target,
                            $column,
                            $i === 0 && count($written) === 1 ? $text : Tidy::line($cells[$column] ?? ''),
                        );
                    }
                }
            }
        }
        foreach ($this->plan->constants as $constant) {
            $target = Target::tryParse($constant->target);
            if ($target !== null && !isset($faulty[$constant->target])) {
                $values = self::withConstant($values, $target, $constant);
            }
        }

        $mapped = $this->assembler->assemble($values, $problems, $faulty, $acceptAddresses, $unread);
        $beside = [...$this->unpaid($mapped, $cells), ...$this->asides($mapped, $cells)];
        $mapped = $beside === [] ? $mapped : $mapped->withProblems([...$mapped->problems, ...$beside]);

        return $mapped->withMoney($mapped->money->plus($refused));
    }

    /**
     * What a column that becomes nothing says of a payment or a promise.
     *
     * @param  list<string>  $cells
     * @return list<Problem>
     */
    private function unpaid(MappedRow $mapped, array $cells): array
    {
        $record = $mapped->record();
        $isGiven = array_filter($record->gifts, static fn(Gift $gift): bool => !str_starts_with($gift->amount, '-')) !== [];
        $problems = [];
        foreach ($isGiven || $record->promises !== [] ? $this->beside : [] as $column => [$header, $isAsked]) {
            $cell = Tidy::line($cells[$column] ?? '');
            [$code, $field, $says] = match (true) {
                $cell === '' => ['', '', ''],
                $isGiven && ($isAsked ? NotPaid::isYes($cell) : NotPaid::isSaid($cell)) => [
                    'gift.not_paid',
                    'gift.amount',
                    'the gift may never have come',
                ],
                !$isGiven && NotPaid::isOver($cell) => ['promise.over', 'promise.amount', 'the promise may not stand any more'],
                default => ['', '', ''],
            };
            if ($code !== '') {
                $problems[] = (new Problem(
                    $code,
                    $field,
                    $column,
                    $cell,
                    "\"{$header}\" says \"{$cell}\": {$says}",
                    'Leave such rows out by a condition on this column, or one by one in the row',
                ))->warning();
            }
        }

        return $problems;
    }

    /**
     * What a note, or a column that becomes nothing, says of the supporter by the way.
     *
     * @param  list<string>  $cells
     * @return list<Problem>
     */
    private function asides(MappedRow $mapped, array $cells): array
    {
        $problems = [];
        foreach ($this->asides as $column => $header) {
            $cell = Tidy::line($cells[$column] ?? '');
            $aside = $cell === '' ? null : Aside::of($cell);
            if ($aside !== null && !$aside->isKnownOf($mapped->record())) {
                $problems[] = (new Problem(
                    "{$aside->field()}.aside",
                    $aside->field(),
                    $column,
                    $cell,
                    "\"{$header}\" says \"{$cell}\": {$aside->words()}",
                    'Say so in a column of its own, or on the page of the supporter once the row is loaded',
                ))->warning();
            }
        }

        return $problems;
    }

    /** Whether it is the amount of a part of a gift whose own amount stands nowhere. */
    private function makesUp(Target $target): bool
    {
        return $target->field === 'gift.split.amount' && !isset($this->columns[$target->with(field: 'gift.amount', part: 1)->key()]);
    }

    /** Towns, dates and funds come again and again in a file; each is read once, as long as few are remembered. */
    private function read(Field $field, Format $format, string $country, string $text): Understood
    {
        if (count($this->understood) > self::REMEMBERED) {
            $this->understood = [];
        }

        return $this->understood["{$field->key}\n{$country}\n{$text}"] ??= self::understand($field, $format, $text);
    }

    private static function understand(Field $field, Format $format, string $text): Understood
    {
        return self::isElsewhere($field, $text)
            ? Understood::not(
                'ditto',
                "\"{$text}\" stands for the value of another cell",
                'Fill ditto marks from the row above, or write the value itself',
            )
            : $format->read($text);
    }

    /** Whether a value says no more than that it stands somewhere else. */
    private static function isElsewhere(Field $field, string $text): bool
    {
        return Ditto::isMark($text) ||
            (preg_match('/^(?:address|gift|promise|email|phone)\b/', $field->key) === 1 &&
                !str_ends_with($field->key, 'notes') &&
                Ditto::isReference($text));
    }

    /**
     * "Same" in the street of one address, where the row has another: there is only that one.
     *
     * @param  list<string>  $written
     * @param  list<string>  $cells
     */
    private function isSaidElsewhere(Target $target, array $written, array $cells): bool
    {
        if (!str_starts_with($target->field, 'address.') || count($written) !== 1 || !Ditto::isReference($written[0])) {
            return false;
        }
        $isOther = false;
        foreach ($this->columns as $key => $column) {
            $other = Target::tryParse($key);
            $cell = Tidy::line($cells[$column] ?? '');
            if (
                $other === null ||
                !in_array($other->field, ['address.line1', 'address.block'], true) ||
                $other->party !== $target->party ||
                $cell === '' ||
                Ditto::isReference($cell) ||
                Ditto::isMark($cell)
            ) {
                continue;
            }
            if ($other->thing() === $target->thing()) {
                // "PO Box 7", and the city the same.
                return false;
            }
            $isOther = true;
        }

        return $isOther;
    }

    /** Whether a value that can't be read holds the row. */
    private function keepsOut(Target $target, Field $field): bool
    {
        return ($this->unreadable[$target->field] ?? ($field->unreadable ?? Unreadable::usual($target))) === Unreadable::Hold ||
            !Unreadable::isForChoice($target->field);
    }

    /**
     * A sign that stands for several currencies is of the one that is said beside it: "$25" is CAD 25.00 where its column says CAD.
     *
     * @param  list<string>  $cells
     */
    private function withCurrency(string $text, Target $target, array $cells): string
    {
        $money = WrittenMoney::parse($text);
        if ($money === null || $money->marks === [] || $money->isPadded || $money->isEither) {
            return $text;
        }
        $currency = explode('.', $target->field)[0] . '.currency';
        $key = $target->with(field: $currency, part: 1)->key();
        $said = isset($this->columns[$key]) ? strtoupper(trim($cells[$this->columns[$key]] ?? '')) : '';
        foreach ($said === '' ? $this->plan->constants : [] as $constant) {
            $said = $constant->target === $currency ? $constant->value : $said;
        }

        return Currency::isCode($said) && Currency::of($money->marks, $said) === $said ? "{$said} {$money->amount}" : $text;
    }

    /** An amount outside the bounds, or in a currency that nobody can tell, is money of the file all the same. */
    private function refused(string $text): Amounts
    {
        $money = WrittenMoney::parse($text);
        $home = $this->standards->formats->home->currency;

        return $money === null
            ? Amounts::none()
            : Amounts::of($money->marks === [] ? $home : Currency::of($money->marks, $home) ?? Currency::UNKNOWN, $money->amount);
    }

    /** Whether a value of a column that can't be read holds its row; otherwise the row comes in without it. */
    public function holds(int $column): bool
    {
        [, $target, $field] = $this->readers[$column][0] ?? [null, null, null];

        return $target !== null && $field !== null && $this->keepsOut($target, $field);
    }

    /** What one value of a column becomes, as the person sees it while mapping: by the first of its fields. */
    public function preview(int $column, string $cell, ?Row $row = null): Understood
    {
        [$feed, $target, $field, $format] = $this->readers[$column][0] ?? [null, null, null, null];
        if ($feed === null || $target === null || $field === null || $format === null) {
            return Understood::as('');
        }
        try {
            $written = $this->written($column, $cell, $feed, $field, $row ?? $this->row([]));
        } catch (StepFault $fault) {
            return Understood::not('step', $fault->reason, $fault->remedy);
        }
        if ($written === []) {
            return Understood::as('', trim($cell) === '' ? '' : 'says that nothing is known');
        }
        [$shown, $told, $note] = [[], [], ''];
        $all = PlacedText::all($written, $target, $field);
        foreach ($all as $placed) {
            $text = $placed->text;
            $understood =
                $placed->place === null
                    ? self::several($written)
                    : $this->previewOf(
                        self::understand($field, $format, $text),
                        $field,
                        match (true) {
                            $placed->isCut() => count($all) > 1 ? 'each is one of its own' : '',
                            $text === $cell => '',
                            in_array($text, [Tidy::line($cell), Tidy::block($cell)], true) => 'blanks tidied',
                            default => 'by the steps of the column',
                        },
                    );
            if ($understood->fault !== null) {
                return $understood;
            }
            $shown[] = $understood->value;
            $said = $placed->told();
            $told = $said === '' ? $told : [...$told, $said];
            $note = $note === '' ? $understood->note : $note;
        }

        return Understood::as(
            implode(' ⏎ ', $shown),
            count($shown) > 1 && $field->type === FieldType::FullName
                ? 'two people: two supporters and their household'
                : ($told === []
                    ? $note
                    : implode('; ', $told)),
        );
    }

    private function previewOf(Understood $understood, Field $field, string $tidied): Understood
    {
        if ($understood->fault !== null) {
            return $understood;
        }

        return match ($field->type) {
            FieldType::FullName => self::previewName($understood->value),
            FieldType::Text => self::previewPart($field->key, $understood->value) ??
                Understood::as($understood->value, $understood->note !== '' ? $understood->note : $tidied),
            FieldType::AddressBlock => Understood::as(
                implode(
                    ' | ',
                    array_filter(AddressBlock::parse($understood->value)->parts(), static fn(string $part): bool => $part !== ''),
                ),
                'split into street, city, state and postal code',
            ),
            default => Understood::as($understood->value, $understood->note !== '' ? $understood->note : $tidied),
        };
    }

    /** A first or last name with which something else stands; null for everything else. */
    private static function previewPart(string $key, string $written): ?Understood
    {
        if (preg_match('/name\.(?:first|last)$/D', $key) !== 1) {
            return null;
        }
        $read = NameRemarks::of($written);
        if ($read->name !== $written) {
            return Understood::as($read->name, $read->told());
        }
        $apart = str_ends_with($key, 'first') ? PartyAssembler::initialApart($written) : null;

        return $apart === null ? null : Understood::as($apart[0], "{$apart[1]} becomes the middle name, where that is blank");
    }

    private static function previewName(string $written): Understood
    {
        $name = WrittenName::parse($written);
        $beside = NameRemarks::of($written)->told();

        return match ($name->kind) {
            SupporterKind::Organization => Understood::as($name->whole, 'an organization'),
            SupporterKind::Household => Understood::as($name->whole, "a household, last name {$name->person->last}"),
            SupporterKind::Person => Understood::as(
                $name->person->sort(),
                match (true) {
                    $beside !== '' => $beside,
                    OddName::isIn($written) => 'last name, first name; it may be read wrongly',
                    default => 'last name, first name',
                },
            ),
        };
    }

    /**
     * The cell after the steps of its column and of the field; empty if it says nothing.
     *
     * @return list<string>
     */
    private function written(int $column, string $cell, Feed $feed, Field $field, Row $row, string $country = 'US'): array
    {
        $steps = $this->plan->choices[$column]->steps;
        // Codes of other countries have no zeros to be put back.
        if ($field->type === FieldType::PostalCode && $country !== 'US' && $steps->has(Pad::NAME)) {
            $steps = $steps->without(Pad::NAME);
        }
        if ($steps->list === [] && $feed->steps->list === []) {
            $written = self::keepsLines($field) ? Tidy::block($cell) : Tidy::line($cell);

            return $written === '' ? [] : [$written];
        }
        // Letters that were decoded wrongly can stand for blanks, which tidying would take away; codes for line ends.
        $cell = $steps->has(Mend::NAME) ? Mend::mended($cell) : $cell;
        $written = self::keepsLines($field) || $feed->steps->has(OfLabel::NAME) ? Tidy::block($cell) : Tidy::line($cell);
        $values = $steps->apply($written, $row);
        // Who is not unsubscribed has not agreed to anything.
        if ($field->type === FieldType::Consent && $steps->turnsRound()) {
            $values = array_values(array_diff($values, ['yes']));
        }
        if ($feed->steps->list === []) {
            return $values;
        }
        $worked = [];
        foreach ($values === [] ? [''] : $values as $value) {
            array_push($worked, ...$feed->steps->apply($value, $row));
        }

        return $worked;
    }

    private static function keepsLines(Field $field): bool
    {
        return in_array(
            $field->type,
            [FieldType::AddressBlock, FieldType::LongText, FieldType::Choices, FieldType::Names, FieldType::Splits, FieldType::Credits],
            true,
        );
    }

    /**
     * Of several columns that say whether someone agrees, one that refuses is enough.
     *
     * @param  list<FedValue>  $values
     * @return list<FedValue>
     */
    private static function withValue(array $values, FedValue $value): array
    {
        return str_starts_with($value->target->field, 'consent.') && $value->value === 'no' ? [$value, ...$values] : [...$values, $value];
    }

    private static function doubtful(string $target, int $column, string $email, string $meant): Problem
    {
        return (new Problem(
            'email.domain',
            $target,
            $column,
            $email,
            "\"{$email}\" may be meant to end in {$meant}",
            'Correct it, or leave it if it is right',
        ))->warning();
    }

    /** @param  list<string>  $written */
    private static function several(array $written): Understood
    {
        return Understood::not(
            'several',
            'The cell holds ' . count($written) . ' values, the field can have one',
            'Take one of them, by a step of the column, or join them',
        );
    }

    /**
     * @param  list<FedValue>  $values
     * @return list<FedValue>
     */
    private static function withConstant(array $values, Target $target, Constant $constant): array
    {
        $isGiven = array_filter($values, static fn(FedValue $value): bool => $value->target->key() === $constant->target) !== [];
        if ($isGiven && $constant->onlyBlank) {
            return $values;
        }
        $kept = $isGiven
            ? array_values(array_filter($values, static fn(FedValue $value): bool => $value->target->key() !== $constant->target))
            : $values;

        return [...$kept, new FedValue($target, $constant->value, $target->field === 'group' ? $constant->value : '', true)];
    }

    private static function problem(Fault $fault, string $target, int $column, string $value): Problem
    {
        return new Problem($fault->code, $target, $column, $value, $fault->reason, $fault->remedy);
    }

    /** @param  list<string>  $cells */
    private function country(array $cells): ?string
    {
        $column = $this->columns['address.country'] ?? null;

        return $column === null ? null : Countries::code(Tidy::line($cells[$column] ?? ''));
    }
}
