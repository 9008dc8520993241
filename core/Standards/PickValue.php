<?php

declare(strict_types=1);

namespace PineSieve\Core\Standards;

/** One value of a pick list. */
final readonly class PickValue
{
    /**
     * @param  string  $code  short form that other systems use for it; '' if there is none
     * @param  list<string>  $spellings  other ways to write it
     * @param  bool  $isRetired  whether records keep it, but nothing new may have it
     */
    public function __construct(
        public string $value,
        public string $code = '',
        public array $spellings = [],
        public bool $isRetired = false,
    ) {}
}
