<?php

declare(strict_types=1);

namespace App\AddressChecks;

use Illuminate\Support\Facades\DB;
use PineSieve\Core\Addresses\AddressRule;
use PineSieve\Core\Addresses\Directory\Outcome;
use PineSieve\Core\Addresses\Directory\Standing;

/**
 * What a check comes to. Confirmed, confirmed with a question, not found and not asked are all addresses together.
 *
 * @phpstan-type Region array{region: string, addresses: int, mailable: int}
 * @phpstan-type Figures array{
 *     rows: int, addresses: int, confirmed: int, question: int, not_found: int, not_asked: int, mailable: int, moved: int, changed: int,
 *     outcomes: array<string, int>, rules: array<string, int>, regions: list<Region>,
 *     same: array{address: int, person: int, became: int},
 * }
 */
final readonly class CheckFigures
{
    private const REGIONS = 60;

    /** @return Figures */
    public function of(AddressCheck $check): array
    {
        $outcomes = [];
        $standings = array_fill_keys(array_column(Standing::cases(), 'value'), 0);
        $byOutcome = CheckedRows::of($check)
            ->groupByRaw('outcome, taken')
            ->selectRaw("outcome, decision like 'take:%' or decision = 'move' as taken, count(*) as n")
            ->get();
        foreach ($byOutcome as $row) {
            $outcomes[$row->outcome] = ($outcomes[$row->outcome] ?? 0) + (int) $row->n;
            // What a person chose among the directory's own candidates is as good as confirmed.
            $standing = (int) $row->taken === 1 ? Standing::Confirmed : Outcome::from($row->outcome)->standing();
            $standings[$standing->value] += (int) $row->n;
        }
        $mails = [...Outcome::codes(Standing::Confirmed), ...Outcome::codes(Standing::Question)];
        $marks = implode(',', array_fill(0, count($mails), '?'));
        $isMailable = "(outcome in ({$marks}) or decision like 'take:%') and (not is_moved or decision in ('keep', 'move'))";
        $one = CheckedRows::of($check)
            ->selectRaw(
                "count(*) as n, sum(is_moved) as moved, sum({$isMailable}) as mailable, sum(rules <> '') as changed,
                count(same_address) as address, count(same_person) as person",
                $mails,
            )
            ->first();
        $regions = CheckedRows::of($check)
            ->groupBy('region')
            ->orderByRaw('count(*) desc, region')
            ->limit(self::REGIONS)
            ->selectRaw("region, count(*) as n, sum({$isMailable}) as mailable", $mails)
            ->get();

        return [
            'rows' => $check->total,
            'addresses' => (int) ($one->n ?? 0),
            'confirmed' => $standings['confirmed'],
            'question' => $standings['question'],
            'not_found' => $standings['not_found'],
            'not_asked' => $standings['not_asked'],
            'mailable' => (int) ($one->mailable ?? 0),
            'moved' => (int) ($one->moved ?? 0),
            'changed' => (int) ($one->changed ?? 0),
            'outcomes' => $outcomes,
            'rules' => self::rules($check),
            'regions' => array_values(
                $regions
                    ->map(
                        static fn(\stdClass $row): array => [
                            'region' => $row->region,
                            'addresses' => (int) $row->n,
                            'mailable' => (int) $row->mailable,
                        ],
                    )
                    ->all(),
            ),
            'same' => [
                'address' => (int) ($one->address ?? 0),
                'person' => (int) ($one->person ?? 0),
                'became' => self::becameAlike($check),
            ],
        ];
    }

    /** In one sentence, for a message. */
    public function sentence(AddressCheck $check): string
    {
        $figures = $check->figures ?? $this->of($check);

        return sprintf(
            'The addresses of "%s" are checked: %s, of which %s can be mailed%s.',
            $check->name,
            $figures['addresses'] === 1 ? '1 address' : number_format($figures['addresses']) . ' addresses',
            number_format($figures['mailable']),
            ($figures['outcomes'][Outcome::NotYetVerified->value] ?? 0) > 0
                ? '; ' . number_format($figures['outcomes'][Outcome::NotYetVerified->value]) . ' are not yet verified'
                : '',
        );
    }

    /** @return array<string, int> rule to how many addresses it changes, the most frequent first */
    public static function rules(AddressCheck $check): array
    {
        $counts = [];
        foreach (CheckedRows::of($check)->where('rules', '<>', '')->groupBy('rules')->selectRaw('rules, count(*) as n')->get() as $row) {
            foreach (explode(',', trim($row->rules, ',')) as $rule) {
                if (AddressRule::tryFrom($rule) !== null) {
                    $counts[$rule] = ($counts[$rule] ?? 0) + (int) $row->n;
                }
            }
        }
        arsort($counts);

        return $counts;
    }

    /** How many share the address of an earlier one, though they are written in another way. */
    private static function becameAlike(AddressCheck $check): int
    {
        return (int) DB::scalar(
            'select count(*) from checked_addresses c join checked_addresses f on f.check_id = c.check_id and f.number = c.same_address
            where c.check_id = ? and c.as_written <> f.as_written',
            [$check->id],
        );
    }
}
