<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns;

use PineSieve\Core\Standards\FieldType;
use PineSieve\Core\Standards\Target;
use PineSieve\Core\Text\Fold;
use PineSieve\Core\Text\Tidy;

/** An email or a telephone number as people write it into a cell: several in one, and what there is to know of each beside it. */
final readonly class WrittenContact
{
    /** A number of ten digits in groups, with a code of the country and an extension; or one that begins with the code of another country. */
    private const PHONE =
        '/(?<![\d+])(?:\+?1[\s.-]*)?\(?\d{3}\)?[\s.\/-]*\d{3}[\s.-]*\d{4}(?!\d)(?:[\s,;]*(?:\b(?:ext(?:ension|n)?|poste|x)|(?<=\d)x|#)[.:=\s]*\d{1,6}\b)?' .
        '|\+\d[\d\s().-]{6,}\d/iu';

    private const EMAIL = '/[^\s<>()\[\],;:"|\/@]+@[^\s<>()\[\],;:"|\/@]+\.\p{L}{2,24}(?![\p{L}\d@-])/u';

    /** What most cells are. */
    private const PLAIN_PHONE = '/^[+\d\s().\/-]*(?:(?:\s|(?<=\d))(?:x|ext\.?|#)\s?\d+|;ext=\d+)?$/iD';

    /** What stands between two, and says nothing. */
    private const BETWEEN = '/^[\s,;:|\/&.()<>\[\]"\'-]*(?:(?:and|or)\b[\s,;:|\/&.()<>\[\]"\'-]*)?$/iu';

    private const KINDS = [
        'home' => ['home', 'h', 'hm', 'house', 'personal', 'landline'],
        'work' => ['work', 'w', 'wk', 'office', 'off', 'business', 'bus', 'biz'],
        'mobile' => ['cell', 'c', 'mobile', 'm', 'mob', 'cellphone'],
        'fax' => ['fax', 'f'],
    ];

    private const IDLE = ['tel', 'telephone', 'phone', 'ph', 'number', 'call', 'email', 'e mail', 'mailto', 'primary'];

    private const DEAD =
        '/\b(?:bad|wrong(?: (?:number|no|email|address))?|disconnected|disconn?|bounced?|bounces|bouncing|undeliverable|invalid|defunct|obsolete|old|former|' .
        '(?:no longer|not|out of) (?:in )?(?:service|works?|working|use|valid|active|good)|no good|nis)\b/';

    private const REFUSES = '/\b(?:do not|don t|dont|never|no more|no) (?:call|phone|calls|email|emails|e mail|mail|mailings|contact|solicit)\b|\bdnc\b|\bunsub(?:scribed?)?\b|\bopt(?:ed)? out\b/';

    /**
     * @param  string  $text  the email or the number alone
     * @param  string  $kind  of Target::KINDS, as the cell says; '' if it does not
     * @param  bool  $isDead  whether it reaches nobody, as the cell says
     * @param  bool  $refuses  whether nobody may be called, or written to, there
     * @param  string  $remark  what else is said of it, as it is written
     */
    private function __construct(
        public string $text,
        public string $kind = '',
        public bool $isDead = false,
        public bool $refuses = false,
        public string $remark = '',
    ) {}

    /** @return list<self> empty where the cell is nothing but one email or number, or is not understood: it is read as it is then */
    public static function all(FieldType $type, string $cell): array
    {
        $isPhone = $type === FieldType::Phone;
        if ($isPhone ? self::isPlainPhone($cell) : self::isPlainEmail($cell)) {
            return [];
        }
        // A link of a database: what is shown, and where it leads.
        $cell = $isPhone ? $cell : (string) preg_replace('/^([^#\s]+@[^#\s]+)#mailto:[^#]*#?.*$/i', '$1', $cell);
        if (preg_match_all($isPhone ? self::PHONE : self::EMAIL, $cell, $found, PREG_OFFSET_CAPTURE) < 1 || $found[0] === []) {
            return [];
        }
        $read = [];
        foreach (self::apart($cell, $found[0]) as [$text, $before, $behind]) {
            $one = self::one($isPhone, $text, $before, $behind);
            if ($one === null) {
                return [];
            }
            $read[$isPhone ? (string) preg_replace('/\D/', '', $text) : mb_strtolower($text)] ??= $one;
        }

        return array_values($read);
    }

    /** One number; two, one behind the other, have more digits. */
    private static function isPlainPhone(string $cell): bool
    {
        return preg_match(self::PLAIN_PHONE, $cell) === 1 && preg_match_all('/\d/', $cell) < 14;
    }

    /** One email, or one with whose it is as mail programs write it: that the row itself says. */
    private static function isPlainEmail(string $cell): bool
    {
        return preg_match('/^[^\s@]+@[^\s@,;:|\/<>()?!*]+$|^[^<>@]*<[^<>]*>$/D', $cell) === 1;
    }

    /**
     * @param  non-empty-list<array{string, int}>  $found  emails or numbers, and where they begin
     * @return list<array{string, string, string}> each with what stands before it and behind it
     */
    private static function apart(string $cell, array $found): array
    {
        $apart = [];
        $before = substr($cell, 0, $found[0][1]);
        $isLabelled = preg_match('/\p{L}/u', $before) === 1;
        foreach ($found as $i => [$text, $at]) {
            $end = $at + strlen($text);
            $isLast = !isset($found[$i + 1]);
            $behind = substr($cell, $end, $isLast ? null : $found[$i + 1][1] - $end);
            $next = '';
            // "H 555-0143, C 555-0144": what stands before the next one is said of that.
            if (!$isLast && preg_match('/^(.*?[,;|\/&\n])(\s*\(?\p{L}.*)$|^([^(]*)(\([^)]*)$/su', $behind, $parts) === 1) {
                [$behind, $next] = array_values(array_slice($parts, -2));
            } elseif (!$isLast && $isLabelled) {
                [$behind, $next] = ['', $behind];
            }
            $apart[] = [$text, $before, $behind];
            $before = $next;
        }

        return $apart;
    }

    /**
     * What is said beside it, as values of the row.
     *
     * @param  Target  $place  where it goes itself
     * @return list<FedValue> what is refused, what is dead, and a line of notes
     */
    public function beside(Target $place): array
    {
        $head = explode('.', $place->field)[0];
        $of = static fn(string $field): Target => $place->with(field: $field, kind: '', number: 1);
        $values = $this->refuses ? [new FedValue($of("consent.{$head}"), 'no')] : [];
        if ($this->isDead) {
            $values[] = new FedValue($place->with(field: "{$head}.undeliverable"), 'yes');
        }
        if ($this->remark !== '') {
            $values[] = new FedValue($of('notes'), "With {$this->text}: {$this->remark}");
        }

        return $values;
    }

    /** In words; '' if nothing is said beside it. */
    public function told(): string
    {
        return implode(
            ', ',
            array_filter(
                [
                    $this->kind,
                    $this->isDead ? 'reaches nobody' : '',
                    $this->refuses ? 'not to be used' : '',
                    $this->remark === '' ? '' : "\"{$this->remark}\" goes to the notes",
                ],
                static fn(string $part): bool => $part !== '',
            ),
        );
    }

    /** @return ?self null if what stands beside it may belong to it */
    private static function one(bool $isPhone, string $text, string $before, string $behind): ?self
    {
        [$kind, $isDead, $refuses, $remarks] = ['', false, false, []];
        foreach ([$before, $behind] as $i => $said) {
            // "603-555-0105, 0106" is the end of another number.
            if (preg_match('/\d{5}|\d{3}\W\d{4}|@|^[\s\/,&-]*(?:(?:or|to|and)\s)?\s*\d+\s*$/iu', $said) === 1) {
                return null;
            }
            $isApart = preg_match($i === 0 ? '/[)\]:<-]\s*$/u' : '/^\s*[(\[>]|^\s+-/u', $said) === 1;
            $parts = preg_split('/[()\[\]<>,;:|]+|(?:^|\s)[-\x{2013}\x{2014}](?=\s|$)/u', $said);
            foreach ($parts === false ? [] : $parts as $part) {
                $words = Fold::words($part);
                if (preg_match(self::BETWEEN, $part) === 1 || in_array($words, self::IDLE, true)) {
                    continue;
                }
                $ofKind = self::kind($words);
                if ($ofKind !== '' && ($isPhone || in_array($ofKind, Target::KINDS['email'], true))) {
                    $kind = $ofKind;
                    continue;
                }
                $dead = preg_match(self::DEAD, $words) === 1;
                $no = preg_match(self::REFUSES, $words) === 1;
                // "ann lee@example.org" may be one with a blank in it.
                if (!$isPhone && !$dead && !$no && !$isApart) {
                    return null;
                }
                [$isDead, $refuses] = [$isDead || $dead, $refuses || $no];
                $remarks[] = trim(Tidy::line($part), " /-&\u{2013}");
            }
        }

        $text = (string) preg_replace('/[\s,;]*(?:ext(?:ension|n)?|poste|x|#)[.:=\s]*(\d{1,6})$/iu', ' x$1', trim($text));

        return new self($text, $kind, $isDead, $refuses, implode('; ', $remarks));
    }

    private static function kind(string $words): string
    {
        $words = trim((string) preg_replace('/\b(?:phone|number|email|ph|tel|no)\b/', '', $words));
        foreach (self::KINDS as $kind => $names) {
            if (in_array($words, $names, true)) {
                return $kind;
            }
        }

        return '';
    }
}
