<?php

declare(strict_types=1);

namespace App\AddressChecks;

use App\Addresses\Directory\KeptAnswers;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;

/**
 * What a person decides of the addresses of a check: a candidate is taken, or the new address of whoever moved, or the address stays as it
 * is written, or nothing is said of it. In an intake, what is taken is a correction of the row.
 */
final readonly class CheckDecisions
{
    /** The one that there is: a candidate, or a new address. */
    public const ONLY = 'only';

    private const CHUNK = 1000;

    public function __construct(private KeptAnswers $kept, private CheckFigures $figures, private IntakeAddresses $rows) {}

    /**
     * @param  string  $key  of a group
     * @param  ?int  $number  of one row; null for all of the group that nothing is decided of
     * @param  string  $to  "keep", "take:0", "move", ONLY, or "" to take a decision back
     * @return int how many were decided
     */
    public function decide(AddressCheck $check, string $key, ?int $number, string $to, ?int $userId): int
    {
        $rows = CheckView::narrow(CheckedRows::of($check), $key);
        if ($number !== null) {
            $rows->where('number', $number);
            $this->mustBeThere($check, $number, $to);
        } elseif ($to !== '') {
            $rows->where('decision', '');
        }
        $decision = match (true) {
            $to !== self::ONLY => $to,
            $key === CheckView::MOVED => CheckedAddress::MOVED,
            default => CheckedAddress::take(0),
        };
        $numbers = array_values(
            array_map(intval(...), ($to === self::ONLY ? CheckView::withOne($rows, $key) : $rows)->pluck('number')->all()),
        );
        // A correction that can't be made leaves the decision undone.
        DB::transaction(function () use ($check, $numbers, $decision, $userId): void {
            foreach (array_chunk($numbers, self::CHUNK) as $chunk) {
                self::among($check, $chunk)->update(['decision' => $decision]);
            }
            if ($check->isOfIntake() && $check->intake !== null && $decision !== CheckedAddress::KEPT) {
                $this->rows->correct($check->intake, CheckedAddress::all(self::among($check, $numbers)->get(), $this->kept), $userId);
            }
        });
        $check->update(['figures' => $this->figures->of($check)]);

        return count($numbers);
    }

    /** @param  list<int>  $numbers */
    private static function among(AddressCheck $check, array $numbers): Builder
    {
        return CheckedRows::of($check)->whereIn('number', $numbers)->orderBy('number');
    }

    private function mustBeThere(AddressCheck $check, int $number, string $to): void
    {
        $one = CheckedAddress::all(self::among($check, [$number])->get(), $this->kept)[0] ?? abort(404);
        $isThere = match (true) {
            str_starts_with($to, 'take:') => (int) substr($to, 5) < count($one->answer->candidates ?? []),
            $to === CheckedAddress::MOVED => $one->move?->to !== null,
            default => true,
        };
        abort_unless($isThere, 422, 'The directory names no such address.');
    }
}
