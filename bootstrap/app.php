<?php

use App\Api\Http\Problems;
use App\Api\Http\SaidAgain;
use App\Support\Http\PlainQuery;
use App\Support\Http\SecurityHeaders;
use App\Support\PlainWords;
use Illuminate\Auth\Access\AuthorizationException;
use Illuminate\Auth\AuthenticationException;
use Illuminate\Database\Eloquent\ModelNotFoundException;
use Illuminate\Foundation\Application;
use Illuminate\Foundation\Configuration\Exceptions;
use Illuminate\Foundation\Configuration\Middleware;
use Illuminate\Http\Exceptions\HttpResponseException;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Middleware\HandleCors;
use Illuminate\Http\Request;
use Illuminate\Routing\Middleware\SubstituteBindings;
use Illuminate\Validation\ValidationException;
use Laravel\Sanctum\Http\Middleware\CheckForAnyAbility;
use PineSieve\Core\SieveException;
use Symfony\Component\HttpKernel\Exception\HttpExceptionInterface;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;

$root = dirname(__DIR__);
// What a function was called with may be a password or a person's data: it stays out of the traces in the logs.
ini_set('zend.exception_ignore_args', '1');
$data = getenv('DATA_DIR') ?: 'var';
$data = str_starts_with($data, '/') ? $data : "{$root}/{$data}";

$app = Application::configure(basePath: $root)
    ->withRouting(web: "{$root}/routes/web.php", api: "{$root}/routes/api.php", apiPrefix: 'api/v1', commands: "{$root}/routes/console.php")
    ->withCommands(glob("{$root}/app/*/Console", GLOB_ONLYDIR) ?: [])
    ->withMiddleware(function (Middleware $middleware): void {
        $middleware->remove(HandleCors::class);
        $middleware->append(SecurityHeaders::class);
        $middleware->web(append: PlainQuery::class);
        // A group of its own, without session: a token alone says who asks.
        $middleware->group('api', [
            Problems::class,
            'auth:sanctum',
            'throttle:programs',
            SaidAgain::class,
            SubstituteBindings::class,
            PlainQuery::class,
        ]);
        $middleware->alias(['ability' => CheckForAnyAbility::class]);
        // Whoever may not ask is not told what is there.
        $middleware->prependToPriorityList(before: SubstituteBindings::class, prepend: CheckForAnyAbility::class);
        $middleware->redirectGuestsTo('/');
        $middleware->preventRequestsDuringMaintenance(except: ['api/health']);
        // Cells and the settings of steps are raw data: nothing may trim them or turn them into null on the way.
        $middleware->trimStrings(
            except: [
                'value',
                'from',
                'password',
                'policy.separator',
                static fn(Request $request): bool => $request->is(
                    'api/intakes',
                    'api/intakes/*',
                    'api/plans',
                    'api/plans/*',
                    'api/grids/*',
                    'api/held/*',
                    'api/v1/intakes',
                ),
            ],
        );
        $middleware->convertEmptyStringsToNull(except: [static fn(Request $request): bool => $request->is('api/*')]);
    })
    ->withExceptions(function (Exceptions $exceptions): void {
        $exceptions->shouldRenderJsonWhen(static fn(Request $request): bool => $request->is('api/*'));
        $exceptions->dontReport(SieveException::class);
        $exceptions->render(static fn(SieveException $error) => response()->json(['message' => $error->getMessage()], 422));
        // No name of a class or a table, and nothing that the database said, is for the person who asked.
        $exceptions->render(
            static fn(NotFoundHttpException $error, Request $request) => $request->is('api/*') &&
            ($error->getMessage() === '' ||
                $error->getPrevious() instanceof ModelNotFoundException ||
                str_starts_with($error->getMessage(), 'The route'))
                ? response()->json(['message' => 'That is not there, or not any more.'], 404)
                : null,
        );
        $exceptions->render(static function (Throwable $error, Request $request): ?JsonResponse {
            if (
                !$request->is('api/*') ||
                $error instanceof HttpExceptionInterface ||
                $error instanceof ValidationException ||
                $error instanceof HttpResponseException ||
                $error instanceof AuthenticationException ||
                $error instanceof AuthorizationException
            ) {
                return null;
            }
            $status = PlainWords::isAway($error) || PlainWords::isFull($error) ? 503 : 500;

            return response()->json(
                ['message' => PlainWords::of($error) . ($request->isMethodSafe() ? '' : ' What you just did was not saved.')],
                $status,
            );
        });
    })
    ->create();

// One folder holds everything that an installation owns: settings, database, uploads, logs.
$app->useEnvironmentPath($data);
$app->loadEnvironmentFrom('settings.env');
$app->useStoragePath("{$data}/storage");

return $app;
