<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns\Proposals;

use PineSieve\Core\Text\Fold;

/** What the words of a header say about its column, from data/headers.php and the words that say whose and which one it is. */
final class HeaderWords
{
    private const PARTIES = [
        'spouse' => ['spouse', 'spouses', 'partner', 'partners', 'wife', 'husband', 'sp', 'spse', 'spous', 'significant', 'so', 'joint'],
        'child' => ['child', 'children', 'kid', 'kids', 'dependent', 'dependents', 'childs'],
        'employer' => ['employer', 'employers', 'workplace', 'emp'],
        'household' => ['household', 'hh', 'hhold', 'family'],
        'contact' => ['contact', 'contacts', 'attn', 'attention', 'rep', 'representative'],
    ];

    private const KINDS = [
        'home' => [
            'home',
            'hm',
            'h',
            'residence',
            'residential',
            'res',
            'personal',
            'evening',
            'eve',
            'house',
            'night',
            'domicile',
            'maison',
            'casa',
            'landline',
        ],
        'work' => [
            'work',
            'wk',
            'w',
            'business',
            'bus',
            'office',
            'off',
            'biz',
            'company',
            'employer',
            'corporate',
            'organization',
            'org',
            'travail',
            'trabajo',
            'oficina',
        ],
        'mailing' => ['mailing', 'mail', 'postal', 'correspondence'],
        'seasonal' => ['seasonal', 'summer', 'winter', 'vacation', 'cottage'],
        'other' => ['other', 'alternate', 'alternative', 'alt', 'secondary', 'additional', 'second', '2nd', 'backup'],
        'mobile' => ['mobile', 'cell', 'cellular', 'mob'],
        'fax' => ['fax'],
    ];

    /** Words that say no more than that it is about the supporter, or nothing at all. */
    private const IDLE = [
        'primary' => 1,
        'preferred' => 1,
        'main' => 1,
        'default' => 1,
        'current' => 1,
        'donor' => 1,
        'donors' => 1,
        'contributor' => 1,
        'contributors' => 1,
        'supporter' => 1,
        'supporters' => 1,
        'member' => 1,
        'members' => 1,
        'constituent' => 1,
        'customer' => 1,
        'client' => 1,
        'patron' => 1,
        'guest' => 1,
        'attendee' => 1,
        'participant' => 1,
        'registrant' => 1,
        'billing' => 1,
        'bill' => 1,
        'shipping' => 1,
        'buyer' => 1,
        'purchaser' => 1,
        'payer' => 1,
        'payor' => 1,
        'user' => 1,
        'person' => 1,
        'individual' => 1,
        'your' => 1,
        'the' => 1,
        'please' => 1,
        'enter' => 1,
        'legal' => 1,
        'info' => 1,
        'information' => 1,
        'field' => 1,
        'required' => 1,
        'optional' => 1,
        'of' => 1,
        'for' => 1,
        'recipient' => 1,
        'best' => 1,
        'volunteer' => 1,
        'vol' => 1,
        'patient' => 1,
        'bidder' => 1,
        'sponsor' => 1,
        'cons' => 1,
        'cust' => 1,
        'mbr' => 1,
        'dnr' => 1,
        'is' => 1,
        'what' => 1,
        'profile' => 1,
        'record' => 1,
        'text' => 1,
        'no' => 1,
        'usd' => 1,
        'cents' => 1,
        'minor' => 1,
        'us' => 1,
        'in' => 1,
        'applicant' => 1,
        'mm' => 1,
        'dd' => 1,
        'yyyy' => 1,
        'yy' => 1,
        'new' => 1,
        'latest' => 1,
        'official' => 1,
        'c' => 1,
        'tx' => 1,
        'account' => 1,
        'holder' => 1,
        'and' => 1,
        'day' => 1,
        'daytime' => 1,
        'sender' => 1,
        'value' => 1,
        'pref' => 1,
        'addr' => 1,
        'adr' => 1,
        'today' => 1,
        'would' => 1,
        'you' => 1,
        'like' => 1,
        'our' => 1,
        'can' => 1,
        'to' => 1,
        'receive' => 1,
        'used' => 1,
        'my' => 1,
        'their' => 1,
        'giver' => 1,
        'observer' => 1,
        'mourner' => 1,
        'adopter' => 1,
        'subscriber' => 1,
        'alum' => 1,
        'parishioner' => 1,
        'petitioner' => 1,
        'listener' => 1,
        'viewer' => 1,
        'signer' => 1,
        'congregant' => 1,
        'pledger' => 1,
        'fld' => 1,
        'txt' => 1,
        'str' => 1,
        'details' => 1,
        'detail' => 1,
        'parent' => 1,
        'guardian' => 1,
    ];

