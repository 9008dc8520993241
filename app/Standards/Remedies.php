<?php

declare(strict_types=1);

namespace App\Standards;

use App\Accounts\Audit;
use App\Accounts\User;
use App\Records\Act;
use App\Records\ActKind;
use App\Records\Acts;
use App\Records\Entry;
use App\Records\Ids;
use App\Records\RecordReader;
use App\Records\RecordWriter;
use App\Support\Lists;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Changes\Action;
use PineSieve\Core\Changes\Change;
use PineSieve\Core\Changes\Checker;
use PineSieve\Core\Changes\Subject;
use PineSieve\Core\Records\RecordPart;
use PineSieve\Core\Records\SupporterRecord;
use PineSieve\Core\SieveException;
use PineSieve\Core\Standards\FieldPlace;
use PineSieve\Core\Standards\Standards;

/** Works a worklist off: one value into every record that lacks it. */
final readonly class Remedies
{
    private const CHUNK = 500;

    public function __construct(
        private Standards $standards,
        private RecordWriter $writer,
        private RecordReader $reader,
        private Checker $checker,
        private Acts $acts,
        private Ids $ids,
    ) {}

    /** Whether one value can be right for many records: a fund or a country can, an email or a name can't. */
    public static function areFor(string $field): bool
    {
        $place = FieldPlace::of($field);

        return $place !== null &&
            !in_array(
                $field,
                [
                    'email',
                    'phone',
                    'id.old',
                    'name.first',
                    'name.last',
                    'organization.name',
                    'address.line1',
                    'address.line2',
                    'address.city',
                    'address.postal_code',
                    'gift.amount',
                    'gift.reference',
                    'role',
                    'kind',
                ],
                true,
            );
    }

    /**
     * @param  ?list<string>  $records  "supporter:gift"; null for all of the worklist
     * @return array{written: int, refused: int, act: ?int} records that were written, those that another rule keeps as they are, and the act that can be taken back
     *
     * @throws SieveException if the value does not have the form of the field, or the person may not change it
     */
    public function fill(Rule $rule, string $value, ?array $records, ?User $user, FieldAccess $sight): array
    {
        if (!$sight->edits($rule->field)) {
            throw new UnusableRemedy('You may not change this field.');
        }
        $place = FieldPlace::of($rule->field);
        if ($place === null || !self::areFor($rule->field)) {
            throw new UnusableRemedy('One value can\'t be right for many records of this field. Open them one by one.');
        }
        $understood = $this->standards->formats
            ->byHand()
            ->of($this->standards->catalog->field($rule->field))
            ->read($value);
        if ($understood->fault !== null) {
            throw new UnusableRemedy("{$understood->fault->reason}. {$understood->fault->remedy}.");
        }
        $act = Act::begin(
            ActKind::Remedy,
            $user?->id,
            "Wrote \"{$understood->value}\" as {$this->standards->catalog->field($rule->field)->label}",
        );
        [$written, $refused] = [0, 0];
        $after = [0, 0];
        do {
            $short = DB::table('shortfalls')
                ->where('rule_id', $rule->id)
                ->when($records !== null, static fn($query) => $query->whereIn(DB::raw("concat(supporter_id, ':', gift_id)"), $records))
                ->whereRaw('(supporter_id, gift_id) > (?, ?)', $after)
                ->orderBy('supporter_id')
                ->orderBy('gift_id')
                ->limit(self::CHUNK)
                ->get(['supporter_id', 'gift_id']);
            if ($short->isEmpty()) {
                break;
            }
            $after = [$short->last()->supporter_id, $short->last()->gift_id];
            [$done, $kept] = DB::transaction(fn(): array => $this->write($rule, $place, $understood->value, Lists::of($short), $act));
            [$written, $refused] = [$written + $done, $refused + $kept];
        } while ($short->count() === self::CHUNK);
        $this->acts->end($act, Audit::MANY);

        return ['written' => $written, 'refused' => $refused, 'act' => $act->exists ? $act->id : null];
    }

    /**
     * @param  list<\stdClass>  $short
     * @return array{int, int} records that were written, and those that a rule keeps as they are
     */
    private function write(Rule $rule, FieldPlace $place, string $value, array $short, Act $act): array
    {
        $this->ids->queueUp();
        $ids = array_values(array_unique(array_column($short, 'supporter_id')));
        [$stored, $gifts] = [$this->reader->read($ids), $this->reader->gifts($ids)];
        [$entries, $refused] = [[], 0];
        foreach ($short as $i => $one) {
            $changes = match ($place->subject) {
                'supporter' => [new Change(Subject::Supporter, $one->supporter_id, Action::Update, [$place->column => [null, $value]])],
                'gift' => [new Change(Subject::Gift, $one->gift_id, Action::Update, [$place->column => [null, $value]])],
                'promise' => self::promises($place->column, $value, $stored[$one->supporter_id] ?? null),
                'custom' => [Change::create(Subject::Custom, "{$i}:custom", ['field' => $rule->field, 'value' => $value])],
                'membership' => [
                    Change::create(Subject::Membership, "{$i}:membership", [
                        'list' => $this->standards->catalog->field($rule->field)->nature->list,
                        'name' => $value,
                    ]),
                ],
                'address' => $this->addresses($place->column, $value, $one->supporter_id),
                default => [],
            };
            if ($changes === [] || !isset($stored[$one->supporter_id])) {
                continue;
            }
            if ($this->checker->blocking($stored[$one->supporter_id], $changes, $gifts[$one->supporter_id] ?? []) !== []) {
                $refused++;
            } else {
                $entries[] = new Entry($one->supporter_id, $changes);
            }
        }
        if ($entries !== []) {
            $this->writer->write($entries, $act);
        }

        return [count($entries), $refused];
    }

    /** @return list<Change> */
    private static function promises(string $column, string $value, ?SupporterRecord $record): array
    {
        $blank = array_filter($record->promises ?? [], static fn(RecordPart $promise): bool => $promise->value($column) === '');

        return array_values(
            array_map(
                static fn(RecordPart $promise): Change => new Change(Subject::Promise, $promise->ref, Action::Update, [
                    $column => [null, $value],
                ]),
                $blank,
            ),
        );
    }

    /** @return list<Change> */
    private function addresses(string $column, string $value, int $supporter): array
    {
        $blank = Lists::ints(
            DB::table('addresses')
                ->where('supporter_id', $supporter)
                ->where(static fn($query) => $query->whereNull($column)->orWhere($column, ''))
                ->pluck('id'),
        );

        return array_map(
            static fn(int $id): Change => new Change(Subject::Address, $id, Action::Update, [$column => [null, $value]]),
            $blank,
        );
    }
}
