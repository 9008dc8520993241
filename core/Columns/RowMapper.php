<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns;

use PineSieve\Core\Addresses\Address;
use PineSieve\Core\Addresses\AddressBlock;
use PineSieve\Core\Addresses\AddressStandardizer;
use PineSieve\Core\Addresses\Countries;
use PineSieve\Core\Names\PersonName;
use PineSieve\Core\Names\SupporterKind;
use PineSieve\Core\Names\WrittenName;
use PineSieve\Core\Records\IncomingGift;
use PineSieve\Core\Records\IncomingRecord;
use PineSieve\Core\Standards\Field;
use PineSieve\Core\Standards\FieldCatalog;
use PineSieve\Core\Standards\FieldType;
use PineSieve\Core\Standards\Formats\Format;
use PineSieve\Core\Standards\Formats\Formats;
use PineSieve\Core\Standards\Formats\PhoneFormat;
use PineSieve\Core\Standards\Formats\Understood;
use PineSieve\Core\Standards\Problem;
use PineSieve\Core\Standards\Requirements;
use PineSieve\Core\Text\Tidy;

/** Turns the cells of a row into a record, by a column plan. */
final class RowMapper
{
    /** @var array<int, array{Field, Format}> by column */
    private array $readers = [];

    /** @var array<string, int> */
    private readonly array $columns;

    /** @var array<string, Format> by region */
    private array $phones = [];

    private readonly Requirements $requirements;

    private readonly AddressStandardizer $standardizer;

    public function __construct(ColumnPlan $plan, FieldCatalog $catalog, Formats $formats)
    {
        foreach ($plan->choices as $column => $choice) {
            if ($choice->target !== null) {
                $field = $catalog->field($choice->target);
                $this->readers[$column] = [$field, $formats->for($field->type, $choice->dateOrder)];
            }
        }
        $this->columns = $plan->columns();
        $this->requirements = new Requirements;
        $this->standardizer = new AddressStandardizer;
    }

    /** @param  list<string>  $cells as they are; missing ones at the end are blank */
    public function map(array $cells): MappedRow
    {
        $values = [];
        $problems = [];
        $faulty = [];
        $country = $this->country($cells);
        foreach ($this->readers as $column => [$field, $format]) {
            $written = self::written($cells[$column] ?? '', $field->type);
            if ($written === '') {
                continue;
            }
            $understood = match (true) {
                $field->type === FieldType::Phone => $this->phone($country, $format)->read($written),
                default => $format->read($written),
            };
            if ($understood->fault === null) {
                $values[$field->key] = $understood->value;
            } else {
                $faulty[$field->key] = true;
                $problems[] = new Problem($understood->fault->code, $field->key, $column, $written, $understood->fault->reason, $understood->fault->remedy);
            }
        }
        $record = $this->record(self::withInitialApart($values), $faulty);
        $address = $this->standardizer->standardize($record->address);
        foreach ($address->faults as $fault) {
            $problems[] = new Problem($fault->code, "address.{$fault->part}", $this->columns["address.{$fault->part}"] ?? $this->columns['address.block'] ?? null, $fault->value, $fault->reason, $fault->remedy);
        }

        return new MappedRow($record, $address, [...$problems, ...$this->requirements->check($record, $this->columns, $faulty)], $values['gift.amount'] ?? '0.00');
    }

    /** What one value of a column becomes, as the person sees it while mapping. */
    public function preview(int $column, string $cell): Understood
    {
        if (! isset($this->readers[$column])) {
            return Understood::as('');
        }
        [$field, $format] = $this->readers[$column];
        $written = self::written($cell, $field->type);
        if ($written === '') {
            return Understood::as('', trim($cell) === '' ? '' : 'says that nothing is known');
        }
        $understood = $format->read($written);
        if ($understood->fault !== null) {
            return $understood;
        }
        $tidied = $written === $cell ? '' : 'blanks tidied';

        return match ($field->type) {
            FieldType::FullName => self::previewName($understood->value),
            FieldType::Text => $field->key === 'name.first' && isset(($apart = self::withInitialApart(['name.first' => $understood->value]))['name.middle'])
                ? Understood::as($apart['name.first'], "{$apart['name.middle']} becomes the middle name, where that is blank")
                : Understood::as($understood->value, $understood->note !== '' ? $understood->note : $tidied),
            FieldType::AddressBlock => Understood::as(implode(' | ', array_filter(AddressBlock::parse($understood->value)->parts(), static fn (string $part): bool => $part !== '')), 'split into street, city, state and postal code'),
            default => Understood::as($understood->value, $understood->note !== '' ? $understood->note : $tidied),
        };
    }