    /** Words with which an amount has no point: its last two digits are decimals. */
    public const CENTS = ['cents', 'minor'];

    /** Short forms that mean nothing else, written out as data/headers.php has them. */
    private const SHORT = [
        'amt' => 'amount',
        'amnt' => 'amount',
        'dt' => 'date',
        'pd' => 'paid',
        'pmt' => 'payment',
        'pymt' => 'payment',
        'rcvd' => 'received',
        'recd' => 'received',
        'recvd' => 'received',
        'rec d' => 'received',
        'rcd' => 'received',
        'ck' => 'check',
        'chk' => 'check',
        'chq' => 'check',
        'cheque' => 'check',
        'contrib' => 'contribution',
        'don' => 'donation',
        'trx' => 'transaction',
        'txn' => 'transaction',
        'descr' => 'description',
        'desc' => 'description',
        'est' => 'estimated',
        'approx' => 'estimated',
        'num' => 'no',
        'nbr' => 'no',
        'number' => 'no',
        '1st' => 'first',
        'rcpt' => 'receipt',
        'pmts' => 'payments',
        'freq' => 'frequency',
        'desig' => 'designation',
    ];

    /** Idle words that are the thing itself where another word says of what: "Donor est. value". */
    private const THINGS = ['value', 'day', 'no', 'addr', 'adr', 'record', 'field'];

    /** Words that say what kind of thing a column holds; they stand before or behind. */
    private const WHAT = ['date', 'amount'];

    /** Who stands behind a child, or is the supporter, as the other names of the sheet say. */
    public const PARENTS = [
        'parent',
        'parents',
        'guardian',
        'guardians',
        'mother',
        'mothers',
        'mom',
        'moms',
        'father',
        'fathers',
        'dad',
        'dads',
    ];

    /** Gifts and promises that one row has. */
    private const MOST_GIFTS = 19;

    /** Things that have ids and are no supporters. */
    private const NO_SYSTEMS = [
        'event',
        'tax',
        'batch',
        'item',
        'ticket',
        'session',
        'list',
        'table',
        'form',
        'page',
        'segment',
        'user',
        'parent',
        'row',
        'bid',
        'seat',
        'order',
        'device',
        'photo',
        'file',
        'product',
        'invoice',
        'campaign',
        'fund',
        'appeal',
        'caller',
        'card',
        'driver',
        'license',
        'owner',
        'staff',
        'solicitor',
        'address',
        'phone',
        'email',
        'relationship',
        'pledge',
        'plan',
        'subscription',
        'bank',
        'badge',
        'team',
        'group',
        'chapter',
        'site',
        'store',
        'type',
        'status',
        'country',
        'state',
    ];

    private const SINGULAR = [
        'gifts' => 'gift',
        'donations' => 'donation',
        'contributions' => 'contribution',
        'phones' => 'phone',
        'addresses' => 'address',
    ];

    private const OF_ALL_KINDS =
        '~^\s*(?:(?:donor|giver|name|contributor|member|individual|person|supporter|sponsor|patron)s?(?: name)?\s*(?:/|\bor\b)\s*' .
        '(?:org(?:ani[sz]ation)?|company|business|firm|foundation|group|corporation)s?(?: name)?|' .
        '(?:org(?:ani[sz]ation)?|company|business|firm|foundation|group|corporation)\s*(?:/|\bor\b)\s*' .
        '(?:donor|giver|contributor|individual|person|supporter)s?(?: name)?)\s*$~i';

    /** @var ?array<string, string> solid spelling to base */
    private static ?array $bases = null;

    /**
     * @param  string  $base  key in the catalog, or one of the further bases of data/headers.php; '' for what is known and has no field
     * @param  string  $party  key of Target::PARTIES; '' for the supporter
     * @param  string  $kind  of an address, an email or a phone; '' if it does not say
     * @param  int  $number  0 if it does not say
     */
    private function __construct(
        public readonly string $base,
        public readonly string $party,
        public readonly string $kind,
        public readonly int $number,
    ) {}

