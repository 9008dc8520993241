<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns\Proposals;

use PineSieve\Core\Columns\ColumnProfile;
use PineSieve\Core\Columns\ValueLook;
use PineSieve\Core\Gifts\TributeKind;
use PineSieve\Core\Names\FrequentNames;
use PineSieve\Core\Standards\Target;
use PineSieve\Core\Text\Fold;

/** Which target a header means, in this source: the same word means another thing beside other columns, or with other values. */
final class Meaning
{
    /** Part of the values that decides between two meanings of a header. */
    private const MOST = 0.6;

    private function __construct() {}

    /** @return array{?string, string} target, and which group or system; null if it means none here */
    public static function of(HeaderSense $sense, ColumnProfile $profile, int $column, SheetSense $sheet): array
    {
        $base = match ($sense->base) {
            'name.title' => self::title($sense, $profile, $sheet),
            // The second line of no address is something else: "Building" beside funds.
            'address.line2' => $sheet->has('address.line1', -1, $sense->party) || $sheet->has('address.block', -1, $sense->party)
                ? 'address.line2'
                : null,
            'zip4' => self::isWholeCode($profile) && !$sheet->has('address.postal_code') ? 'address.postal_code' : null,
            'role' => $sense->party === 'contact' ? 'role' : self::role($sheet),
            'deceased', 'death' => match (true) {
                $sense->base === 'deceased' && self::namesTheDead($profile) => $sheet->hasGifts() ? 'gift.tribute' : null,
                self::tellsOfDead($sheet) => null,
                self::isDayOfDeath($profile) => 'status',
                default => self::status($sense, $profile, $sheet),
            },
            'status', 'alive', 'active', 'inactive' => self::status($sense, $profile, $sheet),
            'organization.name' => self::organization($sense, $profile, $sheet),
            // Beside another name it is how mail is addressed.
            'name.full' => preg_match('/addressee/i', $profile->header) === 1 && self::hasOtherName($column, $sheet)
                ? 'name.envelope'
                : 'name.full',
            'kind' => $profile->share(ValueLook::RecordKind) >= self::MOST ? 'kind' : null,
            'gift.kind' => self::type($profile, $sheet),
            'gift.date' => $sheet->hasGifts() ||
            preg_match('/gift|donat|contrib|pa(?:y|id)|trans|check|receipt|given/i', $profile->header) === 1
                ? 'gift.date'
                : null,
            'last_gift.date' => $sheet->has('gift.date') ? null : ($sheet->has('last_gift.amount') ? 'gift.date' : null),
            'last_gift.amount' => $sheet->has('gift.amount') ? null : ($sheet->has('last_gift.date') ? 'gift.amount' : null),
            'gift.fund' => self::fund($profile, $sheet),
            'first_known' => $sheet->hasPromises() && preg_match('/^\W*start/i', $profile->header) === 1 ? 'promise.start' : 'first_known',
            // Beside another number that tells gifts apart it is what it says; alone it is the reference.
            'gift.id' => self::beside('gift.id', ['gift.reference', 'gift.refund_of'], 'gift.reference', $sheet),
            'gift.receipt' => self::beside('gift.receipt', ['gift.reference', 'gift.id'], 'gift.reference', $sheet),
            'gift.receipt_date' => self::beside('gift.receipt_date', ['gift.date'], 'gift.date', $sheet),
            'refusal.mail', 'refusal.any' => 'consent.mail',
            'refusal.email' => 'consent.email',
            'refusal.phone' => 'consent.phone',
            'group' => self::group($profile, $column, $sheet),
            'gift.tribute' => self::tribute($profile, $sheet),
            'groups', 'tags' => $profile->share(ValueLook::YesNo) >= 0.9 ? 'group' : $sense->base,
            'phone.mobile', 'phone.fax' => 'phone',
            'id.old' => self::id($sense, $profile, $column, $sheet),
            'id.other' => $sheet->has('id.old') ? 'id.other' : null,
            // The number of a pledge is its own beside what was pledged; beside a gift it says which one that pays.
            'promise.id' => $sheet->hasPromises() ? 'promise.id' : ($sheet->hasGifts() ? 'gift.promise.id' : null),
            default => self::ofMoney($sense->base, $sheet),
        };
        if ($base === null) {
            return [null, ''];
        }
        if (str_starts_with($base, 'employer.') && $sense->party === '') {
            return [$base, ''];
        }
        $name = match ($base) {
            'group' => self::asked($profile->header),
            'id.other' => trim((string) preg_replace('/\W*\b(?:id|no|number|key|code|#)\b\W*|#/iu', ' ', $profile->header)),
            default => '',
        };

        return [self::target($base, $sense, $sheet), $name];
    }

