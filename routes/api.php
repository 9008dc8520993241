<?php

use App\Api\Http\V1\ExportController;
use App\Api\Http\V1\IntakeController;
use App\Api\Http\V1\RecordController;
use Illuminate\Support\Facades\Route;

/** What other programs may ask, by a token: apart from what the screens ask, and the same for as long as it is version 1. */
Route::middleware('ability:read')->group(static function (): void {
    Route::get('supporters', [RecordController::class, 'supporters']);
    Route::get('supporters/{supporter}', [RecordController::class, 'supporter'])->whereNumber('supporter');
    Route::get('gifts', [RecordController::class, 'gifts']);
    Route::get('gifts/{gift}', [RecordController::class, 'gift'])->whereNumber('gift');
    Route::get('promises', [RecordController::class, 'promises']);
    Route::get('promises/{promise}', [RecordController::class, 'promise'])->whereNumber('promise');
    Route::get('funds', [RecordController::class, 'funds']);
    Route::get('searches', [RecordController::class, 'searches']);
});
Route::middleware('ability:bring in')->group(static function (): void {
    Route::post('intakes', [IntakeController::class, 'store']);
    Route::get('intakes/{intake}', [IntakeController::class, 'show'])->whereNumber('intake');
    Route::get('intakes/{intake}/problems', [IntakeController::class, 'problems'])->whereNumber('intake');
    Route::get('intakes/{intake}/proof', [IntakeController::class, 'proof'])->whereNumber('intake');
});
Route::middleware('ability:export')->group(static function (): void {
    Route::post('exports', [ExportController::class, 'store']);
    Route::get('exports/{export}', [ExportController::class, 'show'])->whereNumber('export');
    Route::get('exports/{export}/file', [ExportController::class, 'file'])->whereNumber('export');
});
Route::any('{any}', static fn() => abort(404, 'There is nothing at this address.'))->where('any', '.*');