    /** @return ?self null if the words name nothing */
    public static function read(string $header): ?self
    {
        // A remark in brackets may say which one it is, or be but a remark: "Phone (mobile)", "Organization (if any)".
        // So may what stands behind a dash: "Name - please print".
        return self::understood($header) ??
            (preg_match('/\(|\s[-\x{2013}\x{2014}]\s/u', $header) === 1
                ? self::understood((string) preg_replace('/\([^)]*\)?|\s[-\x{2013}\x{2014}]\s.*$/u', ' ', $header))
                : null);
    }

    private static function understood(string $header): ?self
    {
        // "Donor/Org" has people too.
        $words = preg_match(self::OF_ALL_KINDS, $header) === 1 ? ['name'] : self::words($header);
        $numbers = array_values(array_filter($words, static fn(string $word): bool => preg_match('/^(?:[1-9]|[1-5]\d)$/D', $word) === 1));
        $letters = array_values(array_filter($words, static fn(string $word): bool => preg_match('/^\d+$/D', $word) !== 1));
        // Whom to call when something happens is nobody of the sheet.
        if (array_intersect($letters, ['emergency', 'emerg', 'emer', 'kin', 'nok']) !== []) {
            return new self('', '', '', 0);
        }
        $party = self::party($letters);
        $kind = self::kind($letters);
        foreach (self::attempts($words, $letters, $party, $kind) as [$attempt, $usesNumber]) {
            $base = self::bases()[implode('', $attempt)] ?? self::writtenOut($attempt);
            if ($base !== null) {
                // "Parent company" and "Parent ID" are of something else.
                if (array_intersect($letters, self::PARENTS) !== [] && preg_match('/^(?:name|address)\.|^(?:email|phone)/', $base) !== 1) {
                    return array_intersect($attempt, self::PARENTS) === [] ? null : new self($base, '', '', 0);
                }
                // "Agency #" is no name.
                if (
                    end($letters) === 'no' &&
                    !in_array('no', $attempt, true) &&
                    preg_match('/^(?:name\.|organization\.name$)/', $base) === 1
                ) {
                    return new self('', '', '', 0);
                }
                // "Agency contact" is a person.
                $isPerson =
                    $base === 'organization.name' && $party === 'contact' && in_array(end($letters), self::PARTIES['contact'], true);
                $base = $isPerson ? 'name.full' : $base;
                $number = $usesNumber || $numbers === [] ? 0 : (int) $numbers[0];
                // "Pledge 26" is of a year.
                $number = $number > self::MOST_GIFTS && preg_match('/^(?:gift|promise)\./', $base) === 1 ? 0 : $number;
                if ($party === '' && $kind !== '' && array_intersect($attempt, self::KINDS[$kind]) === []) {
                    $base = self::ofKind($base, $kind);
                }
                // "Home value" is of a house, and no gift.
                if (
                    !in_array($kind, ['', 'other'], true) &&
                    preg_match('/^(?:gift|promise)\./', $base) === 1 &&
                    array_intersect($attempt, self::KINDS[$kind]) === []
                ) {
                    return new self('', '', '', 0);
                }
                // "Spouse deceased" says nothing of whom the row is about.
                if ($party !== '' && array_intersect($attempt, self::PARTIES[$party]) === [] && self::isApart($base, $party)) {
                    return new self('', '', '', 0);
                }
                // A word that the field itself is called by says no more: "Postal code" is of no mailing address, "Contact" alone is a name.
                $isOf = $party !== '' && array_intersect($attempt, self::PARTIES[$party]) === [] && self::belongs($base, $party);
                $isKind = $kind !== '' && array_intersect($attempt, self::KINDS[$kind]) === [] && self::fits($base, $kind);

                // "2nd member first" is the first name of the second person.
                $number = str_starts_with($base, 'name.') && array_intersect($letters, ['2nd', 'second']) !== [] ? 2 : $number;

                return new self($base, $isOf ? $party : '', $isKind ? $kind : '', $number);
            }
        }
        // "Mailer ID": of a system that has no other word.
        if (
            count($letters) > 1 &&
            in_array($letters[count($letters) - 1], ['id', 'guid', 'uuid'], true) &&
            array_intersect($letters, self::NO_SYSTEMS) === [] &&
            $party === ''
        ) {
            return new self('id.other', '', '', 0);
        }
        // "Home #", "Cell no."
        $ofKind = $kind === '' ? $letters : array_diff($letters, self::KINDS[$kind]);
        if ($numbers === [] && array_values($ofKind) === ['no'] && self::fits('phone', $kind)) {
            return new self('phone', '', $kind, 0);
        }
        $alone = $party !== '' && count(array_diff($letters, self::PARTIES[$party], array_keys(self::IDLE))) === 0;

        return match (true) {
            !$alone => null,
            end($letters) === 'no' => $party === 'household' ? new self('id.old', $party, '', 0) : null,
            $party === 'employer', $party === 'household' => new self('organization.name', $party, '', 0),
            default => new self('name.full', $party, '', (int) ($numbers[0] ?? 0)),
        };
    }

