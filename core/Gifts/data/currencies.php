<?php

/*
 * Currencies in use: their codes of three letters (ISO 4217, list one, funds and metals left out), and the signs and words by which people write them.
 * A sign that several currencies have stands with all of them; which is meant is said by a code beside it, or by the organization's own currency.
 * Signs: Unicode 16, block "Currency Symbols" and the names of its characters; words and letters before "$": general usage.
 */

return [
    'codes' => 'AED AFN ALL AMD ANG AOA ARS AUD AWG AZN BAM BBD BDT BGN BHD BIF BMD BND BOB BRL BSD BTN BWP BYN BZD CAD CDF CHF CLP CNY COP CRC CUP CVE CZK DJF DKK DOP DZD EGP ERN ETB EUR FJD FKP GBP GEL GHS GIP GMD GNF GTQ GYD HKD HNL HTG HUF IDR ILS INR IQD IRR ISK JMD JOD JPY KES KGS KHR KMF KPW KRW KWD KYD KZT LAK LBP LKR LRD LSL LYD MAD MDL MGA MKD MMK MNT MOP MRU MUR MVR MWK MXN MYR MZN NAD NGN NIO NOK NPR NZD OMR PAB PEN PGK PHP PKR PLN PYG QAR RON RSD RUB RWF SAR SBD SCR SDG SEK SGD SHP SLE SOS SRD SSP STN SVC SYP SZL THB TJS TMT TND TOP TRY TTD TWD TZS UAH UGX USD UYU UZS VED VES VND VUV WST XAF XCD XOF XPF YER ZAR ZMW ZWG',
    'signs' => [
        '$' => 'USD CAD AUD NZD HKD SGD BBD BMD BSD BZD FJD GYD JMD KYD LRD NAD SBD SRD TTD TWD XCD BND ARS CLP COP MXN UYU',
        'us$' => 'USD', 'u$s' => 'USD', 'c$' => 'CAD', 'ca$' => 'CAD', 'can$' => 'CAD', 'cdn$' => 'CAD', 'a$' => 'AUD', 'au$' => 'AUD', 'nz$' => 'NZD', 'hk$' => 'HKD', 's$' => 'SGD', 'nt$' => 'TWD', 'mx$' => 'MXN', 'r$' => 'BRL',
        'dollar' => 'USD CAD AUD NZD HKD SGD', 'dollars' => 'USD CAD AUD NZD HKD SGD',
        '€' => 'EUR', 'euro' => 'EUR', 'euros' => 'EUR',
        '£' => 'GBP', 'pound' => 'GBP', 'pounds' => 'GBP',
        '¥' => 'JPY CNY', 'yen' => 'JPY', 'cn¥' => 'CNY', 'jp¥' => 'JPY', '元' => 'CNY', '円' => 'JPY',
        '₹' => 'INR', 'rs' => 'INR PKR LKR NPR MUR', '₩' => 'KRW KPW', '₽' => 'RUB', '₺' => 'TRY', '₪' => 'ILS', '₦' => 'NGN', '₱' => 'PHP', '฿' => 'THB', '₫' => 'VND', '₴' => 'UAH', '₡' => 'CRC', '₲' => 'PYG', '₵' => 'GHS', '₸' => 'KZT', '₼' => 'AZN', '₾' => 'GEL', '₮' => 'MNT',
        'kr' => 'SEK NOK DKK ISK', 'zł' => 'PLN', 'kč' => 'CZK', 'ft' => 'HUF', 'fr' => 'CHF', 'sfr' => 'CHF', 'lei' => 'RON MDL', 'lv' => 'BGN',
    ],
];
