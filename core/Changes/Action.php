<?php

declare(strict_types=1);

namespace PineSieve\Core\Changes;

/** What a change does. */
enum Action: string
{
    case Create = 'create';
    case Update = 'update';
    case Delete = 'delete';
}
