<?php

declare(strict_types=1);

namespace App\AddressChecks;

use App\Addresses\Directory\KeptAnswers;

/** What a person decides of the addresses of a check: a candidate is taken, the address stays as it is written, or nothing is said of it. */
final readonly class CheckDecisions
{
    /** One candidate, where there is just one. */
    public const ONLY = 'only';

    public function __construct(private KeptAnswers $kept, private CheckFigures $figures) {}

    /**
     * @param  string  $key  of a group
     * @param  ?int  $number  of one row; null for all of the group that nothing is decided of
     * @param  string  $to  "keep", "take:0", ONLY, or "" to take a decision back
     * @return int how many were decided
     */
    public function decide(AddressCheck $check, string $key, ?int $number, string $to): int
    {
        $rows = CheckView::narrow(CheckedRows::of($check), $key);
        if ($number !== null) {
            $rows->where('number', $number);
            $this->mustBeThere($check, $number, $to);
        } elseif ($to !== '') {
            $rows->where('decision', '');
        }
        $decided =
            $to === self::ONLY
                ? CheckView::withOneCandidate($rows)->update(['decision' => CheckedAddress::take(0)])
                : $rows->update(['decision' => $to]);
        $check->update(['figures' => $this->figures->of($check)]);

        return $decided;
    }

    private function mustBeThere(AddressCheck $check, int $number, string $to): void
    {
        $one = CheckedAddress::all(CheckedRows::of($check)->where('number', $number)->get(), $this->kept)[0] ?? abort(404);
        if (str_starts_with($to, 'take:')) {
            $candidates = count($one->answer->candidates ?? []);
            abort_unless((int) substr($to, 5) < $candidates, 422, 'The directory names no such address.');
        }
    }
}