    /** Which kind of address a header begins a section of: "Work" alone, or "Work address"; null if none. */
    public static function sectionKind(string $header): ?string
    {
        $letters = array_values(array_diff(self::words($header), ['address', 'info', 'information', 'contact', 'details']));

        return count($letters) === 1 ? (self::kind($letters) === '' ? null : self::kind($letters)) : null;
    }

    /** @return list<string> folded, "FName" as "f name", "Phone1" as "phone 1", "e mail" as "email" */
    public static function words(string $header): array
    {
        $spaced = (string) preg_replace(
            [
                '/(?<=\p{L})\.(?=\p{L}{2})|\.(?=\d)|(?<=\d)\.(?=\p{L})/u',
                '/(\p{Ll})(\p{Lu})/u',
                '/(\p{Lu})(\p{Lu}\p{Ll})/u',
                '/(\p{L})(\d)/u',
                '/(\d)(\p{L})/u',
            ],
            [' ', '$1 $2', '$1 $2', '$1 $2', '$1 $2'],
            $header,
        );
        $spaced = (string) preg_replace(
            [
                '/\bowner (?=\d)|[\'\x{2019}]s\b|(?<=\p{L})\(e?s\)/iu',
                '/\b(?:i|you|we)[\'\x{2019}]d\b/iu',
                '/\be[- _]?mail/iu',
                '/#|№/u',
                '/\btele phone\b/iu',
                '/\b(\d) ?(st|nd|rd|th)\b/iu',
                '/\$/',
                '/\(c\)/i',
                '/\b(?:grown[- ]?up|care[- ]?giver)(?=s?\b)|\bp\/g\b|\badult(?= [12]\b)/i',
                '/\bco[-_ ]?(?:adopter|applicant|donor|member|owner|signer|tenant)\b/i',
            ],
            ['', ' would ', 'email', ' no ', 'telephone', '$1$2', ' usd ', ' cell ', 'parent', ' spouse '],
            $spaced,
        );

        $words = Fold::words($spaced) === '' ? [] : explode(' ', Fold::words($spaced));

        return count($words) < 2 ? $words : array_map(static fn(string $word): string => self::SINGULAR[$word] ?? $word, $words);
    }

    /**
     * Ever less of the header, so that the most telling reading comes first.
     *
     * @param  list<string>  $words
     * @param  list<string>  $letters  the words without the numbers
     * @return list<array{list<string>, bool}> words, and whether the number belongs to them
     */
    private static function attempts(array $words, array $letters, string $party, string $kind): array
    {
        $ofParty = $party === '' ? [] : self::PARTIES[$party];
        $ofKind = $kind === '' ? [] : self::KINDS[$kind];
        $idle = array_keys(self::IDLE);
        $attempts = [];
        foreach ([[], $ofParty] as $who) {
            // "Donor cell" is a donor's, and no donor: a word that says which kind goes last.
            foreach ([[], $ofKind] as $which) {
                foreach ([[], array_values(array_diff($idle, self::THINGS)), $idle] as $less) {
                    // "Address 2" is the second line; of most other things a number is one of several.
                    $attempts[] = [array_values(array_diff($words, $who, $less, $which)), true];
                    $attempts[] = [array_values(array_diff($letters, $who, $less, $which)), false];
                }
            }
        }

        // "Primary member": where no word says what it is, the last one does.
        $isIdle = count($letters) > 1 && array_diff($letters, $idle) === [];
        $attempts = $isIdle ? [...$attempts, [[$letters[count($letters) - 1]], false]] : $attempts;

        return array_values(array_filter($attempts, static fn(array $attempt): bool => $attempt[0] !== []));
    }

