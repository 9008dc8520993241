<?php

// Forms of postal codes by ISO 3166-1 alpha-2 code of the country, as the Universal Postal Union describes each country's
// addressing system (upu.int, "Universal POST*CODE DataBase", country fact sheets): pattern without blanks, and an example.
// Countries that are not here have no postal code, or one whose form is not checked.
return [
    'AT' => ['\d{4}', '1010'],
    'AU' => ['\d{4}', '3000'],
    'BE' => ['\d{4}', '1000'],
    'BR' => ['\d{5}-?\d{3}', '01310-100'],
    'CH' => ['\d{4}', '8001'],
    'CZ' => ['\d{5}', '110 00'],
    'DE' => ['\d{5}', '10115'],
    'DK' => ['\d{4}', '1050'],
    'ES' => ['\d{5}', '28001'],
    'FI' => ['\d{5}', '00100'],
    'FR' => ['\d{5}', '75001'],
    'GB' => ['[A-Z]{1,2}\d[A-Z\d]?\d[A-Z]{2}', 'SW1A 1AA'],
    'GR' => ['\d{5}', '104 31'],
    'IE' => ['[A-Z]\d[\dW][A-Z\d]{4}', 'D02 AF30'],
    'IL' => ['\d{5}(?:\d{2})?', '9100000'],
    'IN' => ['[1-9]\d{5}', '110001'],
    'IS' => ['\d{3}', '101'],
    'IT' => ['\d{5}', '00118'],
    'JP' => ['\d{3}-?\d{4}', '100-0001'],
    'KR' => ['\d{5}', '03051'],
    'LU' => ['(?:L-?)?\d{4}', '1111'],
    'MX' => ['\d{5}', '06000'],
    'NL' => ['[1-9]\d{3}[A-Z]{2}', '1012 JS'],
    'NO' => ['\d{4}', '0150'],
    'NZ' => ['\d{4}', '6011'],
    'PL' => ['\d{2}-?\d{3}', '00-001'],
    'PT' => ['\d{4}-?\d{3}', '1100-148'],
    'SE' => ['\d{5}', '111 20'],
    'SG' => ['\d{6}', '018956'],
    'ZA' => ['\d{4}', '8001'],
];
