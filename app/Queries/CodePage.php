<?php

declare(strict_types=1);

namespace App\Queries;

use App\Models\Paint;
use App\Models\PaintCode;
use App\Models\User;
use Illuminate\Support\Collection;
use MarshTrial\Core\Collection\PanStates;
use MarshTrial\Core\Pigment\Cautions;
use MarshTrial\Core\Pigment\PigmentCode;

/**
 * A pigment code across makers: strips in hue order, ratings beside claims and eye verdicts, and what is not tested.
 *
 * @phpstan-type CodePageDetail array{
 *     code: string, state: 'known'|'not-colour-index'|'not-in-catalogue', likelyMeaning: string|null,
 *     pigment: PigmentDetail|null, caution: string, spoken: list<list<array{text: string, property: string|null}>>,
 *     ranked: list<string>, apart: list<array{uuid: string, name: string, what: string}>,
 *     unlikely: list<array{uuid: string, name: string, degrees: float}>, depths: list<float>,
 *     referenceDepth: float,
 *     stops: list<list<array{
 *         hex: string, lab: array{float, float, float}, dE00Above: float|null, seam: bool,
 *     }|null>>,
 *     stripOrder: list<string>, paints: list<PaintSetShown>,
 * }
 * @phpstan-import-type PigmentDetail from \App\Queries\PigmentView
 * @phpstan-import-type PaintSetShown from \App\Queries\PaintSet
 */
final class CodePage
{
    /** @return CodePageDetail */
    public static function of(string $written, ?User $user): array
    {
        $code = PigmentCode::parse($written);
        $paints = self::paintsOf($code->text);
        $digests = PaintDigest::of(array_values($paints->keys()->all()), $user);
        $set = PaintSet::of($paints, $user, digests: $digests);

        $unlikely = Claimed::unlikely($paints, $digests);
        $apart = self::apart($paints->only(array_keys($digests)));

        return [
            'code' => $code->text,
            'state' => $code->state->value,
            'likelyMeaning' => $code->likelyMeaning,
            'pigment' => PigmentView::of($code->entry()),
            'caution' => Cautions::CLOSE,
            'spoken' => count($set['stripOrder']) > Comparison::MOST ? Spoken::many(array_values(array_diff_key($digests, $apart))) : [],
            'ranked' => array_values(array_diff($set['stripOrder'], array_column($apart, 'uuid'))), 'apart' => array_values($apart),
            'unlikely' => array_map(static fn (int $id, float $degrees): array => ['uuid' => $paints[$id]->uuid ?? '', 'name' => $paints[$id]->colour_name ?? '', 'degrees' => round($degrees)], array_keys($unlikely), $unlikely),
            ...$set,
        ];
    }

    /**
     * Paints that are of another kind than watercolours of this one pigment: unless somebody asks they are not ranked among these.
     *
     * @param Collection<int, Paint> $paints by id
     *
     * @return array<int, array{uuid: string, name: string, what: string}> none where fewer than two are left
     */
    private static function apart(Collection $paints): array
    {
        $what = static fn (Paint $p): string => $p->medium !== PanStates::MEDIA[0] ? $p->medium : (count($p->statement()->codes) > 1 ? 'a mixture of pigments' : '');
        $apart = $paints->map(static fn (Paint $p): array => ['uuid' => $p->uuid, 'name' => $p->colour_name, 'what' => $what($p)])->where('what', '<>', '');

        return $paints->count() - $apart->count() < 2 ? [] : $apart->all();
    }

    /**
     * Paints of a code, measured ones by hue.
     *
     * @return list<Paint>
     */
    public static function ordered(string $written, ?User $user): array
    {
        $paints = self::paintsOf(PigmentCode::parse($written)->text);

        return PaintSet::inHueOrder($paints, PaintDigest::labs(PaintDigest::of(array_values($paints->keys()->all()), $user)));
    }

    /** @return Collection<int, Paint> that have a canonical code, with maker and codes, by id */
    public static function paintsOf(string $code): Collection
    {
        return Paint::query()->with('maker', 'codes')->whereIn('id', PaintCode::query()->where('code', $code)->select('paint_id'))->get()->keyBy('id');
    }
}
