<?php

return [App\Providers\SieveServiceProvider::class];
