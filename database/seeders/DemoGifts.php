<?php

declare(strict_types=1);

namespace Database\Seeders;

use App\Accounts\User;
use App\Gifts\Funds;
use App\Gifts\GiftAt;
use App\Gifts\GiftForms;
use App\Gifts\Purpose;
use App\Records\Act;
use App\Records\ActKind;
use App\Records\Entry;
use App\Records\RecordWriter;
use App\Records\Supporter;
use App\Standards\FieldAccess;
use App\Support\Lists;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Changes\Change;
use PineSieve\Core\Changes\Subject;

/** Gifts as they come beside plain ones: split, in memory of someone, in kind, in stock, by card with a fee; and some that went back. */
final readonly class DemoGifts
{
    /** What is written of each, and what goes back of it later: amount and reason. */
    private const GIFTS = [
        [
            [
                'gift.amount' => '500',
                'gift.kind' => 'check',
                'gift.reference' => '2290',
                'gift.splits' => "300 | General fund | Two new boats\n200 | Puffin nursery",
            ],
        ],
        [
            [
                'gift.amount' => '150',
                'gift.kind' => 'card',
                'gift.fund' => 'Puffin nursery',
                'gift.fee' => '4.65',
                'gift.tribute' => 'Theodora Ashdown',
                'gift.tribute_kind' => 'in memory',
                'gift.tell' => "Silas Ashdown\n12 Wharf St, Tern Harbor, ME 04642",
                'gift.receipt' => 'R-1187',
            ],
        ],
        [['gift.amount' => '80', 'gift.kind' => 'card', 'gift.fund' => 'General fund', 'gift.fee' => '2.62'], ['-30', 'Charged too much']],
        [
            ['gift.amount' => '200', 'gift.kind' => 'check', 'gift.reference' => '771', 'gift.fund' => 'General fund'],
            ['-200', 'Check came back'],
        ],
        [
            [
                'gift.amount' => '640',
                'gift.kind' => 'in kind',
                'gift.description' => 'Two outboard motors',
                'gift.fund' => 'Oil spill response',
            ],
        ],
        [
            [
                'gift.amount' => '1875.50',
                'gift.kind' => 'securities',
                'gift.description' => 'Larch Mills',
                'gift.units' => '25',
                'gift.campaign' => 'Two new boats',
            ],
        ],
        [
            [
                'gift.amount' => '250',
                'gift.kind' => 'check',
                'gift.reference' => '1402',
                'gift.benefit' => '60',
                'gift.fund' => 'General fund',
            ],
            ['15', 'The check was 265'],
        ],
        [
            [
                'gift.amount' => '100',
                'gift.kind' => 'card',
                'gift.splits' => "50 | General fund\n50 | Puffin nursery",
                'gift.fee' => '3.20',
            ],
            ['-50', 'Meant to give 50'],
        ],
    ];

    /** Kind, name, from, until and goal. */
    private const FUNDS = [
        ['fund', 'Puffin nursery', null, null, '90000.00'],
        ['fund', 'Oil spill response', null, null, '60000.00'],
        ['campaign', 'Two new boats', '-60', '+120', '12000.00'],
    ];

    public function __construct(private GiftForms $forms, private Funds $funds, private RecordWriter $writer) {}

    public function make(): void
    {
        $typist = User::query()->where('email', 'gifts@example.org')->firstOrFail();
        $supporters = Lists::ints(
            Supporter::query()
                ->where('kind', 'person')
                ->where('status', 'active')
                ->orderBy('id')
                ->offset(70)
                ->limit(count(self::GIFTS))
                ->pluck('id'),
        );
        $sight = FieldAccess::ofUser();
        $day = static fn(?string $from): ?string => $from === null ? null : now()->addDays((int) $from)->toDateString();
        foreach (self::FUNDS as [$kind, $name, $from, $until, $goal]) {
            $this->funds->keep(Purpose::from($kind), $name, ['starts_on' => $day($from), 'ends_on' => $day($until), 'goal' => $goal]);
        }
        foreach (self::GIFTS as $i => $gift) {
            [$written, $correction] = [...$gift, null];
            $given = [
                'gift.date' => now()
                    ->subDays(40 - $i)
                    ->toDateString(),
                ...$written,
            ];
            $id = $this->forms->keep(new GiftAt($supporters[$i]), $given, [], $typist, $sight, true);
            if ($correction !== null) {
                [$amount, $reason] = $correction;
                $this->forms->keep(
                    new GiftAt($supporters[$i], corrects: $id),
                    [
                        'gift.date' => now()
                            ->subDays(20 - $i)
                            ->toDateString(),
                        'gift.amount' => $amount,
                        'gift.reason' => $reason,
                    ],
                    [],
                    $typist,
                    $sight,
                );
            }
        }
        $this->credit($typist, $sight);
    }

    /** A gift of one of a couple, credited to the other; and one of an employer who matched what someone gave. */
    private function credit(User $typist, FieldAccess $sight): void
    {
        [$ann, $bo, $cy] = Lists::ints(Supporter::query()->where('kind', 'person')->orderBy('id')->offset(90)->limit(3)->pluck('id'));
        $employer = (int) Supporter::query()->where('kind', 'organization')->orderBy('id')->value('id');
        $link = static fn(int $of, string $kind, int $other): Entry => new Entry($of, [
            Change::create(Subject::Link, "demo:{$of}", ['kind' => $kind, 'other_id' => (string) $other]),
        ]);
        DB::transaction(
            fn() => $this->writer->write([$link($ann, 'spouse', $bo), $link($cy, 'employee', $employer)], Act::once(ActKind::Demo, null)),
        );
        $given = ['gift.date' => now()->subDays(25)->toDateString(), 'gift.kind' => 'check', 'gift.fund' => 'General fund'];
        $couple = [...$given, 'gift.amount' => '300', 'gift.reference' => '3117', 'gift.credits' => "{$bo} | 50%"];
        $this->forms->keep(new GiftAt($ann), $couple, [], $typist, $sight, true);
        $matched = [...$given, 'gift.amount' => '500', 'gift.reference' => '88021', 'gift.credits' => (string) $cy];
        $this->forms->keep(new GiftAt($employer), $matched, [], $typist, $sight, true);
    }
}
