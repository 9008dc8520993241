<?php

return [
    // Addresses or networks (CIDR) of the proxies in front of the application, with commas between them. Only what these say
    // of where a request comes from is believed; with none, a request comes from where it comes from.
    'proxies' => array_values(array_filter(array_map('trim', explode(',', (string) env('TRUSTED_PROXIES', ''))))),
];
