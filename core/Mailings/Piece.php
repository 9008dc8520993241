<?php

declare(strict_types=1);

namespace PineSieve\Core\Mailings;

/** One piece of mail, for one or several together. */
final readonly class Piece
{
    /** Of more, the first are named, and the others are told of. */
    private const NAMED = 3;

    /**
     * @param  list<int>  $supporters
     * @param  list<string>  $lines
     */
    private function __construct(public array $supporters, public string $envelope, public string $greeting, public array $lines) {}

    /**
     * @param  non-empty-list<array{id: int, rank: int, envelope: string, greeting: string, first: string, last: string, lines: list<string>}>  $people
     *     who get it, whose name and address count first in front
     */
    public static function of(array $people): self
    {
        $lead = $people[0];
        // A household, or a firm, speaks for those that belong to it.
        $named = $lead['rank'] === 0 ? [$lead] : $people;
        [$envelope, $greeting] =
            count($named) === 1
                ? [$lead['envelope'], $lead['greeting']]
                : [self::joined($named), self::listed(array_column($named, 'greeting'), 'and')];

        return new self(array_column($people, 'id'), $envelope, $greeting, $lead['lines']);
    }

    /**
     * "Ann & Bo Lee", "Ann Lee & Bo Park"
     *
     * @param  non-empty-list<array{envelope: string, first: string, last: string, ...}>  $people
     */
    private static function joined(array $people): string
    {
        $lasts = array_unique(array_map(static fn(array $one): string => mb_strtolower($one['last']), $people));
        $firsts = array_filter(array_column($people, 'first'), static fn(string $first): bool => $first !== '');

        return count($lasts) === 1 && $lasts[0] !== '' && count($firsts) === count($people)
            ? self::listed(array_values($firsts), '&') . " {$people[0]['last']}"
            : self::listed(array_column($people, 'envelope'), '&');
    }

    /** @param  list<string>  $names */
    private static function listed(array $names, string $and): string
    {
        $names = array_values(array_unique($names));
        if (count($names) > self::NAMED) {
            return implode(', ', array_slice($names, 0, self::NAMED)) . " {$and} others";
        }

        return count($names) === 1 ? $names[0] : implode(', ', array_slice($names, 0, -1)) . " {$and} " . $names[count($names) - 1];
    }

    /**
     * What a letter says, with the fields that stand in it in braces: {greeting}, {envelope}, {address}, {date}.
     *
     * @param  string  $day  as it is to stand in the letter
     */
    public function letter(string $text, string $day): string
    {
        return strtr($text, [
            '{greeting}' => $this->greeting,
            '{envelope}' => $this->envelope,
            '{address}' => implode("\n", $this->lines),
            '{date}' => $day,
        ]);
    }
}
