<?php

declare(strict_types=1);

namespace App\Batches;

use App\Accounts\User;
use App\Gifts\GiftAt;
use App\Gifts\GiftForms;
use App\Records\RecordReader;
use App\Standards\FieldAccess;
use App\Supporters\NotKept;
use Illuminate\Database\Connection;
use PineSieve\Core\Forms\PlacedProblem;
use PineSieve\Core\Gifts\LikeGifts;

/**
 * What is typed into an open batch. Each entry is kept as it is typed, and held against the same standards as any gift.
 *
 * @phpstan-type LikeGift array{date: string, amount: string, currency: string, fund: string, reference: string, waits: bool}
 */
final readonly class Entries
{
    public function __construct(private Connection $db, private GiftForms $forms, private RecordReader $reader) {}

    /**
     * @param  array<string, string>  $written  field to what is written; what is missing is as the batch says
     * @param  bool  $again  whether a like gift is meant
     *
     * @throws NotKept if something is wrong with it
     * @throws CannotPost if nothing is typed into the batch any more
     *
     * @return int its number
     */
    public function add(Batch $batch, int $supporter, array $written, bool $again, ?User $user): int
    {
        return $this->into(
            $batch,
            fn(Batch $open): int => $this->forms->keep(
                new GiftAt($supporter, batch: $open->id),
                self::complete($open, $written),
                [],
                $user,
                FieldAccess::ofUser(),
                $again,
            ),
        );
    }

    /**
     * @param  int  $supporter  whose it is: another one than before if it was given to the wrong one
     * @param  array<string, string>  $written
     * @param  array<string, string>  $base  as the person saw it
     * @return int its number: another one if it is given to another supporter
     */
    public function change(Batch $batch, int $entry, int $supporter, array $written, array $base, bool $again, ?User $user): int
    {
        return $this->into($batch, function (Batch $open) use ($entry, $supporter, $written, $base, $again, $user): int {
            $owner = $this->owner($open, $entry);
            $sight = FieldAccess::ofUser();
            if ($owner === $supporter) {
                return $this->forms->keep(new GiftAt($owner, $entry, $open->id), $written, $base, $user, $sight, $again);
            }
            $this->forms->remove(new GiftAt($owner, $entry, $open->id), $user, $sight);

            return $this->forms->keep(new GiftAt($supporter, batch: $open->id), self::complete($open, $written), [], $user, $sight, $again);
        });
    }

    public function remove(Batch $batch, int $entry, ?User $user): void
    {
        $this->into($batch, function (Batch $open) use ($entry, $user): int {
            $this->forms->remove(new GiftAt($this->owner($open, $entry), $entry, $open->id), $user, FieldAccess::ofUser());

            return $entry;
        });
    }

    /**
     * @param  ?int  $entry  null for one that is not there yet
     * @param  array<string, string>  $written
     * @return list<PlacedProblem>
     */
    public function problems(Batch $batch, ?int $entry, int $supporter, array $written): array
    {
        $own = $entry !== null && $this->owner($batch, $entry) === $supporter ? $entry : null;

        return $this->forms->problems(
            new GiftAt($supporter, $own, $batch->id),
            $own === null ? self::complete($batch, $written) : $written,
            FieldAccess::ofUser(),
        );
    }

    /**
     * Gifts of the supporter that this may be once more.
     *
     * @param  ?int  $entry  its own number
     * @param  array<string, string>  $written
     * @return list<LikeGift>
     */
    public function like(Batch $batch, ?int $entry, int $supporter, array $written): array
    {
        $gift = $this->forms->understand(self::complete($batch, $written), FieldAccess::ofUser());
        $waiting = array_diff_key($this->reader->entries([$supporter])[$supporter] ?? [], [(int) $entry => 1]);
        $like = [];
        foreach ([[$this->reader->gifts([$supporter])[$supporter] ?? [], false], [$waiting, true]] as [$gifts, $waits]) {
            foreach (LikeGifts::of($gift, $gifts) as $one) {
                $like[] = [
                    'date' => $one->date,
                    'amount' => $one->amount,
                    'currency' => $one->currency,
                    'fund' => $one->fund,
                    'reference' => $one->reference,
                    'waits' => $waits,
                ];
            }
        }

        return $like;
    }

    /** @param  callable(Batch): int  $does */
    private function into(Batch $batch, callable $does): int
    {
        return $this->db->transaction(function () use ($batch, $does): int {
            $open = Batch::query()->lockForUpdate()->find($batch->id);
            if ($open === null || !$open->isOpen()) {
                throw new CannotPost("The batch \"{$batch->name}\" is not open any more. Nothing was changed.");
            }

            $entry = $does($open);
            $currency = $this->db->table('batch_entries')->where('id', $entry)->value('currency');
            if ($currency !== null && $currency !== $open->currency) {
                throw new CannotPost(
                    "The batch \"{$open->name}\" is in {$open->currency}, and this gift in {$currency}. Nothing was changed.",
                );
            }

            return $entry;
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
