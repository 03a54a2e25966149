<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\CorrectSpecimen;
use App\Actions\MakeCard;
use App\Actions\PublishRecord;
use App\Actions\RemoveDraft;
use App\Actions\WithdrawRecord;
use App\Http\JsonResponse;
use App\Http\NeedsSaying;
use App\Models\Card;
use App\Models\Hanging;
use App\Models\House;
use App\Models\Pan;
use App\Models\Paper;
use App\Models\Specimen;
use App\Queries\CardView;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Support\Facades\Gate;
use Illuminate\Validation\Rule;
use MarshTrial\Core\Card\Block;
use MarshTrial\Core\Card\CardKind;
use MarshTrial\Core\Card\PropertyCard;
use MarshTrial\Core\Card\Protocol;
use MarshTrial\Core\Card\RowLabel;
use MarshTrial\Core\Card\SvgPrinter;
use MarshTrial\Core\Exchange\Licences;

/** Cards, their papers, eye verdicts, hanging and checks. */
final class CardController extends Controller
{
    public function index(Request $request): JsonResponse
    {
        $page = Card::query()->listed()->painted()->visibleTo($this->user($request))->with('owner', 'paper', 'specimens')
            ->when($request->query('kind'), static fn ($q, $kind) => $q->where('kind', $kind))
            ->orderByDesc('id')->paginate(50);

        return new JsonResponse(['cards' => array_map(CardView::summary(...), $page->items()), 'total' => $page->total(), 'page' => $page->currentPage(), 'pages' => $page->lastPage()]);
    }

    public function show(Card $card): JsonResponse
    {
        Gate::authorize('see', $card);

        return new JsonResponse(CardView::of($card), 200, ['ETag' => "\"$card->edition\""]);
    }

    public function put(Request $request, string $uuid): JsonResponse
    {
        $values = $request->validate([
            'kind' => ['required', Rule::enum(CardKind::class)->only([CardKind::Property, CardKind::Fade])], 'title' => 'required|string|max:160', 'paperUuid' => 'required|uuid', 'side' => 'required|string|max:40',
            'note' => 'nullable|string|max:2000', 'pans' => 'required|array|max:6', 'pans.*' => 'uuid', 'lifting' => 'nullable|string|max:40',
            'blocks' => 'nullable|string|max:300', 'paint' => 'nullable|string|max:40', 'quality' => 'nullable|string|max:40',
        ], ['title.required' => 'Give the card a title.', 'paperUuid.required' => 'Choose the paper.', 'pans.required' => 'Choose one to six pans.', 'pans.max' => 'A card takes one to six paints.']);
        $paper = Paper::query()->where('uuid', $values['paperUuid'])->firstOrFail();
        $card = MakeCard::put(
            $uuid, CardKind::from($values['kind']), trim($values['title']), $paper, $values['side'], $values['note'] ?? '', array_values($values['pans']), $request->header('If-Match'),
            Protocol::namedOnly(['staining' => $values['lifting'] ?? '', Protocol::PAINT => $values['paint'] ?? '', Protocol::PAPER => $values['quality'] ?? '']), blocks: ($values['blocks'] ?? '') === '' ? null : Block::list($values['blocks']),
        );

        return new JsonResponse(CardView::of($card), $card->wasRecentlyCreated ? 201 : 200, ['ETag' => "\"$card->edition\""]);
    }

    /** Unmakes a card that is not published. */
    public function destroy(Card $card): JsonResponse
    {
        Gate::authorize('publish', $card);
        RemoveDraft::card($card);

        return new JsonResponse(null, 204);
    }

    /** This row is really painted with another pan; what was said of it before is kept. */
    public function putSpecimenPan(Request $request, Specimen $specimen): JsonResponse
    {
        Gate::authorize('publish', $specimen->card);
        $values = $request->validate(['panUuid' => 'required|uuid', 'reason' => 'nullable|string|max:300'], ['panUuid.required' => 'Choose the pan that the row is really painted with.']);
        CorrectSpecimen::pan($specimen, Pan::query()->where('uuid', $values['panUuid'])->first(), trim($values['reason'] ?? ''));

        return new JsonResponse(CardView::of($specimen->card));
    }

    public function print(Request $request, Card $card): Response
    {
        Gate::authorize('see-published', $card);

        return self::svg(SvgPrinter::print($card->cardLayout(), $request->boolean('frame')));
    }

    /** How many paints a sheet with these blocks has room for. */
    public function room(Request $request): JsonResponse
    {
        return new JsonResponse(['rows' => PropertyCard::mostRows(Block::list(mb_substr((string) $request->query('blocks', ''), 0, 300)))]);
    }

    /** What a card of these blocks would look like. */
    public function sample(Request $request): Response
    {
        $blocks = Block::list(mb_substr((string) $request->query('blocks', ''), 0, 300));
        $rows = array_map(static fn (int $n): RowLabel => new RowLabel($n, '', "row $n", ' ', ''), range(1, min(max(1, $request->integer('rows', 1)), max(1, PropertyCard::mostRows($blocks)))));

        return self::svg(SvgPrinter::print(PropertyCard::layout('00000000-0000-4000-8000-000000000000', 'Not made yet', $rows, [], $blocks), false));
    }

    private static function svg(string $drawing): Response
    {
        return new Response($drawing, 200, ['Content-Type' => 'image/svg+xml', 'Content-Security-Policy' => "default-src 'none'; style-src 'unsafe-inline'"]);
    }

    public function layout(Card $card): JsonResponse
    {
        Gate::authorize('see-published', $card);

        return new JsonResponse($card->publicLayout());
    }

    public function publish(Request $request, Card $card): JsonResponse
    {
        Gate::authorize('publish', $card);
        $before = $card->revisions()->max('number');
        $values = $request->validate(['simulated' => 'nullable|boolean', 'licence' => ['nullable', Rule::in(array_keys(Licences::ALL))], 'because' => [$before === null ? 'nullable' : 'required', 'string', 'max:500']], ['because.required' => 'Say why there is a new revision; it stands beside what changed.']);
        if (! House::isDemo() && ! ($values['simulated'] ?? false) && $card->measurements()->counts()->whereHas('picture', static fn ($q) => $q->where('source', 'stand-in'))->exists()) {
            throw new NeedsSaying('A picture of this card was made by a stand-in, not by a scanner or camera. It would be published marked as simulated and count as no test. Publish it so?', 'simulated');
        }
        $revision = PublishRecord::of($card, $this->me($request), $values['licence'] ?? Licences::USUAL, trim($values['because'] ?? ''));

        return new JsonResponse(['card' => $card->uuid, 'number' => $revision->number], 201);
    }

    /** A record is withdrawn, never erased. */
    public function withdraw(Request $request, Card $card): JsonResponse
    {
        Gate::authorize('publish', $card);
        $values = $request->validate(['because' => 'required|string|max:500'], ['because.required' => 'Say why it is withdrawn; whoever relied on it reads that.']);
        WithdrawRecord::of($card, $this->me($request), trim($values['because']));

        return new JsonResponse(['withdrawn' => true]);
    }

    public function bringBack(Request $request, Card $card): JsonResponse
    {
        Gate::authorize('publish', $card);
        WithdrawRecord::undo($card, $this->me($request));

        return new JsonResponse(null, 204);
    }
}
