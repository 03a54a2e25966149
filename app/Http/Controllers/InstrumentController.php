<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\KeepReadings;
use App\Http\JsonResponse;
use App\Models\Card;
use App\Models\InstrumentRun;
use App\Queries\InstrumentView;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Support\Facades\Gate;
use MarshTrial\Core\CoreException;
use MarshTrial\Core\Exchange\Readings;

/** Readings of colour instruments on the cells of a card. */
final class InstrumentController extends Controller
{
    public function index(Card $card): JsonResponse
    {
        Gate::authorize('see', $card);

        return new JsonResponse(InstrumentView::of($card));
    }

    /** What a file holds and which cell each sample would belong to; nothing is kept. */
    public function preview(Request $request, Card $card): JsonResponse
    {
        Gate::authorize('change', $card);
        $file = $this->file($request, 'file');

        return new JsonResponse(InstrumentView::preview($card, Readings::of((string) file_get_contents($file->getPathname())), mb_substr($file->getClientOriginalName(), 0, 120)));
    }

    public function put(Request $request, Card $card, string $uuid): JsonResponse
    {
        Gate::authorize('change', $card);
        $values = $request->validate([
            'name' => 'required|string|max:120', 'source' => 'required|in:file,hand', 'samples' => 'required|array|min:1|max:500',
            'samples.*.cell' => 'required|string|max:60', 'samples.*.name' => 'nullable|string|max:120', 'samples.*.lab' => 'required|array|size:3', 'samples.*.lab.*' => 'required|numeric|between:-200,200',
            'samples.*.spectrum' => 'nullable|array', 'samples.*.spectrum.fromNm' => 'numeric|between:300,900', 'samples.*.spectrum.stepNm' => 'numeric|between:1,40', 'samples.*.spectrum.values' => 'array|min:2|max:200', 'samples.*.spectrum.values.*' => 'numeric|between:-1,5',
        ], ['samples.required' => 'Read one cell or more.', 'samples.*.lab.*.numeric' => 'L*, a* and b* are numbers.', 'samples.*.lab.*.between' => 'L*, a* and b* of a surface stay within 200.', 'name.required' => 'Say which instrument it was.']);
        KeepReadings::put($uuid, $card, $values['name'], $values['source'], $values['samples'], $request->header('If-Match'));

        return new JsonResponse(InstrumentView::of($card));
    }

    public function standIn(Card $card, string $uuid): JsonResponse
    {
        Gate::authorize('change', $card);
        KeepReadings::fromStandIn($uuid, $card);

        return new JsonResponse(InstrumentView::of($card));
    }

    /** All readings of a card as one measurement file. */
    public function export(Card $card): Response
    {
        Gate::authorize('see', $card);
        $run = InstrumentRun::query()->where('card_id', $card->id)->latest('id')->first() ?? throw new CoreException('No instrument was put on this card yet.');

        return new Response(Readings::write(array_map(InstrumentRun::sample(...), $run->samples), ['DESCRIPTOR' => $card->title, 'INSTRUMENTATION' => $run->name]), 200, ['Content-Type' => 'text/plain; charset=utf-8', 'Content-Disposition' => 'attachment; filename="readings.txt"']);
    }

    public function destroy(InstrumentRun $run): JsonResponse
    {
        Gate::authorize('change', $run);
        KeepReadings::remove($run);

        return new JsonResponse(InstrumentView::of($run->card));
    }
}
