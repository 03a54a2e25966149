<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\MakeCard;
use App\Actions\NameSwatch;
use App\Http\JsonResponse;
use App\Models\Swatch;
use App\Queries\SwatchView;
use App\Queries\WindowPictures;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Gate;
use Illuminate\Validation\Rule;
use MarshTrial\Core\Card\PocketPrinter;
use MarshTrial\Core\Session\Amounts;
use Symfony\Component\HttpFoundation\Response;

/** Swatches of any time, seen through the pocket frame. */
final class SwatchController extends Controller
{
    private const PER_PAGE = 40;

    public function index(Request $request): JsonResponse
    {
        return new JsonResponse(SwatchView::drawer($this->user($request), max(1, $request->integer('page', 1)), self::PER_PAGE));
    }

    /** The frames to print and cut out. */
    public function frame(): Response
    {
        return new Response(PocketPrinter::sheet(), 200, ['Content-Type' => 'image/svg+xml', 'Content-Security-Policy' => "default-src 'none'; style-src 'unsafe-inline'"]);
    }

    /** Where one's swatches are kept; made when there is none. */
    public function drawer(Request $request): JsonResponse
    {
        return new JsonResponse(['card' => MakeCard::drawer($this->me($request))->uuid]);
    }

    public function put(Request $request, Swatch $swatch): JsonResponse
    {
        $values = $request->validate([
            'paintUuid' => 'nullable|uuid', 'colourName' => 'nullable|string|max:120', 'makerName' => 'nullable|string|max:120', 'pigments' => 'nullable|string|max:300', 'unknown' => 'nullable|boolean',
            'mix' => 'sometimes|array', 'mix.a' => 'required_with:mix|uuid', 'mix.b' => 'required_with:mix|uuid', 'mix.dropsA' => 'nullable|numeric|between:0.1,1000|required_with:mix.dropsB', 'mix.dropsB' => 'nullable|numeric|between:0.1,1000|required_with:mix.dropsA',
            'mix.measure' => ['nullable', Rule::in(Amounts::WORDS)],
            'paintedWhen' => 'sometimes|nullable|string|max:80', 'paperWords' => 'sometimes|nullable|string|max:120', 'note' => 'sometimes|nullable|string|max:2000', 'shared' => 'sometimes|boolean',
        ], ['mix.dropsA.between' => 'Drops are more than none on both sides.', 'mix.dropsB.between' => 'Drops are more than none on both sides.', 'mix.dropsA.required_with' => 'Drops of both paints, or of neither.', 'mix.dropsB.required_with' => 'Drops of both paints, or of neither.']);
        $swatch = NameSwatch::put($swatch, $values, $request->header('If-Match'))->load('paint.maker', 'mixA.maker', 'mixB.maker', 'picture', 'owner');

        return new JsonResponse(SwatchView::of($swatch), 200, ['ETag' => "\"$swatch->edition\""]);
    }

    public function narrowing(Request $request, Swatch $swatch): JsonResponse
    {
        Gate::authorize('change', $swatch);

        return new JsonResponse(['candidates' => SwatchView::narrowing($swatch, $this->user($request))]);
    }

    /** What shows in the frame's window, straight. */
    public function window(Request $request, Swatch $swatch): Response
    {
        if (! $swatch->shared) {
            Gate::authorize('change', $swatch);
        }
        self::mustBeHere($swatch->load('picture')->picture);
        $path = WindowPictures::ofSwatch($swatch) ?? abort(404);

        return $this->image($request, $path, $swatch->shared);
    }
}