    /** What belongs to a gift or to a promise stands in a sheet that has such; what a promise is for may stand alone. */
    private static function ofMoney(string $base, SheetSense $sheet): ?string
    {
        [$head, $part] = [...explode('.', $base, 2), ''];
        if ($head === 'promise') {
            return $base === 'promise.amount' || $base === 'promise.date' || $sheet->hasPromises() ? $base : null;
        }
        if ($head !== 'gift' || $sheet->hasGifts()) {
            return $base;
        }

        return $sheet->hasPromises() && in_array($part, ['amount', 'currency', 'campaign', 'appeal'], true)
            ? "promise.{$part}"
            : ($base === 'gift.amount'
                ? $base
                : null);
    }

    /** @param  list<string>  $others  bases of columns beside which a header means what it says, and not what is usual */
    private static function beside(string $base, array $others, string $usual, SheetSense $sheet): ?string
    {
        $is = array_filter($others, static fn(string $other): bool => $sheet->has($other)) !== [] ? $base : $usual;

        return $sheet->hasGifts() ? $is : null;
    }

    private static function target(string $base, HeaderSense $sense, SheetSense $sheet): ?string
    {
        [$party, $number, $kind] = [$sense->party, max(1, $sense->number), $sense->kind];
        $kind = match ($sense->base) {
            'phone.mobile' => 'mobile',
            'phone.fax' => 'fax',
            default => $kind,
        };
        // "First name 2" is of the second person, and beside it "Email 2" may be.
        if (
            $party === '' &&
            $number === 2 &&
            (str_starts_with($base, 'name.') || (($base === 'status' || in_array($base, ['email', 'phone'], true)) && $sheet->hasSecond()))
        ) {
            [$party, $number] = ['spouse', 1];
        }
        if ($party === 'household' || $party === 'employer') {
            $base = $base === 'name.full' ? 'organization.name' : $base;
        }
        // The contact person of a sheet of organizations; in a sheet of people the word says nothing.
        if ($party === 'contact' && (!$sheet->has('organization.name') || ($sheet->has('name.last') && str_starts_with($base, 'name.')))) {
            $party = $sheet->has('organization.name') && $sheet->has('name.last') && !str_starts_with($base, 'name.') ? 'contact' : '';
        }
        // An email of the contact person, where the sheet has no other, is the organization's as well: it stays with whom the row is about.
        $target = Target::tryParse($party === '' ? $base : "{$party}.{$base}");
        if ($target === null) {
            return null;
        }
        // "Fund 2" is of the second part, where parts have amounts of their own.
        if (in_array($target->field, Target::OF_PART, true) && $sheet->has('gift.split.amount')) {
            return $target->with(part: $number)->key();
        }
        $head = explode('.', $target->field)[0];
        if ($party === 'child') {
            return $target->with(partyNumber: $number)->key();
        }

        return isset(Target::KINDS[$head])
            ? $target
                ->with(
                    kind: $kind,
                    number: in_array($head, ['gift', 'promise'], true) && $sense->occurrence > 1 && $sense->number === 0
                        ? $sense->occurrence
                        : $number,
                )
                ->key()
            : $target->key();
    }

