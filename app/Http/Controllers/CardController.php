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
use App\Http\Requests\Bench\PrintCardRequest;
use App\Http\Requests\Bench\PrintSampleRequest;
use App\Http\Requests\Bench\PutCardRequest;
use App\Http\Requests\Bench\PutSpecimenPanRequest;
use App\Http\Requests\Bench\ReadCardRoomRequest;
use App\Http\Requests\Bench\ReadCardsRequest;
use App\Http\Requests\Ledger\PublishCardRequest;
use App\Http\Requests\Ledger\WithdrawRecordRequest;
use App\Models\Card;
use App\Models\Hanging;
use App\Models\House;
use App\Models\Pan;
use App\Models\Paper;
use App\Models\Specimen;
use App\Queries\CardView;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use MarshTrial\Core\Card\Block;
use MarshTrial\Core\Card\CardKind;
use MarshTrial\Core\Card\PropertyCard;
use MarshTrial\Core\Card\Protocol;
use MarshTrial\Core\Card\RowLabel;
use MarshTrial\Core\Card\SvgPrinter;
use MarshTrial\Core\Exchange\Licences;

/**
 * Cards, their papers, eye verdicts, hanging and checks.
 *
 * @phpstan-type CardPublishAnswer array{card: string, number: int}
 * @phpstan-type CardIndexAnswer array{cards: array<int, CardSummary>, total: int, page: int, pages: int}
 * @phpstan-import-type CardSummary from \App\Queries\CardView
 * @phpstan-import-type CardDetail from \App\Queries\CardView
 */
final class CardController extends Controller
{
    /** @return JsonResponse<CardIndexAnswer> */
    public function index(ReadCardsRequest $request): JsonResponse
    {
        $page = Card::query()->listed()->painted()->visibleTo($this->user($request))->with('owner', 'paper', 'specimens')
            ->when($request->query('kind'), static fn ($q, $kind) => $q->where('kind', $kind))
            ->orderByDesc('id')->paginate(50);

        return new JsonResponse(['cards' => array_map(CardView::summary(...), $page->items()), 'total' => $page->total(), 'page' => $page->currentPage(), 'pages' => $page->lastPage()]);
    }

    /** @return JsonResponse<CardDetail> */
    public function show(Card $card): JsonResponse
    {
        return new JsonResponse(CardView::of($card), 200, ['ETag' => "\"$card->edition\""]);
    }

    /** @return JsonResponse<CardDetail> */
    public function put(PutCardRequest $request, string $uuid): JsonResponse
    {
        $values = $request->validated();
        $paper = Paper::query()->where('uuid', $values['paperUuid'])->firstOrFail();
        $card = MakeCard::put(
            $uuid, CardKind::from($values['kind']), trim($values['title']), $paper, $values['side'], $values['note'] ?? '', array_values($values['pans']), $request->header('If-Match'),
            Protocol::namedOnly(['staining' => $values['lifting'] ?? '', Protocol::PAINT => $values['paint'] ?? '', Protocol::PAPER => $values['quality'] ?? '']), blocks: ($values['blocks'] ?? '') === '' ? null : Block::list($values['blocks']),
        );

        return new JsonResponse(CardView::of($card), $card->wasRecentlyCreated ? 201 : 200, ['ETag' => "\"$card->edition\""]);
    }

    /**
     * Unmakes a card that is not published.
     *
     * @return JsonResponse<null>
     */
    public function destroy(Card $card): JsonResponse
    {
        RemoveDraft::card($card);

        return new JsonResponse(null, 204);
    }

    /**
     * This row is really painted with another pan; what was said of it before is kept.
     *
     * @return JsonResponse<CardDetail>
     */
    public function putSpecimenPan(PutSpecimenPanRequest $request, Specimen $specimen): JsonResponse
    {
        $values = $request->validated();
        CorrectSpecimen::pan($specimen, Pan::query()->where('uuid', $values['panUuid'])->first(), trim($values['reason'] ?? ''));

        return new JsonResponse(CardView::of($specimen->card));
    }

    public function print(PrintCardRequest $request, Card $card): Response
    {
        return self::svg(SvgPrinter::print($card->cardLayout(), $request->boolean('frame')));
    }

    /**
     * How many paints a sheet with these blocks has room for.
     *
     * @return JsonResponse<array{rows: int}>
     */
    public function room(ReadCardRoomRequest $request): JsonResponse
    {
        return new JsonResponse(['rows' => PropertyCard::mostRows(Block::list(mb_substr((string) $request->query('blocks', ''), 0, 300)))]);
    }

    /** What a card of these blocks would look like. */
    public function sample(PrintSampleRequest $request): Response
    {
        $blocks = Block::list(mb_substr((string) $request->query('blocks', ''), 0, 300));
        $rows = array_map(static fn (int $n): RowLabel => new RowLabel($n, '', "row $n", ' ', ''), range(1, min(max(1, $request->integer('rows', 1)), max(1, PropertyCard::mostRows($blocks)))));

        return self::svg(SvgPrinter::print(PropertyCard::layout('00000000-0000-4000-8000-000000000000', 'Not made yet', $rows, [], $blocks), false));
    }

    private static function svg(string $drawing): Response
    {
        return new Response($drawing, 200, ['Content-Type' => 'image/svg+xml', 'Content-Security-Policy' => "default-src 'none'; style-src 'unsafe-inline'"]);
    }

    /** @return JsonResponse<array<string, mixed>> as docs/schemas/card-layout.json */
    public function layout(Card $card): JsonResponse
    {
        return new JsonResponse($card->publicLayout());
    }

    /** @return JsonResponse<CardPublishAnswer> */
    public function publish(PublishCardRequest $request, Card $card): JsonResponse
    {
        $values = $request->validated();
        if (! House::isDemo() && ! ($values['simulated'] ?? false) && $card->measurements()->counts()->whereHas('picture', static fn ($q) => $q->where('source', 'stand-in'))->exists()) {
            throw new NeedsSaying('A picture of this card was made by a stand-in, not by a scanner or camera. It would be published marked as simulated and count as no test. Publish it so?', 'simulated');
        }
        $revision = PublishRecord::of($card, $this->me($request), $values['licence'] ?? Licences::USUAL, trim($values['because'] ?? ''));

        return new JsonResponse(['card' => $card->uuid, 'number' => $revision->number], 201);
    }

    /**
     * A record is withdrawn, never erased.
     *
     * @return JsonResponse<array{withdrawn: bool}>
     */
    public function withdraw(WithdrawRecordRequest $request, Card $card): JsonResponse
    {
        $values = $request->validated();
        WithdrawRecord::of($card, $this->me($request), trim($values['because']));

        return new JsonResponse(['withdrawn' => true]);
    }

    /** @return JsonResponse<null> */
    public function bringBack(Request $request, Card $card): JsonResponse
    {
        WithdrawRecord::undo($card, $this->me($request));

        return new JsonResponse(null, 204);
    }
}
