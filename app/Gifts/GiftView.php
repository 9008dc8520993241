<?php

declare(strict_types=1);

namespace App\Gifts;

use App\Promises\PayablePromises;
use App\Records\Gift as StoredGift;
use App\Records\RecordReader;
use App\Records\Supporter;
use App\Standards\FieldAccess;
use App\Support\Http\JsonMap;
use App\Supporters\History;
use App\Supporters\Origins;
use Illuminate\Database\Connection;
use PineSieve\Core\Changes\Subject;
use PineSieve\Core\Gifts\Corrections;
use PineSieve\Core\Gifts\Credit;
use PineSieve\Core\Gifts\Credits;
use PineSieve\Core\Gifts\Gift;
use PineSieve\Core\Gifts\Split;
use PineSieve\Core\Gifts\Splits;
use PineSieve\Core\Records\SupporterRecord;
use PineSieve\Core\Standards\FieldCatalog;
use PineSieve\Core\Standards\FieldPlace;

/**
 * One gift with its parts, what takes it back, where it came from and what was done to it.
 *
 * @phpstan-import-type Origin from Origins
 * @phpstan-import-type HistoryEntry from History
 * @phpstan-type GiftValue array{field: string, column: string, label: string, value: string}
 * @phpstan-type GiftCredit array{supporter_id: int, name: string, amount: ?string, share: string}
 * @phpstan-type GiftPart array{amount: string, fund: string, campaign: string, appeal: string}
 * @phpstan-type OtherGift array{id: int, given_on: string, amount: ?string, reason: string}
 * @phpstan-type GiftBatch array{id: int, name: string}
 * @phpstan-type Honored array{id: int, name: string}
 * @phpstan-import-type PayablePromise from PayablePromises
 * @phpstan-type GiftPageData array{
 *     id: int, supporter_id: int, supporter: string, currency: string, amount: ?string, net: ?string, left: ?string,
 *     status: value-of<GiftStatus>, fields: list<GiftValue>, values: JsonMap<string>, splits: list<GiftPart>, credits: list<GiftCredit>,
 *     corrections: list<OtherGift>, corrects: ?OtherGift, pays: ?PayablePromise, payable: list<PayablePromise>,
 *     honored: ?Honored, batch: ?GiftBatch, intake_id: ?int, origins: JsonMap<Origin>,
 *     history: list<HistoryEntry>,
 * }
 */
