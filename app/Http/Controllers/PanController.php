<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\JsonResponse;
use App\Models\Pan;
use App\Queries\PaintView;
use Illuminate\Http\Request;
use MarshTrial\Core\Collection\PanStates;

/** Pans that a card can be made of. */
final class PanController extends Controller
{
    /** One's own pans that a card may be made of. */
    public function index(Request $request): JsonResponse
    {
        $pans = Pan::query()->with('paint.maker', 'palette', 'formulation')->where('owner_id', $this->me($request)->id)->whereIn('state', PanStates::AT_HAND)->orderByDesc('id')->limit(500)->get();

        return new JsonResponse(['pans' => $pans->map(static fn (Pan $p): array => [...PaintView::pan($p), 'paint' => PaintView::of($p->paint)])->all()]);
    }
}
