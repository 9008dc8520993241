<?php

declare(strict_types=1);

namespace PineSieve\Core\Names;

/** What a supporter is. */
enum SupporterKind: string
{
    case Person = 'person';
    case Household = 'household';
    case Organization = 'organization';

    public function withArticle(): string
    {
        return $this === self::Organization ? 'an organization' : "a {$this->value}";
    }
}
