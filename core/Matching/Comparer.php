<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching;

use PineSieve\Core\Records\IncomingRecord;
use PineSieve\Core\Records\RecordPart;
use PineSieve\Core\Records\SupporterRecord;

/** Compares an incoming record with a stored one. */
final readonly class Comparer
{
    public function __construct(
        private KeyMaker $keys,
        private string $system,
    ) {
    }

    public function compare(IncomingRecord $row, SupporterRecord $stored): PairFinding
    {
        $names = NameComparison::between($row->kind, $row->name, $row->display(), $stored->kind(), $stored->name(), $stored->field('display_name'));
        $alike = $names->likeness === NameLikeness::Same || $names->likeness === NameLikeness::Compatible;
        $sameId = $this->sameId($row, $stored);
        $sameEmail = $row->email !== '' && self::has($stored->emails, 'address', $row->email);
        $samePhone = $row->phone !== '' && self::has($stored->phones, 'number', $row->phone);
        $sameAddress = $this->sameAddress($row, $stored);
        $strength = match (true) {
            // Ids of two systems can be equal by chance: some part of the name or the email must agree.
            $sameId => $alike || $sameEmail || $this->sharesName($row, $stored) ? PairStrength::ClearById : PairStrength::Doubtful,
            $sameEmail => $alike ? PairStrength::ClearByEmail : PairStrength::Doubtful,
            $sameAddress && $alike => $names->likeness === NameLikeness::Same ? PairStrength::ClearByAddress : PairStrength::Doubtful,
            $names->likeness === NameLikeness::Same => PairStrength::Doubtful,
            default => PairStrength::None,
        };
        $for = array_values(array_filter([
            $sameId ? "Same id in the old system: {$row->oldId}" : '',
            $sameEmail ? "Same email: {$row->email}" : '',
            $alike ? $names->reason : '',
            $sameAddress ? 'Same address once both are in standard form' : '',
            $samePhone ? 'Same phone' : '',
        ], static fn (string $reason): bool => $reason !== ''));

        return new PairFinding($stored->ref, $strength, $for, $this->against($row, $stored, $alike ? '' : $names->reason, $sameId, $sameEmail, $sameAddress, $samePhone));
    }

    /** @return list<string> */
    private function against(IncomingRecord $row, SupporterRecord $stored, string $names, bool $sameId, bool $sameEmail, bool $sameAddress, bool $samePhone): array
    {
        $against = $names === '' ? [] : [$names];
        if (! $sameId && $row->oldId !== '') {
            foreach ($stored->identifiers as $identifier) {
                if ($identifier->value('system') === $this->system) {
                    $against[] = "The old system has them as two: {$row->oldId}, {$identifier->value('value')}";
                    break;
                }
            }
        }
        if (! $sameEmail && $row->email !== '' && $stored->emails !== []) {
            $against[] = 'Another email';
        }
        if (! $sameAddress && ! $row->standard->isBlank() && $stored->addresses !== []) {
            $against[] = 'Another address';
        }
        if (! $samePhone && $row->phone !== '' && $stored->phones !== []) {
            $against[] = 'Another phone';
        }
        if (! $sameId && ! $sameEmail && ! $sameAddress && ! $samePhone) {
            $against[] = 'Nothing but the name agrees';
        }

        return $against;
    }

    private function sameId(IncomingRecord $row, SupporterRecord $stored): bool
    {
        foreach ($stored->identifiers as $identifier) {
            if ($row->oldId !== '' && $identifier->value('system') === $this->system && mb_strtolower($identifier->value('value')) === mb_strtolower($row->oldId)) {
                return true;
            }
        }

        return false;
    }

    private function sameAddress(IncomingRecord $row, SupporterRecord $stored): bool
    {
        $sameness = $row->standard->sameness();
        if ($sameness === '') {
            return false;
        }
        foreach ($stored->addresses as $address) {
            if ($this->keys->standard($address->values)->sameness() === $sameness) {
                return true;
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

    /** @param  list<RecordPart>  $parts */
    private static function has(array $parts, string $column, string $value): bool
    {
        foreach ($parts as $part) {
            if (mb_strtolower($part->value($column)) === $value) {
                return true;
            }
        }

        return false;
    }
}
