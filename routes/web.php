<?php

declare(strict_types=1);

use Illuminate\Support\Facades\Route;

// Every other address is a place of the interface.
Route::view('/{any?}', 'app')->where('any', '(?!api/|build/).*');
