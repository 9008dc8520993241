<?php

declare(strict_types=1);

namespace App\Supporters\Http;

use App\Accounts\Audit;
use App\Accounts\Organization;
use App\Addresses\Directory\AddressStates;
use App\Lists\Column;
use App\Records\Erased;
use App\Records\GiftSums;
use App\Records\Merge;
use App\Records\Supporter;
use App\Standards\FieldAccess;
use App\Standards\Shortfalls;
use App\Support\Http\Answers;
use App\Support\Http\Controller;
use App\Support\Http\JsonMap;
use App\Supporters\CreditedGifts;
use App\Supporters\DatedNotes;
use App\Supporters\FoundSupporters;
use App\Supporters\GivenByYear;
use App\Supporters\HonoringGifts;
use App\Supporters\Http\Requests\SupporterListRequest;
use App\Supporters\Links;
use App\Supporters\Origins;
use App\Supporters\PageFields;
use App\Supporters\Searching\SearchTold;
use App\Supporters\SupporterColumns;
use App\Supporters\SupporterExport;
use App\Supporters\SupporterOrder;
use App\Supporters\SupporterSearch;
use App\Supporters\UnreadValues;
use App\Supporters\WaitingGifts;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use PineSieve\Core\Addresses\Address;
use PineSieve\Core\Addresses\PrintedAddress;
use PineSieve\Core\Names\SupporterKind;
use PineSieve\Core\Standards\Standards;
use Symfony\Component\HttpFoundation\StreamedResponse;

/**
 * Supporters, to find and to look at.
 *
 * @phpstan-import-type ColumnShown from Column
 * @phpstan-import-type ToldSearch from SearchTold
 * @phpstan-type SupporterRow array{id: int, kind: value-of<SupporterKind>, name: string, cells: JsonMap<string>}
 * @phpstan-type SupporterList array{
 *     total: int, page: int, pages: int, milliseconds: int, columns: list<ColumnShown>, search: ?ToldSearch, supporters: list<SupporterRow>,
 * }
 * @phpstan-import-type Origin from Origins
 * @phpstan-import-type Amounts from JsonMap
 * @phpstan-type PageField array{column: string, label: string}
 * @phpstan-type PagePart array{id: int, ...<string, string|int|null>}
 * @phpstan-type PrintedLines array{address_id: int, lines: list<string>}
 * @phpstan-import-type VerifiedAddress from AddressStates
 * @phpstan-type PageEmail array{id: int, address: string, kind: string, condition: string, ...}
 * @phpstan-type PagePhone array{id: int, number: string, kind: string, condition: string, ...}
 * @phpstan-type PageId array{id: int, system: string, value: string, ...}
 * @phpstan-type PageValue array{id: int, label: string, value: string}
 * @phpstan-type PageLink array{id: int, phrase: string, supporter_id: int, name: string, kind: value-of<SupporterKind>, role: ?string}
 * @phpstan-type PageGift array{
 *     id: int, supporter_id: int, given_on?: string, amount?: string, currency?: string, kind?: ?string, fund?: ?string,
 *     reference?: ?string, campaign?: ?string, appeal?: ?string, tribute?: ?string, anonymous?: ?string, notes?: ?string,
 *     credits?: ?string, splits?: ?string, description?: ?string, units?: ?string, tribute_kind?: ?string, tell?: ?string, receipt?: ?string,
 *     receipt_on?: ?string, benefit?: ?string, fee?: ?string, source_id?: ?string, reason?: ?string,
 *     corrects_id: ?int, intake_id: ?int, batch_id: ?int, promise_id: ?int, tribute_id: ?int,
 * }
 * @phpstan-type PageSums array{given: Amounts}
 * @phpstan-type PageMerge array{id: int, gone: list<array{id: int, name: string}>, at: string, by: ?string}
 * @phpstan-type PageShortfall array{rule: int, gift: int, sentence: string}
 * @phpstan-import-type WaitingGift from WaitingGifts
 * @phpstan-import-type Credited from CreditedGifts
 * @phpstan-import-type YearOfGifts from GivenByYear
 * @phpstan-import-type HonoringGift from HonoringGifts
 * @phpstan-import-type DatedNote from DatedNotes
 * @phpstan-type SupporterNames array{names: JsonMap<string>}
 * @phpstan-type SupporterPageData array{
 *     is_erased: bool, waiting: list<WaitingGift>, credited: ?Credited, years: list<YearOfGifts>, honoring: list<HonoringGift>, notes: list<DatedNote>,
 *     fields: list<PageField>, supporter: PagePart, addresses: list<PagePart>, printed: list<PrintedLines>, verified: list<VerifiedAddress>, emails: list<PageEmail>, phones: list<PagePhone>,
 *     identifiers: list<PageId>, groups: list<string>, tags: list<string>, custom: list<PageValue>, unread: list<PageValue>,
 *     links: list<PageLink>, gifts: list<PageGift>, gift_count: int, gift_sums: ?PageSums, merges: list<PageMerge>,
 *     shortfalls: list<PageShortfall>, origins: JsonMap<Origin>,
 * }
 */
