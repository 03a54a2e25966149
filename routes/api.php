<?php

declare(strict_types=1);

use App\Http\Controllers\CardController;
use App\Http\Controllers\PaintController;
use App\Http\Controllers\PictureController;
use App\Http\Controllers\PigmentController;
use App\Http\Controllers\RecordController;
use App\Http\Controllers\SessionController;
use App\Http\Controllers\TodayController;
use Illuminate\Support\Facades\Route;

Route::pattern('uuid', '[0-9a-fA-F]{8}(-[0-9a-fA-F]{4}){3}-[0-9a-fA-F]{12}');

// Anyone may read.
Route::get('session', [SessionController::class, 'show']);
Route::post('session', [SessionController::class, 'store']);
Route::get('today', TodayController::class);
Route::get('pigments', [PigmentController::class, 'index']);
Route::get('pigments/{code}', [PigmentController::class, 'show']);
Route::get('pigment-statement', [PaintController::class, 'statement']);
Route::get('makers', [PaintController::class, 'makers']);
Route::get('paints', [PaintController::class, 'index']);
Route::get('paints/{paint}', [PaintController::class, 'show']);
Route::get('papers', [CardController::class, 'papers']);
Route::get('cards', [CardController::class, 'index']);
Route::get('cards/{card}', [CardController::class, 'show']);
Route::get('cards/{card}/print.svg', [CardController::class, 'print']);
Route::get('cards/{card}/layout.json', [CardController::class, 'layout']);
Route::get('pictures/{picture}/preview.jpg', [PictureController::class, 'preview']);
Route::get('measurements/{measurement}', [PictureController::class, 'measurement']);
Route::get('records', [RecordController::class, 'index']);
Route::get('records/{card}.json', [RecordController::class, 'show'])->where('card', '[0-9a-f-]{36}');
Route::get('records/{card}/{number}.json', [RecordController::class, 'show'])->where('card', '[0-9a-f-]{36}')->whereNumber('number');

// Writing needs an account; who may change what is checked thing by thing.
Route::middleware('auth')->group(static function (): void {
    Route::delete('session', [SessionController::class, 'destroy']);
    Route::put('paints/{uuid}', [PaintController::class, 'put']);
    Route::get('pans', [CardController::class, 'pans']);
    Route::put('pans/{uuid}', [PaintController::class, 'putPan']);
    Route::put('claim-scales/{uuid}', [PaintController::class, 'putClaimScale']);
    Route::put('claims/{uuid}', [PaintController::class, 'putClaim']);
    Route::delete('claims/{uuid}', [PaintController::class, 'destroyClaim']);
    Route::put('papers/{uuid}', [CardController::class, 'putPaper']);
    Route::put('cards/{uuid}', [CardController::class, 'put']);
    Route::post('cards/{card}/pictures', [PictureController::class, 'upload']);
    Route::post('cards/{card}/stand-in', [PictureController::class, 'standIn']);
    Route::put('cards/{card}/hanging/{uuid}', [CardController::class, 'putHanging']);
    Route::put('cards/{card}/checks/{uuid}', [CardController::class, 'putCheck']);
    Route::post('cards/{card}/publish', [CardController::class, 'publish']);
    Route::put('verdicts/{uuid}', [CardController::class, 'putVerdict']);
});
