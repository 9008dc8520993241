<?php

declare(strict_types=1);

namespace PineSieve\Core\Forms;

use PineSieve\Core\Addresses\Address;
use PineSieve\Core\Addresses\AddressStandardizer;
use PineSieve\Core\Addresses\Countries;
use PineSieve\Core\Names\PersonName;
use PineSieve\Core\Names\SupporterKind;
use PineSieve\Core\Records\ContactPoint;
use PineSieve\Core\Records\Identifier;
use PineSieve\Core\Records\IncomingAddress;
use PineSieve\Core\Records\IncomingRecord;
use PineSieve\Core\Standards\Field;
use PineSieve\Core\Standards\FieldPlace;
use PineSieve\Core\Standards\FieldType;
use PineSieve\Core\Standards\Formats\Formats;
use PineSieve\Core\Standards\Problem;
use PineSieve\Core\Standards\Requirements;
use PineSieve\Core\Standards\Standards;
use PineSieve\Core\Text\Tidy;

/** Reads what a person wrote into a form, by the same formats as any file. */
final class DraftReader
{
    private const OF_LISTS = ['emails' => ['email', 'address'], 'phones' => ['phone', 'number'], 'identifiers' => ['id.old', 'value']];

    /** @var list<PlacedProblem> */
    private array $problems = [];

    /** @var array<string, true> */
    private array $faulty;

    private ?string $country = null;

    private readonly Formats $formats;

    public function __construct(private readonly Standards $standards)
    {
        $this->formats = $standards->formats->byHand();
    }

    public function read(Draft $draft): ReadDraft
    {
        [$this->problems, $this->faulty, $this->country] = [[], [], null];
        $values = [];
        foreach ($draft->fields as $key => $written) {
            if ($this->standards->catalog->has($key)) {
                $values[$key] = $this->field($key, $written);
            }
        }
        $lists = ['links' => $draft->lists['links'] ?? []];
        $lists['addresses'] = $this->addresses($draft->lists['addresses'] ?? []);
        foreach (self::OF_LISTS as $list => [$key, $column]) {
            $lists[$list] = [];
            foreach ($draft->lists[$list] ?? [] as $ref => $item) {
                $value = $this->value($this->standards->catalog->field($key), Tidy::line($item[$column]), $key, "{$list}.{$ref}.{$column}");
                // What was emptied is taken away.
                if ($value !== '') {
                    $lists[$list][$ref] = [...$item, $column => $value];
                }
            }
        }
        $record = $this->record($draft, $values, $lists);
        foreach ((new Requirements())->check($record, [], $this->faulty) as $problem) {
            $this->problems[] = new PlacedProblem(
                'fields.' .
                    ($draft->kind === SupporterKind::Person
                        ? $problem->field
                        : ($draft->kind === SupporterKind::Household
                            ? 'name.full'
                            : 'organization.name')),
                $problem,
            );
        }

        return new ReadDraft($record, $values, array_map(self::withOnePrimary(...), $lists), $this->problems);
    }

    private function field(string $key, string $written): string
    {
        $field = $this->standards->catalog->field($key);
        if (!$field->type->isList()) {
            return $this->value(
                $field,
                $field->type === FieldType::LongText ? Tidy::block($written) : Tidy::line($written),
                $key,
                "fields.{$key}",
            );
        }
        $read = array_map(
            fn(string $line): string => $this->value($field, Tidy::line($line), $key, "fields.{$key}"),
            explode("\n", $written),
        );

        return implode("\n", array_unique(array_filter($read, static fn(string $line): bool => $line !== '')));
    }

    private function value(Field $field, string $written, string $key, string $place): string
    {
        if ($written === '') {
            return '';
        }
        $understood = $this->formats->of($field, $this->country)->read($written);
        if ($understood->fault === null) {
            return $understood->value;
        }
        $this->faulty[$key] = true;
        $this->problems[] = new PlacedProblem(
            $place,
            new Problem($understood->fault->code, $key, null, $written, $understood->fault->reason, $understood->fault->remedy),
        );

        return '';
    }

