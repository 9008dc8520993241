<?php

declare(strict_types=1);

namespace App\Exports;

use App\Accounts\Audit;
use App\Accounts\Message;
use App\Accounts\OnBehalf;
use App\Exports\Saved\DeliverExport;
use App\Exports\Saved\SavedExport;
use App\Exports\Statements\Statements;
use App\Exports\Statements\StatementsAsked;
use App\Support\PlainWords;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Bus\Dispatchable;
use Illuminate\Foundation\Queue\Queueable;
use Illuminate\Support\Facades\Gate;
use Throwable;

/** Writes a file that someone asked for, with what that person may see; it begins anew if it was cut off. */
final class RunExport implements ShouldQueue
{
    use Dispatchable;
    use Queueable;

    /** Seconds above which whoever waits is told. */
    private const PATIENCE = 20;

    public int $timeout = 3600;

    public function __construct(private readonly int $export)
    {
        $this->onQueue('long');
    }

    public function handle(Exporting $exporting, Everything $everything, Statements $statements): void
    {
        $export = Export::query()->with('user')->find($this->export);
        if ($export === null || $export->state !== 'waiting') {
            return;
        }
        try {
            $user = $export->user;
            if ($user === null || $user->disabled_at !== null) {
                throw new UnusableExport('Whoever asked for it may not sign in any more.');
            }
            $may = Gate::forUser($user);
            // What someone might when it was saved, they may not for ever.
            $isAllowed = match ($export->asked['of']) {
                'everything' => $may->allows('administer'),
                'statements' => $may->allows('edit-records'),
                default => true,
            };
            if (!$isAllowed) {
                throw new UnusableExport('Whoever asked for it may not take that any more.');
            }
            $done = OnBehalf::of(
                $user,
                static fn(): array => match ($export->asked['of']) {
                    'everything' => $everything->write($export->path()),
                    'statements' => $statements->write(
                        StatementsAsked::of($export->asked),
                        $export->format === 'zip' ? 'zip' : 'pdf',
                        $export->path(),
                    ),
                    default => $exporting->write(ExportAsked::of($export->asked), $export->format, $export->path()),
                },
            );
            $export->update(['state' => 'done', 'rows' => $done['rows'], 'amounts' => $done['amounts'], 'ended_at' => now()]);
            Audit::note(Audit::EXPORT, "Exported \"{$export->name}\": {$done['rows']} rows", userId: $export->user_id);
            if ($export->created_at->diffInSeconds(now()) > self::PATIENCE) {
                Message::to(
                    $export->user_id,
                    'done',
                    "The export \"{$export->name}\" is ready: " . number_format($done['rows']) . ' rows.',
                );
            }
        } catch (Throwable $error) {
            report($error);
            $export->update(['state' => 'failed', 'error' => mb_substr(PlainWords::of($error), 0, 500), 'ended_at' => now()]);
            if ($export->saved_id !== null) {
                Message::to($export->user_id, 'stopped', "The export \"{$export->name}\" could not be made.");
            }
        }
        $saved = SavedExport::query()->find($export->saved_id);
        if ($saved !== null && $export->refresh()->state === 'done') {
            $saved->brought_to === 'here' ? $saved->update(['mark' => $export->mark]) : DeliverExport::dispatch($export->id);
        }
    }
}