final readonly class GiftView
{
    public function __construct(
        private Connection $db,
        private RecordReader $reader,
        private FieldCatalog $catalog,
        private Origins $origins,
        private History $history,
    ) {}

    /** @return GiftPageData */
    public function of(StoredGift $stored, FieldAccess $sight): array
    {
        $gifts = $this->reader->gifts([$stored->supporter_id])[$stored->supporter_id];
        $gift = $gifts[$stored->id];
        $corrections = Corrections::of($stored->id, $gifts);
        $values = array_map(
            $gift->value(...),
            array_filter(FieldPlace::columns('gift'), static fn(string $field): bool => $sight->sees($field), ARRAY_FILTER_USE_KEY),
        );
        $seesAmount = $sight->sees('gift.amount');
        $left = Corrections::left($gift, $corrections);
        $own = "gift:{$stored->id}:";
        $record = $this->reader->read([$stored->supporter_id])[$stored->supporter_id];
        $seesPromises = $seesAmount && $sight->sees('promise.amount');

        return [
            'id' => $stored->id,
            'supporter_id' => $stored->supporter_id,
            'supporter' => (string) Supporter::query()->whereKey($stored->supporter_id)->value('display_name'),
            'currency' => $gift->currency,
            'amount' => $seesAmount ? $gift->amount : null,
            'net' => $seesAmount && $gift->fee !== '' && $sight->sees('gift.fee') ? $gift->net() : null,
            'left' => $seesAmount && $corrections !== [] ? $left : null,
            'status' => GiftStatus::of($gift->corrects === null ? null : (int) $gift->corrects, count($corrections), $left)->value,
            'fields' => $this->fields($values),
            'values' => new JsonMap([
                ...$values,
                ...$seesPromises ? [GiftForms::PROMISE => (string) $gift->promise] : [],
                ...$sight->sees('gift.tribute') ? [GiftForms::HONORED => (string) $gift->honored] : [],
            ]),
            'splits' => $sight->sees('gift.splits') ? self::parts($gift) : [],
            'credits' => $sight->sees('gift.credits') ? self::credits($gift, $seesAmount) : [],
            'corrections' => array_map(
                static fn(int|string $id, Gift $one): array => self::other((int) $id, $one, $sight),
                array_keys($corrections),
                array_values($corrections),
            ),
            'corrects' => isset($gifts[(int) $gift->corrects])
                ? self::other((int) $gift->corrects, $gifts[(int) $gift->corrects], $sight)
                : null,
            'honored' =>
                $gift->honored === null || !$sight->sees('gift.tribute')
                    ? null
                    : [
                        'id' => (int) $gift->honored,
                        'name' => (string) Supporter::query()->whereKey((int) $gift->honored)->value('display_name'),
                    ],
            'pays' => $seesPromises ? self::paid($record, $gift, $sight) : null,
            'payable' => $seesPromises && $gift->corrects === null ? PayablePromises::of($record, $gift, $gifts, $sight) : [],
            'batch' =>
                $gift->batch === null
                    ? null
                    : ['id' => $gift->batch, 'name' => (string) $this->db->table('batches')->where('id', $gift->batch)->value('name')],
            'intake_id' => $gift->intake,
            'origins' => new JsonMap(
                array_filter(
                    $this->origins->of($stored->supporter_id),
                    static fn(string $place): bool => str_starts_with($place, $own) &&
                        $sight->seesColumn('gift', substr($place, strlen($own))),
                    ARRAY_FILTER_USE_KEY,
                ),
            ),
            'history' => $this->history->ofThing(Subject::Gift, $stored->id, $stored->supporter_id, $sight),
        ];
    }

    /**
     * @param  array<string, string>  $values  field to value
     * @return list<GiftValue> those that have one, beside the amount and the parts
     */
    private function fields(array $values): array
    {
        $fields = [];
        foreach (
            array_diff_key($values, ['gift.amount' => 1, 'gift.currency' => 1, 'gift.splits' => 1, 'gift.credits' => 1])
            as $field => $value
        ) {
            if ($value !== '') {
                $fields[] = [
                    'field' => $field,
                    'column' => FieldPlace::columns('gift')[$field],
                    'label' => $this->catalog->label($field),
                    'value' => $value,
                ];
            }
        }

        return $fields;
    }

    /** @return list<GiftCredit> */
    private static function credits(Gift $gift, bool $seesAmount): array
    {
        $credits = Credits::stored($gift->credits);
        $names = Supporter::query()->whereIn('id', $credits->supporters())->pluck('display_name', 'id');

        return array_map(
            static fn(Credit $credit): array => [
                'supporter_id' => (int) $credit->supporter,
                'name' => (string) ($names[(int) $credit->supporter] ?? "supporter {$credit->supporter}"),
                'amount' => $seesAmount ? $credit->of($gift->amount) : null,
                'share' => $credit->share,
            ],
            $credits->all,
        );
    }

    /** @return list<GiftPart> none if it is not split */
    private static function parts(Gift $gift): array
    {
        return array_map(
            static fn(Split $part): array => [
                'amount' => $part->amount,
                'fund' => $part->fund,
                'campaign' => $part->campaign,
                'appeal' => $part->appeal,
            ],
            Splits::stored($gift->splits)->parts,
        );
    }

    /** @return ?PayablePromise */
    private static function paid(SupporterRecord $record, Gift $gift, FieldAccess $sight): ?array
    {
        foreach ($record->promises as $part) {
            if ((string) $part->ref === $gift->promise) {
                return ['id' => (int) $part->ref, 'label' => PayablePromises::label($part, $sight)];
            }
        }

        return null;
    }

    /** @return OtherGift */
    private static function other(int $id, Gift $gift, FieldAccess $sight): array
    {
        return [
            'id' => $id,
            'given_on' => $sight->sees('gift.date') ? $gift->date : '',
            'amount' => $sight->sees('gift.amount') ? $gift->amount : null,
            'reason' => $sight->sees('gift.reason') ? $gift->reason : '',
        ];
    }
}
