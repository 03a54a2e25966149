<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\JsonResponse;
use App\Http\Requests\Evidence\ReadSideBySideRequest;
use App\Models\Paint;
use App\Queries\CodePage;
use App\Queries\SideBySideView;
use App\Queries\WindowPictures;
use MarshTrial\Core\Bench\SideBySide;

/**
 * Tests of several paints under one another: ?show=ladders&code=PB28, or &paints=UUID,UUID; &against=UUID for strength.
 *
 * @phpstan-type SideBySideAnswer array{
 *     show: 'glazes'|'grain'|'ladders'|'lifting'|'lines'|'water',
 *     shows: list<array{key: 'ladders'|'glazes'|'grain'|'lifting'|'water'|'lines', title: string}>, loupeMm: float,
 *     paints: list<SideBySideDetail>,
 * }
 * @phpstan-import-type SideBySideDetail from \App\Queries\SideBySideView
 */
final class SideBySideController extends Controller
{
    private const MOST = 40;

    /** @return JsonResponse<SideBySideAnswer> */
    public function __invoke(ReadSideBySideRequest $request): JsonResponse
    {
        $show = (string) $request->query('show', '');
        $show = SideBySide::tryFrom($show) ?? SideBySide::Ladders;
        $user = $this->user($request);
        $code = mb_substr(trim((string) $request->query('code', '')), 0, 40);
        $uuids = array_slice(array_values(array_filter(explode(',', (string) $request->query('paints', '')))), 0, self::MOST);
        $paints = $uuids !== []
            ? Paint::inOrder($uuids)
            : ($code === '' ? [] : array_slice(CodePage::ordered($code, $user), 0, self::MOST));

        return new JsonResponse([
            'show' => $show->value, 'shows' => array_map(static fn (SideBySide $s): array => ['key' => $s->value, 'title' => $s->title()], SideBySide::cases()),
            'loupeMm' => WindowPictures::LOUPE_MM,
            'paints' => SideBySideView::of($show, $paints, $request->query('against'), $user),
        ]);
    }
}
