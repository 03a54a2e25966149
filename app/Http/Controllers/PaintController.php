<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\RecordPaint;
use App\Models\Claim;
use App\Models\ClaimScale;
use App\Models\Maker;
use App\Models\Paint;
use App\Models\PaintCode;
use App\Models\Pan;
use App\Queries\CodePage;
use App\Queries\PaintView;
use App\Queries\PigmentView;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Gate;
use Illuminate\Validation\Rule;
use MarshTrial\Core\Bench\BenchScale;
use MarshTrial\Core\Evidence\ClaimScale as Scale;
use MarshTrial\Core\Pigment\PigmentCode;
use MarshTrial\Core\Pigment\PigmentCodeState;
use MarshTrial\Core\Pigment\PigmentStatement;

/** Makers, paints, pans and what makers claim. */
final class PaintController extends Controller
{
    public function index(Request $request): JsonResponse
    {
        $user = $this->user($request);
        $words = trim((string) $request->query('q', ''));
        $lower = mb_strtolower($words);
        $code = PigmentCode::parse($words);
        $page = Paint::query()->with('maker', 'codes')
            ->with(['pans' => static fn ($q) => $q->where('owner_id', $user->id ?? 0)->orderBy('id')])
            ->when($words !== '', static fn (Builder $q) => $code->state !== PigmentCodeState::NotColourIndexPigment
                ? $q->whereIn('id', PaintCode::query()->where('code', $code->text)->select('paint_id'))
                : $q->where(static fn (Builder $q) => $q->whereRaw('instr(lower(colour_name), ?) > 0', [$lower])->orWhereRaw('instr(lower(range), ?) > 0', [$lower])
                    ->orWhereHas('maker', static fn (Builder $q) => $q->whereRaw('instr(lower(name), ?) > 0', [$lower]))))
            ->orderByDesc('id')->paginate(100);

        return new JsonResponse([
            'paints' => array_map(static fn (Paint $p): array => [...PaintView::of($p), 'pans' => $p->pans->map(PaintView::pan(...))->all()], $page->items()),
            'total' => $page->total(), 'page' => $page->currentPage(), 'pages' => $page->lastPage(),
        ]);
    }

    public function show(Request $request, Paint $paint): JsonResponse
    {
        $paint->load('maker.claimScales', 'codes', 'claims.claimScale');
        $evidence = CodePage::evidence([$paint->id], $this->user($request));

        return new JsonResponse([
            ...CodePage::paint($paint, $evidence),
            'pans' => $paint->pans()->where('owner_id', $this->user($request)->id ?? 0)->orderBy('id')->get()->map(PaintView::pan(...))->all(),
            'claimScales' => $paint->maker->claimScales->map(PaintView::claimScale(...))->all(),
            'forms' => Pan::FORMS,
            'classes' => BenchScale::CLASSES,
        ]);
    }

    public function put(Request $request, string $uuid): JsonResponse
    {
        $line = $request->validate([
            'makerName' => 'required|string|max:120', 'range' => 'nullable|string|max:120', 'colourName' => 'required|string|max:160',
            'pigments' => 'nullable|string|max:300', 'pan' => 'nullable|array', 'pan.uuid' => 'required_with:pan|uuid', ...self::panRules('pan.', 'required_with:pan'),
        ], ['makerName.required' => 'Say who makes this paint.', 'colourName.required' => 'The paint needs its colour name.']);
        $paint = RecordPaint::put($uuid, $line, $request->header('If-Match'))->load('maker');

        return new JsonResponse(PaintView::of($paint), $paint->wasRecentlyCreated ? 201 : 200, ['ETag' => "\"$paint->edition\""]);
    }

