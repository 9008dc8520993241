<?php

declare(strict_types=1);

namespace PineSieve\Core\Standards\Formats;

/** Reads the values of one type of field. */
interface Format
{
    /** @param  string  $written tidied and not blank */
    public function read(string $written): Understood;
}
