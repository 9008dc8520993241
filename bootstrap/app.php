<?php

use App\Http\Middleware\PlainQuery;
use App\Http\Middleware\SecurityHeaders;
use Illuminate\Foundation\Application;
use Illuminate\Foundation\Configuration\Exceptions;
use Illuminate\Foundation\Configuration\Middleware;
use Illuminate\Http\Middleware\HandleCors;
use Illuminate\Http\Request;
use PineSieve\Core\SieveException;

$root = dirname(__DIR__);
$data = getenv('DATA_DIR') ?: 'var';
$data = str_starts_with($data, '/') ? $data : "{$root}/{$data}";

$app = Application::configure(basePath: $root)
    ->withRouting(
        web: "{$root}/routes/web.php",
        commands: "{$root}/routes/console.php",
    )
    ->withMiddleware(function (Middleware $middleware): void {
        $middleware->remove(HandleCors::class);
        $middleware->append(SecurityHeaders::class);
        $middleware->web(append: PlainQuery::class);
        $middleware->redirectGuestsTo('/');
        // Cells are raw data: nothing may trim them or turn them into null on the way.
        $middleware->trimStrings(except: ['value', 'from', 'password', 'policy.separator']);
        $middleware->convertEmptyStringsToNull(except: [static fn (Request $request): bool => $request->is('api/*')]);
    })
    ->withExceptions(function (Exceptions $exceptions): void {
        $exceptions->shouldRenderJsonWhen(static fn (Request $request): bool => $request->is('api/*'));
        $exceptions->dontReport(SieveException::class);
        $exceptions->render(static fn (SieveException $error) => response()->json(['message' => $error->getMessage()], 422));
    })
    ->create();

// One folder holds everything that an installation owns: settings, database, uploads, logs.
$app->useEnvironmentPath($data);
$app->loadEnvironmentFrom('settings.env');
$app->useStoragePath("{$data}/storage");

return $app;
