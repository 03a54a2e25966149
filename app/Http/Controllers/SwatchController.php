<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\MakeCard;
use App\Actions\NameSwatch;
use App\Http\JsonResponse;
use App\Http\Requests\Capture\PutSwatchRequest;
use App\Http\Requests\PageRequest;
use App\Models\Swatch;
use App\Queries\SwatchView;
use App\Queries\WindowPictures;
use Illuminate\Http\Request;
use MarshTrial\Core\Card\PocketPrinter;
use Symfony\Component\HttpFoundation\Response;

/**
 * Swatches of any time, seen through the pocket frame.
 *
 * @phpstan-import-type SwatchDetail from \App\Queries\SwatchView
 * @phpstan-import-type SwatchDrawer from \App\Queries\SwatchView
 * @phpstan-import-type SwatchNarrowing from \App\Queries\SwatchView
 */
final class SwatchController extends Controller
{
    private const PER_PAGE = 40;

    /** @return JsonResponse<SwatchDrawer> */
    public function index(PageRequest $request): JsonResponse
    {
        return new JsonResponse(SwatchView::drawer($this->user($request), max(1, $request->integer('page', 1)), self::PER_PAGE));
    }

    /** The frames to print and cut out. */
    public function frame(): Response
    {
        return new Response(PocketPrinter::sheet(), 200, ['Content-Type' => 'image/svg+xml', 'Content-Security-Policy' => "default-src 'none'; style-src 'unsafe-inline'"]);
    }

    /**
     * Where one's swatches are kept; made when there is none.
     *
     * @return JsonResponse<array{card: string}>
     */
    public function drawer(Request $request): JsonResponse
    {
        return new JsonResponse(['card' => MakeCard::drawer($this->me($request))->uuid]);
    }

    /** @return JsonResponse<SwatchDetail> */
    public function put(PutSwatchRequest $request, Swatch $swatch): JsonResponse
    {
        $values = $request->validated();
        $swatch = NameSwatch::put($swatch, $values, $request->header('If-Match'))->load('paint.maker', 'mixA.maker', 'mixB.maker', 'picture', 'owner');

        return new JsonResponse(SwatchView::of($swatch), 200, ['ETag' => "\"$swatch->edition\""]);
    }

    /** @return JsonResponse<array{candidates: list<SwatchNarrowing>}> */
    public function narrowing(Request $request, Swatch $swatch): JsonResponse
    {
        return new JsonResponse(['candidates' => SwatchView::narrowing($swatch, $this->user($request))]);
    }

    /** What shows in the frame's window, straight. */
    public function window(Request $request, Swatch $swatch): Response
    {
        self::mustBeHere($swatch->load('picture')->picture);
        $path = WindowPictures::ofSwatch($swatch) ?? abort(404);

        return $this->image($request, $path, $swatch->shared);
    }
}