final class SupporterController extends Controller
{
    private const PAGE = 50;

    #[Answers(self::class, 'SupporterList')]
    public function index(SupporterListRequest $request, SupporterColumns $columns, SupporterOrder $order, SearchTold $told): JsonResponse
    {
        $page = max(1, (int) $request->query('page', '1'));
        $start = microtime(true);
        $found = FoundSupporters::of($request->query());
        // Ids first, so that only one page of rows is read in full however far down it lies.
        $ids = $order->page($found, $request->sort(), $request->isDown(), ($page - 1) * self::PAGE, self::PAGE);
        $shown = $columns->of($request->columns());
        $cells = $columns->rows($ids, $shown);
        $rows = Supporter::query()
            ->whereIn('id', $ids)
            ->get(['id', 'kind', 'sort_name'])
            ->keyBy('id');

        return response()->json([
            'total' => $found->total,
            'page' => $page,
            'pages' => (int) ceil($found->total / self::PAGE),
            'milliseconds' => (int) round(1000 * (microtime(true) - $start)),
            'columns' => $shown,
            'search' => $told->of($request->where()),
            'supporters' => array_map(
                static fn(int $id): array => [
                    'id' => $id,
                    'kind' => $rows[$id]->kind ?? '',
                    'name' => $rows[$id]->sort_name ?? '',
                    'cells' => new JsonMap($cells[$id]),
                ],
                array_values(array_filter($ids, static fn(int $id): bool => isset($rows[$id]))),
            ),
        ]);
    }

    /** The supporters of a list as a file: with its columns, or with every field where none are said. */
    public function export(SupporterListRequest $request, SupporterExport $export): StreamedResponse
    {
        $found = FoundSupporters::of($request->query());
        Audit::note(Audit::EXPORT, "Downloaded {$found->total} supporters");

        return response()->streamDownload(
            static function () use ($found, $request, $export): void {
                $stream = fopen('php://output', 'w');
                if ($stream === false) {
                    throw new \LogicException('No output.');
                }
                if ($request->columns() === []) {
                    $export->write(SupporterSearch::of($request->query()), FieldAccess::ofUser(), $stream);
                } else {
                    $export->writeShown($found, $request->columns(), $request->sort(), $request->isDown(), $stream);
                }
            },
            'supporters.csv',
            ['Content-Type' => 'text/csv; charset=UTF-8'],
        );
    }

    /** What supporters are called. */
    #[Answers(self::class, 'SupporterNames')]
    public function names(Request $request): JsonResponse
    {
        $this->authorize('viewAny', Supporter::class);
        $ids = array_filter(explode(',', (string) $request->query('ids', '')), ctype_digit(...));

        return response()->json([
            'names' => new JsonMap(Supporter::query()->whereIn('id', array_slice($ids, 0, 100))->pluck('display_name', 'id')->all()),
        ]);
    }

    /** One who is not there any more, perhaps because others became one with it. */
    public static function gone(Request $request): JsonResponse
    {
        $merge = Merge::ofGone((int) $request->route('supporter'));

        return response()->json(
            [
                'message' =>
                    $merge === null
                        ? 'This supporter is not there any more.'
                        : "This supporter was merged into supporter {$merge->survivor_id}.",
                'merged_into' => $merge?->survivor_id,
            ],
            404,
        );
    }

    /**
     * @param  list<array<string, mixed>>  $addresses  as the person may see them
     * @return list<PrintedLines> each in the order of its country
     */
    private static function printed(array $addresses): array
    {
        $home = Organization::read()->country;

        return array_map(static function (array $row) use ($home): array {
            $parts = array_map(static fn(mixed $part): ?string => is_scalar($part) ? (string) $part : null, $row);

            return ['address_id' => (int) $row['id'], 'lines' => PrintedAddress::lines(Address::fromParts($parts), $home)];
        }, $addresses);
    }

