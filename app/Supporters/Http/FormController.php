<?php

declare(strict_types=1);

namespace App\Supporters\Http;

use App\Records\JournalEntry;
use App\Records\Supporter;
use App\Standards\FieldAccess;
use App\Standards\FieldSetting;
use App\Support\Http\Answers;
use App\Support\Http\Controller;
use App\Support\Http\JsonMap;
use App\Supporters\Forms;
use App\Supporters\History;
use App\Supporters\Http\Requests\PutBackRequest;
use App\Supporters\NotKept;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use PineSieve\Core\Forms\Draft;
use PineSieve\Core\Forms\PlacedProblem;
use PineSieve\Core\Gifts\GiftKind;
use PineSieve\Core\Gifts\TributeKind;
use PineSieve\Core\Names\SupporterKind;
use PineSieve\Core\Promises\Frequency;
use PineSieve\Core\Promises\PromiseKind;
use PineSieve\Core\Records\LinkKind;
use PineSieve\Core\Standards\Field;
use PineSieve\Core\Standards\FieldPlace;
use PineSieve\Core\Standards\FieldType;
use PineSieve\Core\Standards\RuleSubject;
use PineSieve\Core\Standards\Standards;
use PineSieve\Core\Standards\Strength;
use PineSieve\Core\Standards\Target;

/**
 * Supporters that people add and change by hand.
 *
 * @phpstan-import-type Placed from PlacedProblem
 * @phpstan-import-type Alike from Forms
 * @phpstan-type FormField array{
 *     key: string, label: string, group: string, type: value-of<FieldType>, of: ?value-of<SupporterKind>, options: list<string>,
 *     example: string, edits: bool, hidden_in: list<string>, required: ?string,
 * }
 * @phpstan-type LinkWords array{kind: value-of<LinkKind>, phrase: string, reverse: string}
 * @phpstan-type FormCatalog array{
 *     fields: list<FormField>, kinds: JsonMap<list<string>>, conditions: list<string>, link_kinds: list<LinkWords>,
 * }
 * @phpstan-type FormCheck array{problems: list<Placed>, alike: list<Alike>}
 * @phpstan-type DraftItem array{ref: int|string, ...<string, string|int>}
 * @phpstan-type DraftData array{
 *     kind: value-of<SupporterKind>, fields: JsonMap<string>, addresses: list<DraftItem>, emails: list<DraftItem>,
 *     phones: list<DraftItem>, identifiers: list<DraftItem>, links: list<DraftItem>,
 * }
 * @phpstan-type FormOpened array{draft: DraftData, names: JsonMap<string>, name: string}
 * @phpstan-type TheirChange array{base: string, theirs: string}
 * @phpstan-type FormKept array{id: int, warnings: list<Placed>, theirs: JsonMap<TheirChange>}
 */
final class FormController extends Controller
{
    use AnswersForms;

    public function __construct(private readonly Forms $forms, private readonly Standards $standards) {}

    /** The fields of a form, drawn from the catalog. */
    #[Answers(self::class, 'FormCatalog')]
    public function fields(Request $request): JsonResponse
    {
        $this->authorize('viewAny', Supporter::class);
        $sight = FieldAccess::ofUser();
        $hidden = FieldSetting::query()
            ->get()
            ->mapWithKeys(static fn(FieldSetting $setting): array => [$setting->field => $setting->settings['hidden_in'] ?? []])
            ->all();
        $always = ['name.last', 'organization.name', 'gift.date', 'gift.amount', 'promise.date', 'promise.amount', 'promise.kind'];

        return response()->json([
            'fields' => array_values(
                array_map(
                    fn(Field $field): array => [
                        'key' => $field->key,
                        'label' => $field->label,
                        'group' => $field->group,
                        'type' => $field->type->value,
                        'of' => $field->nature->of?->value,
                        'options' => $this->options($field),
                        'example' => $field->limits->example,
                        'edits' => $sight->edits($field->key) && !$field->isRetired,
                        'hidden_in' => $hidden[$field->key] ?? [],
                        'required' => in_array($field->key, $always, true) ? 'always' : $this->required($field->key),
                    ],
                    array_filter(
                        $this->standards->catalog->everything(),
                        static fn(Field $field): bool => !in_array(FieldPlace::of($field->key)?->subject, [null, 'note'], true) &&
                            $sight->sees($field->key),
                    ),
                ),
            ),
            'kinds' => Target::KINDS,
            'conditions' => ['good', 'former', 'undeliverable', 'not to be used'],
            'link_kinds' => array_map(
                static fn(LinkKind $kind): array => ['kind' => $kind->value, 'phrase' => $kind->phrase(), 'reverse' => $kind->reverse()],
                LinkKind::cases(),
            ),
        ]);
    }

