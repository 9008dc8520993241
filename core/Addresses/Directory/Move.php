<?php

declare(strict_types=1);

namespace PineSieve\Core\Addresses\Directory;

use PineSieve\Core\Addresses\Address;
use PineSieve\Core\Names\Nicknames;
use PineSieve\Core\Text\Fold;

/** Who moved away from an address, when and where to. */
final readonly class Move
{
    /**
     * @param  string  $first  first name; '' if the whole family moved
     * @param  string  $last  last name, or the name of an organization
     * @param  string  $on  the day, ISO 8601
     * @param  ?Address  $to  null if they left no address
     */
    public function __construct(public string $first, public string $last, public string $on, public ?Address $to) {}

    /** Whether it is the move of someone: the last name is the same, and the first one too, unless a whole family moved. */
    public function isOf(string $first, string $last): bool
    {
        if ($last === '' || Fold::words($last) !== Fold::words($this->last)) {
            return false;
        }
        [$own, $other] = [Fold::words($this->first), Fold::words($first)];

        return $own === '' || $own === $other || Nicknames::common($own, $other) !== null;
    }

    /** @return array{first: string, last: string, on: string, to: ?array<string, string>} */
    public function toArray(): array
    {
        return ['first' => $this->first, 'last' => $this->last, 'on' => $this->on, 'to' => $this->to?->parts()];
    }
}