    private static function previewName(string $written): Understood
    {
        $name = WrittenName::parse($written);

        return match ($name->kind) {
            SupporterKind::Organization => Understood::as($name->whole, 'an organization'),
            SupporterKind::Household => Understood::as($name->whole, "two people: a household, last name {$name->person->last}"),
            SupporterKind::Person => Understood::as($name->person->sort(), 'last name, first name'),
        };
    }

    /**
     * "Ann M." in a column of first names is a first name and the initial of a middle one.
     *
     * @param  array<string, string>  $values  by field key
     * @return array<string, string>
     */
    private static function withInitialApart(array $values): array
    {
        if (isset($values['name.first']) && ! isset($values['name.middle']) && preg_match('/^(\p{L}{2}.*) (\p{Lu}\.?)$/uD', $values['name.first'], $parts) === 1) {
            [$values['name.first'], $values['name.middle']] = [$parts[1], $parts[2]];
        }

        return $values;
    }

    /** The cell without invisible blanks; '' if it says nothing. */
    private static function written(string $cell, FieldType $type): string
    {
        $written = $type === FieldType::AddressBlock ? Tidy::block($cell) : Tidy::line($cell);

        return $written === '' || Tidy::isPlaceholder($written) ? '' : $written;
    }

    /**
     * @param  array<string, string>  $values  by field key
     * @param  array<string, true>  $faulty
     */
    private function record(array $values, array $faulty): IncomingRecord
    {
        $written = isset($values['name.full']) ? WrittenName::parse($values['name.full']) : null;
        $organization = $values['organization.name'] ?? '';
        $name = new PersonName(
            $values['name.title'] ?? $written->person->title ?? '',
            $values['name.first'] ?? $written->person->first ?? '',
            $values['name.middle'] ?? $written->person->middle ?? '',
            $values['name.last'] ?? $written->person->last ?? '',
            $values['name.suffix'] ?? $written->person->suffix ?? '',
        );
        if ($written?->kind === SupporterKind::Organization && $organization === '') {
            $organization = $written->whole;
        }
        $kind = match (true) {
            $name->last === '' && $name->first === '' && $organization !== '' => SupporterKind::Organization,
            $written?->kind === SupporterKind::Household && ! isset($values['name.first']) => SupporterKind::Household,
            default => SupporterKind::Person,
        };
        $address = isset($values['address.block']) ? AddressBlock::parse($values['address.block'])->parts() : [];
        foreach (Address::PARTS as $part) {
            if (isset($values["address.{$part}"])) {
                $address[$part] = $values["address.{$part}"];
            }
        }
        $gift = new IncomingGift($values['gift.date'] ?? '', $values['gift.amount'] ?? '', $values['gift.fund'] ?? '', $values['gift.kind'] ?? '', $values['gift.reference'] ?? '');
        // Systems write 0.00 for those who have never given; without a date that is no gift.
        $noGift = $gift->date === '' && ! isset($faulty['gift.date']) && ! isset($faulty['gift.amount']) && ($gift->amount === '' ? $gift->reference === '' && $gift->fund === '' && $gift->kind === '' : $gift->amount === '0.00');

        return new IncomingRecord($kind, $name, $organization, $written->whole ?? '', $values['first_known'] ?? '', Address::fromParts($address), new Address, $values['email'] ?? '', $values['phone'] ?? '', $values['id.old'] ?? '', $noGift ? null : $gift);
    }

    /** @param  list<string>  $cells */
    private function country(array $cells): string
    {
        $column = $this->columns['address.country'] ?? null;

        return $column === null ? 'US' : (Countries::code(Tidy::line($cells[$column] ?? '')) ?? 'US');
    }

    private function phone(string $region, Format $default): Format
    {
        return $region === 'US' ? $default : $this->phones[$region] ??= new PhoneFormat($region);
    }
}
