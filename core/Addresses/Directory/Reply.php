<?php

declare(strict_types=1);

namespace PineSieve\Core\Addresses\Directory;

use PineSieve\Core\Addresses\Address;

/**
 * A reply of a postal directory, checked. An answer that is missing stays unanswered; a reply with an answer that nobody asked for, or with
 * two for one address, is refused as a whole, since then none of them is surely of the address that it seems to be of.
 */
final readonly class Reply
{
    private const TEXT = 300;

    private const MOST_CANDIDATES = 6;

    /** @param  array<array-key, Answer>  $answers  by the keys of what was asked */
    private function __construct(public Edition $edition, public array $answers) {}

    /**
     * @param  mixed  $body  JSON as it was decoded: {"directory": {"name", "edition"}, "answers": [{"id", "outcome", "address", "plus4",
     *     "delivery_point", "use", "why", "candidates", "moves": [{"first", "last", "on", "to"}]}]}
     * @param  list<array-key>  $asked  ids of the addresses that it was asked about
     *
     * @throws NoAnswer
     */
    public static function of(mixed $body, array $asked): self
    {
        if (!is_array($body) || !is_array($body['answers'] ?? null) || !array_is_list($body['answers'])) {
            throw NoAnswer::unreliable('it has no list of answers');
        }
        $open = array_fill_keys(array_map(strval(...), $asked), true);
        $answers = [];
        foreach ($body['answers'] as $data) {
            $id = is_array($data) && is_scalar($data['id'] ?? null) ? (string) $data['id'] : '';
            if (!is_array($data) || !isset($open[$id])) {
                throw NoAnswer::unreliable('it has an answer that was not asked for, or two for one address');
            }
            unset($open[$id]);
            $answer = self::answer($data);
            if ($answer !== null) {
                $answers[$id] = $answer;
            }
        }
        $directory = is_array($body['directory'] ?? null) ? $body['directory'] : [];

        return new self(new Edition(self::text($directory, 'name'), self::text($directory, 'edition')), $answers);
    }

    /** With the answers of a second question. */
    public function with(self $more): self
    {
        return new self($this->edition, $this->answers + $more->answers);
    }

    /**
     * @param  array<array-key, mixed>  $data
     * @return ?Answer null if there is no such outcome: it is as good as no answer
     */
    private static function answer(array $data): ?Answer
    {
        $outcome = Outcome::tryFrom(self::text($data, 'outcome'));
        if ($outcome === null || $outcome === Outcome::NotYetVerified) {
            return null;
        }
        $moves = [];
        foreach (is_array($data['moves'] ?? null) ? $data['moves'] : [] as $move) {
            if (
                is_array($move) &&
                preg_match('/^\d{4}-\d{2}-\d{2}$/D', self::text($move, 'on')) === 1 &&
                self::text($move, 'last') !== ''
            ) {
                $moves[] = new Move(
                    self::text($move, 'first'),
                    self::text($move, 'last'),
                    self::text($move, 'on'),
                    self::address($move['to'] ?? null),
                );
            }
        }
        usort($moves, static fn(Move $one, Move $other): int => $other->on <=> $one->on);
        $candidates = array_filter(array_map(self::address(...), is_array($data['candidates'] ?? null) ? $data['candidates'] : []));
        $plus4 = self::text($data, 'plus4');

        return new Answer(
            $outcome,
            self::address($data['address'] ?? null),
            preg_match('/^\d{4}$/D', $plus4) === 1 ? $plus4 : '',
            self::text($data, 'delivery_point'),
            in_array($data['use'] ?? '', ['residential', 'business'], true) ? $data['use'] : '',
            self::text($data, 'why'),
            array_slice(array_values($candidates), 0, self::MOST_CANDIDATES),
            $moves,
        );
    }

    /** @return ?Address null without a street or without a place */
    private static function address(mixed $data): ?Address
    {
        if (!is_array($data)) {
            return null;
        }
        $parts = [];
        foreach (Address::PARTS as $part) {
            $parts[$part] = self::text($data, $part);
        }

        return $parts['line1'] === '' || ($parts['city'] === '' && $parts['postal_code'] === '') ? null : Address::fromParts($parts);
    }

    /** @param  array<array-key, mixed>  $data */
    private static function text(array $data, string $key): string
    {
        $text = $data[$key] ?? '';

        return is_scalar($text) ? mb_substr(trim((string) preg_replace('/[\p{Cc}\s]+/u', ' ', (string) $text)), 0, self::TEXT) : '';
    }
}
