<?php

declare(strict_types=1);

namespace App\Connections\Http;

use App\Connections\Connection;
use App\Connections\Notices;
use App\Support\Http\Controller;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use PineSieve\Core\Connections\UnreadableAnswer;

/** Where another system sends its notices: nobody signs in here, the notice itself is signed. */
final class InboxController extends Controller
{
    private const LARGEST = 1024 * 1024;

    public function __invoke(Request $request, string $inbox, Notices $notices): Response
    {
        $connection = Connection::query()->where('inbox', $inbox)->first();
        $form = $connection?->settings();
        $signature = $form?->signature;
        abort_if($connection === null || $form === null || $signature === null, 404, 'Nobody takes notices here.');
        $body = $request->getContent();
        abort_if(strlen($body) > self::LARGEST, 413, 'A notice has 1 MB at most.');
        $signed = (string) $request->header($signature->header);
        $sent = $signature->timeHeader === '' ? '' : (string) $request->header($signature->timeHeader);
        if (!$signature->isGenuine($body, $signed, $sent, (string) $connection->inbox_key, now()->getTimestamp())) {
            $connection->increment('refused', 1, ['refused_at' => now()]);
            abort(401, 'The signature does not fit.');
        }
        try {
            $notices->take($connection, $form, $body, $signed);
        } catch (UnreadableAnswer $error) {
            abort(422, $error->getMessage());
        }

        // What was sent before is taken as well, so that it is not sent for ever.
        return response()->noContent();
    }
}