    #[Answers(self::class, 'SupporterPageData')]
    public function show(
        Supporter $supporter,
        Origins $origins,
        Standards $standards,
        Links $links,
        UnreadValues $unread,
        Shortfalls $shortfalls,
        WaitingGifts $waiting,
        CreditedGifts $credited,
        GivenByYear $years,
        HonoringGifts $honoring,
        DatedNotes $notes,
    ): JsonResponse {
        $catalog = $standards->catalog;
        $rules = [];
        foreach ($standards->rules as $rule) {
            $rules[$rule->id] = $rule->sentence($catalog);
        }
        $this->authorize('view', $supporter);
        $supporter->load(['addresses', 'emails', 'phones', 'identifiers', 'memberships', 'customValues']);
        $gifts = $supporter->gifts()->orderByDesc('given_on')->orderByDesc('id')->limit(500)->get();

        $sight = FieldAccess::onPage();
        $parts = static fn(string $subject, iterable $rows): array => array_values(
            array_filter(
                array_map(static fn($row): array => $sight->of($subject, $row->toArray()), [...$rows]),
                static fn(array $row): bool => array_diff_key($row, [
                    'id' => 1,
                    'supporter_id' => 1,
                    'kind' => 1,
                    'label' => 1,
                    'is_primary' => 1,
                    'condition' => 1,
                    'valid_from' => 1,
                    'valid_until' => 1,
                    'system' => 1,
                    'list' => 1,
                    'currency' => 1,
                    'intake_id' => 1,
                    'batch_id' => 1,
                    'corrects_id' => 1,
                    'promise_id' => 1,
                    'tribute_id' => 1,
                ]) !== [],
            ),
        );
        $custom = $supporter->customValues
            ->filter(static fn($value): bool => $sight->sees((string) $value->getAttribute('field')))
            ->values();
        $things = [];
        foreach ($supporter->customValues as $value) {
            $things["custom:{$value->getAttribute('id')}"] = ['field' => $value->getAttribute('field')];
        }
        foreach ($supporter->memberships as $one) {
            $things["membership:{$one->getAttribute('id')}"] = ['list' => $one->getAttribute('list')];
        }

        $sums = GiftSums::of($supporter->gifts()->toBase());

        return response()->json([
            'is_erased' => Erased::among([$supporter->id]) !== [],
            'fields' => PageFields::of($catalog),
            'supporter' => $sight->of(
                'supporter',
                $supporter->makeHidden(['addresses', 'emails', 'phones', 'identifiers', 'memberships', 'customValues'])->toArray(),
            ),
            'addresses' => $parts('address', $supporter->addresses),
            'printed' => self::printed($parts('address', $supporter->addresses)),
            'verified' => $sight->sees('address.line1') ? AddressStates::shown($supporter->id) : [],
            'emails' => $parts('email', $supporter->emails),
            'phones' => $parts('phone', $supporter->phones),
            'identifiers' => $parts('identifier', $supporter->identifiers),
            'groups' => $sight->sees('groups') ? $supporter->memberships->where('list', 'group')->pluck('name')->values() : [],
            'tags' => $sight->sees('tags') ? $supporter->memberships->where('list', 'tag')->pluck('name')->values() : [],
            'custom' => $custom->map(
                fn($value): array => [
                    'id' => $value->getAttribute('id'),
                    'label' => $catalog->label($value->getAttribute('field')),
                    'value' => $value->getAttribute('value'),
                ],
            ),
            'unread' => $unread->of($supporter->id, $sight),
            'links' => $links->of($supporter->id),
            'merges' => Merge::standing($supporter->id)
                ->map(
                    static fn(Merge $merge): array => [
                        'id' => $merge->id,
                        'gone' => $merge->gone,
                        'at' => $merge->created_at->toIso8601String(),
                        'by' => $merge->user?->name,
                    ],
                )
                ->values(),
            'gifts' => $parts('gift', $gifts),
            'waiting' => $waiting->of($supporter->id, $sight),
            'credited' => $credited->of($supporter->id, $sight),
            'years' => $years->of($supporter->id, $sight),
            'honoring' => $honoring->of($supporter->id, $sight),
            'notes' => $notes->of($supporter->id, $sight),
            'gift_count' => $sums->gifts,
            'gift_sums' => $sight->sees('gift.amount') ? ['given' => (object) $sums->given->toArray()] : null,
            'origins' => array_filter(
                $origins->of($supporter->id),
                static function (string $place) use ($sight, $things): bool {
                    [$subject, $id, $column] = explode(':', $place);

                    return $sight->seesColumn($subject, $column, $things["{$subject}:{$id}"] ?? []);
                },
                ARRAY_FILTER_USE_KEY,
            ),
            'shortfalls' => $shortfalls
                ->ofSupporter($supporter->id)
                ->map(
                    static fn($one): array => ['rule' => $one->rule_id, 'gift' => $one->gift_id, 'sentence' => $rules[$one->rule_id] ?? ''],
                )
                ->filter(static fn(array $one): bool => $one['sentence'] !== '')
                ->values(),
        ]);
    }
}
