<?php

declare(strict_types=1);

namespace PineSieve\Core\Names;

use PineSieve\Core\Text\Fold;
use PineSieve\Core\Text\Tidy;

/** What people write beside a name in the same cell: 'Robert "Bob" Lee', "Ann Lee (deceased)", "Ann Lee (née Park)". */
final readonly class NameRemarks
{
    private const GONE = ['deceased', 'dec', 'decd', 'dead', 'died', 'passed away', 'rip'];

    /** Who comes along without a name, or gets the mail in one's place. */
    private const COMPANY = '/[\s,]*(?:[&+\/]|\b(?:and|or|plus|with|et)\b)\s*((?:(?:his|her|their|a|current|\d+|one|two)\s+)*(?:guests?|friends?|spouse|wife|husband|children|kids|others?|partner|resident|occupant|(?<=et )al|ux|vir|\d|one))\.?$/iu';

    /** How mail or a name reaches someone else, who one was, and a remark behind a dash: "c/o Bo Park", "dba Lee Designs", "née Park", "- do not mail". */
    private const WAY = '(?<=\S)[\s,]+(?:c\s?\/\s?o|in care of|d\.?\/?b\.?\/?a\.?|n[ée]e|formerly|aka|(?-i:[fn]ka|[FN]KA)|[afn]\/k\/a) \S.*$|(?<=\S) [-–—] (?-i:\p{Ll}).*$';

    private const OFFICES =
        '(?:chair(?:man|woman|person)?|president(?:[ -]elect)?|vp|treasurer|secretary(?:[\/ -]treasurer)?|director|manager|owner|founder|ceo|cfo|coo|' .
        '(?:(?:board|founding|committee|staff) )?member|executor|executrix|administrator|agent|poa|proprietor|custodian|guardian|coordinator|principal)';

    /** What someone is, behind a whole name: ", Board Chair", " - Treasurer". */
    private const OFFICE =
        '^\S+,? \S.*?\K(?:,| [-–—]) ?(?:(?:board|past|former|vice|co|assistant|associate|exec(?:utive)?|acting|interim|general|founding|honorary|immediate)[\s-]+)*' .
        self::OFFICES .
        '(?:,? (?:of|for|at|emerit\p{L}+)\b.*| ?[&\/].*)?$';

    /** When someone left school, and what pays: "'72", "P'15", "MBA'99, P'15", "class of 1972", "IRA", "Roth IRA". */
    private const YEAR_OR_ACCOUNT =
        '(?<! of)(?<=[\p{L}.)])[\s,]+(?:class of (?:19|20)\d\d|(?:(?:\p{Lu}[\p{L}.]{0,5})?[\'\x{2019}]\d\d\b[\s,\/&]*)+)$|' .
        '^\S+,? \S.*?\K(?: [-–—])? (?:(?:roth|sep|simple|rollover|inherited|traditional|beneficiary) )*(?-i:IRA|DAF|QCD|RMD)(?: (?:rollover|rmd|qcd|distribution|account|acct))*$';

    /** Whose desk, behind an organization's name. */
    private const DESK = '/^(.*\p{L}\.?)[\s,;–-]*(?:\s|(?<=[,;]))\(?((?:c\s?\/\s?o|in care of|attn|attention|(?<=\()via)\b[:.\s]*[^()]*\p{L}[^()]*)\)?$/iuD';

    /** Names that mailing lists have in the place of one. */
    private const NOBODY = [
        'current resident',
        'resident',
        'current occupant',
        'occupant',
        'postal customer',
        'postal patron',
        'box holder',
        'boxholder',
        'local resident',
        'or current resident',
        // What treasurers write where nobody knows who gave.
        'cash',
        'petty cash',
        'loose cash',
        'loose plate',
        'loose offering',
        'cash donation',
        'cash donations',
        'cash donor',
        'cash customer',
        'cash buyer',
        'cash bidder',
        'cash sale',
        'cash sales',
        'misc',
        'misc cash',
        'misc donor',
        'misc donors',
        'miscellaneous',
        'various',
        'various donors',
        'walk in',
        'walk ins',
        'walk in customer',
        'online donor',
        'web donor',
        'donation jar',
        'online donation',
        'online donations',
        'bake sale',
        'car wash',
        'golf outing',
        'trivia night',
        'silent auction',
        'raffle',
        '50 50',
        '50 50 raffle',
        'matching gift',
        'plate offering',
    ];

    /** With a date alone: "d. 2019", "died in May 2019", "dec. 5/3/2019". */
    private const GONE_ON = '/^(?:deceased|dec|decd|died|d|passed|passed away) (?:on |in )?(?:[a-z]+ )?[\d ]+$/D';

    /**
     * @param  string  $name  the name alone
     * @param  string  $remark  what is neither a nickname nor a death: nothing is lost
     */
    private function __construct(
        public string $name,
        public string $nickname = '',
        public bool $isDeceased = false,
        public string $remark = '',
    ) {}

    public static function of(string $text): self
    {
        // Most names have none of these.
        if (
            preg_match(
                '/guest|friend|spouse|wife|husband|children|kids|other|partner|resident|occupant|one$|\bet (?:al|ux|vir)\b|(?-i:RIP|R\.I\.P\.)$|\d$|[(\[“”„"‘†]|(?:^|\s)[\'’]|' .
                    'dec(?:\'?d|eased)|^(?:the )?late |' .
                    self::WAY .
                    '|(?:, ?| [-–—] )(?:\p{L}+[\s-]+)*' .
                    self::OFFICES .
                    '\b|\b(?-i:IRA|DAF|QCD|RMD)\b/iu',
                $text,
            ) !== 1
        ) {
            return new self($text);
        }
        [$nickname, $isDeceased, $remarks] = ['', false, []];
        $take = static function (string $inner, bool $isQuoted, bool $mayBeName = true) use (&$nickname, &$isDeceased, &$remarks): string {
            $inner = Tidy::line($inner);
            $folded = Fold::words($inner);
            $isAll = in_array($folded, self::GONE, true);
            $isDeceased = $isDeceased || $isAll || preg_match(self::GONE_ON, $folded) === 1;
            if ($isAll) {
                return ' ';
            }
            if ($mayBeName && $nickname === '' && ($isQuoted || self::isShortForm($folded))) {
                $nickname = $inner;
            } elseif ($inner !== '') {
                $remarks[] = $inner;
            }

            return ' ';
        };
        $name = $text;
        foreach ([self::WAY, self::YEAR_OR_ACCOUNT, self::OFFICE] as $behind) {
            $name = (string) preg_replace_callback(
                "/{$behind}/iu",
                static fn(array $m): string => $take(ltrim($m[0], ' ,-'), false, false),
                $name,
            );
        }
        $name = (string) preg_replace_callback(
            '/\(([^()]*)\)|\[([^\[\]]*)\]/u',
            static fn(array $m): string => $take($m[2] ?? $m[1], false),
            $name,
        );
        $name = (string) preg_replace_callback(
            '/["“”„]([^"“”„]{1,30})["“”]|(?<=\s|^)[\'‘]([\p{L} .-]{1,30})[\'’](?=\s|,|$)/u',
            static fn(array $m): string => $take($m[2] ?? $m[1], true),
            $name,
        );
        $name = (string) preg_replace_callback(self::COMPANY, static fn(array $m): string => $take($m[1], false, false), $name);
        $name = (string) preg_replace_callback(
            '/†|^(?:the )?late (?=\S+ \S)|[\s,;–-]+(?:dec(?:\'?d|eased)|(?-i:RIP|R\.I\.P))\.?(?:(?=\s*$)|,? (?:in |on )?(?:\p{L}+ )?\d[\d\/., -]*$)/iu',
            static fn(array $m): string => $take(preg_match('/\d/', $m[0]) === 1 ? ltrim($m[0], ' ,;-') : 'deceased', false),
            $name,
        );
        $name = trim((string) preg_replace('/ (?=,)/', '', Tidy::line($name)), " ,;-\u{2013}");

        // Where nothing but a remark is left, the remark is the name.
        return preg_match('/\p{L}/u', $name) === 1
            ? new self($name, $nickname, $isDeceased, implode('; ', $remarks))
            : new self(trim($text, ' "“”„'));
    }

    /** An organization's name without who opens its mail: "Larkspur Trust c/o First Bank", "Seacoast Dental (attn: Pam)". */
    public static function ofOrganization(string $text): self
    {
        return preg_match(self::DESK, $text, $parts) === 1 ? new self($parts[1], remark: trim($parts[2])) : new self($text);
    }

    /** The name without who comes along: "Ann Lee & guest" is one person. */
    public static function withoutCompany(string $text): string
    {
        return (string) preg_replace([self::COMPANY, '/' . self::OFFICE . '/iu'], '', $text);
    }

    /** "Ann Lee" of "Ann Lee c/o Lee Designs" and "Ann Lee, Director of Lee Designs". */
    public static function withoutWay(string $text): string
    {
        return (string) preg_replace(['/' . self::WAY . '/iu', '/' . self::OFFICE . '/iu'], '', $text);
    }

    /** Whether what stands in the place of a name is none: "Current Resident". */
    public static function isNobody(string $name): bool
    {
        return in_array(Fold::words($name), self::NOBODY, true);
    }

    /** Whether what stands in the place of a name says that nobody knows who it is: "Anonymous donor". */
    public static function isUnknown(string $name): bool
    {
        return preg_match(
            '/^an? (?:friend|well wisher|supporter|donor)$|^(?:an? |the )?(?:anonymous|anon|unknown|unnamed|name withheld|no name)' .
                '(?: (?:unknown|donor|giver|gift|donation|friend|person|supporter|s))*(?: \d+)?$/D',
            Fold::words($name),
        ) === 1;
    }

    /** In words; '' if there is nothing beside the name. */
    public function told(): string
    {
        return implode(
            ', ',
            array_filter(
                [
                    $this->nickname === '' ? '' : "nickname {$this->nickname}",
                    $this->isDeceased ? 'deceased' : '',
                    $this->remark === '' ? '' : "\"{$this->remark}\" goes to the notes",
                ],
                static fn(string $part): bool => $part !== '',
            ),
        );
    }

    private static function isShortForm(string $folded): bool
    {
        return !str_contains($folded, ' ') && Nicknames::fullOf($folded) !== [];
    }
}
