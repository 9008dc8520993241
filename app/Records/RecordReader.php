<?php

declare(strict_types=1);

namespace App\Records;

use App\Support\Lists;
use Illuminate\Database\Connection;
use Illuminate\Database\Query\Builder;
use PineSieve\Core\Changes\Subject;
use PineSieve\Core\Gifts\Gift;
use PineSieve\Core\Gifts\SameGifts;
use PineSieve\Core\Promises\Promise;
use PineSieve\Core\Records\RecordPart;
use PineSieve\Core\Records\SupporterRecord;

/** Reads supporters with all that hangs on them, a fixed number of queries for any number of them. */
final readonly class RecordReader
{
    public function __construct(private Connection $db) {}

    /**
     * @param  list<int>  $ids
     * @param  ?int  $exceptIntake  intake whose own gifts do not count as stored before
     * @return array<int, SupporterRecord> by id; those that do not exist are missing
     */
    public function read(array $ids, ?int $exceptIntake = null): array
    {
        if ($ids === []) {
            return [];
        }
        $in = implode(',', $ids);

        return $this->supporters($in, $this->parts($in, array_keys(SupporterRecord::PARTS)), $this->identities($in, $exceptIntake));
    }

    /**
     * Supporters with some of what hangs on them, and nothing of their gifts: for whoever asks for a few fields of many.
     *
     * @param  list<int>  $ids
     * @param  list<string>  $subjects  kinds of SupporterRecord::PARTS
     * @return array<int, SupporterRecord> by id; those that do not exist are missing
     */
    public function some(array $ids, array $subjects): array
    {
        $in = implode(',', $ids);

        return $ids === [] ? [] : $this->supporters($in, $this->parts($in, $subjects), []);
    }

    /**
     * @param  list<string>  $subjects  kinds of SupporterRecord::PARTS
     * @return array<int, array<string, list<RecordPart>>> supporter to kind to its parts
     */
    private function parts(string $in, array $subjects): array
    {
        $parts = [];
        foreach ($subjects as $subject) {
            $columns = Tables::columns($subject);
            $wanted = array_flip($columns);
            $order = in_array('is_primary', $columns, true) ? 'is_primary desc, id' : 'id';
            foreach (
                $this->db->select(
                    'select id, supporter_id, `' .
                        implode('`,`', $columns) .
                        '` from ' .
                        Tables::NAMES[$subject] .
                        " where supporter_id in ({$in}) order by {$order}",
                )
                as $row
            ) {
                $parts[$row->supporter_id][$subject][] = new RecordPart($row->id, self::texts(array_intersect_key((array) $row, $wanted)));
            }
        }

        return $parts;
    }

    /**
     * Supporters as they are themselves, without all that hangs on them.
     *
     * @param  list<int>  $ids
     * @return array<int, SupporterRecord> by id; those that do not exist are missing
     */
    public function bare(array $ids): array
    {
        return $ids === [] ? [] : $this->supporters(implode(',', $ids), [], []);
    }

    /**
     * @param  list<int>  $supporters
     * @return array<int, array<int, Gift>> supporter to number to gift, in the order of the numbers
     */
    public function gifts(array $supporters): array
    {
        return $this->money(Subject::Gift, 'supporter_id', $supporters);
    }

    /**
     * Gifts that wait in batches.
     *
     * @param  list<int>  $supporters
     * @return array<int, array<int, Gift>> supporter to number to gift, in the order of the numbers
     */
    public function entries(array $supporters): array
    {
        return $this->money(Subject::Entry, 'supporter_id', $supporters);
    }

    /**
     * @param  list<int>  $ids  numbers of gifts
     * @return array<int, Gift> by number
     */
    public function giftsOf(array $ids): array
    {
        $gifts = [];
        foreach (array_chunk(array_values(array_unique($ids)), 1000) as $chunk) {
            foreach ($this->money(Subject::Gift, 'id', $chunk) as $ofOne) {
                $gifts += $ofOne;
            }
        }

        return $gifts;
    }

    /**
     * Gifts that pay promises, with what takes them back.
     *
     * @param  list<int>  $promises
     * @return array<int, array<int, Gift>> supporter to number to gift
     */
    public function paying(array $promises): array
    {
        return $this->money(Subject::Gift, 'promise_id', $promises);
    }

    /**
     * What waits in a batch, or what was posted with it.
     *
     * @return array<int, array<int, Gift>> supporter to number to gift
     */
    public function ofBatch(Subject $subject, int $batch): array
    {
        return $this->money($subject, 'batch_id', [$batch]);
    }

    /**
     * What tells the gifts and the promises of each supporter apart, counted. What waits in a batch is there: the same file once more adds nothing to it.
     *
     * @param  string  $in  ids
     * @return array<int, array<string, int>> supporter to identity to their number
     */
    private function identities(string $in, ?int $exceptIntake): array
    {
        $identities = [];
        $promises = $this->db->select(
            "select supporter_id, promised_on, currency, amount, fund, kind, reference, source_id, intake_id from promises where supporter_id in ({$in})",
        );
        foreach ($promises as $promise) {
            if ($exceptIntake === null || $promise->intake_id !== $exceptIntake) {
                $identity = SameGifts::identity(Promise::stored((array) $promise)->asGift());
                $identities[$promise->supporter_id][$identity] = ($identities[$promise->supporter_id][$identity] ?? 0) + 1;
            }
        }
        foreach ([Subject::Gift, Subject::Entry] as $subject) {
            $gifts = $this->db->select(
                'select supporter_id, given_on, currency, amount, fund, kind, reference, source_id, corrects_id, intake_id from ' .
                    Tables::of($subject) .
                    " where supporter_id in ({$in}) order by id",
            );
            foreach ($gifts as $gift) {
                if ($exceptIntake === null || $gift->intake_id !== $exceptIntake) {
                    $identity = SameGifts::identity(Gift::stored((array) $gift));
                    $identities[$gift->supporter_id][$identity] = ($identities[$gift->supporter_id][$identity] ?? 0) + 1;
                }
            }
        }

        return $identities;
    }

    /**
     * @param  list<int>  $ids
     * @return array<int, array<int, Gift>> supporter to number to gift
     */
    private function money(Subject $subject, string $by, array $ids): array
    {
        $gifts = [];
        foreach (
            $ids === []
                ? []
                : $this->db->select(
                    'select id, supporter_id, `' .
                        implode('`,`', Tables::columns($subject->value)) .
                        '` from ' .
                        Tables::of($subject) .
                        " where {$by} in (" .
                        implode(',', $ids) .
                        ') order by id',
                )
            as $row
        ) {
            $gifts[$row->supporter_id][$row->id] = Gift::stored((array) $row);
        }

        return $gifts;
    }

    /**
     * @param  string  $in  ids
     * @param  array<int, array<string, list<RecordPart>>>  $parts  by supporter and subject
     * @param  array<int, array<string, int>>  $gifts  by supporter
     * @return array<int, SupporterRecord> by id
     */
    private function supporters(string $in, array $parts, array $gifts): array
    {
        $records = [];
        foreach (
            $this->db->select(
                'select id, version, `' . implode('`,`', Tables::columns('supporter')) . "` from supporters where id in ({$in})",
            )
            as $row
        ) {
            $fields = (array) $row;
            unset($fields['id'], $fields['version']);
            $records[$row->id] = SupporterRecord::of($row->id, $row->version, $fields, $parts[$row->id] ?? [], $gifts[$row->id] ?? []);
        }

        return $records;
    }

    /**
     * @param  array<string, int|string|null>  $values
     * @return array<string, ?string>
     */
    private static function texts(array $values): array
    {
        return array_map(static fn(int|string|null $value): ?string => $value === null ? null : (string) $value, $values);
    }

    /**
     * What is stored of each supporter now, thing by thing.
     *
     * @param  list<int>  $ids
     * @param  ?int  $exceptLinksOf  intake whose own links and credits to a supporter are not counted among what hangs on it
     * @return array<int, array<string, array<string, ?string>>> supporter to "subject:id" to column to value
     */
    public function things(array $ids, ?int $exceptLinksOf = null): array
    {
        $things = [];
        foreach ($this->read($ids) as $id => $record) {
            $things[$id]["supporter:{$id}"] = $record->fields;
            foreach ($record->parts() as $subject => $parts) {
                foreach ($parts as $part) {
                    $things[$id]["{$subject}:{$part->ref}"] = $part->values;
                }
            }
        }
        $supporters = array_keys($things);
        foreach (['gift' => $this->gifts($supporters), 'entry' => $this->entries($supporters)] as $subject => $stored) {
            foreach ($stored as $id => $gifts) {
                foreach ($gifts as $number => $gift) {
                    $things[$id]["{$subject}:{$number}"] = $gift->columns();
                }
            }
        }
        foreach ($things === [] ? [] : $this->linksTo(array_keys($things), $exceptLinksOf) as $link) {
            $things[$link->other_id]["link to:{$link->id}"] = ['supporter_id' => (string) $link->supporter_id];
        }
        foreach ($things === [] ? [] : $this->creditsTo(array_keys($things), $exceptLinksOf) as $credit) {
            $things[$credit->supporter_id]["credit to:{$credit->gift_id}"] = ['supporter_id' => (string) $credit->giver];
        }

        return $things;
    }

    /**
     * Gifts that are credited to the supporters or honor them: whoever that is is not free to go.
     *
     * @param  list<int>  $ids
     * @return list<\stdClass>
     */
    private function creditsTo(array $ids, ?int $exceptOf): array
    {
        $except = static fn(Builder $query) => $query->whereRaw('not g.intake_id <=> ?', [$exceptOf]);
        $honoring = $this->db
            ->table('gifts as g')
            // Hardly a gift honors anyone, which the database takes for a reason to read all of them.
            ->forceIndex('gifts_tribute_id_index')
            ->whereIn('g.tribute_id', $ids)
            ->when($exceptOf !== null, $except)
            ->select(['g.tribute_id as supporter_id', 'g.id as gift_id', 'g.supporter_id as giver']);

        return Lists::of(
            $this->db
                ->table('gift_credits as c')
                ->join('gifts as g', 'g.id', '=', 'c.gift_id')
                ->whereIn('c.supporter_id', $ids)
                ->when($exceptOf !== null, $except)
                ->select(['c.supporter_id', 'c.gift_id', 'g.supporter_id as giver'])
                ->union($honoring)
                ->get(),
        );
    }

    /**
     * Links that others have to the supporters: whoever is linked to is not free to go.
     *
     * @param  list<int>  $ids
     * @return list<\stdClass>
     */
    private function linksTo(array $ids, ?int $exceptOf): array
    {
        return Lists::of(
            $this->db
                ->table('links as l')
                ->select(['l.id', 'l.supporter_id', 'l.other_id'])
                ->whereIn('l.other_id', $ids)
                ->when(
                    $exceptOf !== null,
                    static fn(Builder $query) => $query->whereNotIn('l.id', Loads::things((int) $exceptOf, Subject::Link)),
                )
                ->get(),
        );
    }
}
