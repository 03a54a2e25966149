<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\JsonResponse;
use App\Http\Middleware\CostsReaders;
use App\Http\Requests\Evidence\ReadStripsRequest;
use App\Models\Maker;
use App\Models\Paint;
use App\Queries\Claimed;
use App\Queries\Comparison;
use App\Queries\PaintSet;
use App\Queries\Postcard;
use Illuminate\Contracts\View\View;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use MarshTrial\Core\Collection\Csv;
use MarshTrial\Core\CoreException;

/**
 * Two to eight paints held against each other; as a page's data and as a table.
 *
 * @phpstan-type CompareChosenAnswer array{
 *     title: 'Chosen paints', depths: list<float>, referenceDepth: float,
 *     stops: list<list<array{
 *         hex: string, lab: array{float, float, float}, dE00Above: float|null, seam: bool,
 *     }|null>>,
 *     stripOrder: list<string>, paints: list<PaintSetShown>,
 * }
 * @phpstan-type CompareOfMakerAnswer array{
 *     title: string, more: int,
 *     record: array{claims: int, confirmed: int, contradicted: int, open: int, notTested: int, tests: int},
 *     depths: list<float>, referenceDepth: float,
 *     stops: list<list<array{
 *         hex: string, lab: array{float, float, float}, dE00Above: float|null, seam: bool,
 *     }|null>>,
 *     stripOrder: list<string>, paints: list<PaintSetShown>,
 * }
 * @phpstan-import-type PaintSetShown from \App\Queries\PaintSet
 * @phpstan-import-type ComparisonDetail from \App\Queries\Comparison
 */
final class CompareController extends Controller
{
    /** Paints under one another at most. */
    private const MOST_TOGETHER = 120;

    /** @return JsonResponse<ComparisonDetail> */
    public function show(ReadStripsRequest $request): JsonResponse
    {
        return new JsonResponse(Comparison::of(self::paints($request), $this->user($request)));
    }

    /**
     * Any paints under one another: ?paints=UUID,UUID
     *
     * @return JsonResponse<CompareChosenAnswer>
     */
    public function chosen(ReadStripsRequest $request): JsonResponse
    {
        return new JsonResponse(['title' => 'Chosen paints', ...PaintSet::of(collect(self::paints($request, self::MOST_TOGETHER))->keyBy('id'), $this->user($request))]);
    }

    /**
     * All paints of a maker.
     *
     * @return JsonResponse<CompareOfMakerAnswer>
     */
    public function ofMaker(Request $request, Maker $maker): JsonResponse
    {
        $paints = Paint::query()->with('maker', 'codes')->where('maker_id', $maker->id)->orderBy('id');

        $more = max(0, (clone $paints)->count() - self::MOST_TOGETHER);
        $set = PaintSet::of($paints->limit(self::MOST_TOGETHER)->get()->keyBy('id'), $this->user($request));

        return new JsonResponse(['title' => $maker->name, 'more' => $more, 'record' => Claimed::record($set['paints']), ...$set]);
    }

    /** One picture to send, of one paint or of those that are compared; what anybody may see, whoever asks. */
    public function picture(ReadStripsRequest $request): Response
    {
        $paints = self::paints($request, Comparison::MOST) ?: throw new CoreException('Name a paint, or those that are compared.');
        $address = $request->getSchemeAndHttpHost().(count($paints) === 1 ? "/paints/{$paints[0]->uuid}" : '/compare');

        return new Response(Postcard::png($paints, $address, null), 200, ['Content-Type' => 'image/png', 'Cache-Control' => 'public, max-age=600']);
    }

    /** The page of a paint or of a comparison, with what unfolds where its address is pasted. */
    public function page(Request $request, ?string $paint = null): View
    {
        $told = CostsReaders::ifLeft($request, static function () use ($request, $paint): ?array {
            $paints = $paint === null ? self::paints($request, Comparison::MOST) : Paint::inOrder([$paint]);
            try {
                return $paints === [] ? null : Postcard::words($paints, null) + ['picture' => url('/api/postcard.png').'?paints='.implode(',', array_map(static fn (Paint $p): string => $p->uuid, $paints))];
            } catch (CoreException) {
                return null;
            }
        });

        return view('app', ['told' => $told]);
    }

    public function csv(ReadStripsRequest $request): Response
    {
        $compared = Comparison::of(self::paints($request), $this->user($request));
        $out = Csv::line(['property', 'paint', 'maker', 'value', 'uncertainty 1 sigma', 'another test from', 'another test to', 'tests', 'testers', 'fair', 'against the first', 'chance that it is real', 'a further pair says the same']);
        foreach ($compared['properties'] as $property) {
            foreach ($property['paints'] as $of) {
                $paint = $compared['paints'][$of['at']];
                $pair = array_values(array_filter($property['pairs'], static fn (array $p): bool => $p['one'] === $property['tested'][0] && $p['other'] === $of['at']))[0] ?? null;
                $out .= Csv::line([$property['property'], $paint['colourName'], $paint['maker'], round($of['value'], 5), round($of['uncertainty'], 5), round($of['another'][0], 5), round($of['another'][1], 5), $of['tests'], $of['testers'], $property['fair']['verdict'], $pair['words'] ?? '', $pair['chance'] ?? '', $pair['again'] ?? '']);
            }
        }

        return new Response($out, 200, ['Content-Type' => 'text/csv; charset=utf-8', 'Content-Disposition' => 'attachment; filename="comparison.csv"']);
    }

    /** @return list<Paint> in the order in which they are named */
    private static function paints(Request $request, int $most = Comparison::MOST + 1): array
    {
        return Paint::inOrder(array_slice(array_values(array_unique(array_filter(explode(',', (string) $request->query('paints', ''))))), 0, $most));
    }
}