    public function putPan(Request $request, string $uuid): JsonResponse
    {
        $values = $request->validate(['paintUuid' => 'required|uuid', ...self::panRules('', 'required')]);
        $paint = Paint::query()->where('uuid', $values['paintUuid'])->firstOrFail();
        $pan = DB::transaction(static fn (): Pan => RecordPaint::putPan($uuid, $paint, $values, $request->header('If-Match')));

        return new JsonResponse(PaintView::pan($pan), $pan->wasRecentlyCreated ? 201 : 200, ['ETag' => "\"$pan->edition\""]);
    }

    /** @return array<string, mixed> */
    private static function panRules(string $at, string $form): array
    {
        return [
            "{$at}form" => [$form, Rule::in(Pan::FORMS)], "{$at}batch" => 'nullable|string|max:60', "{$at}volumeMl" => 'nullable|numeric|gt:0|max:5000',
            "{$at}price" => 'nullable|string|max:20', "{$at}currency" => 'nullable|string|max:3', "{$at}keptAt" => 'nullable|string|max:160',
        ];
    }

    public function makers(): JsonResponse
    {
        return new JsonResponse(['makers' => Maker::query()->orderBy('name')->get(['uuid', 'name'])->map(static fn (Maker $m): array => ['uuid' => $m->uuid, 'name' => $m->name])->all(), 'forms' => Pan::FORMS]);
    }

    public function putClaimScale(Request $request, string $uuid): JsonResponse
    {
        $values = $request->validate([
            'makerUuid' => 'required|uuid', 'property' => ['required', Rule::in(array_keys(BenchScale::CLASSES))], 'name' => 'required|string|max:120',
            'words' => 'required|array|max:12', 'words.*.word' => 'required|string|max:80', 'words.*.classes' => 'required|array',
        ]);
        $maker = Maker::query()->where('uuid', $values['makerUuid'])->firstOrFail();
        if (ClaimScale::query()->where(['maker_id' => $maker->id, 'property' => $values['property'], 'name' => $values['name']])->whereNot('uuid', $uuid)->exists()) {
            abort(409, "A scale for {$values['property']} with this name is recorded already for $maker->name; choose another name.");
        }
        $scale = ClaimScale::put($uuid, [
            'maker_id' => $maker->id, 'property' => $values['property'], 'name' => $values['name'],
            'words' => Scale::of($values['property'], array_values($values['words']))->words,
        ], $request->header('If-Match'));

        return new JsonResponse(PaintView::claimScale($scale), $scale->wasRecentlyCreated ? 201 : 200);
    }

    public function putClaim(Request $request, string $uuid): JsonResponse
    {
        $values = $request->validate([
            'paintUuid' => 'required|uuid', 'property' => ['required', Rule::in(array_keys(BenchScale::CLASSES))], 'words' => 'required|string|max:160',
            'scaleUuid' => 'nullable|uuid', 'readOn' => 'required|date_format:Y-m-d|before_or_equal:tomorrow',
        ], ['words.required' => 'Write the claim in the maker’s own words.']);
        $paint = Paint::query()->where('uuid', $values['paintUuid'])->firstOrFail();
        $scale = ClaimScale::query()->where('uuid', $values['scaleUuid'] ?? '')->where('property', $values['property'])->where('maker_id', $paint->maker_id)->first();
        $claim = Claim::put($uuid, [
            'paint_id' => $paint->id, 'property' => $values['property'], 'words' => trim($values['words']), 'claim_scale_id' => $scale?->id, 'read_on' => $values['readOn'],
        ], $request->header('If-Match'))->load('claimScale');

        return new JsonResponse(PaintView::claim($claim), $claim->wasRecentlyCreated ? 201 : 200);
    }

    public function destroyClaim(string $uuid): JsonResponse
    {
        $claim = Claim::query()->where('uuid', $uuid)->firstOrFail();
        Gate::authorize('change', $claim);
        $claim->delete();

        return new JsonResponse(null, 204);
    }

    public function statement(Request $request): JsonResponse
    {
        return new JsonResponse(PigmentView::statement(PigmentStatement::parse(mb_substr((string) $request->query('written', ''), 0, 300))));
    }
}
