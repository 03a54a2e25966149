<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\RecordPaint;
use App\Actions\RemoveDraft;
use App\Http\JsonResponse;
use App\Http\Requests\Collection\PutPanRequest;
use App\Http\Requests\Collection\PutPanSetRequest;
use App\Models\Paint;
use App\Models\Pan;
use App\Models\PanSet;
use App\Queries\PaintView;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use MarshTrial\Core\Collection\PanStates;
use MarshTrial\Core\Collection\UnitPrice;
use MarshTrial\Core\CoreException;
use MarshTrial\Core\Exchange\Money;

/**
 * Pans that a card can be made of.
 *
 * @phpstan-type PanPutSetAnswer array{uuid: string, edition: int, name: string, price: string, pans: int}
 * @phpstan-import-type PanDetail from \App\Queries\PaintView
 * @phpstan-type PanIndexAnswer array{
 *     sets: array<int, array{uuid: string, edition: int, name: string, price: string, pans: int}>,
 *     pans: array<int, array{
 *         uuid: string, edition: int, form: string, batch: string, volumeMl: float|null, price: string|null,
 *         perMl: string|null, keptAt: string, palette: string|null, paletteUuid: string|null, slot: int|null,
 *         place: string, openedOn: string|null, state: string, got: string, note: string,
 *         extras: array<string, string>|\stdClass, formulation: PaintFormulation|null, mine: bool,
 *         paint: PaintDetail,
 *     }>,
 * }
 * @phpstan-import-type PaintFormulation from \App\Queries\PaintView
 * @phpstan-import-type PaintDetail from \App\Queries\PaintView
 */
final class PanController extends Controller
{
    /**
     * One's own pans that a card may be made of.
     *
     * @return JsonResponse<PanIndexAnswer>
     */
    public function index(Request $request): JsonResponse
    {
        $pans = Pan::query()->with('paint.maker', 'palette', 'formulation')->where('owner_id', $this->me($request)->id)->whereIn('state', PanStates::AT_HAND)->orderByDesc('id')->limit(500)->get();

        return new JsonResponse(['sets' => PanSet::query()->withCount('pans')->where('owner_id', $this->me($request)->id)->orderBy('name')->get()->map(static fn (PanSet $s): array => ['uuid' => $s->uuid, 'edition' => $s->edition, 'name' => $s->name, 'price' => $s->price()->text(), 'pans' => $s->getAttribute('pans_count')])->all(), 'pans' => $pans->map(static fn (Pan $p): array => [...PaintView::pan($p), 'paint' => PaintView::of($p->paint)])->all()]);
    }
    /**
     * Pans that were bought together for one price: each bears a share of it by its volume.
     *
     * @return JsonResponse<PanPutSetAnswer>
     */
    public function putSet(PutPanSetRequest $request, string $uuid): JsonResponse
    {
        $v = $request->validated();
        $price = Money::parse($v['price'], $v['currency']);
        $pans = Pan::query()->where('owner_id', $this->me($request)->id)->whereIn('uuid', $v['pans'])->orderBy('id')->get();
        $volumes = $pans->map(static fn (Pan $p): float => (float) $p->volume_ml)->values()->all();
        if ($volumes === [] || min($volumes) <= 0) {
            throw new CoreException('Say first how many millilitres each pan of the set holds; the price is spread by that.');
        }
        $set = DB::transaction(static function () use ($v, $uuid, $request, $price, $pans, $volumes): PanSet {
            $set = PanSet::put($uuid, ['name' => trim($v['name']), 'price_minor' => $price->minor, 'currency' => $price->currency], $request->header('If-Match'));
            Pan::query()->where('pan_set_id', $set->id)->whereNotIn('id', $pans->pluck('id'))->update(['pan_set_id' => null, 'price_minor' => null, 'currency' => null]);
            foreach (UnitPrice::spread($price, $volumes) as $i => $share) {
                $pans[$i]?->change(['pan_set_id' => $set->id, 'price_minor' => $share->minor, 'currency' => $share->currency], (string) $pans[$i]->edition);
            }

            return $set;
        });

        return new JsonResponse(['uuid' => $set->uuid, 'edition' => $set->edition, 'name' => $set->name, 'price' => $set->price()->text(), 'pans' => $pans->count()], $set->wasRecentlyCreated ? 201 : 200);
    }

    /** @return JsonResponse<PanDetail> */
    public function put(PutPanRequest $request, string $uuid): JsonResponse
    {
        $values = $request->validated();
        $paint = Paint::query()->where('uuid', $values['paintUuid'])->firstOrFail();
        $pan = DB::transaction(static fn (): Pan => RecordPaint::putPan($uuid, $paint, $values, $request->header('If-Match')))->load('palette', 'formulation');

        return new JsonResponse(PaintView::pan($pan), $pan->wasRecentlyCreated ? 201 : 200, ['ETag' => "\"$pan->edition\""]);
    }

    /** @return JsonResponse<null> */
    public function destroy(Pan $pan): JsonResponse
    {
        RemoveDraft::pan($pan);

        return new JsonResponse(null, 204);
    }
}
