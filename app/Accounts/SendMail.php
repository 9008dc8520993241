<?php

declare(strict_types=1);

namespace App\Accounts;

use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Bus\Dispatchable;
use Illuminate\Foundation\Queue\Queueable;
use Illuminate\Mail\Message;
use Illuminate\Support\Facades\Mail;
use Symfony\Component\Mailer\Transport\Smtp\SmtpTransport;
use Throwable;

/** Sends a message by mail. A mail server that does not answer keeps nobody from working: the message stands in the application. */
final class SendMail implements ShouldQueue
{
    use Dispatchable;
    use Queueable;

    public int $tries = 4;

    public int $backoff = 60;

    public function __construct(private readonly string $address, private readonly string $name, private readonly string $text) {}

    public function handle(): void
    {
        Mail::raw("{$this->text}\n\n" . config('app.url') . "\n", function (Message $message): void {
            $message->to($this->address, $this->name)->subject(mb_strimwidth(str_replace(["\r", "\n"], ' ', $this->text), 0, 90, ' ...'));
        });
        // A worker lives longer than a mail server keeps a silent connection open: each message has its own.
        $transport = Mail::getSymfonyTransport();
        if ($transport instanceof SmtpTransport) {
            $transport->stop();
        }
    }

    public function failed(Throwable $error): void
    {
        logger()->warning("A message could not be sent by mail: {$error->getMessage()}");
    }
}
