<?php

declare(strict_types=1);

namespace PineSieve\Core\Records;

/** An email address or a telephone number as a row brings it. */
final readonly class ContactPoint
{
    /**
     * @param  string  $kind  such as "work"; '' if the source does not say
     * @param  bool  $isDead  whether the source says that it reaches nobody
     */
    public function __construct(public string $value, public string $kind = '', public bool $isDead = false) {}
}
