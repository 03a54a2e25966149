<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\PlacePan;
use App\Http\JsonResponse;
use App\Http\Requests\Collection\PlacePanRequest;
use App\Http\Requests\Collection\PrintLabelsRequest;
use App\Http\Requests\Collection\PutFormulationRequest;
use App\Http\Requests\Collection\PutPaletteRequest;
use App\Models\Formulation;
use App\Models\Paint;
use App\Models\Palette;
use App\Models\Pan;
use App\Queries\CollectionExport;
use App\Queries\CollectionView;
use App\Queries\PaintView;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Support\Facades\DB;
use MarshTrial\Core\Card\LabelPrinter;
use Symfony\Component\HttpFoundation\StreamedResponse;

/**
 * Where one's pans are, their labels, formulations, and the collection as a spreadsheet.
 *
 * @phpstan-import-type PaintFormulation from \App\Queries\PaintView
 * @phpstan-import-type CollectionPalettes from \App\Queries\CollectionView
 * @phpstan-import-type CollectionNarrowing from \App\Queries\CollectionView
 */
final class CollectionController extends Controller
{
    /** @return JsonResponse<CollectionPalettes> */
    public function palettes(Request $request): JsonResponse
    {
        return new JsonResponse(CollectionView::palettes($this->me($request)));
    }

    /** @return JsonResponse<CollectionPalettes> */
    public function putPalette(PutPaletteRequest $request, string $uuid): JsonResponse
    {
        $values = $request->validated();
        $me = $this->me($request);
        $owner = Palette::query()->where('uuid', $uuid)->value('owner_id') ?? $me->id;
        $palette = DB::transaction(static function () use ($uuid, $values, $owner, $request): Palette {
            if (Palette::query()->where('owner_id', $owner)->named($values['name'])->whereNot('uuid', $uuid)->exists()) {
                abort(422, 'There is a palette of this name already; choose another name.');
            }
            $palette = Palette::put($uuid, ['name' => trim($values['name']), 'rows' => $values['rows'], 'columns' => $values['columns']], $request->header('If-Match'));
            $beyond = Pan::query()->where('palette_id', $palette->id)->max('slot');
            if ($beyond > $palette->rows * $palette->columns) {
                abort(422, "Slot $beyond of this palette is in use; take its pan out before you make the palette smaller.");
            }

            return $palette;
        });

        return new JsonResponse(CollectionView::palettes($me), $palette->wasRecentlyCreated ? 201 : 200);
    }

    /**
     * The pans in it stay and have no slot.
     *
     * @return JsonResponse<CollectionPalettes>
     */
    public function destroyPalette(Request $request, Palette $palette): JsonResponse
    {
        DB::transaction(static function () use ($palette): void {
            Pan::query()->where('palette_id', $palette->id)->update(['palette_id' => null, 'slot' => null, 'edition' => DB::raw('edition + 1')]);
            $palette->delete();
        });

        return new JsonResponse(CollectionView::palettes($this->me($request)));
    }

    /** @return JsonResponse<CollectionPalettes> */
    public function place(PlacePanRequest $request, Pan $pan): JsonResponse
    {
        $values = $request->validated();
        $palette = ($values['paletteUuid'] ?? null) === null ? null : Palette::query()->where('owner_id', $pan->owner_id)->where('uuid', $values['paletteUuid'])->firstOrFail();
        PlacePan::in($pan, $palette, $palette === null ? null : (int) $values['slot'], $request->header('If-Match'));

        return new JsonResponse(CollectionView::palettes($this->me($request)));
    }

    /** @return JsonResponse<PaintFormulation> */
    public function putFormulation(PutFormulationRequest $request, string $uuid): JsonResponse
    {
        $values = $request->validated();
        $paint = Paint::query()->where('uuid', $values['paintUuid'])->firstOrFail();
        $formulation = Formulation::put($uuid, [
            'paint_id' => $paint->id, 'since' => $values['since'] ?? null, 'pigments_written' => trim($values['pigments'] ?? ''), 'note' => trim($values['note'] ?? ''),
        ], $request->header('If-Match'));

        return new JsonResponse(PaintView::formulation($formulation), $formulation->wasRecentlyCreated ? 201 : 200);
    }

    /** @return JsonResponse<CollectionNarrowing> */
    public function narrowing(Request $request, Pan $pan): JsonResponse
    {
        return new JsonResponse(CollectionView::narrowing($pan, $this->me($request)));
    }

    /** One page of labels for the pans named, true to size. */
    public function labels(PrintLabelsRequest $request): Response
    {
        $uuids = array_slice(array_filter(explode(',', (string) $request->query('pans', ''))), 0, LabelPrinter::PER_PAGE);
        // A place beside a name would tell which row of a blind session it is.
        $hidden = Pan::hidden($this->me($request));
        $pans = Pan::query()->with('paint.maker', 'palette', 'formulation')->where('owner_id', $this->me($request)->id)->whereIn('uuid', $uuids)->get()->sortBy(static fn (Pan $p): int => (int) array_search($p->uuid, $uuids, true));
        $svg = LabelPrinter::page(array_values($pans->map(static fn (Pan $p): array => [
            'name' => $p->paint->colour_name, 'maker' => trim($p->paint->maker->name.' '.$p->paint->range), 'pigments' => $p->paint->pigments,
            'more' => implode(' · ', array_filter([$p->form, $p->batch === '' ? '' : "batch $p->batch", $p->opened_on === null ? '' : 'opened '.$p->opened_on->toDateString()])),
            'place' => isset($hidden[$p->id]) ? '' : $p->place(), 'cautions' => $p->paint->statement()->cautions() !== [],
        ])->all()));

        return new Response($svg, 200, ['Content-Type' => 'image/svg+xml', 'Content-Security-Policy' => "default-src 'none'; style-src 'unsafe-inline'"]);
    }

    public function export(Request $request): StreamedResponse
    {
        $me = $this->me($request);

        return new StreamedResponse(static fn () => CollectionExport::write($me, fopen('php://output', 'wb') ?: throw new \RuntimeException), 200, ['Content-Type' => 'text/csv; charset=UTF-8', 'Content-Disposition' => 'attachment; filename="collection.csv"']);
    }
}
