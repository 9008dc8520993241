<?php

declare(strict_types=1);

namespace App\Promises;

use App\Accounts\User;
use App\Records\Act;
use App\Records\ActKind;
use App\Records\Entry;
use App\Records\Ids;
use App\Records\RecordReader;
use App\Records\RecordWriter;
use App\Standards\FieldAccess;
use App\Standards\WrittenByHand;
use App\Supporters\NotKept;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Changes\Action;
use PineSieve\Core\Changes\Change;
use PineSieve\Core\Changes\Checker;
use PineSieve\Core\Changes\Subject;
use PineSieve\Core\Forms\PlacedProblem;
use PineSieve\Core\Gifts\SameGifts;
use PineSieve\Core\Names\PersonName;
use PineSieve\Core\Names\SupporterKind;
use PineSieve\Core\Promises\Promise;
use PineSieve\Core\Records\IncomingRecord;
use PineSieve\Core\Records\RecordPart;
use PineSieve\Core\Records\SupporterRecord;
use PineSieve\Core\Standards\FieldPlace;
use PineSieve\Core\Standards\Problem;
use PineSieve\Core\Standards\PromiseReader;
use PineSieve\Core\Standards\Requirements;
use PineSieve\Core\Standards\Standards;

/** Pledges and recurring gifts as people write them by hand. */
final readonly class PromiseForms
{
    public const TWICE = 'promise.twice';

    /** What stands for a new one until it is kept. */
    private const NEW = 'form:promise';

    private PromiseReader $read;

    public function __construct(
        private Standards $standards,
        private RecordReader $reader,
        private RecordWriter $writer,
        private Checker $checker,
        private Ids $ids,
        private WrittenByHand $byHand,
    ) {
        $this->read = new PromiseReader($standards, 'Choose the currency beside it, or correct the amount');
    }

    /**
     * @param  ?int  $promise  null for a new one
     * @param  array<string, string>  $written  field, such as "promise.amount", to what is written
     * @return list<PlacedProblem>
     */
    public function problems(int $supporter, ?int $promise, array $written, FieldAccess $sight): array
    {
        return $this->planned($supporter, $promise, $written, $sight)[1];
    }

    /**
     * @param  ?int  $promise  null for a new one
     * @param  array<string, string>  $written
     * @param  array<string, string>  $base  as the person saw it
     * @param  bool  $again  whether someone has said that a like promise was made twice
     * @return int its number
     *
     * @throws NotKept if something is wrong with it, or someone else changed it meanwhile
     */
    public function keep(
        int $supporter,
        ?int $promise,
        array $written,
        array $base,
        ?User $user,
        FieldAccess $sight,
        bool $again = false,
    ): int {
        return DB::transaction(function () use ($supporter, $promise, $written, $base, $user, $sight, $again): int {
            $this->ids->queueUp();
            [$change, $problems, $stored] = $this->planned($supporter, $promise, $written, $sight);
            $blocking = array_filter(
                $problems,
                static fn(PlacedProblem $placed): bool => $placed->problem->blocks && !($again && $placed->problem->code === self::TWICE),
            );
            if ($blocking !== []) {
                throw NotKept::faulty($problems);
            }
            foreach ($stored === null ? [] : array_keys($change->fields) as $column) {
                $field = (string) array_search($column, FieldPlace::columns('promise'), true);
                $now = $stored?->columns()[$column] ?? '';
                if (isset($base[$field]) && $base[$field] !== $now) {
                    throw NotKept::becauseOf(
                        "Someone else changed this promise meanwhile: {$this->standards->catalog->label($field)} is now \"{$now}\". " .
                            'Nothing of yours is lost; look at it again and save.',
                    );
                }
            }
            if ($change->fields === []) {
                return (int) $promise;
            }
            $ids = $this->writer->write([new Entry($supporter, [$change])], Act::once(ActKind::Edit, $user?->id));

            return $promise ?? $ids[self::NEW];
        });
    }

    /** Takes a promise away that nothing pays; its history can bring it back. */
    public function remove(int $supporter, int $promise, ?User $user, FieldAccess $sight): void
    {
        DB::transaction(function () use ($supporter, $promise, $user, $sight): void {
            $this->ids->queueUp();
            $part = self::part($this->record($supporter), $promise);
            foreach (array_keys(array_filter($part->values, is_string(...))) as $column) {
                if (!$sight->editsColumn('promise', $column)) {
                    throw NotKept::becauseOf(
                        'This promise has a field that you may not change, so you may not delete it. Ask someone who may.',
                    );
                }
            }
            foreach (
                ['gifts' => 'Gifts pay this promise', 'batch_entries' => 'Gifts that wait in a batch pay this promise']
                as $table => $why
            ) {
                if (DB::table($table)->where('promise_id', $promise)->exists()) {
                    throw NotKept::becauseOf("{$why}. Take them off it first, or write the rest off.");
                }
            }
            $gone = array_map(static fn(?string $value): array => [$value, null], array_filter($part->values, is_string(...)));
            $this->writer->write(
                [new Entry($supporter, [new Change(Subject::Promise, $promise, Action::Delete, $gone)])],
                Act::once(ActKind::Edit, $user?->id),
            );
        });
    }

    /**
     * @param  array<string, string>  $written
     * @return array{Change, list<PlacedProblem>, ?Promise} what would be written, what is wrong with it, and the promise as stored
     */
    private function planned(int $supporter, ?int $number, array $written, FieldAccess $sight): array
    {
        $record = $this->record($supporter);
        $stored = $number === null ? null : Promise::stored(self::part($record, $number)->values);
        [$promise, $problems] = $this->understood($stored, $written, $sight);
        if ($promise->writtenOff !== '' && $promise->reason === '') {
            $problems['promise.reason'] ??= new Problem(
                'promise.reason',
                'promise.reason',
                null,
                '',
                'Nothing says why the rest is given up',
                'Write in a few words what happened',
            );
        }
        $fields = [];
        foreach ($promise->columns() as $column => $value) {
            $before = $stored?->columns()[$column];
            if ($before !== $value) {
                $fields[$column] = [$before, $value];
            }
        }
        $change = new Change(Subject::Promise, $number ?? self::NEW, $number === null ? Action::Create : Action::Update, $fields);
        $faulty = array_fill_keys(array_keys($problems), true);
        $found = (new Requirements())->check(
            new IncomingRecord(SupporterKind::Person, new PersonName(last: 'there'), promises: [$promise]),
            ['promise.amount' => 0],
            $faulty,
        );
        if ($problems === [] && $found === []) {
            $found = $this->checker->problems($record, [$change], $this->reader->gifts([$supporter])[$supporter] ?? []);
        }
        if ($number === null && $problems === [] && $found === [] && SameGifts::isThere($promise->asGift(), $record->gifts, [])) {
            $found[] = new Problem(
                self::TWICE,
                'promise.amount',
                null,
                $promise->amount,
                'There is the very same promise already: same date, amount, fund and reference',
                'Save it once more if it was made twice',
            );
        }

        return [
            $change,
            array_map(
                static fn(Problem $problem): PlacedProblem => new PlacedProblem($problem->field, $problem->at($problem->field, null)),
                [...array_values($problems), ...$found],
            ),
            $stored,
        ];
    }

    /**
     * @param  array<string, string>  $written
     * @return array{Promise, array<string, Problem>} the promise, and what can't be read, by field
     */
    private function understood(?Promise $stored, array $written, FieldAccess $sight): array
    {
        [$values, $problems] = $this->byHand->read('promise', $stored?->columns() ?? [], $written, $sight);
        [$promise, $found] = $this->read->read($values);
        foreach ($found as $problem) {
            $problems[$problem->field] ??= $problem;
        }

        return [$promise, $problems];
    }

    private function record(int $supporter): SupporterRecord
    {
        return $this->reader->read([$supporter])[$supporter] ?? throw NotKept::gone();
    }

    private static function part(SupporterRecord $record, int $promise): RecordPart
    {
        foreach ($record->promises as $part) {
            if ($part->ref === $promise) {
                return $part;
            }
        }

        throw NotKept::becauseOf('This promise is no longer there.');
    }
}
