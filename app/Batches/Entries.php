<?php

declare(strict_types=1);

namespace App\Batches;

use App\Accounts\User;
use App\Standards\FieldAccess;
use App\Supporters\GiftForms;
use App\Supporters\NotKept;
use Illuminate\Database\Connection;

/** What is typed into an open batch. Each entry is kept as it is typed, and held against the same standards as any gift. */
final readonly class Entries
{
    public function __construct(private Connection $db, private GiftForms $forms) {}

    /**
     * @param  array<string, string>  $written  field to what is written; what is missing is as the batch says
     * @param  bool  $again  whether a like gift is meant
     *
     * @throws NotKept if something is wrong with it
     * @throws CannotPost if nothing is typed into the batch any more
     */
    public function add(Batch $batch, int $supporter, array $written, bool $again, ?User $user): void
    {
        $this->into(
            $batch,
            fn(Batch $open) => $this->forms->keep(
                $supporter,
                null,
                self::complete($open, $written),
                [],
                $user,
                FieldAccess::ofUser(),
                $again,
                $open->id,
            ),
        );
    }

    /**
     * @param  int  $supporter  whose it is: another one than before if it was given to the wrong one
     * @param  array<string, string>  $written
     * @param  array<string, string>  $base  as the person saw it
     */
    public function change(Batch $batch, int $entry, int $supporter, array $written, array $base, bool $again, ?User $user): void
    {
        $this->into($batch, function (Batch $open) use ($entry, $supporter, $written, $base, $again, $user): void {
            $owner = $this->owner($open, $entry);
            $sight = FieldAccess::ofUser();
            if ($owner === $supporter) {
                $this->forms->keep($owner, $entry, $written, $base, $user, $sight, $again, $open->id);

                return;
            }
            $this->forms->remove($owner, $entry, $user, $sight, $open->id);
            $this->forms->keep($supporter, null, self::complete($open, $written), [], $user, $sight, $again, $open->id);
        });
    }

    public function remove(Batch $batch, int $entry, ?User $user): void
    {
        $this->into(
            $batch,
            fn(Batch $open) => $this->forms->remove($this->owner($open, $entry), $entry, $user, FieldAccess::ofUser(), $open->id),
        );
    }

    /** @param  callable(Batch): mixed  $does */
    private function into(Batch $batch, callable $does): void
    {
        $this->db->transaction(function () use ($batch, $does): void {
            $open = Batch::query()->lockForUpdate()->find($batch->id);
            if ($open === null || !$open->isOpen()) {
                throw new CannotPost("The batch \"{$batch->name}\" is not open any more. Nothing was changed.");
            }
            $does($open);
        });
    }

    private function owner(Batch $batch, int $entry): int
    {
        $owner = $this->db->table('batch_entries')->where('batch_id', $batch->id)->where('id', $entry)->value('supporter_id');

        return is_int($owner) ? $owner : throw NotKept::becauseOf('This gift is not in the batch any more.');
    }

    /**
     * @param  array<string, string>  $written
     * @return array<string, string>
     */
    private static function complete(Batch $batch, array $written): array
    {
        return [
            'gift.date' => $batch->received_on,
            ...$batch->defaults,
            ...array_filter($written, static fn(string $value): bool => $value !== ''),
            'gift.currency' => $batch->currency,
        ];
    }
}
