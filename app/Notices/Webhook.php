<?php

declare(strict_types=1);

namespace App\Notices;

use Illuminate\Database\Eloquent\Model;

/**
 * An address at which another system is told of changes.
 *
 * @property int $id
 * @property string $name
 * @property string $url
 * @property string $secret base64, encrypted as it is stored
 * @property bool $is_active
 */
final class Webhook extends Model
{
    protected $guarded = [];

    protected $hidden = ['secret'];

    protected function casts(): array
    {
        return ['secret' => 'encrypted', 'is_active' => 'boolean'];
    }

    /**
     * The signature of a notice, as the Standard Webhooks specification (1.0.0) writes it: HMAC-SHA256 over id, time and body.
     *
     * @param  int  $time  seconds since 1970
     */
    public function signature(string $id, int $time, string $body): string
    {
        return 'v1,' . base64_encode(hash_hmac('sha256', "{$id}.{$time}.{$body}", (string) base64_decode($this->secret, true), true));
    }
}
