<?php

declare(strict_types=1);

namespace PineSieve\Core\Addresses;

/** Where a ZIP code, or a Canadian forward sortation area, lies. */
final readonly class Place
{
    /**
     * @param  string  $code  five digits, or "K1A"
     * @param  string  $city  '' in Canada: of an area only the province is known
     * @param  list<string>  $others  other cities to which mail goes by it
     * @param  ?array{float, float}  $at  latitude and longitude in degrees; null if nobody knows
     */
    public function __construct(
        public string $code,
        public string $city,
        public string $state,
        public ?array $at,
        public array $others = [],
    ) {}

    public function has(string $city): bool
    {
        foreach ([$this->city, ...$this->others] as $one) {
            if (Places::isSameCity($one, $city)) {
                return true;
            }
        }

        return false;
    }
}
