<?php

declare(strict_types=1);

namespace App\Standards\Http;

use App\Accounts\Audit;
use App\Accounts\Organization;
use App\Standards\CustomField;
use App\Standards\Http\Requests\OrganizationRequest;
use App\Standards\StandardsStore;
use App\Support\Http\Answers;
use App\Support\Http\Controller;
use Illuminate\Http\JsonResponse;
use PineSieve\Core\Addresses\Countries;
use PineSieve\Core\Gifts\Currency;
use PineSieve\Core\Standards\Formats\DateOrder;
use PineSieve\Core\Standards\Home;

/**
 * What is meant where nothing else is said: the organization's currency, country and order of dates. Changing them converts nothing.
 *
 * @phpstan-type HomeChoice array{value: string, label: string}
 * @phpstan-type HomeView array{
 *     currency: string, country: string, dates: value-of<DateOrder>, currencies: list<HomeChoice>, countries: list<HomeChoice>,
 *     orders: list<HomeChoice>,
 * }
 */
final class OrganizationController extends Controller
{
    #[Answers(self::class, 'HomeView')]
    public function show(): JsonResponse
    {
        $this->authorize('update', CustomField::class);
        $home = Organization::read();

        return response()->json([
            'currency' => $home->currency,
            'country' => $home->country,
            'dates' => $home->dates->value,
            'currencies' => array_map(
                static fn(string $code): array => ['value' => $code, 'label' => "{$code}, " . Currency::name($code)],
                Currency::codes(),
            ),
            'countries' => array_map(
                static fn(string $code): array => ['value' => $code, 'label' => Countries::name($code)],
                Countries::all(),
            ),
            'orders' => array_map(
                static fn(DateOrder $order): array => ['value' => $order->value, 'label' => $order->label()],
                DateOrder::cases(),
            ),
        ]);
    }

    #[Answers(self::class, 'HomeView')]
    public function update(OrganizationRequest $request, StandardsStore $store): JsonResponse
    {
        $data = $request->validated();
        Organization::keep(new Home($data['currency'], $data['country'], DateOrder::from($data['dates'])));
        Audit::note(
            Audit::STANDARDS,
            "Set currency {$data['currency']}, country {$data['country']}, dates " . DateOrder::from($data['dates'])->label(),
        );
        $store->changed();

        return $this->show();
    }
}
