<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\JsonResponse;
use App\Models\Mix;
use App\Models\Paint;
use App\Models\Pan;
use App\Queries\CodePage;
use App\Queries\Comparison;
use App\Queries\MixInLight;
use App\Queries\MixRecipes;
use App\Queries\MixView;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Gate;
use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\CoreException;
use MarshTrial\Core\Mixing\Partners;

/** What paints make together, expected from their ladders. */
final class MixController extends Controller
{
    public function index(Request $request): JsonResponse
    {
        return new JsonResponse(MixView::bench($this->user($request)));
    }

    public function run(Request $request): JsonResponse
    {
        $values = $request->validate(['a' => 'required|uuid', 'b' => 'required|uuid', 'ladders' => 'nullable|boolean'], ['a.required' => 'Choose two paints.', 'b.required' => 'Choose two paints.']);

        return new JsonResponse(MixView::run(self::paint($values['a']), self::paint($values['b']), $this->user($request), (bool) ($values['ladders'] ?? false)));
    }

    /** The same mix after light. */
    public function light(Request $request): JsonResponse
    {
        $values = $request->validate(['a' => 'required|uuid', 'b' => 'required|uuid', 'share' => 'required|numeric|between:0.02,0.98', 'deposit' => 'required|numeric|between:0.05,3']);

        return new JsonResponse(MixInLight::of(self::paint($values['a']), self::paint($values['b']), (float) $values['share'], (float) $values['deposit'], $this->user($request)));
    }

    public function across(Request $request, string $code): JsonResponse
    {
        $values = $request->validate(['partner' => 'required|uuid', 'share' => 'nullable|numeric|between:0.02,0.98'], ['share.between' => 'Amounts are shares by strength, from 0.02 to 0.98; none of one paint is no mix.']);

        return new JsonResponse(['code' => $code] + MixView::across(CodePage::ordered($code, $this->user($request)), self::paint($values['partner']), (float) ($values['share'] ?? 0.5), $this->user($request)));
    }

    /** Some paints, each mixed with the same partner. */
    public function beside(Request $request): JsonResponse
    {
        $values = $request->validate(['paints' => 'required|string|max:400', 'partner' => 'required|uuid', 'share' => 'nullable|numeric|between:0.02,0.98'], ['share.between' => 'Amounts are shares by strength, from 0.02 to 0.98; none of one paint is no mix.']);

        return new JsonResponse(MixView::across(Paint::inOrder(array_slice(explode(',', $values['paints']), 0, Comparison::MOST)), self::paint($values['partner']), (float) ($values['share'] ?? 0.5), $this->user($request)));
    }

    /** What of one's own stands in for a paint, or makes a colour. */
    public function recipes(Request $request): JsonResponse
    {
        $values = $request->validate(['paint' => 'nullable|uuid|required_without_all:l,mix', 'mix' => 'nullable|uuid', 'three' => 'nullable|boolean', 'l' => 'nullable|numeric|between:2,99', 'a' => 'required_with:l|numeric|between:-120,120', 'b' => 'required_with:l|numeric|between:-120,120', 'from' => 'nullable|in:mine,single'], ['paint.required_without_all' => 'Name a paint, or a colour as L*, a*, b*.']);
        $wanted = match (true) {
            isset($values['paint']) => self::paint($values['paint']),
            isset($values['mix']) => Mix::query()->with('a.maker', 'b.maker')->where('owner_id', $this->me($request)->id)->where('uuid', $values['mix'])->firstOrFail(),
            default => new Lab((float) $values['l'], (float) $values['a'], (float) $values['b']),
        };

        return new JsonResponse(MixRecipes::of($wanted, $this->me($request), ($values['from'] ?? '') === 'single', (bool) ($values['three'] ?? false)));
    }

    /** What makes a grey with a paint. */
    public function greys(Request $request, Paint $paint): JsonResponse
    {
        return new JsonResponse(MixRecipes::greys($paint, $this->me($request)));
    }

    /** What all at hand reaches together. */
    public function reach(Request $request): JsonResponse
    {
        return new JsonResponse(MixRecipes::reach($this->me($request)));
    }

    /** Which of one's own pans is the partner in a place; none takes it out of there. */
    public function putPartner(Request $request, string $place): JsonResponse
    {
        $values = $request->validate(['pan' => 'nullable|uuid']);
        if (! in_array($place, Partners::PLACES, true)) {
            throw new CoreException('A partner stands for one of: '.implode(', ', Partners::PLACES).'.');
        }
        $mine = Pan::query()->where('owner_id', $this->me($request)->id);
        $pan = ($values['pan'] ?? null) === null ? null : (clone $mine)->where('uuid', $values['pan'])->firstOrFail();
        DB::transaction(static function () use ($mine, $pan, $place): void {
            foreach ((clone $mine)->where('partner', $place)->get() as $before) {
                $before->change(['partner' => null], (string) $before->edition);
            }
            $pan?->refresh()->change(['partner' => $place], (string) $pan->edition);
        });

        return new JsonResponse(MixView::bench($this->user($request)));
    }

    /** A mix that somebody likes, under a name. */
    public function put(Request $request, string $uuid): JsonResponse
    {
        $values = $request->validate([
            'a' => 'required|uuid', 'b' => 'required|uuid|different:a', 'share' => 'required|numeric|between:0.02,0.98', 'deposit' => 'required|numeric|between:0.05,3', 'layered' => 'nullable|boolean', 'name' => 'required|string|max:80', 'note' => 'nullable|string|max:500',
        ], ['share.between' => 'Amounts are shares by strength, from 0.02 to 0.98; none of one paint is no mix.', 'b.different' => 'A paint mixed with itself is that paint. Choose another one for the other side.', 'name.required' => 'Give it a name, such as rain grey.']);
        [$a, $b] = [self::paint($values['a']), self::paint($values['b'])];
        [$one, $other] = MixView::pair($a, $b, $this->user($request));
        $mix = Mix::put($uuid, [
            'a_id' => $a->id, 'b_id' => $b->id, 'share' => $values['share'], 'deposit' => $values['deposit'], 'layered' => (bool) ($values['layered'] ?? false), 'name' => trim($values['name']), 'note' => $values['note'] ?? '',
        ], $request->header('If-Match'))->load('a.maker', 'b.maker');

        return new JsonResponse(MixView::mix($mix, [$a->id => $one, $b->id => $other]), $mix->wasRecentlyCreated ? 201 : 200);
    }

    public function destroy(Mix $mix): JsonResponse
    {
        Gate::authorize('change', $mix);
        $mix->delete();

        return new JsonResponse(null, 204);
    }

    private static function paint(string $uuid): Paint
    {
        return (new Paint)->resolveRouteBinding($uuid) ?? abort(404);
    }
}
