<?php

declare(strict_types=1);

namespace App\Exports\Saved;

use App\Accounts\Message;
use App\Exports\Export;
use App\Exports\Exporting;
use App\Support\Destination;
use App\Support\PlainWords;
use App\Support\UnusableDestination;
use GuzzleHttp\Psr7\Utils;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Bus\Dispatchable;
use Illuminate\Foundation\Queue\Queueable;
use Illuminate\Http\Client\ConnectionException;
use Illuminate\Support\Facades\Http;
use Throwable;

/**
 * Brings a file into a folder of the server, or to an HTTP address (PUT, with its SHA-256 in the Repr-Digest header, RFC 9530). What was
 * not taken is tried again, later each time; "what changed since" counts from the last one that was taken.
 */
final class DeliverExport implements ShouldQueue
{
    use Dispatchable;
    use Queueable;

    private const TYPES = [
        'csv' => 'text/csv; charset=utf-8',
        'xlsx' => 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
        'json' => 'application/json',
        'vcf' => 'text/vcard; charset=utf-8',
        'pdf' => 'application/pdf',
    ];

    public int $tries = 6;

    /** @var list<int> seconds */
    public array $backoff = [60, 300, 900, 3600, 14400];

    public function __construct(private readonly int $export)
    {
        $this->onQueue('long');
    }

    public function handle(): void
    {
        $export = Export::query()->find($this->export);
        $saved = SavedExport::query()->find($export?->saved_id);
        if ($export === null || $saved === null || $export->state !== 'done') {
            return;
        }
        try {
            if ($export->user?->maySetStandards() !== true) {
                throw new CannotDeliver('Whoever saved it may not have files brought elsewhere any more.');
            }
            $said = $saved->brought_to === 'folder' ? self::toFolder($export, $saved) : self::toAddress($export, $saved);
        } catch (CannotDeliver $error) {
            $export->update(['delivered' => mb_substr("Not yet: {$error->getMessage()}", 0, 300)]);
            throw $error;
        }
        $export->update(['delivered' => mb_substr($said, 0, 300)]);
        $saved->update(['mark' => $export->mark]);
    }

    public function failed(Throwable $error): void
    {
        $export = Export::query()->find($this->export);
        $why = PlainWords::of($error);
        $export?->update(['delivered' => mb_substr("Given up: {$why}", 0, 300)]);
        Message::to(
            $export?->user_id,
            'stopped',
            mb_substr("\"{$export?->name}\" could not be brought where it should go: {$why}", 0, 500),
        );
    }

    /** The folder in which those of the exports are. */
    public static function folder(string $name): string
    {
        return rtrim((string) config('sieve.export_folder'), '/') . "/{$name}";
    }

    private static function toFolder(Export $export, SavedExport $saved): string
    {
        $folder = self::folder($saved->target);
        $file = "{$folder}/{$export->fileName()}";
        if (!is_dir($folder) && !@mkdir($folder, 0750, true)) {
            throw new CannotDeliver("The folder {$folder} can't be made.");
        }
        foreach (['', Exporting::CONTROL] as $ending) {
            // Beside it first: whoever watches the folder never sees half a file. The one that says what is in it comes last.
            if (!@copy($export->path() . $ending, "{$file}{$ending}.part") || !@rename("{$file}{$ending}.part", $file . $ending)) {
                @unlink("{$file}{$ending}.part");
                throw new CannotDeliver("The folder {$folder} can't be written, or is full.");
            }
        }

        return "in the folder {$saved->target}: {$export->fileName()}";
    }

    private static function toAddress(Export $export, SavedExport $saved): string
    {
        $stream = @fopen($export->path(), 'r');
        if ($stream === false) {
            throw new CannotDeliver('The file is not there any more.');
        }
        try {
            $to = Destination::of($saved->target, config('sieve.notice_hosts'));
            $response = Http::timeout(600)
                ->connectTimeout(10)
                ->withoutRedirecting()
                ->withOptions($to->options())
                ->withHeaders([
                    'Content-Disposition' => "attachment; filename*=UTF-8''" . rawurlencode($export->fileName()),
                    'Repr-Digest' => 'sha-256=:' . base64_encode((string) hash_file('sha256', $export->path(), true)) . ':',
                    ...$saved->secret === null ? [] : ['Authorization' => "Bearer {$saved->secret}"],
                ])
                ->withBody(Utils::streamFor($stream), self::TYPES[$export->format] ?? 'application/octet-stream')
                ->put($to->url);
        } catch (UnusableDestination $error) {
            throw new CannotDeliver($error->getMessage());
        } catch (ConnectionException) {
            throw new CannotDeliver('The address does not answer.');
        }
        if (!$response->successful()) {
            throw new CannotDeliver("The address answered {$response->status()}.");
        }

        return "taken by {$saved->target}";
    }
}
