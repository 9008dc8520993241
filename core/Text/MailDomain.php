<?php

declare(strict_types=1);

namespace PineSieve\Core\Text;

/** The domain of an email, where a slip is likely: "gmial.com", "yahoo.con". */
final class MailDomain
{
    /** Where most people have their mail: name to the endings that it has. */
    private const PROVIDERS = [
        'gmail' => ['com'],
        'yahoo' => [
            'com',
            'ca',
            'co.uk',
            'fr',
            'de',
            'es',
            'it',
            'in',
            'co.in',
            'com.br',
            'com.mx',
            'com.au',
            'com.ar',
            'co.jp',
            'com.ph',
            'ie',
        ],
        'hotmail' => ['com', 'ca', 'co.uk', 'fr', 'de', 'es', 'it', 'be', 'com.br', 'com.ar', 'com.mx', 'nl', 'se'],
        'outlook' => ['com', 'ca', 'fr', 'de', 'es', 'it', 'com.br', 'com.au', 'ie', 'jp'],
        'icloud' => ['com'],
        'aol' => ['com', 'ca', 'co.uk', 'de', 'fr'],
        'comcast' => ['net', 'com'],
        'verizon' => ['net', 'com'],
        'sbcglobal' => ['net'],
        'bellsouth' => ['net'],
        'earthlink' => ['net'],
        'optonline' => ['net'],
        'charter' => ['net', 'com'],
        'att' => ['net', 'com'],
        'cox' => ['net', 'com'],
        'msn' => ['com'],
        'live' => ['com', 'ca', 'co.uk', 'fr', 'nl', 'com.mx', 'com.au'],
        'protonmail' => ['com', 'ch'],
        'rogers' => ['com'],
        'sympatico' => ['ca'],
    ];

    /** Names that are one letter away from one of these, and exist. */
    private const THEMSELVES = ['mail', 'email', 'ymail', 'gmx', 'fmail', 'zmail', 'hmail', 'carter', 'chatter', 'rodgers', 'roger'];

    /** What no domain ends in. */
    private const NO_ENDINGS = [
        'comm' => 'com',
        'coom' => 'com',
        'cmo' => 'com',
        'ocm' => 'com',
        'vom' => 'com',
        'xom' => 'com',
        'cpm' => 'com',
        'cim' => 'com',
        'clm' => 'com',
        'coma' => 'com',
        'comn' => 'com',
        'con' => 'com',
        'ner' => 'net',
        'nte' => 'net',
        'ent' => 'net',
        'nett' => 'net',
        'met' => 'net',
        'ogr' => 'org',
        'rog' => 'org',
        'orgg' => 'org',
        'or' => 'org',
        'prg' => 'org',
        'eud' => 'edu',
        'deu' => 'edu',
        'eduu' => 'edu',
    ];

    /** Most people have their mail at few places. */
    private const REMEMBERED = 5_000;

    /** @var array<string, string> domain to the one that is meant */
    private static array $meant = [];

    private function __construct() {}

    /** @return string the domain that is probably meant; '' if the email's own may be right */
    public static function meant(string $email): string
    {
        $domain = strtolower(substr((string) strrchr($email, '@'), 1));
        if (count(self::$meant) > self::REMEMBERED) {
            self::$meant = [];
        }

        return self::$meant[$domain] ??= self::find($domain);
    }

    private static function find(string $domain): string
    {
        [$name, $ending] = [...explode('.', $domain, 2), ''];
        if (in_array($ending, self::PROVIDERS[$name] ?? [], true)) {
            return '';
        }
        // "example.com.com"
        if (preg_match('/^(.+\.)(com|org|net|edu)\.\2$/D', $domain, $twice) === 1) {
            return $twice[1] . $twice[2];
        }
        $last = str_contains($domain, '.') ? substr((string) strrchr($domain, '.'), 1) : '';
        if (isset(self::NO_ENDINGS[$last])) {
            $domain = substr($domain, 0, -strlen($last)) . self::NO_ENDINGS[$last];
            [$name, $ending] = [...explode('.', $domain, 2), ''];
            $isMended = true;
        }
        $provider = self::provider($name, $ending);

        return $provider !== '' ? $provider : (isset($isMended) ? $domain : '');
    }

    private static function provider(string $name, string $ending): string
    {
        if (isset(self::PROVIDERS[$name])) {
            // "gmail.co", "comcast.nt"
            $meant = self::PROVIDERS[$name][0];

            return $name === 'gmail' || (strlen($name) > 3 && levenshtein($ending, $meant) === 1) ? "{$name}.{$meant}" : '';
        }
        foreach (self::PROVIDERS as $right => $endings) {
            if (
                strlen($right) > 4 &&
                in_array($ending, $endings, true) &&
                !in_array($name, self::THEMSELVES, true) &&
                abs(strlen($name) - strlen($right)) < 2 &&
                self::isOneSlip($name, $right)
            ) {
                return "{$right}.{$ending}";
            }
        }

        return '';
    }

    /** One letter more, less, another, or two in each other's place. */
    private static function isOneSlip(string $written, string $right): bool
    {
        $distance = levenshtein($written, $right);
        if ($distance === 1) {
            return true;
        }
        for ($i = 0; $distance === 2 && $i < strlen($written) - 1; $i++) {
            $turned = $written;
            [$turned[$i], $turned[$i + 1]] = [$written[$i + 1], $written[$i]];
            if ($turned === $right) {
                return true;
            }
        }

        return false;
    }
}
