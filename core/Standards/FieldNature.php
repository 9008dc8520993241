<?php

declare(strict_types=1);

namespace PineSieve\Core\Standards;

use PineSieve\Core\Names\SupporterKind;

/** What there is to say of a field beside its name and its type, the same in every installation: where it is kept, and what can be done with it. */
final readonly class FieldNature
{
    /**
     * @param  ?FieldPlace  $place  where its value is kept; null if it ends in other fields
     * @param  ?SupporterKind  $of  the only kind of supporter that has it; null if all have
     * @param  bool  $isNamePart  whether a name is made of it
     * @param  bool  $isOfName  whether it belongs to the name: what a match does to one, it does to all
     * @param  bool  $canBeBlanked  whether a blank cell may empty it, where someone asked for that
     * @param  bool  $canBeUnique  whether it tells one record from another
     * @param  bool  $isNeeded  whether its row is held in any case if it can't be read
     * @param  Unreadable  $unreadable  what becomes of a row with a value that can't be read, unless somebody says otherwise
     * @param  bool  $merges  whether a merge policy speaks of it; others follow rules of their own
     * @param  bool  $isJoined  whether a merge joins the values of both, unless somebody says otherwise
     * @param  list<string>  $fedBy  keys of further fields whose columns may feed it
     * @param  string  $list  the list of names that it is: "group" or "tag"
     * @param  bool  $mayCome  whether it is a date that may lie ahead
     * @param  string  $listOf  key of the field whose pick list it has; '' for its own
     */
    public function __construct(
        public ?FieldPlace $place = null,
        public ?SupporterKind $of = null,
        public bool $isNamePart = false,
        public bool $isOfName = false,
        public bool $canBeBlanked = false,
        public bool $canBeUnique = false,
        public bool $isNeeded = false,
        public Unreadable $unreadable = Unreadable::Hold,
        public bool $merges = false,
        public bool $isJoined = false,
        public array $fedBy = [],
        public string $list = '',
        public bool $mayCome = false,
        public string $listOf = '',
    ) {}

    /** Of a field of the organization's own. */
    public static function custom(): self
    {
        return new self(new FieldPlace('custom', 'value'), unreadable: Unreadable::Without);
    }
}
