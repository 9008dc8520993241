<?php

declare(strict_types=1);

namespace PineSieve\Core\Names;

/** A person's name in parts; a part that is not known is ''. */
final readonly class PersonName
{
    public function __construct(
        public string $title = '',
        public string $first = '',
        public string $middle = '',
        public string $last = '',
        public string $suffix = '',
    ) {}

    /** As one says it: "Ann M. Lee Jr."; '' if there is no name. */
    public function display(): string
    {
        return self::join($this->first, $this->middle, $this->last, $this->suffix);
    }

    /** As one files it: "Lee, Ann M., Jr."; '' if there is no name. */
    public function sort(): string
    {
        return implode(', ', array_filter([$this->last, self::join($this->first, $this->middle), $this->suffix], self::known(...)));
    }

    /** As an envelope shows it: "Dr. Ann M. Lee Jr." */
    public function envelope(): string
    {
        return self::join($this->title, $this->first, $this->middle, $this->last, $this->suffix);
    }

    /** As a letter begins, after "Dear": the first name, or title and last name. */
    public function greeting(): string
    {
        return $this->first !== '' ? $this->first : self::join($this->title, $this->last);
    }

    private static function join(string ...$parts): string
    {
        return implode(' ', array_filter($parts, self::known(...)));
    }

    private static function known(string $part): bool
    {
        return $part !== '';
    }
}
