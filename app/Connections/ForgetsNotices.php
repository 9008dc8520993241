<?php

declare(strict_types=1);

namespace App\Connections;

use App\Erasing\Forgets;
use App\Erasing\Forgotten;
use Illuminate\Contracts\Encryption\DecryptException;
use Illuminate\Support\Facades\Crypt;
use Illuminate\Support\Facades\DB;

/** What other systems sent of whoever is erased. That it was sent is kept, so that it is not taken once more. */
final readonly class ForgetsNotices implements Forgets
{
    public function has(Forgotten $who): array
    {
        return array_filter(['notices of other systems' => count($this->notices($who))]);
    }

    public function forget(Forgotten $who): array
    {
        DB::table('connection_notices')
            ->whereIntegerInRaw('id', $this->notices($who))
            ->update(['body' => '']);

        return [];
    }

    /** @return list<int> numbers of those that name them, or a gift of theirs by its id */
    private function notices(Forgotten $who): array
    {
        $gifts = DB::table('gifts')->whereIn('supporter_id', $who->ids)->whereNotNull('source_id')->pluck('source_id')->flip()->all();
        $found = [];
        foreach (DB::table('connection_notices')->where('body', '<>', '')->orderBy('id')->lazyById(500) as $notice) {
            try {
                $said = json_decode(Crypt::decryptString((string) $notice->body), true);
            } catch (DecryptException) {
                continue;
            }
            $isOf = false;
            is_array($said) &&
                array_walk_recursive($said, static function (mixed $value) use ($who, $gifts, &$isOf): void {
                    $isOf = $isOf || (is_scalar($value) && (isset($gifts[(string) $value]) || $who->isNamedIn((string) $value)));
                });
            $isOf ? ($found[] = (int) $notice->id) : null;
        }

        return $found;
    }
}