    /** What is wrong with a form as it is being written, and whom it may be about. */
    #[Answers(self::class, 'FormCheck')]
    public function check(Request $request): JsonResponse
    {
        $this->authorize('edit-records');
        $draft = Draft::fromArray((array) $request->input('draft', []));
        $id = $request->integer('supporter') ?: null;

        return response()->json([
            'problems' => self::placed($this->forms->problems($draft, $id, FieldAccess::ofUser())),
            'alike' => $this->forms->alike($draft, $id, FieldAccess::ofUser()),
        ]);
    }

    #[Answers(self::class, 'FormKept')]
    public function store(Request $request): JsonResponse
    {
        $this->authorize('edit-records');

        return $this->kept($request, null, 201);
    }

    #[Answers(self::class, 'FormOpened')]
    public function show(Supporter $supporter): JsonResponse
    {
        $this->authorize('edit-records');
        $draft = $this->forms->of($supporter->id, FieldAccess::ofUser()) ?? abort(404);
        $names = Supporter::query()->whereIn('id', array_column($draft->lists['links'] ?? [], 'other_id'))->pluck('display_name', 'id');

        return response()->json(['draft' => $draft->toArray(), 'names' => (object) $names->all(), 'name' => $supporter->display_name]);
    }

    #[Answers(self::class, 'FormKept')]
    public function update(Request $request, Supporter $supporter): JsonResponse
    {
        $this->authorize('edit-records');

        return $this->kept($request, $supporter->id, 200);
    }

    #[Answers(History::class, 'HistoryPage')]
    public function history(Request $request, Supporter $supporter, History $history): JsonResponse
    {
        $this->authorize('view', $supporter);

        return response()->json($history->of($supporter->id, (int) $request->query('before', '0'), FieldAccess::ofUser()));
    }

    #[Answers(History::class, 'HistoryPage')]
    public function putBack(PutBackRequest $request, Supporter $supporter, JournalEntry $entry, History $history): JsonResponse
    {
        abort_unless($entry->owner_id === $supporter->id, 404);
        $asked = $request->validated();
        try {
            $history->putBack($entry, (int) $asked['change'], $asked['column'] ?? null, $request->user(), FieldAccess::ofUser());
        } catch (NotKept $error) {
            return response()->json(['message' => $error->getMessage()], 409);
        }

        return response()->json($history->of($supporter->id, 0, FieldAccess::ofUser()));
    }

    private function kept(Request $request, ?int $id, int $status): JsonResponse
    {
        $draft = Draft::fromArray((array) $request->input('draft', []));
        $base = is_array($request->input('base')) ? Draft::fromArray($request->input('base')) : null;
        try {
            $kept = $this->forms->keep($draft, $id, $base, $request->user(), FieldAccess::ofUser());
        } catch (NotKept $error) {
            return $this->notKept($error);
        }

        return response()->json(
            ['id' => $kept->supporter, 'warnings' => self::placed($kept->warnings), 'theirs' => (object) $kept->theirs],
            $status,
        );
    }

    private function notKept(NotKept $error): JsonResponse
    {
        if ($error->merging !== null) {
            return response()->json(
                [
                    'message' => $error->getMessage(),
                    'conflicts' => $error->merging->conflicts,
                    'theirs' => (object) $error->merging->theirs,
                    'merged' => $error->merging->draft->toArray(),
                ],
                409,
            );
        }

        return response()->json(
            ['message' => $error->getMessage(), 'problems' => self::placed($error->problems)],
            $error->problems === [] ? 409 : 422,
        );
    }

    private function required(string $field): ?string
    {
        foreach ([Strength::Must, Strength::Should] as $strength) {
            foreach ($this->standards->rules as $rule) {
                if ($rule->field === $field && $rule->strength === $strength) {
                    return $strength->value .
                        ($rule->subject === RuleSubject::Gift || $rule->subject === RuleSubject::Supporter
                            ? ''
                            : " {$rule->subject->value}") .
                        ($rule->conditions === [] ? '' : ' sometimes');
                }
            }
        }

        return null;
    }

    /** @return list<string> */
    private function options(Field $field): array
    {
        return match ($field->type->value) {
            'yes or no', 'consent' => ['yes', 'no'],
            'status' => ['active', 'inactive', 'deceased'],
            'kind of record' => array_column(SupporterKind::cases(), 'value'),
            'gift kind' => array_column(GiftKind::cases(), 'value'),
            'kind of promise' => array_column(PromiseKind::cases(), 'value'),
            'frequency' => array_column(Frequency::cases(), 'value'),
            'honor or memory' => array_column(TributeKind::cases(), 'value'),
            default => $field->options(),
        };
    }
}
