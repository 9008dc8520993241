<?php

declare(strict_types=1);

namespace App\Notices\Http;

use App\Accounts\Audit;
use App\Notices\DeliverNotices;
use App\Notices\Http\Requests\WebhookChangesRequest;
use App\Notices\Http\Requests\WebhookRequest;
use App\Notices\Notices;
use App\Notices\Webhook;
use App\Support\Destination;
use App\Support\Http\Answers;
use App\Support\Http\Controller;
use App\Support\Http\JsonMap;
use App\Support\UnusableDestination;
use Illuminate\Http\JsonResponse;
use Illuminate\Support\Facades\DB;

/**
 * Where other systems are told of changes, and what became of each notice.
 *
 * @phpstan-type WebhookRow array{id: int, name: string, url: string, is_active: bool, notices: JsonMap<int>}
 * @phpstan-import-type NoticeRow from Notices
 * @phpstan-type NoticeList array{webhooks: list<WebhookRow>, notices: list<NoticeRow>}
 * @phpstan-type WebhookMade array{id: int, secret: string}
 */
final class WebhookController extends Controller
{
    #[Answers(self::class, 'NoticeList')]
    public function index(Notices $notices): JsonResponse
    {
        $this->authorize('administer');
        $counts = $notices->counts();

        return response()->json([
            'webhooks' => Webhook::query()->orderBy('name')->get()->map(
                static fn(Webhook $hook): array => [
                    'id' => $hook->id,
                    'name' => $hook->name,
                    'url' => $hook->url,
                    'is_active' => $hook->is_active,
                    'notices' => (object) ($counts[$hook->id] ?? []),
                ],
            ),
            'notices' => $notices->latest(),
        ]);
    }

    /** The secret is told once, when it is made. */
    #[Answers(self::class, 'WebhookMade')]
    public function store(WebhookRequest $request): JsonResponse
    {
        $data = $request->validated();
        self::mustBePublic($data['url']);
        $secret = base64_encode(random_bytes(32));
        $hook = Webhook::query()->create([...$data, 'secret' => $secret]);
        Audit::note(Audit::NOTICES, "Sends notices to \"{$hook->name}\"");

        return response()->json(['id' => $hook->id, 'secret' => "whsec_{$secret}"], 201);
    }

    #[Answers(self::class, 'NoticeList')]
    public function update(WebhookChangesRequest $request, Webhook $webhook, Notices $notices): JsonResponse
    {
        $data = $request->validated();
        self::mustBePublic($data['url'] ?? null);
        $webhook->fill($data)->save();
        Audit::note(Audit::NOTICES, "Changed the notices to \"{$webhook->name}\"");
        DeliverNotices::dispatch();

        return $this->index($notices);
    }

    #[Answers(self::class, 'NoticeList')]
    public function destroy(Webhook $webhook, Notices $notices): JsonResponse
    {
        $this->authorize('administer');
        DB::transaction(static function () use ($webhook, $notices): void {
            $notices->forget($webhook->id);
            $webhook->delete();
        });
        Audit::note(Audit::NOTICES, "Sends no more notices to \"{$webhook->name}\"");

        return $this->index($notices);
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