    /** "Sponsor name" and "Account name" may be people's, where the sheet names nobody else. */
    private static function organization(HeaderSense $sense, ColumnProfile $profile, SheetSense $sheet): string
    {
        $known = 0;
        foreach ($profile->values as $value => $count) {
            $known += FrequentNames::isFirst(Fold::words(explode(' ', trim((string) $value))[0])) ? $count : 0;
        }
        $arePeople =
            $sense->party === '' &&
            !$sheet->hasPersonNames() &&
            $profile->share(ValueLook::FullName) >= 0.9 &&
            $profile->share(ValueLook::Organization) < 0.1 &&
            $known > 0.2 * array_sum($profile->values);

        return $arePeople ? 'name.full' : 'organization.name';
    }

    private static function hasOtherName(int $column, SheetSense $sheet): bool
    {
        return $sheet->has('name.full', $column) || $sheet->has('name.last') || $sheet->has('organization.name');
    }

    /** Whether someone who died is named beside the supporter: then the day of a death is not the supporter's. */
    private static function tellsOfDead(SheetSense $sheet): bool
    {
        $headers = array_map(
            static fn(ColumnProfile $profile): string => implode(' ', HeaderWords::words($profile->header)),
            $sheet->profiles,
        );

        $isNamed = array_filter(
            $sheet->profiles,
            static fn(ColumnProfile $profile, int $column): bool => ($sheet->senses[$column]->base ?? '') === 'deceased' &&
                self::namesTheDead($profile),
            ARRAY_FILTER_USE_BOTH,
        );

        return ($isNamed !== [] || preg_grep('/\b(?:pt|patient|decedent|bereaved|loved one|resident)\b/', $headers) !== []) &&
            $sheet->hasPersonNames();
    }

    /** "Ruth Lee" under "Deceased", which otherwise asks whether someone is. */
    private static function namesTheDead(ColumnProfile $profile): bool
    {
        return $profile->share(ValueLook::FullName) >= self::MOST && $profile->share(ValueLook::Status) < self::MOST;
    }

    /** "ZIP+4" may hold the whole code, or the four digits alone. */
    private static function isWholeCode(ColumnProfile $profile): bool
    {
        $whole = array_filter($profile->values, static fn($value): bool => strlen((string) $value) > 4, ARRAY_FILTER_USE_KEY);

        return array_sum($whole) > self::MOST * array_sum($profile->values);
    }

    private static function title(HeaderSense $sense, ColumnProfile $profile, SheetSense $sheet): ?string
    {
        if ($profile->share(ValueLook::Title) >= self::MOST) {
            return 'name.title';
        }
        if (preg_match('/title/i', $profile->header) !== 1) {
            return preg_match('/salut/i', $profile->header) === 1 && $profile->share(ValueLook::Words) >= self::MOST
                ? 'name.greeting'
                : null;
        }

        return $sense->party === 'contact' ? 'role' : self::role($sheet);
    }

    /** A job needs an organization to be at. */
    private static function role(SheetSense $sheet): ?string
    {
        $isOwn = $sheet->has('name.full') || $sheet->has('name.last') || $sheet->has('name.first');
        if (!$isOwn && $sheet->has('name.full', -1, 'contact') && $sheet->has('organization.name')) {
            return 'contact.role';
        }

        return ($sheet->has('organization.name') || $sheet->has('organization.name', -1, 'employer')) && $sheet->hasPersonNames()
            ? 'employer.role'
            : null;
    }

    private static function status(HeaderSense $sense, ColumnProfile $profile, SheetSense $sheet): ?string
    {
        // Beside gifts and promises a bare "Status" is theirs.
        if (preg_match('/^\W*status\W*$/iD', $profile->header) === 1 && ($sheet->hasGifts() || $sheet->hasPromises())) {
            return null;
        }
        $says = $sense->base === 'status' ? ValueLook::Status : ValueLook::YesNo;

        return $profile->share($says) >= self::MOST || $profile->share(ValueLook::Status) >= self::MOST ? 'status' : null;
    }

