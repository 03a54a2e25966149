<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\CorrectSpecimen;
use App\Actions\MakeCard;
use App\Actions\PublishRecord;
use App\Actions\RemoveDraft;
use App\Http\JsonResponse;
use App\Http\NeedsSaying;
use App\Models\Card;
use App\Models\FadeCheck;
use App\Models\Hanging;
use App\Models\House;
use App\Models\Pan;
use App\Models\Paper;
use App\Models\Picture;
use App\Models\Specimen;
use App\Models\Verdict;
use App\Queries\CardView;
use App\Queries\PaintView;
use App\Queries\PropertyView;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Gate;
use Illuminate\Validation\Rule;
use MarshTrial\Core\Card\Block;
use MarshTrial\Core\Card\BlockKind;
use MarshTrial\Core\Card\CardKind;
use MarshTrial\Core\Card\OwnFrame;
use MarshTrial\Core\Card\PropertyCard;
use MarshTrial\Core\Card\Protocol;
use MarshTrial\Core\Card\RowLabel;
use MarshTrial\Core\Card\SvgPrinter;
use MarshTrial\Core\Collection\PanStates;
use MarshTrial\Core\Evidence\EyeScale;

/** Cards, their papers, eye verdicts, hanging and checks. */
final class CardController extends Controller
{
    public function index(Request $request): JsonResponse
    {
        $page = Card::query()->listed()->visibleTo($this->user($request))->with('owner', 'paper', 'specimens')
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
            'kind' => ['required', Rule::enum(CardKind::class)->except([CardKind::Frame])], 'title' => 'required|string|max:160', 'paperUuid' => 'required|uuid', 'side' => 'required|string|max:40',
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

    /** It was never hung there: the hanging goes, and what it said is kept. */
    public function destroyHanging(Card $card): JsonResponse
    {
        Gate::authorize('change', $card);
        if ($card->checks()->exists()) {
            abort(409, 'There are checks after this hanging. Correct the hanging, or take the checks away first.');
        }
        $card->hanging?->delete();

        return new JsonResponse(CardView::of($card->refresh()));
    }

    /** A check without pictures goes; what it said is kept. */
    public function destroyCheck(FadeCheck $check): JsonResponse
    {
        $card = $check->card;
        Gate::authorize('change', $card);
        if (Picture::query()->where('fade_check_id', $check->id)->exists()) {
            abort(409, 'This check has pictures. Withdraw them, or correct the check’s day and dose instead.');
        }
        $check->delete();

        return new JsonResponse(CardView::of($card->refresh()));
    }

    /** A frame with windows of one's own. */
    public function putFrame(Request $request, string $uuid): JsonResponse
    {
        $values = $request->validate([
            'title' => 'required|string|max:160', 'paperUuid' => 'required|uuid', 'side' => 'required|string|max:40', 'note' => 'nullable|string|max:2000',
            'windows' => 'required|array|min:1|max:'.OwnFrame::MOST_WINDOWS, 'windows.*.name' => 'nullable|string|max:60', 'windows.*.paper' => 'required|boolean',
            'windows.*.x' => 'required|numeric', 'windows.*.y' => 'required|numeric', 'windows.*.width' => 'required|numeric', 'windows.*.height' => 'required|numeric',
        ], ['title.required' => 'Give the frame a title.', 'paperUuid.required' => 'Choose the paper of the painted sheet.', 'windows.required' => 'Put one window or more into the frame.']);
        $windows = array_map(static fn (array $w): array => ['name' => (string) ($w['name'] ?? ''), 'x' => (float) $w['x'], 'y' => (float) $w['y'], 'width' => (float) $w['width'], 'height' => (float) $w['height'], 'paper' => (bool) $w['paper']], array_values($values['windows']));
        $card = MakeCard::frame($uuid, trim($values['title']), Paper::query()->where('uuid', $values['paperUuid'])->firstOrFail(), $values['side'], $values['note'] ?? '', $windows, $request->header('If-Match'));

        return new JsonResponse(CardView::of($card), $card->wasRecentlyCreated ? 201 : 200, ['ETag' => "\"$card->edition\""]);
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

    /** How each test is done, so that a stranger can repeat it. */
    public function protocols(): JsonResponse
    {
        return new JsonResponse(['protocols' => array_map(static fn (Protocol $p): array => [...get_object_vars($p), 'version' => Protocol::VERSION, 'text' => $p->text()], Protocol::all())]);
    }

    public function papers(): JsonResponse
    {
        $titles = static fn (string $property): array => array_map(static fn (Protocol $p): array => ['id' => $p->id, 'title' => $p->title], Protocol::all($property));

        return new JsonResponse([
            'lifting' => $titles('staining'), 'paint' => $titles(Protocol::PAINT), 'quality' => $titles(Protocol::PAPER), 'usualBlocks' => PropertyCard::USUAL,
            'blocks' => array_map(static fn (BlockKind $b): array => ['kind' => $b->value, 'words' => $b->definition()::words(), 'tells' => $b->definition()::tells(), 'counts' => $b->definition()::counts()], BlockKind::cases()),
            'papers' => Paper::query()->orderByDesc('id')->get()->map(self::paper(...))->all(), 'fibres' => Paper::FIBRES, 'surfaces' => Paper::SURFACES,
        ]);
    }

    public function putPaper(Request $request, string $uuid): JsonResponse
    {
        $values = $request->validate([
            'maker' => 'required|string|max:120', 'fibre' => ['required', Rule::in(Paper::FIBRES)], 'surface' => ['required', Rule::in(Paper::SURFACES)], 'weightGsm' => 'nullable|integer|between:50,1200',
        ], ['maker.required' => 'Say who makes the paper, or "unknown".']);
        $paper = Paper::put($uuid, ['maker' => trim($values['maker']), 'fibre' => $values['fibre'], 'surface' => $values['surface'], 'weight_gsm' => $values['weightGsm'] ?? null], $request->header('If-Match'));

        return new JsonResponse(self::paper($paper), $paper->wasRecentlyCreated ? 201 : 200);
    }

    /** @return array<string, mixed> */
    private static function paper(Paper $paper): array
    {
        return ['uuid' => $paper->uuid, 'words' => $paper->words()];
    }

    /** One's own pans that a card may be made of. */
    public function pans(Request $request): JsonResponse
    {
        $pans = Pan::query()->with('paint.maker', 'palette', 'formulation')->where('owner_id', $this->me($request)->id)->whereIn('state', PanStates::AT_HAND)->orderByDesc('id')->limit(500)->get();

        return new JsonResponse(['pans' => $pans->map(static fn (Pan $p): array => [...PaintView::pan($p), 'paint' => PaintView::of($p->paint)])->all()]);
    }

    public function putVerdict(Request $request, string $uuid): JsonResponse
    {
        $values = $request->validate([
            'specimenUuid' => 'required|uuid', 'property' => ['required', Rule::in(array_keys(EyeScale::all()))], 'word' => 'required|string|max:80', 'note' => 'nullable|string|max:2000', 'checkUuid' => 'nullable|uuid',
        ]);
        EyeScale::check($values['property'], $values['word']);
        $specimen = Specimen::query()->with('card.session')->where('uuid', $values['specimenUuid'])->firstOrFail();
        Gate::authorize('see-published', $specimen->card);
        $check = FadeCheck::query()->where('card_id', $specimen->card_id)->where('uuid', $values['checkUuid'] ?? '')->first();
        $blind = $specimen->card->session?->isBlindFor($this->me($request)) ?? false;
        $verdict = DB::transaction(static function () use ($uuid, $specimen, $check, $values, $blind, $request): Verdict {
            $there = Verdict::query()->where('uuid', $uuid)->first();
            if ($there !== null && $there->blind && ! $blind && $there->word !== $values['word']) {
                abort(409, 'This verdict was given blind and stays as it is. Give another one beside it.');
            }

            return Verdict::put($uuid, [
                'specimen_id' => $specimen->id, 'fade_check_id' => $check?->id, 'property' => $values['property'], 'word' => $values['word'], 'note' => $values['note'] ?? '',
                // What is said again as it was keeps its state.
                ...$there !== null && $there->word === $values['word'] ? [] : ['published' => false, 'blind' => $blind],
            ], $request->header('If-Match'));
        })->load('owner');
        $specimen->card->session?->settleNames();

        return new JsonResponse([...PropertyView::verdict($verdict), 'edition' => $verdict->edition], $verdict->wasRecentlyCreated ? 201 : 200);
    }

    public function putHanging(Request $request, Card $card, string $uuid): JsonResponse
    {
        Gate::authorize('change', $card);
        $values = $request->validate([
            'place' => 'required|string|max:160', 'facing' => ['required', Rule::in(Hanging::FACINGS)], 'glass' => 'nullable|string|max:160',
            'latitude' => 'nullable|numeric|between:-90,90', 'longitude' => 'nullable|numeric|between:-180,180',
            'timeZone' => 'required|timezone:all', 'hungOn' => 'required|date_format:Y-m-d', 'note' => 'nullable|string|max:2000', 'withoutFirst' => 'nullable|boolean',
        ], ['place.required' => 'Say where it hangs; what is published is rounded to one degree and goes without the name.']);
        $today = Carbon::now($values['timeZone'])->toDateString();
        if ($values['hungOn'] > $today) {
            abort(422, 'This day has not come yet. Say it on the day the card is hung.');
        }
        if ($values['hungOn'] < $card->created_at->copy()->setTimezone($values['timeZone'])->toDateString()) {
            abort(422, 'The card was made on '.$card->created_at->copy()->setTimezone($values['timeZone'])->toDateString().'; it cannot have hung before.');
        }
        if ($card->hanging === null && ! ($values['withoutFirst'] ?? false) && ! $card->measurements()->counts()->exists()) {
            throw new NeedsSaying('This card was not read before hanging. What fades then is told from its kept half alone, as if both had been painted alike, and is less sure. Hang it so?', 'withoutFirst');
        }
        if ($card->hanging !== null && $card->hanging->uuid !== $uuid) {
            abort(409, 'This card hangs already. Reload to see where; what you typed is still here.');
        }
        $hanging = Hanging::put($uuid, [
            'card_id' => $card->id, 'place' => $values['place'], 'facing' => $values['facing'], 'glass' => $values['glass'] ?? '', 'latitude' => $values['latitude'] ?? null,
            'longitude' => $values['longitude'] ?? null, 'time_zone' => $values['timeZone'], 'hung_on' => $values['hungOn'], 'note' => $values['note'] ?? '',
        ], $request->header('If-Match'));

        return new JsonResponse(CardView::of($card), $hanging->wasRecentlyCreated ? 201 : 200);
    }

    public function putCheck(Request $request, Card $card, string $uuid): JsonResponse
    {
        Gate::authorize('change', $card);
        $values = $request->validate(
            ['checkedOn' => 'required|date_format:Y-m-d', 'doseMlxh' => 'nullable|numeric|between:0,100000', 'note' => 'nullable|string|max:2000'],
            ['doseMlxh.between' => 'The dose is in Mlx h, zero or more.'],
        );
        $hanging = $card->hanging;
        if ($hanging === null) {
            abort(422, 'This card does not hang yet. Say first where and since when it hangs.');
        }
        if ($values['checkedOn'] > Carbon::now($hanging->time_zone)->toDateString()) {
            abort(422, 'This day has not come yet. Enter a check on the day it is made.');
        }
        if ($values['checkedOn'] < $hanging->hung_on->toDateString()) {
            abort(422, 'A check cannot lie before the day of hanging.');
        }
        $check = FadeCheck::put($uuid, ['card_id' => $card->id, 'checked_on' => $values['checkedOn'], 'dose_mlxh' => $values['doseMlxh'] ?? null, 'note' => $values['note'] ?? ''], $request->header('If-Match'));

        return new JsonResponse(CardView::of($card), $check->wasRecentlyCreated ? 201 : 200);
    }

    public function publish(Request $request, Card $card): JsonResponse
    {
        Gate::authorize('publish', $card);
        $values = $request->validate(['simulated' => 'nullable|boolean']);
        if (! House::isDemo() && ! ($values['simulated'] ?? false) && $card->measurements()->counts()->whereHas('picture', static fn ($q) => $q->where('source', 'stand-in'))->exists()) {
            throw new NeedsSaying('A picture of this card was made by a stand-in, not by a scanner or camera. It would be published marked as simulated and count as no test. Publish it so?', 'simulated');
        }
        $revision = PublishRecord::of($card, $this->me($request));

        return new JsonResponse(['card' => $card->uuid, 'number' => $revision->number], 201);
    }
}
