<?php

declare(strict_types=1);

namespace App\Notices\Http;

use App\Accounts\Audit;
use App\Notices\DeliverNotices;
use App\Notices\Destination;
use App\Notices\UnusableDestination;
use App\Notices\Webhook;
use App\Support\Http\Answers;
use App\Support\Http\Controller;
use App\Support\Http\JsonMap;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;

/**
 * Where other systems are told of changes, and what became of each notice.
 *
 * @phpstan-type WebhookRow array{id: int, name: string, url: string, is_active: bool, notices: JsonMap<int>}
 * @phpstan-type NoticeRow array{
 *     id: int, name: string, event: string, body: string, tries: int, state: string, answer: ?string, created_at: string,
 *     done_at: ?string,
 * }
 * @phpstan-type NoticeList array{webhooks: list<WebhookRow>, notices: list<NoticeRow>}
 * @phpstan-type WebhookMade array{id: int, secret: string}
 */
final class WebhookController extends Controller
{
    #[Answers(self::class, 'NoticeList')]
    public function index(): JsonResponse
    {
        $this->authorize('administer');
        $counts = DB::table('deliveries')
            ->groupBy('webhook_id', 'state')
            ->selectRaw('webhook_id, state, count(*) as n')
            ->get()
            ->groupBy('webhook_id');

        return response()->json([
            'webhooks' => Webhook::query()->orderBy('name')->get()->map(
                static fn(Webhook $hook): array => [
                    'id' => $hook->id,
                    'name' => $hook->name,
                    'url' => $hook->url,
                    'is_active' => $hook->is_active,
                    'notices' => (object) ($counts[$hook->id] ?? collect())->pluck('n', 'state')->all(),
                ],
            ),
            'notices' => DB::table('deliveries as d')
                ->join('webhooks as w', 'w.id', '=', 'd.webhook_id')
                ->orderByDesc('d.id')
                ->limit(100)
                ->get(['d.id', 'w.name', 'd.event', 'd.body', 'd.tries', 'd.state', 'd.answer', 'd.created_at', 'd.done_at']),
        ]);
    }

    /** The secret is told once, when it is made. */
    #[Answers(self::class, 'WebhookMade')]
    public function store(Request $request): JsonResponse
    {
        $this->authorize('administer');
        $data = $request->validate(['name' => ['required', 'string', 'max:120'], 'url' => ['required', 'url:http,https', 'max:500']]);
        self::mustBePublic($data['url']);
        $secret = base64_encode(random_bytes(32));
        $hook = Webhook::query()->create([...$data, 'secret' => $secret]);
        Audit::note(Audit::NOTICES, "Sends notices to \"{$hook->name}\"");

        return response()->json(['id' => $hook->id, 'secret' => "whsec_{$secret}"], 201);
    }

    #[Answers(self::class, 'NoticeList')]
    public function update(Request $request, Webhook $webhook): JsonResponse
    {
        $this->authorize('administer');
        $data = $request->validate([
            'name' => ['sometimes', 'string', 'max:120'],
            'url' => ['sometimes', 'url:http,https', 'max:500'],
            'is_active' => ['sometimes', 'boolean'],
        ]);
        self::mustBePublic($data['url'] ?? null);
        $webhook->fill($data)->save();
        Audit::note(Audit::NOTICES, "Changed the notices to \"{$webhook->name}\"");
        DeliverNotices::dispatch();

        return $this->index();
    }

    #[Answers(self::class, 'NoticeList')]
    public function destroy(Webhook $webhook): JsonResponse
    {
        $this->authorize('administer');
        DB::transaction(static function () use ($webhook): void {
            DB::table('deliveries')->where('webhook_id', $webhook->id)->delete();
            $webhook->delete();
        });
        Audit::note(Audit::NOTICES, "Sends no more notices to \"{$webhook->name}\"");

        return $this->index();
    }

    /** A name that is not known at the moment may be known when a notice is sent, and is looked at then. */
    private static function mustBePublic(?string $url): void
    {
        try {
            $url === null || Destination::of($url, config('sieve.notice_hosts'));
        } catch (UnusableDestination $error) {
            abort_if($error->forGood, 422, $error->getMessage());
        }
    }
}
