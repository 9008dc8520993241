<?php

declare(strict_types=1);

namespace App\Lists\Http;

use App\Accounts\User;
use App\Lists\Column;
use App\Lists\Http\Requests\ListViewRequest;
use App\Lists\Listed;
use App\Lists\ListView;
use App\Records\Supporter;
use App\Support\Http\Answers;
use App\Support\Http\Controller;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

/**
 * How a person sees the lists: which columns there are, and which of them were chosen.
 *
 * @phpstan-import-type ColumnShown from Column
 * @phpstan-import-type ListOrder from Listed
 * @phpstan-import-type KeptView from ListView
 * @phpstan-type ListChoices array{first: ColumnShown, columns: list<ColumnShown>, order: ListOrder, view: ?KeptView}
 */
final class ListViewController extends Controller
{
    /** @param  iterable<Listed>  $lists */
    public function __construct(private readonly iterable $lists) {}

    #[Answers(self::class, 'ListChoices')]
    public function show(Request $request, string $list): JsonResponse
    {
        $this->authorize('viewAny', Supporter::class);
        $listed = $this->named($list);

        return response()->json([
            'first' => $listed->first(),
            'columns' => $listed->choices(),
            'order' => $listed->order(),
            'view' => ListView::of(self::user($request), $list),
        ]);
    }

    #[Answers(self::class, 'ListChoices')]
    public function keep(ListViewRequest $request, string $list): JsonResponse
    {
        $this->named($list);
        ListView::keep(self::user($request), $list, $request->view());

        return $this->show($request, $list);
    }

    private function named(string $list): Listed
    {
        foreach ($this->lists as $listed) {
            if ($listed->name() === $list) {
                return $listed;
            }
        }
        abort(404, 'There is no such list.');
    }

    private static function user(Request $request): User
    {
        $user = $request->user();

        return $user instanceof User ? $user : abort(401);
    }
}
