<?php

declare(strict_types=1);

namespace PineSieve\Core\Mailings;

use PineSieve\Core\Addresses\Address;
use PineSieve\Core\Addresses\PrintedAddress;
use PineSieve\Core\Changes\Sameness;
use PineSieve\Core\Changes\Subject;
use PineSieve\Core\Names\SupporterKind;
use PineSieve\Core\Records\RecordPart;
use PineSieve\Core\Records\SupporterRecord;

/** One whom a mailing goes to: by which name, to which address, and with whom together. */
final readonly class Recipient
{
    /**
     * @param  string  $together  equal for those who get one piece
     * @param  int  $rank  whose name and address count first among those: a household before its members
     * @param  list<string>  $lines  of the address, in the order of its country
     * @param  string  $sort  by which the post wants them in order: those at home by their postal code, then country by country
     */
    private function __construct(
        public int $id,
        public string $together,
        public int $rank,
        public string $envelope,
        public string $greeting,
        public string $first,
        public string $last,
        public array $lines,
        public string $sort,
    ) {}

    /**
     * @param  ?string  $household  equal for those of one household; null for who is of none
     * @param  bool  $mustAgree  whether silence is no consent
     * @param  string  $home  country whose name is left out: ISO 3166-1 alpha-2
     */
    public static function of(SupporterRecord $record, Per $per, ?string $household, bool $mustAgree, string $home): self|LeftOut
    {
        $status = $record->field('status');
        $consent = $record->field('consent_mail');
        $address = self::address($record);
        $left = match (true) {
            $status === 'deceased' => LeftOut::Deceased,
            $status !== '' && $status !== SupporterRecord::NEW_STATUS => LeftOut::NotActive,
            $consent === 'no' => LeftOut::Refused,
            $mustAgree && $consent !== 'yes' => LeftOut::NotAgreed,
            $address instanceof LeftOut => $address,
            default => null,
        };
        if ($left !== null) {
            return $left;
        }
        $at = Address::fromParts($address->values);
        $isPerson = $record->kind() === SupporterKind::Person;

        return new self(
            (int) $record->ref,
            match ($per) {
                Per::Supporter => "supporter {$record->ref}",
                Per::Household => $household ?? "supporter {$record->ref}",
                Per::Address => 'address ' . (new Sameness())->of(Subject::Address, $address->values),
            },
            $isPerson ? 1 : 0,
            $record->field('envelope_name') === '' ? $record->field('display_name') : $record->field('envelope_name'),
            $record->field('greeting') === '' ? $record->field('display_name') : $record->field('greeting'),
            $isPerson ? $record->field('first_name') : '',
            $isPerson ? $record->field('last_name') : '',
            PrintedAddress::lines($at, $home),
            (in_array($at->country, ['', $home], true) ? '' : "{$at->country} ") . $at->postalCode,
        );
    }

    /** The one for mail, else the primary one, else any that mail reaches. */
    private static function address(SupporterRecord $record): RecordPart|LeftOut
    {
        $whole = array_values(
            array_filter(
                $record->addresses,
                static fn(RecordPart $part): bool => $part->value('line1') !== '' &&
                    $part->value('city') . $part->value('postal_code') !== '',
            ),
        );
        $good = array_values(
            array_filter($whole, static fn(RecordPart $part): bool => in_array($part->value('condition'), ['', 'good'], true)),
        );
        usort(
            $good,
            static fn(RecordPart $a, RecordPart $b): int => [$b->value('kind') === 'mailing', $b->value('is_primary')] <=> [
                $a->value('kind') === 'mailing',
                $a->value('is_primary'),
            ],
        );
        $isBarred = array_filter($whole, static fn(RecordPart $part): bool => $part->value('condition') === 'not to be used') !== [];

        return $good[0] ??
            match (true) {
                $whole === [] => LeftOut::NoAddress,
                $isBarred => LeftOut::NotToBeUsed,
                default => LeftOut::NotReached,
            };
    }
}
