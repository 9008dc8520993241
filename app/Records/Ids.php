<?php

declare(strict_types=1);

namespace App\Records;

use Illuminate\Database\Connection;

/** Hands out ids in blocks. */
final readonly class Ids
{
    public function __construct(private Connection $db) {}

    /** Makes every other writer of records wait until this transaction ends, so that journal ids are in the order of commits. */
    public function queueUp(): void
    {
        $this->db->select("select next from sequences where name = 'journal' for update");
    }

    /** The first of $count ids that nobody else gets. */
    public function reserve(string $name, int $count): int
    {
        $this->db->update('update sequences set next = last_insert_id(next) + ? where name = ?', [$count, $name]);

        return (int) $this->db->scalar('select last_insert_id()');
    }

    public function lastJournalId(): int
    {
        return (int) $this->db->scalar('select max(id) from journal');
    }
}
