<?php

declare(strict_types=1);

namespace PineSieve\Core\Changes;

use LogicException;
use PineSieve\Core\Addresses\Address;
use PineSieve\Core\Addresses\AddressStandardizer;
use PineSieve\Core\Gifts\Gift;
use PineSieve\Core\Promises\Promise;
use PineSieve\Core\Records\Identifier;
use PineSieve\Core\Records\RecordPart;

/** Whether two things that hang on supporters are the same: the one answer, for loads, merges, households and what is taken back. */
final class Sameness
{
    private const REMEMBERED = 10_000;

    private readonly AddressStandardizer $standardizer;

    /** @var array<string, string> line of an address to its door */
    private array $doors = [];

    public function __construct()
    {
        $this->standardizer = new AddressStandardizer();
    }

    /**
     * Equal for two things of which one is enough.
     *
     * @param  array<string, ?string>  $values  column to value
     */
    public function of(Subject $subject, array $values): string
    {
        $text = static fn(string $column): string => $values[$column] ?? '';

        return match ($subject) {
            Subject::Address => $this->ofAddress(Address::fromParts($values)),
            Subject::Email => mb_strtolower($text('address')),
            Subject::Phone => (string) preg_replace('/\D/', '', $text('number')),
            Subject::Identifier => (new Identifier($text('system'), $text('value')))->sameness(),
            Subject::Membership => mb_strtolower("{$text('list')}|{$text('name')}"),
            Subject::Custom => $text('field'),
            Subject::Link => "{$text('kind')}|{$text('other_id')}",
            Subject::Unread => "{$text('field')}|{$text('value')}",
            Subject::Note => "{$text('noted_on')}|{$text('kind')}|{$text('text')}",
            Subject::Promise => Promise::stored($values)->asGift()->sameness(),
            Subject::Gift, Subject::Entry => Gift::stored($values)->sameness(),
            Subject::Supporter => throw new LogicException('Whether two supporters are the same is not told by their columns.'),
        };
    }

    /**
     * The first that is the same.
     *
     * @param  array<string, ?string>  $values
     * @param  list<RecordPart>  $among
     */
    public function find(Subject $subject, array $values, array $among): ?RecordPart
    {
        $sameness = $among === [] ? '' : $this->of($subject, $values);
        foreach ($sameness === '' ? [] : $among as $part) {
            if ($this->of($subject, $part->values) === $sameness) {
                return $part;
            }
        }

        return null;
    }

    /** Where an address is delivered, whatever form it is written in; '' if there is too little to tell. */
    public function door(Address $address): string
    {
        if (count($this->doors) > self::REMEMBERED) {
            $this->doors = [];
        }

        return $this->doors[implode("\n", $address->parts())] ??= $this->standardizer->standardize($address)->standard->sameness();
    }

    /** What says too little to find a door by is the same where it is written the same. */
    private function ofAddress(Address $address): string
    {
        $door = $this->door($address);

        return $door === '' ? mb_strtolower($address->line()) : $door;
    }
}
