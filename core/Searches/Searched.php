<?php

declare(strict_types=1);

namespace PineSieve\Core\Searches;

/** What a search finds. Its values are what a field that is asked of it stands in; all else is asked of the supporter whose it is. */
enum Searched: string
{
    case Supporters = 'supporter';
    case Gifts = 'gift';
    case Promises = 'promise';
    case Addresses = 'address';

    /** @param  string  $many  "gifts"; null for what can't be searched for */
    public static function list(string $many): ?self
    {
        foreach (self::cases() as $searched) {
            if ($searched->many() === $many) {
                return $searched;
            }
        }

        return null;
    }

    /** "gifts" */
    public function many(): string
    {
        return $this === self::Addresses ? 'addresses' : "{$this->value}s";
    }
}
