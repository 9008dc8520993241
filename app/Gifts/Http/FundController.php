<?php

declare(strict_types=1);

namespace App\Gifts\Http;

use App\Accounts\Audit;
use App\Gifts\Funds;
use App\Gifts\Http\Requests\FundRequest;
use App\Gifts\Purpose;
use App\Records\Gift;
use App\Standards\FieldAccess;
use App\Standards\StandardsStore;
use App\Support\Http\Answers;
use App\Support\Http\Controller;
use Illuminate\Http\JsonResponse;

/**
 * Funds, campaigns and appeals.
 *
 * @phpstan-import-type FundRow from Funds
 * @phpstan-type FundList array{kind: value-of<Purpose>, funds: list<FundRow>}
 */
final class FundController extends Controller
{
    public function __construct(private readonly Funds $funds, private readonly StandardsStore $standards) {}

    #[Answers(self::class, 'FundList')]
    public function index(Purpose $purpose): JsonResponse
    {
        $this->authorize('viewAny', Gift::class);

        return $this->listed($this->funds, $purpose);
    }

    #[Answers(self::class, 'FundList')]
    public function update(FundRequest $request, Purpose $purpose): JsonResponse
    {
        [$name, $about] = $request->about();
        $this->funds->keep($purpose, $name, $about);
        Audit::note(Audit::STANDARDS, "Changed what is known of the {$purpose->value} \"{$name}\"");
        $this->standards->changed();

        return $this->listed(app(Funds::class), $purpose);
    }

    private function listed(Funds $funds, Purpose $purpose): JsonResponse
    {
        $sight = FieldAccess::ofUser();
        abort_unless($sight->sees($purpose->field()), 403, 'You may not see this field of gifts.');

        return response()->json(['kind' => $purpose, 'funds' => $funds->of($purpose, $sight)]);
    }
}
