<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\KeepReadings;
use App\Http\JsonResponse;
use App\Http\Requests\Capture\PutReadingsRequest;
use App\Http\Requests\Capture\ReadInstrumentFileRequest;
use App\Models\Card;
use App\Models\InstrumentRun;
use App\Queries\InstrumentView;
use Illuminate\Http\Response;
use MarshTrial\Core\CoreException;
use MarshTrial\Core\Exchange\Readings;

/**
 * Readings of colour instruments on the cells of a card.
 *
 * @phpstan-import-type InstrumentPreview from \App\Queries\InstrumentView
 * @phpstan-import-type Instrument from \App\Queries\InstrumentView
 */
final class InstrumentController extends Controller
{
    /** @return JsonResponse<Instrument> */
    public function index(Card $card): JsonResponse
    {
        return new JsonResponse(InstrumentView::of($card));
    }

    /**
     * What a file holds and which cell each sample would belong to; nothing is kept.
     *
     * @return JsonResponse<InstrumentPreview>
     */
    public function preview(ReadInstrumentFileRequest $request, Card $card): JsonResponse
    {
        $file = $request->upload();

        return new JsonResponse(InstrumentView::preview($card, Readings::of((string) file_get_contents($file->getPathname())), mb_substr($file->getClientOriginalName(), 0, 120)));
    }

    /** @return JsonResponse<Instrument> */
    public function put(PutReadingsRequest $request, Card $card, string $uuid): JsonResponse
    {
        $values = $request->validated();
        KeepReadings::put($uuid, $card, $values['name'], $values['source'], $values['samples'], $request->header('If-Match'));

        return new JsonResponse(InstrumentView::of($card));
    }

    /** @return JsonResponse<Instrument> */
    public function standIn(Card $card, string $uuid): JsonResponse
    {
        KeepReadings::fromStandIn($uuid, $card);

        return new JsonResponse(InstrumentView::of($card));
    }

    /** All readings of a card as one measurement file. */
    public function export(Card $card): Response
    {
        $run = InstrumentRun::query()->where('card_id', $card->id)->latest('id')->first() ?? throw new CoreException('No instrument was put on this card yet.');

        return new Response(Readings::write(array_map(InstrumentRun::sample(...), $run->samples), ['DESCRIPTOR' => $card->title, 'INSTRUMENTATION' => $run->name]), 200, ['Content-Type' => 'text/plain; charset=utf-8', 'Content-Disposition' => 'attachment; filename="readings.txt"']);
    }

    /** @return JsonResponse<Instrument> */
    public function destroy(InstrumentRun $run): JsonResponse
    {
        KeepReadings::remove($run);

        return new JsonResponse(InstrumentView::of($run->card));
    }
}
