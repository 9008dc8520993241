<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching;

use PineSieve\Core\Names\SupporterKind;
use PineSieve\Core\Records\Identifier;
use PineSieve\Core\Records\IncomingRecord;
use PineSieve\Core\Records\RecordPart;
use PineSieve\Core\Records\SupporterRecord;

/** Compares an incoming record with a stored one. */
final readonly class Comparer
{
    public function __construct(private KeyMaker $keys)
    {
    }

    public function compare(IncomingRecord $row, SupporterRecord $stored): PairFinding
    {
        $names = NameComparison::between($row->kind, $row->name, $row->display(), $stored->kind(), $stored->name(), $stored->field('display_name'));
        $alike = $names->likeness === NameLikeness::Same || $names->likeness === NameLikeness::Compatible;
        $sameId = $this->sameId($row, $stored);
        $sameEmail = self::shared(array_column($row->emails, 'value'), $stored->emails, 'address');
        $samePhone = self::shared(array_column($row->phones, 'value'), $stored->phones, 'number');
        $sameAddress = $this->sameAddress($row, $stored);
        $strength = match (true) {
            // Ids of two systems can be equal by chance: some part of the name or the email must agree.
            $sameId !== null => $alike || $sameEmail !== null || $this->sharesName($row, $stored) ? PairStrength::ClearById : PairStrength::Doubtful,
            $sameEmail !== null => $alike ? PairStrength::ClearByEmail : PairStrength::Doubtful,
            $sameAddress && $alike => $names->likeness === NameLikeness::Same ? PairStrength::ClearByAddress : PairStrength::Doubtful,
            $names->likeness === NameLikeness::Same => PairStrength::Doubtful,
            default => PairStrength::None,
        };
        $for = array_values(array_filter([
            $sameId === null ? '' : "Same id in the old system: {$sameId}",
            $sameEmail === null ? '' : "Same email: {$sameEmail}",
            $alike ? $names->reason : '',
            $sameAddress ? 'Same address once both are in standard form' : '',
            $samePhone === null ? '' : 'Same phone',
        ], static fn (string $reason): bool => $reason !== ''));
        $against = array_values(array_filter([
            $alike ? '' : $names->reason,
            $sameId === null ? $this->otherId($row, $stored) : '',
            $sameEmail === null && $row->emails !== [] && $stored->emails !== [] ? 'Another email' : '',
            ! $sameAddress && $row->addresses !== [] && $stored->addresses !== [] ? 'Another address' : '',
            $samePhone === null && $row->phones !== [] && $stored->phones !== [] ? 'Another phone' : '',
            $sameId === null && $sameEmail === null && ! $sameAddress && $samePhone === null ? 'Nothing but the name agrees' : '',
        ], static fn (string $reason): bool => $reason !== ''));

        return new PairFinding($stored->ref, $strength, $for, $against);
    }

    /** Compares an organization or a household that a row only names with one that is known: by its id, or by exactly its name. */
    public function named(IncomingRecord $row, SupporterRecord $stored): PairFinding
    {
        $sameId = $this->sameId($row, $stored);
        $isSame = $row->kind === $stored->kind() && $row->display() !== '' && NameComparison::organizationKey($row->display()) === NameComparison::organizationKey($stored->field('display_name'));
        // Families are often called alike; organizations are not.
        $isSame = $isSame && ($row->kind === SupporterKind::Organization || $this->sameAddress($row, $stored));

        return match (true) {
            $sameId !== null => new PairFinding($stored->ref, PairStrength::ClearById, ["Same id in the old system: {$sameId}"], []),
            $isSame && $this->otherId($row, $stored) === '' => new PairFinding($stored->ref, PairStrength::ClearByAddress, ["Same name: {$stored->field('display_name')}"], []),
            default => new PairFinding($stored->ref, PairStrength::None, [], []),
        };
    }

    /** @return ?string the id that both have */
    private function sameId(IncomingRecord $row, SupporterRecord $stored): ?string
    {
        $theirs = [];
        foreach ($stored->identifiers as $part) {
            $theirs[(new Identifier($part->value('system'), $part->value('value')))->sameness()] = true;
        }
        foreach ($row->identifiers as $identifier) {
            if (isset($theirs[$identifier->sameness()])) {
                return $identifier->value;
            }
        }

        return null;
    }

    private function otherId(IncomingRecord $row, SupporterRecord $stored): string
    {
        foreach ($row->identifiers as $identifier) {
            foreach ($stored->identifiers as $part) {
                if (mb_strtolower($part->value('system')) === mb_strtolower($identifier->system)) {
                    return "The old system has them as two: {$identifier->value}, {$part->value('value')}";
                }
            }
        }

        return '';
    }

    private function sameAddress(IncomingRecord $row, SupporterRecord $stored): bool
    {
        foreach ($row->addresses as $address) {
            $sameness = $address->standard->sameness();
            foreach ($sameness === '' ? [] : $stored->addresses as $part) {
                if ($this->keys->standard($part->values)->sameness() === $sameness) {
                    return true;
                }
            }
        }

        return false;
    }

    private function sharesName(IncomingRecord $row, SupporterRecord $stored): bool
    {
        $ours = explode(' ', NameComparison::organizationKey($row->display()));
        $theirs = explode(' ', NameComparison::organizationKey($stored->field('display_name')));

        return array_filter(array_intersect($ours, $theirs), static fn (string $word): bool => strlen($word) > 1) !== [];
    }

    /**
     * @param  list<string>  $ours  in small letters
     * @param  list<RecordPart>  $parts
     */
    private static function shared(array $ours, array $parts, string $column): ?string
    {
        foreach ($parts as $part) {
            if (in_array(mb_strtolower($part->value($column)), $ours, true)) {
                return mb_strtolower($part->value($column));
            }
        }

        return null;
    }
}
