<?php

declare(strict_types=1);

namespace App\Notices;

use App\Support\Destination;
use App\Support\UnusableDestination;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Bus\Dispatchable;
use Illuminate\Foundation\Queue\Queueable;
use Illuminate\Http\Client\ConnectionException;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Http;

/** Sends the notices that wait. One that is not taken is tried again, later each time; after eight tries it is given up. */
final class DeliverNotices implements ShouldQueue
{
    use Dispatchable;
    use Queueable;

    public const TRIES = 8;

    private const AT_ONCE = 50;

    public function handle(): void
    {
        $hooks = Webhook::query()->where('is_active', true)->get()->keyBy('id');
        $waiting = DB::table('deliveries')
            ->where('state', 'waiting')
            ->whereIn('webhook_id', $hooks->keys())
            // Seconds that a notice waits after its n-th try: 0, 30, 120, 270 ...
            ->whereRaw('(done_at is null or done_at < date_sub(?, interval 30 * tries * tries second))', [now()])
            ->orderBy('id')
            ->limit(self::AT_ONCE)
            ->get();
        foreach ($waiting as $notice) {
            // Another worker may be at the same one.
            $hook = $hooks[$notice->webhook_id] ?? null;
            if (
                $hook !== null &&
                DB::table('deliveries')
                    ->where('id', $notice->id)
                    ->where('state', 'waiting')
                    ->where('tries', $notice->tries)
                    ->update(['tries' => $notice->tries + 1, 'done_at' => now()]) === 1
            ) {
                [$taken, $answer] = $this->send($hook, $notice);
                DB::table('deliveries')
                    ->where('id', $notice->id)
                    ->update([
                        'state' => $taken ? 'taken' : ($notice->tries + 1 >= self::TRIES ? 'given up' : 'waiting'),
                        'answer' => mb_substr($answer, 0, 300),
                        'done_at' => now()->format('Y-m-d H:i:s.v'),
                    ]);
            }
        }
        if ($waiting->count() === self::AT_ONCE) {
            self::dispatch();
        }
    }

    /**
     * What another system answers is not kept: it could be anything that its network shows to us.
     *
     * @return array{bool, string} whether it was taken, and the status code or why there is none
     */
    private function send(Webhook $hook, \stdClass $notice): array
    {
        [$id, $time] = ["notice_{$notice->id}", now()->getTimestamp()];
        try {
            $to = Destination::of($hook->url, config('sieve.notice_hosts'));
            $response = Http::timeout(8)
                ->connectTimeout(4)
                ->withoutRedirecting()
                ->withOptions($to->options())
                ->withHeaders([
                    'webhook-id' => $id,
                    'webhook-timestamp' => (string) $time,
                    'webhook-signature' => $hook->signature($id, $time, $notice->body),
                ])
                ->withBody($notice->body, 'application/json')
                ->post($to->url);

            return [$response->successful(), "answered {$response->status()}"];
        } catch (UnusableDestination $error) {
            return [false, $error->getMessage()];
        } catch (ConnectionException) {
            return [false, 'no answer'];
        }
    }
}
