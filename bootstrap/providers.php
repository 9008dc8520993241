<?php

return [App\Providers\SieveServiceProvider::class, Laravel\Sanctum\SanctumServiceProvider::class];
