<?php

return [
    // A token is the only way in: no session counts there.
    'guard' => [],
    'stateful' => [],
    'expiration' => null,
    // By which a token is known where it turns up by mistake.
    'token_prefix' => 'pinesieve_',
];
