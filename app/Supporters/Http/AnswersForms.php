<?php

declare(strict_types=1);

namespace App\Supporters\Http;

use App\Supporters\NotKept;
use Illuminate\Http\JsonResponse;
use PineSieve\Core\Forms\PlacedProblem;

/**
 * What is answered to a form: what is wrong with it, and where.
 *
 * @phpstan-import-type Placed from PlacedProblem
 */
trait AnswersForms
{
    private static function notKept(NotKept $error): JsonResponse
    {
        return response()->json(
            ['message' => $error->getMessage(), 'problems' => self::placed($error->problems)],
            $error->problems === [] ? 409 : 422,
        );
    }

    /**
     * @param  list<PlacedProblem>  $problems
     * @return list<Placed>
     */
    private static function placed(array $problems): array
    {
        return array_map(static fn(PlacedProblem $placed): array => $placed->toArray(), $problems);
    }
}
