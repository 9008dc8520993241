<?php

declare(strict_types=1);

namespace App\Supporters;

use Illuminate\Database\Connection;
use PineSieve\Core\Records\LinkKind;

/** Who a supporter belongs to, and who belongs to them. */
final readonly class Links
{
    private const MOST = 200;

    public function __construct(private Connection $db) {}

    /** @return list<array{id: int, phrase: string, supporter_id: int, name: string, kind: string, role: ?string}> read from the supporter's own side */
    public function of(int $supporterId): array
    {
        $links = [];
        foreach (['supporter_id' => 'other_id', 'other_id' => 'supporter_id'] as $own => $other) {
            $rows = $this->db
                ->table('links')
                ->join('supporters', 'supporters.id', "links.{$other}")
                ->where("links.{$own}", $supporterId)
                ->orderBy('links.id')
                ->limit(self::MOST)
                ->get([
                    'links.id',
                    'links.kind',
                    'links.role',
                    "links.{$other} as other",
                    'supporters.display_name',
                    'supporters.kind as what',
                ]);
            foreach ($rows as $row) {
                $kind = LinkKind::from($row->kind);
                $links[] = [
                    'id' => $row->id,
                    'phrase' => $own === 'supporter_id' ? $kind->phrase() : $kind->reverse(),
                    'supporter_id' => $row->other,
                    'name' => $row->display_name,
                    'kind' => $row->what,
                    'role' => $row->role,
                ];
            }
        }

        return $links;
    }
}
