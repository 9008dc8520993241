<?php

declare(strict_types=1);

namespace App\Connections;

use App\Intakes\IntakeState;
use Illuminate\Contracts\Encryption\DecryptException;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\Crypt;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Connections\ConnectionForm;
use PineSieve\Core\Connections\Notice;
use PineSieve\Core\Connections\UnreadableAnswer;

/**
 * What other systems sent of their own accord. Each is taken once, however often it is sent, and waits for the next pull; what that pull
 * makes of it was never loaded, or was taken back, waits again.
 */
final readonly class Notices
{
    /** What one pull takes up at most; the next one has the rest. */
    private const MOST = 2000;

    /**
     * @return bool whether it is new
     *
     * @throws UnreadableAnswer
     */
    public function take(Connection $connection, ConnectionForm $form, string $body, string $signed): bool
    {
        Notice::read($form, $body);

        return DB::table('connection_notices')->insertOrIgnore([
            'connection_id' => $connection->id,
            'print' => hash('sha256', "{$signed}\n{$body}"),
            'body' => Crypt::encryptString($body),
            'received_at' => now()->format('Y-m-d H:i:s.v'),
        ]) > 0;
    }

    /** Notices that no intake has yet, or none any more. */
    public function waiting(Connection $connection): int
    {
        return $this->open($connection)->count();
    }

    /**
     * @return array<int, Notice> by number, in the order in which they came
     */
    public function next(Connection $connection): array
    {
        $form = $connection->settings();
        $notices = [];
        foreach (
            $this->open($connection)
                ->orderBy('n.id')
                ->limit(self::MOST)
                ->get(['n.id', 'n.body'])
            as $row
        ) {
            try {
                $notices[(int) $row->id] = Notice::read($form, Crypt::decryptString((string) $row->body));
            } catch (UnreadableAnswer | DecryptException) {
                // Its record was to be found elsewhere when it came, or the key of the installation is another one: it waits on.
            }
        }

        return $notices;
    }

    /** @param  list<int>  $notices */
    public function taken(Pull $pull, array $notices): void
    {
        DB::table('connection_notices')
            ->whereIntegerInRaw('id', $notices)
            ->update(['pull_id' => $pull->id]);
    }

    private function open(Connection $connection): Builder
    {
        $gone = [IntakeState::Undone->value, IntakeState::Failed->value];

        return DB::table('connection_notices as n')
            ->leftJoin('connection_pulls as p', 'p.id', '=', 'n.pull_id')
            ->leftJoin('intakes as i', 'i.id', '=', 'p.intake_id')
            ->where('n.connection_id', $connection->id)
            ->where('n.body', '<>', '')
            ->where(
                static fn(Builder $either) => $either
                    ->whereNull('p.id')
                    ->orWhere(
                        static fn(Builder $of) => $of
                            ->whereNotNull('p.intake_id')
                            ->where(static fn(Builder $state) => $state->whereNull('i.id')->orWhereIn('i.state', $gone)),
                    ),
            );
    }
}
