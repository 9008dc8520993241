<?php

declare(strict_types=1);

namespace App\AddressChecks;

use App\Accounts\Message;
use App\Addresses\Directory\AddressStates;
use App\Addresses\Directory\Asking;
use App\Addresses\Directory\DirectorySettings;
use App\Addresses\Directory\KeptAnswers;
use App\Records\RecordReader;
use App\Support\Lists;
use Generator;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Addresses\Address;
use PineSieve\Core\Addresses\Directory\NoAnswer;
use PineSieve\Core\Addresses\Directory\Outcome;
use PineSieve\Core\Names\PersonName;

/** Carries a check on: reads its addresses, asks the postal directory about each distinct one, and settles what came of it. */
final readonly class CheckWork
{
    private const CHUNK = 1000;

    public function __construct(
        private ListRows $lists,
        private StoredAddresses $stored,
        private CheckedRows $rows,
        private KeptAnswers $kept,
        private Asking $asking,
        private AddressStates $states,
        private RecordReader $reader,
        private CheckFigures $figures,
        private ApplyCheck $apply,
    ) {}

    /** @return bool whether there is more to do */
    public function step(AddressCheck $check): bool
    {
        match ($check->state) {
            CheckState::Waiting => $this->start($check),
            CheckState::Reading => $this->read($check),
            CheckState::Asking => $this->ask($check),
            CheckState::Settling => $this->settle($check),
            CheckState::Writing => $this->apply->step($check),
            default => null,
        };

        return $check->state->isWorking();
    }

    private function start(AddressCheck $check): void
    {
        DB::transaction(static function () use ($check): void {
            CheckedRows::of($check)->delete();
            $total = $check->isOfRecords() ? StoredAddresses::count((array) $check->scope) : (int) $check->intake?->row_count;
            $check->fill(['state' => CheckState::Reading, 'total' => $total])->save();
        });
    }

    private function read(AddressCheck $check): void
    {
        ['found' => $found, 'read' => $read, 'last' => $last] =
            !$check->isOfRecords() && $check->intake !== null
                ? $this->lists->next($check->intake, $check->position, self::CHUNK)
                : $this->stored->next((array) $check->scope, $check->position, self::CHUNK);
        DB::transaction(function () use ($check, $found, $read, $last): void {
            $this->rows->keep($check, $found);
            $check
                ->fill(
                    $last === null
                        ? ['state' => CheckState::Asking, 'position' => 0]
                        : ['position' => $last, 'done' => $check->done + $read],
                )
                ->save();
        });
    }

    private function ask(AddressCheck $check): void
    {
        self::takeKept($check);
        if ($check->to_ask === 0) {
            $check
                ->fill([
                    'to_ask' => CheckedRows::of($check)->where('outcome', '')->distinct()->count('address_key'),
                ])
                ->save();
        }
        try {
            if ($check->asks && $check->to_ask > 0) {
                $this->askAll($check);

                return;
            }
        } catch (NoAnswer $error) {
            $check->error = $error->getMessage();
        }
        $this->asked($check);
    }

    /**
     * Questions for a slice of time.
     *
     * @throws NoAnswer
     */
    private function askAll(AddressCheck $check): void
    {
        $questions = $this->questions($check, microtime(true) + (float) config('sieve.slice_seconds'));
        foreach ($this->asking->each($questions) as $asked => $reply) {
            // What was answered is kept, and taken from there; what was left out is not asked once more.
            $unanswered = Lists::texts(array_keys(array_diff_key($asked, $reply->answers)));
            DB::transaction(static function () use ($check, $unanswered, $asked, $reply): void {
                self::leave($check, $unanswered);
                $check->fill(['asked' => $check->asked + count($asked), 'edition' => mb_substr($reply->edition->words(), 0, 120)])->save();
            });
        }
        if ($questions->getReturn()) {
            $this->asked($check);
        }
    }

    /**
     * @param  float  $until  the time after which no other question is made
     * @return Generator<int, array<string, Address>, null, bool>  by their key; in the end whether these were all
     */
    private function questions(AddressCheck $check, float $until): Generator
    {
        $after = 0;
        $seen = [];
        do {
            $rows = CheckedRows::of($check)
                ->where('outcome', '')
                ->where('number', '>', $after)
                ->orderBy('number')
                ->limit($this->asking->most())
                ->get(['number', 'address_key', 'standard']);
            // The same address in another row has the same answer.
            $asked = [];
            foreach ($rows as $row) {
                $after = (int) $row->number;
                if (!isset($seen[$row->address_key])) {
                    $seen[$row->address_key] = true;
                    $asked[(string) $row->address_key] = Address::fromParts(json_decode($row->standard, true, flags: JSON_THROW_ON_ERROR));
                }
            }
            if ($asked !== []) {
                yield $asked;
            }
        } while ($rows->isNotEmpty() && microtime(true) < $until);

        return $rows->isEmpty();
    }

    /** What is known already is not asked again. */
    private static function takeKept(AddressCheck $check): void
    {
        $since = now()->subDays(DirectorySettings::read()->keepDays);
        DB::update(
            'update checked_addresses c join postal_answers a on a.address_key = c.address_key set c.outcome = a.outcome
            where c.check_id = ? and c.outcome = ? and a.asked_at >= ?',
            [$check->id, '', $since],
        );
    }

    /** @param  list<string>  $keys  of addresses that have no answer */
    private static function leave(AddressCheck $check, array $keys): void
    {
        if ($keys !== []) {
            CheckedRows::of($check)
                ->where('outcome', '')
                ->whereIn('address_key', $keys)
                ->update(['outcome' => Outcome::NotYetVerified->value]);
        }
    }

    /** Nobody is asked any more: what has no answer is not yet verified. */
    private function asked(AddressCheck $check): void
    {
        self::takeKept($check);
        CheckedRows::of($check)
            ->where('outcome', '')
            ->update(['outcome' => Outcome::NotYetVerified->value]);
        $check->fill(['state' => CheckState::Settling, 'position' => 0])->save();
    }

    /** Who moved, and which addresses are one only now that the directory has written them. */
    private function settle(AddressCheck $check): void
    {
        $rows = CheckedRows::of($check)->where('number', '>', $check->position)->orderBy('number')->limit(self::CHUNK)->get();
        if ($rows->isEmpty()) {
            $this->finish($check);

            return;
        }
        $answers = $this->kept->of(Lists::texts($rows->pluck('address_key')->unique()));
        $changed = [];
        foreach ($rows as $row) {
            $answer = $row->outcome === Outcome::NotYetVerified->value ? null : $answers[$row->address_key]['answer'] ?? null;
            if ($answer === null) {
                continue;
            }
            $standard = Address::fromParts(json_decode($row->standard, true, flags: JSON_THROW_ON_ERROR));
            $door = CheckedRows::door($answer->corrected($standard));
            $name = new PersonName(first: $row->first_name, last: $row->last_name);
            $isMoved = (int) ($answer->moveOf($row->first_name, $row->last_name) !== null);
            if ($door !== $row->door || $isMoved !== (int) $row->is_moved) {
                $changed[] = [$row->number, $door, CheckedRows::person($door, $name), $isMoved];
            }
        }
        DB::transaction(function () use ($check, $rows, $changed): void {
            foreach ($changed as [$number, $door, $person, $isMoved]) {
                CheckedRows::of($check)
                    ->where('number', $number)
                    ->update(['door' => $door, 'person' => $person, 'is_moved' => $isMoved]);
            }
            if ($check->isOfRecords()) {
                $this->states->settle($this->reader->read(Lists::ints($rows->pluck('supporter_id')->unique())));
            }
            $check->fill(['position' => (int) $rows->max('number')])->save();
        });
    }

    private function finish(AddressCheck $check): void
    {
        foreach (['same_address' => 'door', 'same_person' => 'person'] as $same => $by) {
            CheckedRows::of($check)->update([$same => null]);
            DB::update(
                "update checked_addresses c join (
                    select {$by} as equal, min(number) as first from checked_addresses
                    where check_id = ? and {$by} <> '' group by {$by} having count(*) > 1
                ) f on f.equal = c.{$by} set c.{$same} = f.first where c.check_id = ? and c.number > f.first",
                [$check->id, $check->id],
            );
        }
        if ($check->isOfIntake()) {
            self::tellRows($check);
        }
        $check->figures = $this->figures->of($check);
        $check->fill(['state' => CheckState::Done, 'ended_at' => now()])->save();
        Message::to($check->user_id, 'done', $this->figures->sentence($check));
    }

    /** The rows of an intake know what was said of their address. */
    private static function tellRows(AddressCheck $check): void
    {
        DB::update(
            "update intake_results r join checked_addresses c on c.check_id = ? and c.number = r.number set r.address_outcome =
            if(c.decision like 'take:%' or c.decision = 'move', 'confirmed', c.outcome) where r.intake_id = ?",
            [$check->id, $check->intake_id],
        );
    }
}
