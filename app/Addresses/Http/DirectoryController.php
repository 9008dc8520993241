<?php

declare(strict_types=1);

namespace App\Addresses\Http;

use App\Accounts\Audit;
use App\Addresses\Directory\DirectorySettings;
use App\Addresses\Directory\HttpDirectory;
use App\Addresses\Http\Requests\DirectoryRequest;
use App\Support\Http\Answers;
use App\Support\Http\Controller;
use Illuminate\Http\JsonResponse;
use PineSieve\Core\Addresses\Address;
use PineSieve\Core\Addresses\Directory\NoAnswer;
use PineSieve\Core\Addresses\Places;

/**
 * Which postal directory is asked, and how.
 *
 * @phpstan-type DirectoryView array{
 *     url: string, batch: int, rate: int, timeout: int, keep_days: int, every_days: int, has_key: bool,
 *     places: array{source: string, published: string, places: int},
 * }
 * @phpstan-type DirectoryTried array{answers: bool, says: string}
 */
final class DirectoryController extends Controller
{
    #[Answers(self::class, 'DirectoryView')]
    public function show(Places $places): JsonResponse
    {
        $this->authorize('administer');

        return response()->json(self::view($places));
    }

    #[Answers(self::class, 'DirectoryView')]
    public function update(DirectoryRequest $request, Places $places): JsonResponse
    {
        $settings = $request->settings();
        $settings->keep();
        Audit::note(
            Audit::STANDARDS,
            $settings->isSet() ? "Asks the postal directory at {$settings->url}" : 'Asks no postal directory any more',
        );

        return response()->json(self::view($places));
    }

    /** Asks one question, to see whether the directory answers. */
    #[Answers(self::class, 'DirectoryTried')]
    public function try(): JsonResponse
    {
        $this->authorize('administer');
        try {
            $reply = (new HttpDirectory(DirectorySettings::read()))->ask([
                'one' => new Address('1 Main St', '', 'Portland', 'ME', '04101', 'US'),
            ])();

            return response()->json(['answers' => true, 'says' => "It answers: {$reply->edition->words()}."]);
        } catch (NoAnswer $error) {
            return response()->json(['answers' => false, 'says' => $error->getMessage()]);
        }
    }

    /** @return DirectoryView */
    private static function view(Places $places): array
    {
        $settings = DirectorySettings::read();

        return [...$settings->shown(), 'has_key' => $settings->key !== '', 'places' => $places->about()];
    }
}
