<?php

declare(strict_types=1);

namespace App\Erasing;

use App\Installation\UnderWay;
use App\Records\Merge;
use Illuminate\Contracts\Container\Container;
use Throwable;

/** Whom a restored database has again is erased again, before anyone gets at the records. */
final readonly class ErasedAgain implements UnderWay
{
    public function __construct(private ErasedList $list, private Container $container) {}

    public function now(): ?string
    {
        return Erasure::query()
            ->whereIn('state', ['waiting', 'written'])
            ->exists()
            ? 'Someone is being erased.'
            : null;
    }

    public function settle(string $said): void
    {
        $this->again();
        foreach (
            Erasure::query()
                ->whereIn('state', ['waiting', 'written'])
                ->pluck('id')
            as $id
        ) {
            RunErasure::dispatch((int) $id);
        }
    }

    /** Erases whoever is back; also in a copy of the database that was put back by hand. */
    public function again(): void
    {
        // A restore leaves the connection that it began with: it is asked for anew.
        $erasing = $this->container->make(Erasing::class);
        $back = $this->list->back();
        // Who became part of another goes with that one.
        $parts = Merge::survivors(array_column($back, 'id'));
        foreach (array_filter($back, static fn(array $line): bool => !isset($parts[$line['id']])) as $line) {
            $erasure = Erasure::query()->create([
                'supporter_id' => $line['id'],
                'asked_by' => Erasure::RESTORED,
                'reason' => 'They had been erased before, and an older copy of the database had them again.',
                'state' => 'waiting',
                'erased_at' => $line['erased_at'],
            ]);
            try {
                $erasing->write($erasure);
            } catch (Throwable $error) {
                // A restore is not left half done for it: the queue tries again.
                report($error);
            }
            RunErasure::dispatch($erasure->id);
        }
    }
}
