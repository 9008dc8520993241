<?php

declare(strict_types=1);

namespace App\Mailings;

use App\Installation\UnderWay;

final readonly class MailingsUnderWay implements UnderWay
{
    public function now(): ?string
    {
        $mailing = Mailing::query()->where('state', 'working')->first();

        return $mailing === null ? null : "The mailing \"{$mailing->name}\" is being gathered.";
    }

    public function settle(string $said): void
    {
        Mailing::query()
            ->where('state', 'working')
            ->update(['state' => 'failed', 'error' => "{$said} Begin again if you need it."]);
    }
}
