<?php

declare(strict_types=1);

namespace App\Lists;

/**
 * A column that a list can have.
 *
 * @phpstan-type ColumnShown array{key: string, label: string, group: string, figure: bool, usual: bool, sortable: bool}
 */
final readonly class Column
{
    /**
     * @param  ?string  $by  SQL expression that the list is put in order by; null if it can't be
     * @param  list<string>  $tells  keys of the fields of which it tells
     * @param  bool  $figure  whether it stands to the right, and its largest come first
     * @param  bool  $usual  whether it is there as long as nobody chose
     * @param  bool  $isText  whether a blank one may be a text of no length
     */
    public function __construct(
        public string $key,
        public string $label,
        public ?string $by,
        public array $tells = [],
        public bool $figure = false,
        public bool $usual = false,
        public bool $isText = false,
    ) {}
}
