<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Requests\Ledger\ReadFeedRequest;
use App\Models\Paint;
use App\Models\PaintCode;
use App\Models\Revision;
use App\Models\User;
use Illuminate\Http\Response;
use Illuminate\Support\Facades\DB;
use MarshTrial\Core\Exchange\AtomFeed;
use MarshTrial\Core\Pigment\PigmentCode;

/** What is newly published, of everything or of one pigment code, paint or tester, for whoever follows it. */
final class FeedController extends Controller
{
    private const ENTRIES = 50;

    public function __invoke(ReadFeedRequest $request): Response
    {
        $code = PigmentCode::parse(mb_substr((string) $request->query('code', ''), 0, 60))->text;
        $paint = $request->query('paint') === null ? null : (new Paint)->resolveRouteBinding((string) $request->query('paint')) ?? abort(404);
        $tester = $request->query('tester') === null ? null : User::query()->where('uuid', (string) $request->query('tester'))->firstOrFail();
        $revisions = Revision::query()->with('card.owner')->select('id', 'card_id', 'number', 'published_at', 'title')
            ->whereHas('card', static fn ($q) => $q->whereNull('withdrawn_at'))
            ->when($code !== '', static fn ($q) => $q->whereIn('card_id', DB::table('specimens')->join('pans', 'pans.id', '=', 'specimens.pan_id')->whereIn('pans.paint_id', PaintCode::query()->where('code', $code)->select('paint_id'))->select('specimens.card_id')))
            ->when($paint !== null, static fn ($q) => $q->whereIn('card_id', DB::table('specimens')->join('pans', 'pans.id', '=', 'specimens.pan_id')->where('pans.paint_id', $paint?->id)->select('specimens.card_id')))
            ->when($tester !== null, static fn ($q) => $q->whereHas('card', static fn ($q) => $q->where('owner_id', $tester?->id)))
            ->orderByDesc('id')->limit(self::ENTRIES)->get();
        $entries = $revisions->map(static fn (Revision $r): array => [
            'id' => url("/records/{$r->card->uuid}/$r->number"), 'title' => $r->title, 'updated' => $r->published_at->toRfc3339String(), 'author' => $r->card->owner->name,
            'link' => url("/records/{$r->card->uuid}/$r->number"), 'summary' => $r->number === 1 ? "A {$r->card->kind} card." : "Revision $r->number of a {$r->card->kind} card.",
        ])->values()->all();
        $of = implode(', ', array_filter([$code, $paint?->colour_name, $tester?->name]));
        $title = $of === '' ? 'Marsh Trial: new records' : "Marsh Trial: new records of $of";
        $query = http_build_query(array_filter(['code' => $code, 'paint' => $paint?->uuid, 'tester' => $tester?->uuid]));
        $atom = AtomFeed::write(url('/feed.atom').($query === '' ? '' : "?$query"), $title, $request->fullUrl(), $entries[0]['updated'] ?? '1970-01-01T00:00:00+00:00', $entries);

        return new Response($atom, 200, ['Content-Type' => 'application/atom+xml; charset=utf-8', 'Cache-Control' => 'public, max-age=300']);
    }
}
