<?php

declare(strict_types=1);

namespace PineSieve\Core\Exports;

use PineSieve\Core\Names\SupporterKind;
use Sabre\VObject\Component\VCard;

/** Cards for address books (vCard 4.0, RFC 6350), of the fields that the columns have. */
final class CardWriter implements RowWriter
{
    private const KINDS = ['person' => 'individual', 'household' => 'group', 'organization' => 'org'];

    /** @var resource */
    private mixed $stream;

    /** @var array<string, int> key to the place of its column */
    private array $places;

    /**
     * @param  list<ExportColumn>  $columns
     *
     * @throws CannotWrite
     */
    public function __construct(private readonly string $path, array $columns)
    {
        $stream = @fopen($path, 'w');
        if ($stream === false) {
            throw CannotWrite::at($path);
        }
        $this->stream = $stream;
        $this->places = array_flip(array_map(static fn(ExportColumn $column): string => $column->key, $columns));
    }

    public function row(array $cells): void
    {
        $of = fn(string $key): string => $cells[$this->places[$key] ?? -1] ?? '';
        $name = trim(
            preg_replace('/\s+/u', ' ', implode(' ', array_map($of, ['name.first', 'name.middle', 'name.last', 'name.suffix']))) ?? '',
        );
        $organization = $of('organization.name');
        $family = $of('kind') === SupporterKind::Household->value ? $of('name.envelope') : '';
        $shown = array_filter([$family, $name, $organization, 'no name'], static fn(string $one): bool => $one !== '');
        $card = new VCard(['VERSION' => '4.0', 'FN' => array_values($shown)[0]]);
        $card->remove('PRODID');
        $card->remove('UID');
        if (isset(self::KINDS[$of('kind')])) {
            $card->add('KIND', self::KINDS[$of('kind')]);
        }
        if ($name !== '') {
            $card->add('N', array_map($of, ['name.last', 'name.first', 'name.middle', 'name.title', 'name.suffix']));
        }
        if ($organization !== '') {
            $card->add('ORG', [$organization]);
        }
        if ($of('supporter') !== '') {
            $card->add('UID', "urn:pine-sieve:supporter:{$of('supporter')}");
        }
        for ($number = 1; $number <= 9; $number++) {
            $this->ways($card, $of, $number === 1 ? '' : "#{$number}", $number);
        }
        if (@fwrite($this->stream, $card->serialize()) === false) {
            throw CannotWrite::at($this->path);
        }
    }

    /** @param  callable(string): string  $of */
    private function ways(VCard $card, callable $of, string $behind, int $number): void
    {
        $first = $number === 1 ? ['PREF' => '1'] : [];
        if ($of("email{$behind}") !== '') {
            $card->add('EMAIL', $of("email{$behind}"), $first);
        }
        if ($of("phone{$behind}") !== '') {
            $card->add('TEL', 'tel:' . $of("phone{$behind}"), [...$first, 'VALUE' => 'uri']);
        }
        $street = implode(
            ', ',
            array_filter([$of("address.line1{$behind}"), $of("address.line2{$behind}")], static fn(string $line): bool => $line !== ''),
        );
        $rest = array_map(static fn(string $part): string => $of("address.{$part}{$behind}"), ['city', 'state', 'postal_code', 'country']);
        if ($street !== '' || implode('', $rest) !== '') {
            $card->add('ADR', ['', '', $street, ...$rest], $first);
        }
    }

    public function end(): void
    {
        if (!fflush($this->stream) || !fclose($this->stream)) {
            throw CannotWrite::at($this->path);
        }
    }
}
