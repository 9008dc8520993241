<?php

declare(strict_types=1);

namespace App\Connections;

use PineSieve\Core\Connections\Arrival;
use PineSieve\Core\Connections\Arrived;
use PineSieve\Core\Connections\ConnectionForm;
use PineSieve\Core\Connections\Seen;
use PineSieve\Core\Connections\Transaction;

/**
 * What comes with one pull, each transaction held against what it was: the rows of it, what each is by now, and what a person has to know.
 *
 * @phpstan-import-type SeenTransaction from Transactions
 */
final class Arrivals
{
    /** What a person has to know, at most, that a pull keeps. */
    private const MOST_TOLD = 500;

    /** What a pull counts of what arrives. */
    private const COUNTS = [
        Arrival::New->value => 'new',
        Arrival::SeenBefore->value => 'seen_before',
        Arrival::Changed->value => 'changed',
        Arrival::WentBack->value => 'went_back',
        Arrival::DoesNotCount->value => 'not_counted',
    ];

    /** @var array<string, Seen> what those that were something else before are by now */
    private array $now = [];

    /** @var array<int, true> what came in the list */
    private array $met = [];

    /** @var array<string, array{id: string, others: list<string>}> those that say what others said, by what they are known by */
    private array $alike = [];

    /** @var list<array{int, int}> intake and number of rows that were held, and of which something newer is here */
    private array $settled = [];

    /** @var list<array{id: string, says: string}> */
    private array $told = [];

    private int $untold = 0;

    private readonly ConnectionForm $form;

    /** @param  string  $today  ISO 8601, in the zone of the connection */
    public function __construct(
        private readonly Pull $pull,
        private readonly Transactions $transactions,
        private readonly Lines $rows,
        private readonly Lines $seen,
        private readonly string $today,
    ) {
        $this->form = $pull->connection->settings();
        $pull->fill(array_fill_keys(array_values(self::COUNTS), 0));
    }

    /** @param  list<Transaction>  $found  of a page of its list */
    public function listed(array $found): void
    {
        $this->arrive($found, true);
    }

    /** @param  list<Transaction>  $found  of its notices, once all of the list is there: what stands in that is the later word */
    public function noticed(array $found): void
    {
        $this->arrive(
            array_values(array_filter($found, fn(Transaction $one): bool => !isset($this->met[self::mark($one->identity())]))),
            false,
        );
    }

    /** @return list<array{int, int}> intake and number of rows that were held, and of which something newer came */
    public function settled(): array
    {
        return $this->settled;
    }

    /** @return bool whether nobody has to look at it before what is sure of it is loaded */
    public function isSure(): bool
    {
        return $this->doubtful() === [];
    }

    /** @return list<array{id: string, says: string}> what a person has to know */
    public function told(): array
    {
        foreach ($this->doubtful() as ['id' => $id, 'others' => $others]) {
            $this->tell(
                $id,
                'It says all that "' .
                    implode('" and "', $others) .
                    '" said, which did not come this time. If its id was changed there, leave this one out.',
            );
        }

        return $this->untold === 0
            ? $this->told
            : [...$this->told, ['id' => '', 'says' => "{$this->untold} more are not named here. Pull fewer days at a time to see them."]];
    }

    public function tell(string $id, string $says): void
    {
        if ($says !== '' && count($this->told) < self::MOST_TOLD) {
            $this->told[] = ['id' => $id, 'says' => $says];
        } elseif ($says !== '') {
            $this->untold++;
        }
    }

    /** @param  list<Transaction>  $found */
    private function arrive(array $found, bool $isListed): void
    {
        $connection = $this->pull->connection;
        $before = $this->transactions->seen($connection, array_map(static fn(Transaction $one): string => $one->identity(), $found));
        $said = $this->transactions->said(array_values($before));
        $unknown = array_values(array_filter($found, static fn(Transaction $one): bool => !isset($before[$one->identity()])));
        $alike = $this->transactions->alike($connection, array_map(fn(Transaction $one): string => $one->likeness($this->form), $unknown));
        foreach ($found as $one) {
            $this->pull->fetched++;
            $id = $one->identity();
            if ($isListed) {
                $this->met[self::mark($id)] = true;
            }
            $was = $before[$id] ?? null;
            // The same one twice in one pull is held against what it was a moment ago.
            $last = $this->now[$id] ?? ($was['seen'] ?? null);
            if (!$isListed && !Arrived::goesOn($one, $last)) {
                $this->pull->seen_before++;
                $this->tell(
                    $one->id,
                    'A notice says something else of it than is known, and its list does not have it this time. It stays as it is.',
                );

                continue;
            }
            if (!isset($this->now[$id]) && $was !== null && $this->isHeld($one, $was)) {
                $last = null;
            }
            $words = $was === null ? [] : $this->fed($said["{$was['intake']}/{$was['row']}"] ?? []);
            $arrived = Arrived::of($this->form, $one, $last, $words, $this->today);
            $this->pull->{self::COUNTS[$arrived->arrival->value]}++;
            $this->tell($one->id, $arrived->told);
            $this->tell($one->id, $one->fault);
            if ($arrived->arrival === Arrival::SeenBefore) {
                continue;
            }
            $likeness = $one->likeness($this->form);
            $others = array_values(array_diff($alike[$likeness] ?? [], [$id]));
            if ($last === null && $was === null && $others !== []) {
                $this->alike[$id] = ['id' => $one->id, 'others' => $others];
            }
            $this->now[$id] = $arrived->seen;
            $this->seen->add([
                'id' => $id,
                'seen' => (array) $arrived->seen,
                'likeness' => $likeness,
                // The header is row 1.
                'row' => $arrived->rows === [] ? null : $this->rows->count() + 2,
            ]);
            array_map($this->rows->add(...), $arrived->rows);
        }
    }

    /**
     * Whether nothing of it ever came in, since it was held: then what it is by now comes in in its stead.
     *
     * @param  SeenTransaction  $was
     */
    private function isHeld(Transaction $one, array $was): bool
    {
        if ($one->fault !== '' || $was['seen']->print === $one->print()) {
            return false;
        }
        $held = $this->transactions->held($this->pull->connection, $one);
        foreach ($held ?? [] as [$intake, $number]) {
            $this->settled[] = [$intake, $number];
            $this->tell($one->id, "Row {$number} of intake {$intake}, which was held, is left out: it says something else by now.");
        }

        return $held !== null;
    }

    /** @return list<array{id: string, others: list<string>}> those that say what others said that did not come */
    private function doubtful(): array
    {
        $doubtful = [];
        foreach ($this->alike as ['id' => $id, 'others' => $others]) {
            $missing = array_values(array_filter($others, fn(string $other): bool => !isset($this->met[self::mark($other)])));
            $missing === [] ? null : ($doubtful[] = ['id' => $id, 'others' => $missing]);
        }

        return $doubtful;
    }

    /**
     * What a row said, of the columns alone that something is made of.
     *
     * @param  array<string, string>  $said
     * @return array<string, string>
     */
    private function fed(array $said): array
    {
        $plan = $this->pull->connection->plan;
        if ($said === [] || $plan === null) {
            return $said;
        }
        $fed = [];
        foreach ($plan->columnPlan()->choices as $choice) {
            $choice->feeds === [] ? null : ($fed[$choice->header] = '');
        }

        return array_intersect_key([...$fed, ...$said], $fed);
    }

    /** A number for an id: a list may have a million of them. */
    private static function mark(string $id): int
    {
        return (int) hexdec(substr(hash('xxh64', $id), 1));
    }
}
