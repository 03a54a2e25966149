<?php

declare(strict_types=1);

use App\Http\Controllers\AccountController;
use App\Http\Controllers\AccuracyController;
use App\Http\Controllers\BeginController;
use App\Http\Controllers\BenchController;
use App\Http\Controllers\BenchSessionController;
use App\Http\Controllers\CaptureController;
use App\Http\Controllers\CardController;
use App\Http\Controllers\CollectionController;
use App\Http\Controllers\FadeController;
use App\Http\Controllers\FrameController;
use App\Http\Controllers\ImportController;
use App\Http\Controllers\InstrumentController;
use App\Http\Controllers\MethodsController;
use App\Http\Controllers\PaintController;
use App\Http\Controllers\PanController;
use App\Http\Controllers\PaperController;
use App\Http\Controllers\PeopleController;
use App\Http\Controllers\PhoneController;
use App\Http\Controllers\PhoneLinkController;
use App\Http\Controllers\PictureController;
use App\Http\Controllers\PigmentController;
use App\Http\Controllers\ProtocolController;
use App\Http\Controllers\RecordController;
use App\Http\Controllers\SideBySideController;
use App\Http\Controllers\SignInController;
use App\Http\Controllers\SwatchController;
use App\Http\Controllers\TodayController;
use App\Http\Controllers\VerdictController;
use Illuminate\Support\Facades\Route;

Route::pattern('uuid', '[0-9a-fA-F]{8}(-[0-9a-fA-F]{4}){3}-[0-9a-fA-F]{12}');

// Anyone may read.
Route::get('session', [SignInController::class, 'show']);
Route::post('session', [SignInController::class, 'store']);
Route::post('password', [AccountController::class, 'useLink']);
Route::get('begin', [BeginController::class, 'show']);
Route::post('founder', [BeginController::class, 'found']);
Route::post('practice', [BeginController::class, 'practise']);
Route::get('today', TodayController::class);
Route::get('pigments', [PigmentController::class, 'index']);
Route::get('pigments/{code}', [PigmentController::class, 'show']);
Route::get('pigments/{code}/fading', [FadeController::class, 'atEqualLight']);
Route::get('pigment-statement', [PaintController::class, 'statement']);
Route::get('makers', [PaintController::class, 'makers']);
Route::get('paints', [PaintController::class, 'index']);
Route::get('paints/{paint}', [PaintController::class, 'show']);
Route::get('papers', [PaperController::class, 'index']);
Route::get('protocols', [ProtocolController::class, 'index']);
Route::get('methods', MethodsController::class);
Route::get('accuracy', [AccuracyController::class, 'show']);
Route::get('accuracy/{number}.jpg', [AccuracyController::class, 'picture'])->whereNumber('number');
Route::get('cards', [CardController::class, 'index']);
Route::get('card-room', [CardController::class, 'room']);
Route::get('card-sample.svg', [CardController::class, 'sample']);
Route::get('cards/{card}', [CardController::class, 'show']);
Route::get('cards/{card}/print.svg', [CardController::class, 'print']);
Route::get('cards/{card}/layout.json', [CardController::class, 'layout']);
Route::get('pictures/{picture}/preview.jpg', [PictureController::class, 'preview']);
Route::get('measurements/{measurement}', [PictureController::class, 'measurement']);
Route::get('measurements/{measurement}/window.jpg', [PictureController::class, 'window']);
Route::get('side-by-side', SideBySideController::class);
Route::get('rack', [FadeController::class, 'rack']);
Route::get('calendar/{secret}.ics', [FadeController::class, 'calendar'])->where('secret', '[A-Za-z0-9]{40}');
Route::get('cards/{card}/fading.csv', [FadeController::class, 'report']);
Route::get('cards/{card}/fading.json', [FadeController::class, 'reportJson']);
Route::get('swatches', [SwatchController::class, 'index']);
Route::get('swatches/{swatch}/window.jpg', [SwatchController::class, 'window']);
Route::get('pocket-frame.svg', [SwatchController::class, 'frame']);
Route::get('records', [RecordController::class, 'index']);
Route::get('records/{card}.json', [RecordController::class, 'show'])->where('card', '[0-9a-f-]{36}');
Route::get('records/{card}/{number}.json', [RecordController::class, 'show'])->where('card', '[0-9a-f-]{36}')->whereNumber('number');