    /**
     * The base of a header with short forms or in another order: "Ck Amt", "Date Pd", "Amount of check".
     *
     * @param  list<string>  $words
     */
    private static function writtenOut(array $words): ?string
    {
        $words = array_values(array_diff(array_map(static fn(string $word): string => self::SHORT[$word] ?? $word, $words), ['of', 'the']));
        $base = self::bases()[implode('', $words)] ?? null;
        foreach ($base === null && count($words) > 1 ? self::WHAT : [] as $what) {
            $others = array_values(array_diff($words, [$what]));
            if (count($others) === count($words) - 1) {
                $base ??= self::bases()[implode('', [...$others, $what])] ?? (self::bases()[implode('', [$what, ...$others])] ?? null);
            }
        }

        return $base;
    }

    /** @param  list<string>  $letters */
    private static function party(array $letters): string
    {
        foreach (self::PARTIES as $party => $words) {
            if (array_intersect($letters, $words) !== []) {
                return $party;
            }
        }

        return '';
    }

    /** @param  list<string>  $letters */
    private static function kind(array $letters): string
    {
        foreach (['mobile', 'fax', 'work', 'home', 'seasonal', 'mailing', 'other'] as $kind) {
            if (array_intersect($letters, self::KINDS[$kind]) !== []) {
                return $kind;
            }
        }

        return '';
    }

    /** "Bus name" is an organization's, "Bus title" a job, and "Preferred mail name" stands on the envelope. */
    private static function ofKind(string $base, string $kind): string
    {
        return match ("{$kind} {$base}") {
            'work name.full' => 'organization.name',
            'work name.title' => 'role',
            'mailing name.full', 'mailing name.nickname' => 'name.envelope',
            default => $base,
        };
    }

    private static function belongs(string $base, string $party): bool
    {
        return $party === '' ||
            match ($party) {
                'household' => in_array($base, ['organization.name', 'name.full', 'id.old'], true),
                'employer' => in_array($base, ['organization.name', 'name.full', 'id.old', 'role'], true),
                default => str_starts_with($base, 'name.') ||
                    in_array($base, ['email', 'phone', 'phone.mobile', 'birth_date', 'id.old', 'role'], true) ||
                    ($party === 'spouse' && self::isOfOne($base)),
            };
    }

    /** Whether a base says of one person what is not so of another. */
    private static function isOfOne(string $base): bool
    {
        return in_array($base, ['status', 'deceased', 'alive', 'death', 'active', 'inactive'], true) ||
            preg_match('/^(?:consent|refusal)\./', $base) === 1;
    }

    /** Whether it is of someone for whom there is no such field: "Spouse amount", "Contact inactive". A note and a group say by their name whose they are. */
    private static function isApart(string $base, string $party): bool
    {
        return !self::belongs($base, $party) &&
            match ($party) {
                'spouse', 'child' => !in_array($base, ['notes', 'group', 'groups', 'tags'], true),
                'household' => false,
                default => self::isOfOne($base),
            };
    }

    private static function fits(string $base, string $kind): bool
    {
        return match (true) {
            str_starts_with($base, 'address.') => in_array($kind, ['home', 'work', 'mailing', 'seasonal', 'other'], true),
            $base === 'email' || $base === 'email.undeliverable' => in_array($kind, ['home', 'work', 'other'], true),
            $base === 'phone' || $base === 'phone.undeliverable' => in_array($kind, ['home', 'work', 'mobile', 'fax', 'other'], true),
            default => false,
        };
    }

    /** @return array<string, string> */
    private static function bases(): array
    {
        if (self::$bases === null) {
            self::$bases = [];
            /** @var array<string, string> $lists */
            $lists = require __DIR__ . '/data/headers.php';
            foreach ($lists as $base => $words) {
                foreach (explode(' ', $words) as $word) {
                    self::$bases[$word] ??= $base;
                }
            }
        }

        return self::$bases;
    }
}