    /**
     * @param  array<int|string, array<string, string>>  $items
     * @return array<int|string, array<string, string>>
     */
    private function addresses(array $items): array
    {
        $addresses = [];
        foreach ($items as $ref => $item) {
            $parts = [];
            foreach (FieldPlace::columns('address') as $key => $column) {
                $parts[$column] = $this->value(
                    $this->standards->catalog->field($key),
                    Tidy::line($item[$column]),
                    $key,
                    "addresses.{$ref}.{$column}",
                );
            }
            $standard = (new AddressStandardizer($this->formats->home->country))->standardize(Address::fromParts($parts));
            if ($standard->standard->isBlank()) {
                continue;
            }
            foreach ($standard->faults as $fault) {
                $this->faulty["address.{$fault->part}"] = true;
                $this->problems[] = new PlacedProblem(
                    "addresses.{$ref}.{$fault->part}",
                    new Problem($fault->code, "address.{$fault->part}", null, $fault->value, $fault->reason, $fault->remedy),
                );
            }
            // What nobody wrote stays blank: who edits a nickname changes no address.
            $addresses[$ref] = [...$item, ...$parts];
            if ($item['is_primary'] === '1' || count($addresses) === 1) {
                $this->country = Countries::code($parts['country'] === '' ? $standard->standard->country : $parts['country']);
            }
        }

        return $addresses;
    }

    /**
     * @param  array<string, string>  $values
     * @param  array<string, array<int|string, array<string, string>>>  $lists
     */
    private function record(Draft $draft, array $values, array $lists): IncomingRecord
    {
        $value = static fn(string $key): string => $values[$key] ?? '';
        $isPerson = $draft->kind === SupporterKind::Person;
        $further = [];
        foreach (FieldPlace::further() as $key => $column) {
            if ($value($key) !== '') {
                $further[$column] = $value($key);
            }
        }
        $standardizer = new AddressStandardizer($this->formats->home->country);
        $contacts = static fn(string $list, string $column): array => array_values(
            array_map(static fn(array $item): ContactPoint => new ContactPoint($item[$column], $item['kind']), $lists[$list]),
        );
        $whole = $draft->kind === SupporterKind::Household ? $value('name.full') : '';

        return new IncomingRecord(
            $draft->kind,
            $isPerson
                ? new PersonName(
                    $value('name.title'),
                    $value('name.first'),
                    $value('name.middle'),
                    $value('name.last'),
                    $value('name.suffix'),
                )
                : new PersonName(last: $draft->kind === SupporterKind::Household ? $value('name.last') : ''),
            $value('organization.name'),
            $whole,
            $further,
            array_values(
                array_map(
                    static fn(array $item): IncomingAddress => IncomingAddress::of(
                        $standardizer->standardize(Address::fromParts($item)),
                        false,
                        $item['kind'],
                    ),
                    $lists['addresses'],
                ),
            ),
            $contacts('emails', 'address'),
            $contacts('phones', 'number'),
            array_values(
                array_map(
                    static fn(array $item): Identifier => new Identifier(
                        $item['system'] === '' ? 'another system' : Tidy::line($item['system']),
                        $item['value'],
                    ),
                    $lists['identifiers'],
                ),
            ),
        );
    }

    /**
     * @param  array<int|string, array<string, string>>  $items
     * @return array<int|string, array<string, string>>
     */
    private static function withOnePrimary(array $items): array
    {
        $first = array_key_first($items);
        if ($first === null || !isset($items[$first]['is_primary'])) {
            return $items;
        }
        $marked = array_key_first(array_filter($items, static fn(array $item): bool => $item['is_primary'] === '1')) ?? $first;
        foreach ($items as $ref => $item) {
            $items[$ref]['is_primary'] = $ref === $marked ? '1' : '0';
        }

        return $items;
    }
}