// A telephone has no account: what it holds allows it to add pictures to one card, and nothing else.
Route::prefix('phone')->group(static function (): void {
    Route::post('open', [PhoneController::class, 'open']);
    Route::get('link', [PhoneController::class, 'show']);
    Route::post('look', [PhoneController::class, 'look']);
    Route::post('pictures/{uuid}', [PhoneController::class, 'picture'])->middleware('throttle:uploads');
});

// Writing needs an account; who may change what is checked thing by thing.
Route::middleware('auth')->group(static function (): void {
    Route::delete('session', [SignInController::class, 'destroy']);
    Route::put('paints/{uuid}', [PaintController::class, 'put']);
    Route::get('pans', [PanController::class, 'index']);
    Route::put('pans/{uuid}', [PaintController::class, 'putPan']);
    Route::delete('pans/{pan}', [PaintController::class, 'destroyPan']);
    Route::delete('paints/{paint}', [PaintController::class, 'destroy']);
    Route::post('paints/{paint}/merge', [PaintController::class, 'merge']);
    Route::delete('paint-merges/{merge}', [PaintController::class, 'unmerge']);
    Route::put('specimens/{specimen}/pan', [CardController::class, 'putSpecimenPan']);
    Route::delete('cards/{card}/hanging', [FadeController::class, 'destroyHanging']);
    Route::delete('checks/{check}', [FadeController::class, 'destroyCheck']);
    Route::put('claim-scales/{uuid}', [PaintController::class, 'putClaimScale']);
    Route::put('claims/{uuid}', [PaintController::class, 'putClaim']);
    Route::delete('claims/{uuid}', [PaintController::class, 'destroyClaim']);
    Route::put('papers/{uuid}', [PaperController::class, 'put']);
    Route::put('cards/{uuid}', [CardController::class, 'put']);
    Route::delete('cards/{card}', [CardController::class, 'destroy']);
    Route::delete('practice', [BeginController::class, 'leave']);
    Route::post('drawer', [SwatchController::class, 'drawer']);
    Route::put('swatches/{swatch}', [SwatchController::class, 'put']);
    Route::get('swatches/{swatch}/narrowing', [SwatchController::class, 'narrowing']);
    Route::post('phone-links', [PhoneLinkController::class, 'store']);
    Route::get('phone-links/{link}', [PhoneLinkController::class, 'show']);
    Route::delete('phone-links/{link}', [PhoneLinkController::class, 'destroy']);
    Route::put('frames/{uuid}', [FrameController::class, 'put']);
    Route::post('cards/{card}/pictures/{uuid}', [PictureController::class, 'upload'])->middleware('throttle:uploads');
    Route::post('pictures/{picture}/again', [PictureController::class, 'again']);
    Route::post('pictures/{picture}/withdrawal', [PictureController::class, 'withdraw']);
    Route::delete('pictures/{picture}/withdrawal', [PictureController::class, 'bringBack']);
    Route::post('cards/{card}/stand-in', [PictureController::class, 'standIn']);
    Route::put('cards/{card}/hanging/{uuid}', [FadeController::class, 'putHanging']);
    Route::put('old-strips/{uuid}', [FadeController::class, 'putOldStrip']);
    Route::put('cards/{card}/down', [FadeController::class, 'takeDown']);
    Route::delete('cards/{card}/down', [FadeController::class, 'hangAgain']);
    Route::post('pictures/{picture}/swap', [FadeController::class, 'swapHalves']);
    Route::put('cards/{card}/checks/{uuid}', [FadeController::class, 'putCheck']);
    Route::get('cards/{card}/light', [FadeController::class, 'light']);
    Route::put('cards/{card}/pauses/{uuid}', [FadeController::class, 'putPause']);
    Route::delete('pauses/{pause}', [FadeController::class, 'destroyPause']);
    Route::post('cards/{card}/light-logs/{uuid}', [FadeController::class, 'putLog'])->middleware('throttle:uploads');
    Route::delete('light-logs/{log}', [FadeController::class, 'destroyLog']);
    Route::post('calendar', [FadeController::class, 'makeFeed']);
    Route::post('cards/{card}/publish', [CardController::class, 'publish']);
    Route::put('verdicts/{uuid}', [VerdictController::class, 'put']);

    Route::get('cards/{card}/readings', [InstrumentController::class, 'index']);
    Route::get('cards/{card}/readings.txt', [InstrumentController::class, 'export']);
    Route::post('cards/{card}/readings-preview', [InstrumentController::class, 'preview']);
    Route::put('cards/{card}/readings/{uuid}', [InstrumentController::class, 'put']);
    Route::post('cards/{card}/readings/{uuid}/stand-in', [InstrumentController::class, 'standIn']);
    Route::delete('readings/{run}', [InstrumentController::class, 'destroy']);
    Route::get('cards/{card}/repeats', [PictureController::class, 'repeats']);

    Route::get('capture', [CaptureController::class, 'index']);
    Route::post('capture/targets/{uuid}', [CaptureController::class, 'putTarget']);
    Route::get('capture/targets/{target}/sheet.svg', [CaptureController::class, 'sheet']);
    Route::delete('capture/targets/{target}', [CaptureController::class, 'destroyTarget']);
    Route::post('capture/profiles/{uuid}', [CaptureController::class, 'putProfile']);
    Route::get('capture/profiles/{profile}.json', [CaptureController::class, 'profile'])->where('profile', '[0-9a-f-]{36}');
    Route::post('capture/profiles/{profile}/check', [CaptureController::class, 'checkProfile']);
    Route::delete('capture/profiles/{profile}', [CaptureController::class, 'destroyProfile']);

    Route::get('palettes', [CollectionController::class, 'palettes']);
    Route::put('palettes/{uuid}', [CollectionController::class, 'putPalette']);
    Route::delete('palettes/{palette}', [CollectionController::class, 'destroyPalette']);
    Route::put('pans/{pan}/place', [CollectionController::class, 'place']);
    Route::get('pans/{pan}/narrowing', [CollectionController::class, 'narrowing']);
    Route::put('formulations/{uuid}', [CollectionController::class, 'putFormulation']);
    Route::get('labels.svg', [CollectionController::class, 'labels']);
    Route::get('collection.csv', [CollectionController::class, 'export']);
    Route::get('imports', [ImportController::class, 'index']);
    Route::post('imports/{uuid}', [ImportController::class, 'put']);
    Route::get('imports/{import}', [ImportController::class, 'show']);
    Route::patch('imports/{import}', [ImportController::class, 'change']);
    Route::post('imports/{import}/run', [ImportController::class, 'run']);
    Route::delete('imports/{import}', [ImportController::class, 'destroy']);
    Route::get('imports/{import}/wrong.csv', [ImportController::class, 'wrong']);

    Route::get('people', [PeopleController::class, 'index']);
    Route::put('people/{uuid}', [PeopleController::class, 'put']);
    Route::post('people/{user}/link', [PeopleController::class, 'link']);
    Route::get('people/{user}/leaving', [PeopleController::class, 'leaving']);
    Route::delete('people/{user}', [PeopleController::class, 'destroy']);

    Route::get('account', [AccountController::class, 'show']);
    Route::put('account', [AccountController::class, 'put']);
    Route::put('account/password', [AccountController::class, 'putPassword']);
    Route::delete('account/sign-ins/{uuid}', [AccountController::class, 'endSignIn']);
    Route::get('account/export.zip', [AccountController::class, 'export']);

    Route::get('sessions', [BenchSessionController::class, 'index']);
    Route::get('session-choices', [BenchSessionController::class, 'choices']);
    Route::post('session-plan', [BenchSessionController::class, 'plan']);
    Route::put('sessions/{uuid}', [BenchSessionController::class, 'put']);
    Route::get('sessions/{session}', [BenchSessionController::class, 'show']);
    Route::put('sessions/{session}/conditions', [BenchSessionController::class, 'putConditions']);
    Route::post('sessions/{session}/reveal', [BenchSessionController::class, 'reveal']);
    Route::post('sessions/{session}/away', [BenchSessionController::class, 'putAway']);
    Route::put('sessions/{session}/people/{user}', [BenchSessionController::class, 'join']);
    Route::delete('sessions/{session}/people/{user}', [BenchSessionController::class, 'leave']);

    Route::put('tasks/{uuid}', [BenchController::class, 'putTask']);
    Route::put('timers/{uuid}', [BenchController::class, 'putTimer']);
    Route::put('remarks/{uuid}', [BenchController::class, 'putRemark']);
    Route::put('specimen-conditions/{uuid}', [BenchController::class, 'putCondition']);
    Route::put('hand-readings/{uuid}', [BenchController::class, 'putHandReading']);
    Route::post('photos/{uuid}', [BenchController::class, 'putPhoto'])->middleware('throttle:uploads');
    Route::delete('photos/{photo}', [BenchController::class, 'destroyPhoto']);
    Route::get('photos/{photo}/preview.jpg', [BenchController::class, 'photo']);
    Route::put('spoilings/{uuid}', [BenchController::class, 'putSpoiling']);
    Route::delete('spoilings/{uuid}', [BenchController::class, 'destroySpoiling']);
});