    /** "Type" and "Method" are of the gift, or of the record, as their values say. */
    private static function type(ColumnProfile $profile, SheetSense $sheet): ?string
    {
        return match (true) {
            $profile->share(ValueLook::GiftKind) >= self::MOST => $sheet->hasGifts() || !$sheet->hasPersonNames() ? 'gift.kind' : null,
            $profile->share(ValueLook::RecordKind) >= self::MOST => 'kind',
            default => null,
        };
    }

    /** That someone has died is said by the day or the year of it. */
    public static function isDayOfDeath(ColumnProfile $profile): bool
    {
        $years = 0;
        foreach ($profile->values as $value => $count) {
            $years += preg_match('/^(?:[01]?\d[\/-]|\p{L}{3,9}\.? )?(?:19|20)\d\d$/Du', (string) $value) === 1 ? $count : 0;
        }

        return $profile->filled > 0 && $profile->share(ValueLook::Date) + $years / $profile->filled >= self::MOST;
    }

    /** "Friend" asks whether someone is one, or says who it is. */
    private static function group(ColumnProfile $profile, int $column, SheetSense $sheet): ?string
    {
        return match (true) {
            $profile->share(ValueLook::YesNo) >= 0.9 => 'group',
            $profile->share(ValueLook::FullName) >= 0.9 && !$sheet->hasPersonNames() && !$sheet->has('organization.name', $column)
                => 'name.full',
            default => null,
        };
    }

    /** "In honor/memory" says which of them it is, or of whom. */
    private static function tribute(ColumnProfile $profile, SheetSense $sheet): ?string
    {
        $kinds = 0;
        foreach ($profile->values as $value => $count) {
            $kinds += TributeKind::parse((string) $value) === null ? 0 : $count;
        }

        return self::ofMoney($kinds > self::MOST * array_sum($profile->values) ? 'gift.tribute_kind' : 'gift.tribute', $sheet);
    }

    private static function fund(ColumnProfile $profile, SheetSense $sheet): ?string
    {
        return match (true) {
            $profile->share(ValueLook::Date) >= 0.5 => null,
            $sheet->hasGifts() => 'gift.fund',
            $sheet->hasPromises() => 'promise.fund',
            default => null,
        };
    }

    /** The first id column is the old system's; another is of another system. */
    private static function id(HeaderSense $sense, ColumnProfile $profile, int $column, SheetSense $sheet): ?string
    {
        if ($sense->party !== '') {
            return 'id.old';
        }
        if (
            $profile->share(ValueLook::Email) > 0.5 ||
            ($profile->share(ValueLook::Phone) > 0.9 && $profile->share(ValueLook::Money) < 0.5)
        ) {
            return null;
        }
        // Of a payment, a bare reference is its own.
        if ($sheet->hasGifts() && preg_match('/^\W*ref(?:erence|num)?\W*(?:no|number|#)?\W*$/iD', $profile->header) === 1) {
            return $sheet->has('gift.reference') ? null : 'gift.reference';
        }
        if ($sheet->isAlone('id.old', $column)) {
            return 'id.old';
        }

        return trim((string) preg_replace('/\W*\b(?:id|no|number|key|code)\b\W*|#/iu', ' ', $profile->header)) === '' ? null : 'id.other';
    }

    /** "Would you like our newsletter?" is the group "Newsletter". */
    private static function asked(string $header): string
    {
        $bare = trim(
            (string) preg_replace(
                '/^(?:is|on|receives|can you|will you|are you an?|would you like(?: to receive| to be| to)?(?: our| the| an?)?|do you want(?: to)?)\s+|\?$/iu',
                '',
                trim($header),
            ),
        );

        return mb_strtoupper(mb_substr($bare, 0, 1)) . mb_substr($bare, 1);
    }
}
