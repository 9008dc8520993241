<?php

declare(strict_types=1);

namespace App\Mailings;

use PineSieve\Core\Mailings\Piece;

/** The pieces of a mailing, in the order of the post. */
final readonly class Pieces
{
    private const CHUNK = 1000;

    /**
     * @param  ?int  $most  null for all
     * @return iterable<Piece>
     */
    public function of(Mailing $mailing, ?int $most = null): iterable
    {
        $last = min($mailing->pieces ?? 0, $most ?? PHP_INT_MAX);
        for ($from = 1; $from <= $last; $from += self::CHUNK) {
            $people = [];
            $rows = $mailing
                ->people()
                ->whereBetween('piece', [$from, min($last, $from + self::CHUNK - 1)])
                ->orderBy('piece')
                ->orderBy('rank')
                ->orderBy('supporter_id')
                ->get();
            foreach ($rows as $row) {
                $people[$row->piece][] = [
                    'id' => (int) $row->supporter_id,
                    'rank' => (int) $row->rank,
                    'envelope' => (string) $row->envelope,
                    'greeting' => (string) $row->greeting,
                    'first' => (string) $row->first,
                    'last' => (string) $row->last,
                    'lines' => array_values(array_map(strval(...), (array) json_decode((string) $row->lines, true))),
                ];
            }
            foreach ($people as $of) {
                yield Piece::of($of);
            }
        }
    }
}
