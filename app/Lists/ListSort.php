<?php

declare(strict_types=1);

namespace App\Lists;

use Illuminate\Http\Request;

/** By which of its columns a list is asked to be put in order. */
final readonly class ListSort
{
    /** @param  string  $key  of a column; '' for the order that the list has by itself */
    public function __construct(public string $key = '', public bool $isDown = false) {}

    public static function asked(Request $request): self
    {
        $key = $request->query('sort');

        return new self(is_string($key) ? $key : '', $request->query('down') === '1');
    }
}
