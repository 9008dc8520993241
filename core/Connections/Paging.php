<?php

declare(strict_types=1);

namespace PineSieve\Core\Connections;

/** How another system gives a long list piece by piece. */
enum Paging: string
{
    /** All at once. */
    case None = 'none';
    /** The number of the page is asked for, until one is empty. */
    case Page = 'page';
    /** Each answer says what the next one is asked by. */
    case Cursor = 'cursor';
    /** Each answer names the next one in its header "Link" (RFC 8288). */
    case Link = 'link';

    public function words(): string
    {
        return match ($this) {
            self::None => 'everything in one answer',
            self::Page => 'pages by number',
            self::Cursor => 'each answer says what comes next',
            self::Link => 'a link to the next page in the header',
        };
    }
}
