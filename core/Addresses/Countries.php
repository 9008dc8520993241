<?php

declare(strict_types=1);

namespace PineSieve\Core\Addresses;

use PineSieve\Core\Text\Fold;

/** Country names and their ISO 3166-1 alpha-2 codes, as the ICU library of the system lists them in English. */
final class Countries
{
    /** Not those that are towns of the United States as well, such as Holland. */
    private const OTHER_SPELLINGS = [
        'usa' => 'US',
        'unitedstatesofamerica' => 'US',
        'america' => 'US',
        'can' => 'CA',
        'uk' => 'GB',
        'england' => 'GB',
        'scotland' => 'GB',
        'wales' => 'GB',
        'greatbritain' => 'GB',
        'mex' => 'MX',
        'estadosunidos' => 'US',
        'etatsunis' => 'US',
        'northernireland' => 'GB',
        'republicofireland' => 'IE',
        'eire' => 'IE',
        'thenetherlands' => 'NL',
        'deutschland' => 'DE',
        'osterreich' => 'AT',
        'schweiz' => 'CH',
        'suisse' => 'CH',
        'espana' => 'ES',
        'italia' => 'IT',
        'brasil' => 'BR',
        'polska' => 'PL',
        'norge' => 'NO',
        'sverige' => 'SE',
        'danmark' => 'DK',
        'suomi' => 'FI',
        'czechrepublic' => 'CZ',
        'russianfederation' => 'RU',
        'turkiye' => 'TR',
        'republicofkorea' => 'KR',
        'peoplesrepublicofchina' => 'CN',
        'hongkong' => 'HK',
        'burma' => 'MM',
        'swaziland' => 'SZ',
        'ivorycoast' => 'CI',
        'capeverde' => 'CV',
        'easttimor' => 'TL',
        'uae' => 'AE',
        'thebahamas' => 'BS',
        'thephilippines' => 'PH',
        'thegambia' => 'GM',
        'saintlucia' => 'LC',
        'saintkittsandnevis' => 'KN',
        'saintvincentandthegrenadines' => 'VC',
    ];

    /** @var ?array<string, string> */
    private static ?array $codes = null;

    private function __construct() {}

    /** The code of a country however it is written; null if unknown. */
    public static function code(string $written): ?string
    {
        return self::codes()[Fold::solid($written)] ?? null;
    }

    /** The name of a country in English; the code itself if it has none. */
    public static function name(string $code): string
    {
        $name = \Locale::getDisplayRegion("-{$code}", 'en');

        return $name === false || $name === '' ? $code : $name;
    }

    /** @return list<string> codes, in the order of their names */
    public static function all(): array
    {
        $names = [];
        foreach (array_unique(self::codes()) as $code) {
            $names[$code] = self::name($code);
        }
        asort($names);

        return array_keys($names);
    }

    /** @return array<string, string> */
    private static function codes(): array
    {
        if (self::$codes === null) {
            self::$codes = self::OTHER_SPELLINGS;
            $bundle = \ResourceBundle::create('en', 'ICUDATA-region');
            $names = $bundle?->get('Countries');
            foreach ($names instanceof \ResourceBundle ? $names : [] as $code => $name) {
                if (
                    is_string($name) &&
                    is_string($code) &&
                    preg_match('/^[A-Z]{2}$/D', $code) === 1 &&
                    !in_array($code, ['ZZ', 'EU', 'EZ', 'UN', 'XA', 'XB'], true)
                ) {
                    self::$codes[Fold::solid($name)] ??= $code;
                    self::$codes[strtolower($code)] = $code;
                }
            }
        }

        return self::$codes;
    }
}
