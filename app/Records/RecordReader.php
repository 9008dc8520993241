<?php

declare(strict_types=1);

namespace App\Records;

use Illuminate\Database\Connection;
use PineSieve\Core\Records\IncomingGift;
use PineSieve\Core\Records\RecordPart;
use PineSieve\Core\Records\SupporterRecord;

/** Reads supporters with all that hangs on them, a fixed number of queries for any number of them. */
final readonly class RecordReader
{
    private const GIFT = ['given_on' => null, 'amount' => null, 'fund' => null, 'kind' => null, 'reference' => null];

    public function __construct(private Connection $db)
    {
    }

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
        $parts = [];
        foreach (['address', 'email', 'phone', 'identifier'] as $subject) {
            $columns = Tables::COLUMNS[$subject];
            $order = $subject === 'identifier' ? 'id' : 'is_primary desc, id';
            foreach ($this->db->select('select id, supporter_id, `'.implode('`,`', $columns).'` from '.Tables::NAMES[$subject]." where supporter_id in ({$in}) order by {$order}") as $row) {
                $parts[$subject][$row->supporter_id][] = new RecordPart($row->id, array_intersect_key((array) $row, array_flip($columns)));
            }
        }
        $gifts = [];
        foreach ($this->db->select("select supporter_id, given_on, amount, fund, kind, reference from gifts where supporter_id in ({$in})".($exceptIntake === null ? '' : " and (intake_id is null or intake_id <> {$exceptIntake})")) as $gift) {
            $identity = IncomingGift::identity($gift->given_on, $gift->amount, $gift->fund, $gift->kind, $gift->reference);
            $gifts[$gift->supporter_id][$identity] = ($gifts[$gift->supporter_id][$identity] ?? 0) + 1;
        }
        $records = [];
        foreach ($this->db->select('select id, version, `'.implode('`,`', Tables::COLUMNS['supporter'])."` from supporters where id in ({$in})") as $row) {
            $fields = (array) $row;
            unset($fields['id'], $fields['version']);
            $records[$row->id] = new SupporterRecord($row->id, $row->version, $fields, $parts['address'][$row->id] ?? [], $parts['email'][$row->id] ?? [], $parts['phone'][$row->id] ?? [], $parts['identifier'][$row->id] ?? [], $gifts[$row->id] ?? []);
        }

        return $records;
    }

    /**
     * What is stored of each supporter now, thing by thing.
     *
     * @param  list<int>  $ids
     * @return array<int, array<string, array<string, ?string>>> supporter to "subject:id" to column to value
     */
    public function things(array $ids): array
    {
        $things = [];
        foreach ($this->read($ids) as $id => $record) {
            $things[$id]["supporter:{$id}"] = $record->fields;
            foreach (['address' => $record->addresses, 'email' => $record->emails, 'phone' => $record->phones, 'identifier' => $record->identifiers] as $subject => $parts) {
                foreach ($parts as $part) {
                    $things[$id]["{$subject}:{$part->ref}"] = $part->values;
                }
            }
        }
        if ($things !== []) {
            foreach ($this->db->select('select id, supporter_id, given_on, amount, fund, kind, reference from gifts where supporter_id in ('.implode(',', array_keys($things)).')') as $gift) {
                $things[$gift->supporter_id]["gift:{$gift->id}"] = array_intersect_key((array) $gift, self::GIFT);
            }
        }

        return $things;
    }
}
