<?php

declare(strict_types=1);

use App\Http\Controllers\CompareController;
use App\Http\Controllers\FeedController;
use App\Http\Middleware\CostsReaders;
use Illuminate\Support\Facades\Route;

// What unfolds where an address is pasted.
Route::get('/paints/{paint}', [CompareController::class, 'page'])->whereUuid('paint');
Route::get('/compare', [CompareController::class, 'page']);

// What is new, for whoever follows it.
Route::get('/feed.atom', FeedController::class)->middleware(CostsReaders::class);

// Every other address is a place of the interface.
Route::view('/{any?}', 'app')->where('any', '(?!api/|build/).*');
