<?php

use App\Accounts\User;

return [
    'providers' => ['users' => ['driver' => 'eloquent', 'model' => User::class]],
];
