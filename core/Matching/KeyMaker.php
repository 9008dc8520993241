<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching;

use PineSieve\Core\Addresses\Address;
use PineSieve\Core\Addresses\AddressStandardizer;
use PineSieve\Core\Names\SupporterKind;
use PineSieve\Core\Records\Identifier;
use PineSieve\Core\Records\IncomingRecord;
use PineSieve\Core\Records\SupporterRecord;
use PineSieve\Core\Text\Fold;

/** Makes the match keys of incoming and of stored records, by the same rules. */
final readonly class KeyMaker
{
    private AddressStandardizer $standardizer;

    public function __construct()
    {
        $this->standardizer = new AddressStandardizer;
    }

    /** @return list<MatchKey> */
    public function ofIncoming(IncomingRecord $record): array
    {
        return self::keys(
            NameComparison::key($record->kind, $record->name, $record->display()),
            self::familyName($record->kind, $record->name->last, $record->display()),
            array_map(static fn (Identifier $identifier): string => $identifier->sameness(), $record->identifiers),
            array_column($record->emails, 'value'),
            array_column($record->addresses, 'standard'),
        );
    }

    /** @return list<MatchKey> */
    public function ofStored(SupporterRecord $record): array
    {
        $identifiers = [];
        foreach ($record->identifiers as $identifier) {
            $identifiers[] = (new Identifier($identifier->value('system'), $identifier->value('value')))->sameness();
        }
        $emails = [];
        foreach ($record->emails as $email) {
            $emails[] = mb_strtolower($email->value('address'));
        }
        $addresses = [];
        foreach ($record->addresses as $address) {
            $addresses[] = $this->standard($address->values);
        }

        return self::keys(
            NameComparison::key($record->kind(), $record->name(), $record->field('display_name')),
            self::familyName($record->kind(), $record->field('last_name'), $record->field('display_name')),
            $identifiers,
            $emails,
            $addresses,
        );
    }

    /** @param  array<string, ?string>  $parts a stored address, which may have been kept as written */
    public function standard(array $parts): Address
    {
        return $this->standardizer->standardize(Address::fromParts($parts))->standard;
    }

    /**
     * @param  list<string>  $identifiers
     * @param  list<string>  $emails
     * @param  list<Address>  $addresses
     * @return list<MatchKey>
     */
    private static function keys(string $name, string $family, array $identifiers, array $emails, array $addresses): array
    {
        $keys = [];
        foreach ($identifiers as $identifier) {
            $keys[] = MatchKey::of(KeyKind::OldId, $identifier);
        }
        foreach ($emails as $email) {
            $keys[] = MatchKey::of(KeyKind::Email, $email);
        }
        foreach ($addresses as $address) {
            $sameness = $address->sameness();
            if ($sameness !== '' && $family !== '' && ! $address->isBlank()) {
                $keys[] = MatchKey::of(KeyKind::Address, "{$family}|{$sameness}");
            }
        }
        if ($name !== '') {
            $keys[] = MatchKey::of(KeyKind::Name, $name);
        }

        return $keys;
    }

    private static function familyName(SupporterKind $kind, string $last, string $display): string
    {
        return $kind === SupporterKind::Person ? Fold::words($last) : NameComparison::organizationKey($display);
    }
}
